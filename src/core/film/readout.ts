import { cardReadout } from '../card/card-readout';
import type { ChartReadout } from '../families/family';
import { frameAt } from '../pace/film-clock';
import { pieceAt } from './piece-at';
import type { PreparedFilm } from './prepare-film';

/** What the film shows at a moment, in numbers and words. */
export interface Readout extends ChartReadout {
  /** Seconds from the film's start. */
  readonly timeSec: number;
  readonly frame: number;
  readonly pieceId: string;
}

/** Panel, pointing and text alternative at a moment. @param timeSec Seconds from the film's start; clamped to the film. */
export function readoutAt(film: PreparedFilm, timeSec: number): Readout {
  const { piece, pieceSec } = pieceAt(film, timeSec);
  return {
    ...(piece.kind === 'card' ? cardReadout(piece.card.card) : piece.chart.family.readoutAt(piece.chart, pieceSec)),
    timeSec,
    frame: frameAt(film, timeSec),
    pieceId: piece.piece.id,
  };
}
