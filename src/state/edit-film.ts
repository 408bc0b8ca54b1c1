import type { FilmOverview } from '@/core/film/overview';
import { beatAt } from '@/core/pace/film-clock';
import type { Caption, Extra, Moment } from '@/core/project/film-parts';
import { type Look, withLook } from '@/core/project/look';
import type { Project } from '@/core/project/project';
import { editPiece } from './current';
import { edit } from './document';
import { freshId } from './fresh-id';
import { sessionStore } from './session';

/** The moment of a time, kept by its period. */
export function momentAt(overview: Pick<FilmOverview, 'spanStartSec' | 'periodKeys'>, timeSec: number): Moment {
  const { period, share } = beatAt(overview.spanStartSec, timeSec);
  return { periodKey: overview.periodKeys[period] ?? '', share };
}

/** Adds captions at their times; returns the id of the first. */
export function addCaptions(
  cues: readonly { readonly fromSec: number; readonly toSec: number; readonly text: string }[],
  overview: FilmOverview,
): string {
  const captions = cues.map(
    ({ fromSec, toSec, text }): Caption => ({
      id: freshId(),
      text: text.slice(0, 1000),
      from: momentAt(overview, fromSec),
      to: momentAt(overview, Math.min(toSec, overview.lengthSec)),
    }),
  );
  editPiece((piece) => {
    piece.captions.push(...captions);
  });
  return captions[0]?.id ?? '';
}

export function changeCaption(id: string, change: Partial<Caption>, gesture: string | null = null): void {
  editPiece((piece) => {
    const caption = piece.captions.find((each) => each.id === id);
    if (caption) Object.assign(caption, change);
  }, gesture);
}

export function removeCaption(id: string): void {
  editPiece((piece) => {
    piece.captions = piece.captions.filter((each) => each.id !== id);
  });
}

/** Puts an extra on stage; returns its id. */
export function addExtra(extra: Omit<Extra, 'id'>): string {
  const id = freshId();
  editPiece((piece) => {
    piece.extras.push({ ...extra, id });
  });
  return id;
}

export function changeExtra(id: string, change: Partial<Extra>, gesture: string | null = null): void {
  editPiece((piece) => {
    const extra = piece.extras.find((each) => each.id === id);
    if (extra) Object.assign(extra, change);
  }, gesture);
}

export function removeExtra(id: string): void {
  editPiece((piece) => {
    piece.extras = piece.extras.filter((each) => each.id !== id);
  });
}

/** Moves an extra in the order of drawing. */
export function moveExtra(id: string, by: 1 | -1): void {
  editPiece((piece) => {
    const from = piece.extras.findIndex((each) => each.id === id);
    const to = from + by;
    if (from < 0 || to < 0 || to >= piece.extras.length) return;
    const [extra] = piece.extras.splice(from, 1);
    if (extra) piece.extras.splice(to, 0, extra);
  });
}

/** Gives the chart that is edited a look. */
export function applyLook(look: Look): void {
  edit((draft) => {
    const { charts, film } = withLook(draft as Project, look, sessionStore.getState().pieceId);
    Object.assign(draft, { charts, film });
  });
}
