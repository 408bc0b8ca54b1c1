import { stepsOf } from '../families/shared/build';
import { standsStill } from '../pace/film-clock';
import type { PreparedFilm, PreparedPiece } from './prepare-film';
import { clockOf } from './tell-film';

/** Something that a person who speaks along starts: a step of a build, or the way to the next period. Seconds of its piece. */
export interface Cue {
  /** The step's key, or the period's. */
  readonly key: string;
  /** What is said to be next. */
  readonly name: string;
  readonly fromSec: number;
  readonly toSec: number;
}

/** A piece as somebody speaks along it. */
export interface CuePiece {
  readonly pieceId: string;
  /** What its cues set: the times of steps, those of periods, or its length alone. */
  readonly kind: 'steps' | 'periods' | 'length';
  /** Seconds of the film at which it begins, and how long it lasts. */
  readonly fromSec: number;
  readonly lengthSec: number;
  /** Seconds in which the piece ahead gives way to it. */
  readonly arrivalSec: number;
  /** The period that its way begins at; '' where it has none. */
  readonly startKey: string;
  /** In order of time. */
  readonly cues: readonly Cue[];
}

/** The cues of a film. @param pieceId Of this piece alone; of all that play for null. */
export function cuePlan(film: PreparedFilm, pieceId: string | null = null): CuePiece[] {
  return film.pieces.filter(({ piece }) => pieceId === null || piece.id === pieceId).map(cuePieceOf);
}

function cuePieceOf(piece: PreparedPiece): CuePiece {
  const { fromSec, lengthSec, arrival } = piece;
  const base = { pieceId: piece.piece.id, fromSec, lengthSec, arrivalSec: arrival?.sec ?? 0, startKey: '' };
  if (piece.kind === 'card') return { ...base, kind: 'length', cues: [] };
  const { chart, family } = piece.chart;
  if (chart.play.kind === 'built') {
    const steps = [...stepsOf(chart, family.buildOf(piece.chart.plan))].sort((a, b) => a.atSec - b.atSec);
    const cues = steps.map(({ key, name, atSec, takesSec }) => ({
      key,
      name,
      fromSec: atSec,
      toSec: atSec + takesSec,
    }));
    return { ...base, kind: cues.length > 0 ? 'steps' : 'length', cues };
  }
  const clock = clockOf(piece);
  if (standsStill(clock) || clock.periodCount < 2) return { ...base, kind: 'length', cues: [] };
  const cues = Array.from({ length: clock.periodCount - 1 }, (_, i): Cue => {
    const [leaves, arrives] = [clock.spanStartSec[2 * i + 1] ?? 0, clock.spanStartSec[2 * i + 2] ?? 0];
    const key = piece.chart.cube.periods[i + 1]?.key ?? '';
    return { key, name: piece.chart.periodLabels[i + 1] ?? key, fromSec: leaves, toSec: arrives };
  });
  return { ...base, kind: 'periods', startKey: piece.chart.cube.periods[0]?.key ?? '', cues };
}
