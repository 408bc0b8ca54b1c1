import type { PlacedTransition, Timeline } from './tell-film';

interface Placed {
  readonly piece: { readonly id: string };
  readonly fromSec: number;
  readonly lengthSec: number;
  readonly arrival: PlacedTransition | null;
}

/** A piece, and a time within it. */
export interface PieceMoment<P> {
  readonly piece: P;
  /** Seconds from the piece's start, in [0, lengthSec]. */
  readonly pieceSec: number;
}

/** A moment at which a piece gives way to the next one. */
export interface PassingMoment<P> {
  readonly leaving: PieceMoment<P>;
  readonly coming: PieceMoment<P>;
  readonly transition: PlacedTransition;
  /** How much of the way is done, in [0, 1), without its easing. */
  readonly progress: number;
}

/** What is on show at a time: one piece, or two of which one gives way to the other. @param timeSec Clamped to the film. */
export function momentAt<P extends Placed>(
  { pieces }: Pick<Timeline<P>, 'pieces'>,
  timeSec: number,
): PieceMoment<P> | PassingMoment<P> {
  // What has begun by a hair less than a whole frame has begun: times are sums of lengths.
  const place = pieces.findLastIndex(({ fromSec }) => fromSec <= timeSec + HAIR_SEC);
  const piece = pieces[Math.max(0, place)] ?? pieces[0];
  const coming = momentOf(piece, timeSec);
  const [ahead, { arrival }] = [pieces[place - 1], piece];
  if (!ahead || !arrival || coming.pieceSec >= arrival.sec - HAIR_SEC) return coming;
  return { leaving: momentOf(ahead, timeSec), coming, transition: arrival, progress: coming.pieceSec / arrival.sec };
}

const HAIR_SEC = 1e-9;

/** A time of the film within a piece. */
function momentOf<P extends Placed>(piece: P, timeSec: number): PieceMoment<P> {
  return { piece, pieceSec: Math.min(piece.lengthSec, Math.max(0, timeSec - piece.fromSec)) };
}

/**
 * The piece on show at a time: where one ends the next one has begun; while one gives way to the next, the one that is half
 * there. @param timeSec Clamped to the film.
 */
export function pieceAt<P extends Placed>(timeline: Pick<Timeline<P>, 'pieces'>, timeSec: number): PieceMoment<P> {
  const moment = momentAt(timeline, timeSec);
  if (!('coming' in moment)) return moment;
  return moment.progress < 0.5 ? moment.leaving : moment.coming;
}

/** A piece by its id; the first one where the film does not play it. */
export function placedPiece<P extends Placed>({ pieces }: Pick<Timeline<P>, 'pieces'>, pieceId: string | null): P {
  return pieces.find(({ piece }) => piece.id === pieceId) ?? pieces[0];
}

/**
 * A chart of the film by the id of its piece; the first one where that piece is a card, or does not play.
 *
 * @throws RangeError if the film has no chart.
 */
export function placedChart<P extends Placed & { readonly kind: string }>(
  { pieces }: Pick<Timeline<P>, 'pieces'>,
  pieceId: string | null,
): Extract<P, { kind: 'chart' }> {
  const charts = pieces.filter((piece): piece is Extract<P, { kind: 'chart' }> => piece.kind === 'chart');
  const found = charts.find(({ piece }) => piece.id === pieceId) ?? charts[0];
  if (!found) throw new RangeError('film: has no chart, and so no numbers');
  return found;
}
