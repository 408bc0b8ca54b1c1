import { titleFromFileName } from '@/core/project/defaults';
import type { Chart, Project, TableEntry } from '@/core/project/project';
import { type Fields, fieldsOfShape } from '@/core/shaping/fields';
import { isHandStep } from '@/core/shaping/steps/step';
import type { Issue } from '@/core/table/issue';
import type { PreparedReport, TableSummary } from '@/workers/protocol';
import { documentStore } from './document';

/** The chart that is on stage. */
export function currentChart(project: Project): Chart {
  return project.charts.find(({ id }) => id === project.film.sequence[0]) ?? (project.charts[0] as Chart);
}

/** Which files the worker has open. */
export function keyOf(entry: TableEntry): string {
  return JSON.stringify([entry.source, entry.added]);
}

/** The table that a chart is made of. */
export function tableOf(project: Project, chart: Chart): TableEntry {
  return project.tables.find(({ id }) => id === chart.tableId) ?? (project.tables[0] as TableEntry);
}

/** The group on stage; `''` where the chart has none. */
export const groupOf = (chart: Chart) => (chart.fields.group === '' ? '' : chart.group);

/** The project with other fields for a chart. */
export function withFields(project: Project, chartId: string, fields: Fields): Project {
  return { ...project, charts: project.charts.map((chart) => (chart.id === chartId ? { ...chart, fields } : chart)) };
}

/** The project with another group of a chart on stage. */
export function withGroup(project: Project, chartId: string, group: string): Project {
  return { ...project, charts: project.charts.map((chart) => (chart.id === chartId ? { ...chart, group } : chart)) };
}

/** Steps report what did not fit them with the name of the step. */
export function issuesOf(issues: readonly Issue[], prepared: Omit<PreparedReport, 'outcome'>): Issue[] {
  return [...issues, ...prepared.reports.flatMap((report) => report.issues)];
}

/** Does the table have the columns that the fields need? */
export function fits(fields: Fields, summary: TableSummary): boolean {
  const names = new Set(summary.columns.map(({ name }) => name));
  return fieldsOfShape[fields.shape].every((role) => names.has(fields[role]));
}

/**
 * The project with its table replaced, when the new one has the columns that the chart is made of. Steps stay, but for
 * those made by hand, which name cells of the old file.
 */
export function withSameLook(entry: TableEntry, summary: TableSummary): Project | null {
  const { project } = documentStore.getState();
  if (!project) return null;
  const chart = currentChart(project);
  const old = tableOf(project, chart);
  const kept = old.steps.filter((step) => !isHandStep(step));
  const sameShape = summary.guesses[0]?.fields.shape === chart.fields.shape || kept.length > 0;
  if (!fits(chart.fields, summary) || !sameShape || chart.fields.shape === 'single') return null;
  const oldTitle = titleFromFileName(old.source.fileName);
  const title = titleFromFileName(entry.source.fileName);
  // A title that nobody has touched still names the old file.
  const text = chart.text.title === oldTitle ? { ...chart.text, title } : chart.text;
  const renamed = { ...chart, tableId: entry.id, text };
  const steps = [...entry.steps.filter(({ kind }) => !kept.some((step) => step.kind === kind)), ...kept];
  return {
    ...project,
    name: project.name === oldTitle ? title : project.name,
    tables: [{ ...entry, steps }],
    charts: project.charts.map((each) => (each.id === chart.id ? renamed : each)),
  };
}
