import { familyOf } from '@/core/families/registry';
import { inFamily } from '@/core/families/switch-family';
import { pieceAt, placedPiece } from '@/core/film/piece-at';
import type { Cubes, PreparedFilm } from '@/core/film/prepare-film';
import { clockOf } from '@/core/film/tell-film';
import { cardDesigns } from '@/core/project/card';
import type { FilmPiece } from '@/core/project/film';
import { type Look, withLook } from '@/core/project/look';
import { withCard, withChart } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import type { Shot } from './small-pictures';

/** Where in a film its one small picture is taken, in shares of it. */
const LATE = 0.7;

/** A film, the time that it stands at, and how another one is made of its values. */
export interface ShotSetting {
  readonly film: PreparedFilm;
  /** Seconds from the film's start. */
  readonly timeSec: number;
  readonly cubes: Cubes;
  readonly prepare: (project: Project) => PreparedFilm;
}

type Shots = readonly (() => Shot)[];

/** The film with one of its pieces alone: what the others look like need not be worked out. */
const onlyPiece = (project: Project, piece: FilmPiece): Project => ({
  ...project,
  film: { ...project.film, pieces: [piece] },
});

/** Each piece that plays. */
export function pieceShots(film: PreparedFilm): Shots {
  return film.pieces.map(({ fromSec, lengthSec }) => () => ({ film, timeSec: fromSec + lengthSec * LATE }));
}

/** The piece at the playhead in each look, as it stands or, before anything has moved, somewhat later. */
export function lookShots({ film, timeSec, prepare }: ShotSetting, looks: readonly Look[]): Shots {
  const { piece, pieceSec } = pieceAt(film, timeSec);
  const clock = clockOf(piece);
  const settled = Math.min(Math.max(pieceSec, clock.lengthSec * 0.3), clock.lengthSec - clock.closingSec - 0.01);
  const alone = onlyPiece(film.project, piece.piece);
  return looks.map((look) => () => ({ film: prepare(withLook(alone, look, piece.piece.id)), timeSec: settled }));
}

/** The card at the playhead in each design; none where a chart is on show. */
export function designShots({ film, timeSec, prepare }: ShotSetting): Shots {
  const { piece } = pieceAt(film, timeSec);
  if (piece.kind !== 'card') return [];
  const alone = onlyPiece(film.project, piece.piece);
  return cardDesigns.map((design) => () => {
    const made = prepare(withCard(alone, piece.piece.id, (card) => ({ ...card, design })));
    return { film: made, timeSec: made.lengthSec * LATE };
  });
}

/**
 * The chart at the playhead as another family draws it: late in it, or so many in order of time; none where a card is on show.
 */
export function familyShots({ film, timeSec, cubes, prepare }: ShotSetting, familyId: string, count: number): Shots {
  const { piece } = pieceAt(film, timeSec);
  if (piece.kind === 'card') return [];
  const project = withChart(onlyPiece(film.project, piece.piece), piece.piece.id, (chart) =>
    inFamily(chart, familyOf(familyId), cubes.get(chart.id) ?? null),
  );
  const prepared = prepare(project);
  const { lengthSec, openingSec, closingSec } = clockOf(placedPiece(prepared, piece.piece.id));
  const [first, last] = [openingSec, Math.max(openingSec, lengthSec - closingSec - 0.01)];
  const shareOf = (i: number) => (count === 1 ? LATE : i / (count - 1));
  return Array.from({ length: count }, (_, i) => () => ({
    film: prepared,
    timeSec: first + (last - first) * shareOf(i),
  }));
}
