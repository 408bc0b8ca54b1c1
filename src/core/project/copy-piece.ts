import type { Chart } from './chart';
import type { FilmPiece } from './film';

/**
 * A piece once more, with a chart of its own, so that a change of one leaves the other as it is.
 *
 * @param chart Its chart; null where it shows a card.
 * @param freshId Gives ids.
 */
export function copyOf(
  piece: FilmPiece,
  chart: Chart | null,
  freshId: () => string,
): { piece: FilmPiece; chart: Chart | null } {
  const chartId = freshId();
  const renamed = <T extends { readonly id: string }>(list: readonly T[]): T[] =>
    list.map((each) => ({ ...each, id: freshId() }));
  return {
    chart: chart && { ...chart, id: chartId },
    piece: {
      ...piece,
      id: freshId(),
      content: chart ? { kind: 'chart', chartId } : piece.content,
      extras: renamed(piece.extras),
      captions: renamed(piece.captions),
    },
  };
}
