import type { Timeline } from './tell-film';

interface Placed {
  readonly piece: { readonly id: string };
  readonly fromSec: number;
  readonly lengthSec: number;
}

/** A piece, and a time within it. */
export interface PieceMoment<P> {
  readonly piece: P;
  /** Seconds from the piece's start, in [0, lengthSec]. */
  readonly pieceSec: number;
}

/** The piece on show at a time; where one ends the next one has begun. @param timeSec Clamped to the film. */
export function pieceAt<P extends Placed>({ pieces }: Pick<Timeline<P>, 'pieces'>, timeSec: number): PieceMoment<P> {
  const piece = pieces.findLast(({ fromSec }) => fromSec <= timeSec) ?? pieces[0];
  return { piece, pieceSec: Math.min(piece.lengthSec, Math.max(0, timeSec - piece.fromSec)) };
}

/** A piece by its id; the first one where the film does not play it. */
export function placedPiece<P extends Placed>({ pieces }: Pick<Timeline<P>, 'pieces'>, pieceId: string | null): P {
  return pieces.find(({ piece }) => piece.id === pieceId) ?? pieces[0];
}
