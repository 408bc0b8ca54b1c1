import { followsGroup, ofGroup } from '@/core/project/group-film';
import { pieceName } from '@/core/project/piece-name';
import { chartOf, playedCharts, tableOf } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import type { Cube } from '@/core/shaping/cube';
import { documentStore } from '@/state/document';
import type { Remote } from '@/state/remote';
import { type ExportJob, sessionStore } from '@/state/session';
import type { TableWorkerApi } from '@/workers/protocol';

/** A film that waits to be exported. */
export interface QueuedFilm {
  readonly project: Project;
  /** The values of each chart that plays. */
  readonly cubes: ReadonlyMap<string, Cube>;
  /** The piece that was edited: groups are those of its chart. */
  readonly pieceId: string;
  readonly imageIds: readonly string[];
}

/**
 * The film in another size, with all of its pieces.
 *
 * @throws Error for a piece that has no values: a film that silently lacks it would be handed over.
 */
export function inStage(
  film: QueuedFilm,
  stage: { readonly widthPx: number; readonly heightPx: number } | null,
): QueuedFilm {
  const { project, cubes } = film;
  const lost = playedCharts(project).find(({ chart }) => !cubes.has(chart.id));
  if (lost) {
    const why = sessionStore.getState().broken.get(lost.piece.id) ?? 'Its table has no values.';
    const name = pieceName(project, lost.piece);
    throw new Error(`“${name}” cannot be shown: ${why} Mend its table, or switch the piece off, and export again`);
  }
  return stage
    ? { ...film, project: { ...project, film: { ...project.film, stage: { ...project.film.stage, ...stage } } } }
    : film;
}

/**
 * The film of a request: of another group its own values, in another size its own stage.
 *
 * @throws Error where its values cannot be had.
 */
export async function filmFor(
  film: QueuedFilm,
  { stage, group }: Pick<ExportJob, 'stage' | 'group'>,
  table: Pick<Remote<TableWorkerApi>, 'valuesOfGroup'>,
): Promise<QueuedFilm> {
  const sized = inStage(film, stage);
  if (group === null) return sized;
  const { id, name } = film.project;
  if (documentStore.getState().project?.id !== id)
    throw new Error(`the project “${name}” is no longer open, and “${group}” comes from its table`);
  return ofAnotherGroup(sized, group, table);
}

/**
 * The film of another group: that of the chart that was edited, and of all that show the same one.
 *
 * @throws Error where the group has no values.
 */
export async function ofAnotherGroup(
  film: QueuedFilm,
  group: string,
  table: Pick<Remote<TableWorkerApi>, 'valuesOfGroup'>,
): Promise<QueuedFilm> {
  const { project, cubes, pieceId, imageIds } = film;
  const lead = chartOf(project, pieceId);
  if (!lead) return film;
  const made = new Map<string, Cube>();
  for (const chart of project.charts.filter((each) => followsGroup(each, lead, lead.fields.group))) {
    const entry = tableOf(project, chart);
    const place = { tableId: entry.id, chartId: chart.id };
    const outcome = await table.valuesOfGroup(place, entry.steps, chart.fields, group);
    // A chart of another table may not have the group: it stays as it is, unless the group is its own.
    if (outcome.ok) made.set(chart.id, outcome.value);
    else if (chart === lead) throw new Error(outcome.issues[0]?.message ?? `“${group}” has no values`);
  }
  const charts = project.charts.map((each) => (made.has(each.id) ? { ...ofGroup(each, group), group } : each));
  return {
    project: { ...project, charts },
    cubes: new Map([...cubes, ...made]),
    pieceId,
    imageIds: [...imageIds, ...project.pictures.map(({ id }) => id)],
  };
}
