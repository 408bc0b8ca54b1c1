import type { Chart } from './chart';
import type { FilmPiece } from './film';
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

/** Which of the project's charts a piece shows. */
function chartIndexOf({ charts }: Pick<Project, 'charts'>, piece: FilmPiece): number {
  const index = charts.findIndex(({ id }) => id === piece.content.chartId);
  if (index < 0) throw new RangeError(`film.pieces: names no chart of the project, received ${piece.content.chartId}`);
  return index;
}

/** The chart of a piece; see `pieceOf`. @throws RangeError if the project does not have it, which reading rules out. */
export function chartOf(project: Pick<Project, 'film' | 'charts'>, pieceId: string | null): Chart {
  return project.charts[chartIndexOf(project, pieceOf(project, pieceId))] as Chart;
}

/** The project with the chart of a piece changed. */
export function withChart<P extends Pick<Project, 'film' | 'charts'>>(
  project: P,
  pieceId: string | null,
  change: (chart: Chart) => Chart,
): P {
  const index = chartIndexOf(project, pieceOf(project, pieceId));
  return { ...project, charts: project.charts.map((chart, i) => (i === index ? change(chart) : chart)) };
}

/** The table that a chart is made of. @throws RangeError if the project does not have it, which reading rules out. */
export function tableOf(project: Pick<Project, 'tables'>, chart: Pick<Chart, 'tableId'>): TableEntry {
  const table = project.tables.find(({ id }) => id === chart.tableId);
  if (!table) throw new RangeError(`tableId: names no table of the project, received ${chart.tableId}`);
  return table;
}

/** A piece that plays, with its chart. */
export interface PlayedPiece {
  readonly piece: FilmPiece;
  readonly chart: Chart;
}

/** The pieces that play, in order, with their charts. A film whose pieces are all off plays its first one. */
export function playedPieces(project: Pick<Project, 'film' | 'charts'>): PlayedPiece[] {
  const on = project.film.pieces.filter((piece) => piece.on);
  const played = on.length > 0 ? on : [pieceOf(project, null)];
  return played.map((piece) => ({ piece, chart: chartOf(project, piece.id) }));
}
