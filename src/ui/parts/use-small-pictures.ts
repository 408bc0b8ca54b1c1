'use client';

import { useEffect, useReducer, useRef } from 'react';
import { keptByServices } from '../kept-by-services';
import { useServices } from '../services';
import { useDocument, usePiece, usePlayhead, useProject, useSession } from '../use-state';

/** Pictures are asked for once the person pauses. */
const PAUSE_MS = 300;

/** Pictures, and what decided them. */
interface Made {
  readonly stamp: readonly unknown[];
  readonly pictures: readonly ImageBitmap[];
}

/** Pictures that come one shortly after the other are shown at once: each by itself would have the page laid out and painted again. */
const TOGETHER_MS = 150;

/**
 * The last pictures of each sort: who comes back to a panel sees them at once, and what has not changed is not made again.
 */
class Album {
  readonly made = new Map<string, Made>();
  private readonly waiting = new Set<() => void>();

  /** Shows what has come, with what comes in a moment. */
  show(draw: () => void): void {
    if (this.waiting.size === 0) setTimeout(() => this.showAll(), TOGETHER_MS);
    this.waiting.add(draw);
  }

  private showAll(): void {
    const all = [...this.waiting];
    this.waiting.clear();
    for (const draw of all) draw();
  }
}

const albumOf = keptByServices(() => new Album());

/**
 * Small pictures, made again whenever something that decides them has changed and the person pauses. The last ones stay until others
 * are there.
 *
 * @param sort What they are of. Those of one sort are on show once at a time.
 * @param make Makes them all; what cannot be made, for want of a font say, leaves the names to say what there is. None where
 *   the film went meanwhile: they are asked for again once the next one is there.
 * @param stamp What decides them besides what stands around the chart or the card, compared one by one.
 * @param inSight While nobody looks at them they are not made; see `useInSight`.
 */
export function useSmallPictures(
  sort: string,
  make: () => Promise<readonly ImageBitmap[]>,
  stamp: readonly unknown[],
  inSight: boolean,
): readonly ImageBitmap[] {
  const services = useServices();
  const album = albumOf(services);
  const { made } = album;
  const staged = useSession((state) => state.staged);
  const current = useDocument(({ project }) => project !== null && project === staged);
  const pieceId = useSession((state) => state.pieceId);
  const shown = usePlayhead((readout) => readout?.pieceId ?? null);
  // Of a film, or of a piece, that is still to come on stage there are no pictures yet.
  const there = current && (pieceId === null || shown === pieceId);
  const [, draw] = useReducer((count: number) => count + 1, 0);
  const decided = useUnchanged([...useSurroundings(), ...stamp]);
  const latest = useRef({ make, decided });
  latest.current = { make, decided };
  useEffect(() => {
    if (!there || !inSight || alike(made.get(sort)?.stamp, decided)) return;
    const timer = setTimeout(async () => {
      // What cannot be made is not asked for again.
      const pictures = await latest.current.make().catch(() => null);
      if (pictures?.length === 0 || latest.current.decided !== decided) return;
      made.set(sort, { stamp: decided, pictures: pictures ?? none });
      album.show(draw);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [there, inSight, album, made, sort, decided]);
  return made.get(sort)?.pictures ?? none;
}

const none: readonly never[] = [];

/** What stands around the chart or the card: the stage but for its background, and what lies over the film and the piece. */
function useSurroundings(): readonly unknown[] {
  const stage = useProject((project) => project.film.stage, null);
  const overlays = useProject((project) => project.film.overlays, none);
  const extras = usePiece((piece) => piece.extras, none);
  const captions = usePiece((piece) => piece.captions, none);
  const { background: _, ...room } = stage ?? { background: null };
  return [overlays, extras, captions, JSON.stringify(room)];
}

const alike = (a: readonly unknown[] | undefined, b: readonly unknown[]) =>
  a?.length === b.length && a.every((value, i) => Object.is(value, b[i]));

/** The same list for as long as its values are the same. */
function useUnchanged(values: readonly unknown[]): readonly unknown[] {
  const kept = useRef(values);
  if (!alike(kept.current, values)) kept.current = values;
  return kept.current;
}
