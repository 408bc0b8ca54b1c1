import type { Card } from './card';
import type { Chart } from './chart';
import type { FilmPiece, PieceContent } from './film';
import type { Project } from './project';
import type { TableEntry } from './table-entry';

// The only place where a piece's chart is looked up: a test sees to it that nobody does so by hand.

/**
 * A piece of the film.
 *
 * @param pieceId null, or an id that is gone, stands for the first piece that plays.
 * @throws RangeError if the film has no piece at all, which the schema rules out.
 */
export function pieceOf(project: Pick<Project, 'film'>, pieceId: string | null): FilmPiece {
  const { pieces } = project.film;
  const piece = pieces.find(({ id }) => id === pieceId) ?? pieces.find(({ on }) => on) ?? pieces[0];
  if (!piece) throw new RangeError('film.pieces: needs at least one piece, received none');
  return piece;
}

/** A piece by its id, and no other in its place: null where it is gone. */
export const heldPiece = (project: Pick<Project, 'film'>, pieceId: string): FilmPiece | null =>
  project.film.pieces.find(({ id }) => id === pieceId) ?? null;

/** A chart by its id; null where it is gone. */
export const heldChart = (project: Pick<Project, 'charts'>, chartId: string): Chart | null =>
  project.charts.find(({ id }) => id === chartId) ?? null;

/** The piece at the end of the film. @throws RangeError as `pieceOf` does. */
export const lastPiece = (project: Pick<Project, 'film'>): FilmPiece =>
  pieceOf(project, project.film.pieces.at(-1)?.id ?? null);

/** A piece that shows a chart. */
export type ChartPiece = FilmPiece & { readonly content: Extract<PieceContent, { kind: 'chart' }> };
/** A piece that shows a card. */
export type CardPiece = FilmPiece & { readonly content: Extract<PieceContent, { kind: 'card' }> };

export const showsChart = (piece: FilmPiece): piece is ChartPiece => piece.content.kind === 'chart';
export const showsCard = (piece: FilmPiece): piece is CardPiece => piece.content.kind === 'card';

/** Which of the project's charts a piece shows; null for a card. null as its id stands for the first chart that plays. */
function chartIndexOf(project: Pick<Project, 'film' | 'charts'>, pieceId: string | null): number | null {
  const piece = pieceId === null ? firstChartPiece(project) : pieceOf(project, pieceId);
  if (!piece || !showsChart(piece)) return null;
  const { chartId } = piece.content;
  const index = project.charts.findIndex(({ id }) => id === chartId);
  if (index < 0) throw new RangeError(`film.pieces: names no chart of the project, received ${chartId}`);
  return index;
}

function firstChartPiece({ film: { pieces } }: Pick<Project, 'film'>): ChartPiece | undefined {
  const charts = pieces.filter(showsChart);
  return charts.find(({ on }) => on) ?? charts[0];
}

/**
 * The chart of a piece; null where it shows a card.
 *
 * @param pieceId null stands for the first chart that plays, whatever cards stand ahead of it; else see `pieceOf`.
 * @throws RangeError if the project does not have it, which reading rules out.
 */
export function chartOf(project: Pick<Project, 'film' | 'charts'>, pieceId: string | null): Chart | null {
  const index = chartIndexOf(project, pieceId);
  return index === null ? null : (project.charts[index] ?? null);
}

/** The card of a piece; null where it shows a chart. See `pieceOf`. */
export function cardOf(project: Pick<Project, 'film'>, pieceId: string | null): Card | null {
  const piece = pieceOf(project, pieceId);
  return showsCard(piece) ? piece.content.card : null;
}

/** The project with the card of a piece changed; as it is where the piece shows a chart. */
export function withCard<P extends Pick<Project, 'film'>>(
  project: P,
  pieceId: string,
  change: (card: Card) => Card,
): P {
  const pieces = project.film.pieces.map((piece) =>
    piece.id === pieceId && showsCard(piece)
      ? { ...piece, content: { ...piece.content, card: change(piece.content.card) } }
      : piece,
  );
  return { ...project, film: { ...project.film, pieces } };
}

/** The project with the chart of a piece changed; as it is where the piece shows a card. See `chartOf`. */
export function withChart<P extends Pick<Project, 'film' | 'charts'>>(
  project: P,
  pieceId: string | null,
  change: (chart: Chart) => Chart,
): P {
  const index = chartIndexOf(project, pieceId);
  if (index === null) return project;
  return { ...project, charts: project.charts.map((chart, i) => (i === index ? change(chart) : chart)) };
}

/** The table that a chart is made of. @throws RangeError if the project does not have it, which reading rules out. */
export function tableOf(project: Pick<Project, 'tables'>, chart: Pick<Chart, 'tableId'>): TableEntry {
  const table = project.tables.find(({ id }) => id === chart.tableId);
  if (!table) throw new RangeError(`tableId: names no table of the project, received ${chart.tableId}`);
  return table;
}

/** The pieces that play, in order. A film whose pieces are all off plays its first one. */
export function playedPieces(project: Pick<Project, 'film'>): FilmPiece[] {
  const on = project.film.pieces.filter((piece) => piece.on);
  return on.length > 0 ? on : [pieceOf(project, null)];
}

/** A piece that plays, with its chart. */
export interface PlayedChart {
  readonly piece: ChartPiece;
  readonly chart: Chart;
}

/** The charts that play, in order, with their pieces. */
export function playedCharts(project: Pick<Project, 'film' | 'charts'>): PlayedChart[] {
  return playedPieces(project)
    .filter(showsChart)
    .map((piece) => ({ piece, chart: chartOf(project, piece.id) as Chart }));
}
