import type { Chart, Play } from '@/core/project/chart';
import { freshPiece, titleFromFileName } from '@/core/project/defaults';
import type { FilmPiece } from '@/core/project/film';
import { chartOf, playedCharts, showsCard, showsChart, tableOf } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import type { TableEntry } from '@/core/project/table-entry';
import { type Fields, fieldsOfShape } from '@/core/shaping/fields';
import { columnsAfter } from '@/core/shaping/steps/column-loss';
import { isHandStep, type Step } from '@/core/shaping/steps/step';
import type { Issue } from '@/core/table/issue';
import type { PreparedReport, TableSummary } from '@/workers/protocol';
import { currentChart, currentPiece } from './current';
import { documentStore } from './document';
import { sessionStore } from './session';

/** The group on stage; `''` where the chart has none. */
export const groupOf = (chart: Chart) => (chart.fields.group === '' ? '' : chart.group);

/** Steps report what did not fit them with the name of the step. */
export function issuesOf(issues: readonly Issue[], prepared: Omit<PreparedReport, 'outcome'>): Issue[] {
  return [...issues, ...prepared.reports.flatMap((report) => report.issues)];
}

/** Does the table have the columns that the fields need, as they are or made by steps? */
export function fits(fields: Fields, summary: TableSummary, steps: readonly Step[]): boolean {
  const names = columnsAfter(
    summary.columns.map(({ name }) => name),
    steps,
  );
  return fieldsOfShape[fields.shape].every((role) => names.has(fields[role]));
}

/** The steps of a table with those of reading it that make what its fields go by. */
export function withSafeSteps(steps: readonly Step[], summary: TableSummary, fields: Fields): readonly Step[] {
  if (fits(fields, summary, steps)) return steps;
  return [...summary.safeSteps.filter(({ kind }) => !steps.some((step) => step.kind === kind)), ...steps];
}

/** Columns that the fields are made of, which a table had and another reading of it has not. */
export function lostColumns(before: TableSummary | null, after: TableSummary, fields: Fields): string[] {
  const names = new Set(after.columns.map(({ name }) => name));
  const had = new Set(before?.columns.map(({ name }) => name));
  return fieldsOfShape[fields.shape].map((role) => fields[role]).filter((name) => had.has(name) && !names.has(name));
}

/** Where columns are categories, a table of other ones is another table, even if its periods have the same name. */
function sharesColumns(summary: TableSummary): boolean {
  const before = sessionStore.getState().table?.columns ?? [];
  const names = new Set(summary.columns.map(({ name }) => name));
  return before.filter(({ name }) => names.has(name)).length * 2 >= before.length;
}

/** The project with a table in place of another one, which stays where a further chart is made of it. */
function withTableInPlace(project: Project, old: TableEntry, entry: TableEntry): Project {
  const used = project.charts.some(({ tableId }) => tableId === old.id);
  return { ...project, tables: [...project.tables.filter(({ id }) => used || id !== old.id), entry] };
}

/**
 * The project with the table of the chart that is edited replaced, when the new one has the columns that the chart is made
 * of. Steps stay, but for those made by hand, which name cells of the old file. All charts of the old table go over to the new one,
 * but for those whose columns it has not.
 */
export function withSameLook(entry: TableEntry, summary: TableSummary): Project | null {
  const { project } = documentStore.getState();
  if (!project) return null;
  const chart = currentChart(project);
  const old = tableOf(project, chart);
  const kept = old.steps.filter((step) => !isHandStep(step));
  const sameShape = summary.guesses[0]?.fields.shape === chart.fields.shape || kept.length > 0;
  if (!fits(chart.fields, summary, kept) || !sameShape || chart.fields.shape === 'single') return null;
  if (chart.fields.shape === 'periods-down' && !sharesColumns(summary)) return null;
  const oldTitle = titleFromFileName(old.source.fileName);
  const title = titleFromFileName(entry.source.fileName);
  const steps = [...entry.steps.filter(({ kind }) => !kept.some((step) => step.kind === kind)), ...kept];
  const follows = (each: Chart) => each.tableId === old.id && fits(each.fields, summary, kept);
  const charts = project.charts.map((each) =>
    follows(each)
      ? {
          ...each,
          tableId: entry.id,
          // A title that nobody has touched still names the old file.
          text: each.text.title === oldTitle ? { ...each.text, title } : each.text,
        }
      : each,
  );
  const named = { ...project, charts, name: project.name === oldTitle ? title : project.name };
  return withTableInPlace(named, old, { ...entry, steps });
}

const anyMoment = (play: Play): Play => (play.kind === 'built' ? { ...play, periodKey: '', steps: [] } : play);

/**
 * A project like another one, of another table: look, pace, words, extras and steps stay; which columns tell what is taken over
 * where the table has them, and else guessed anew.
 *
 * @param like The project whose film is taken as it is; its first chart comes along, since there is one table, and its cards, which need none.
 * @param fresh What would be made of the table by itself.
 */
export function projectLike(like: Project, fresh: Project, summary: TableSummary): Project {
  const [entry] = fresh.tables;
  const own = chartOf(fresh, null);
  const [first] = playedCharts(like);
  if (!entry || !own || !first) return fresh;
  const { piece, chart } = first;
  const table = tableOf(like, chart);
  const kept = table.steps.filter((step) => !isHandStep(step));
  const steps = [...entry.steps.filter(({ kind }) => !kept.some((step) => step.kind === kind)), ...kept];
  const same = fits(chart.fields, summary, kept) && summary.guesses[0]?.fields.shape === chart.fields.shape;
  const untitled = chart.text.title === titleFromFileName(table.source.fileName);
  const made: Chart = {
    ...chart,
    id: own.id,
    tableId: entry.id,
    fields: same ? chart.fields : own.fields,
    group: '',
    text: { ...chart.text, title: untitled ? own.text.title : chart.text.title },
    // What names single periods and categories of the old values says nothing of other ones.
    ...(same ? {} : { pace: { ...chart.pace, beats: [] }, focuses: [], play: anyMoment(chart.play) }),
  };
  return {
    ...like,
    id: fresh.id,
    name: fresh.name,
    tables: [{ ...entry, steps }],
    charts: [made],
    film: {
      ...like.film,
      pieces: withCards(like.film.pieces, { ...piece, content: { kind: 'chart', chartId: made.id } }),
    },
  };
}

/**
 * A fresh project with the film around the chart that is edited: its stage, captions, extras, pictures and fonts stay. It is work
 * of its own, with this one piece; the others stay with the work that was open.
 */
export function withNewChart(before: Project, fresh: Project): Project {
  const piece = currentPiece(before);
  const { id, name, tables, charts } = fresh;
  const [chart] = charts;
  if (!chart) return fresh;
  // Moments of a card say nothing of a chart.
  const kept = showsChart(piece) ? { extras: piece.extras, captions: piece.captions } : {};
  const shown: FilmPiece = { ...freshPiece(piece.id, chart.id), ...kept };
  return { ...before, id, name, tables, charts, film: { ...before.film, pieces: [shown] } };
}

/** A chart's piece at its place among the cards of a film. */
function withCards(pieces: readonly FilmPiece[], chart: FilmPiece): FilmPiece[] {
  return pieces.flatMap((piece) => (piece.id === chart.id ? [chart] : showsCard(piece) ? [piece] : []));
}
