import type { PreparedChart } from '../film/prepare-chart';
import type { PreparedPiece } from '../film/prepare-film';

/** The chart of a film's piece. @throws Error if the piece shows a card, or if there is none. */
export function chartIn({ pieces }: { readonly pieces: readonly PreparedPiece[] }, index = 0): PreparedChart {
  const piece = pieces[index];
  if (piece?.kind !== 'chart') throw new Error(`piece ${index} is no chart`);
  return piece.chart;
}
