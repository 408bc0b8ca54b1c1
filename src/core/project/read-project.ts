import { type Issue, type Outcome, refuse } from '../table/issue';
import type { KnownFamily } from './family-document';
import { migrations } from './migrations';
import type { Migration } from './migrations/migration';
import { broughtUpToDate } from './migrations/up-to-date';
import { showsChart } from './pieces';
import { PROJECT_VERSION, type Project } from './project';
import { keptSchema } from './schema/chart-schema';
import { faultsOf } from './schema/faults';
import { projectSchema } from './schema/project-schema';

/**
 * Reads a document that comes from outside: a project file or what the browser kept. Older versions are brought up
 * to date first.
 *
 * @param data Anything that JSON can hold.
 * @param families The families that charts may be of.
 * @returns The project, or every fault with its path.
 */
export function readProject(data: unknown, families: readonly KnownFamily[]): Outcome<Project> {
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== 'plucky-tempo-project') {
    return refuse(
      'not-a-project',
      'This is not a Plucky Tempo project. Choose a file that was saved with Save project.',
    );
  }
  const dated = broughtUpToDate(data as Record<string, unknown>, PROJECT_VERSION, migrations, 'project');
  if (!dated.ok) return dated;
  const own = withCurrentFamilies(dated.value, families);
  if (!own.ok) return own;
  const { error } = projectSchema(families).validate(own.value, { abortEarly: false, convert: false });
  if (error) return { ok: false, issues: faultsOf(error, 'damaged-project', 'The project file') };
  const project = own.value as unknown as Project;
  const issues = keptFaults(project, families);
  return issues.length > 0 ? { ok: false, issues } : linksHold(project);
}

/** Brings each chart's own part up to its family's version. What is damaged is left for the schema to say. */
function withCurrentFamilies(
  document: Record<string, unknown>,
  families: readonly KnownFamily[],
): Outcome<Record<string, unknown>> {
  if (!Array.isArray(document.charts)) return { ok: true, value: document, issues: [] };
  const charts: unknown[] = [];
  for (const chart of document.charts as Record<string, unknown>[]) {
    const family = families.find(({ id }) => id === chart?.family);
    if (!family || typeof chart.own !== 'object' || chart.own === null) {
      charts.push(chart);
      continue;
    }
    const dated = withCurrentOwn(chart, family);
    if (!dated.ok) return dated;
    const kept: unknown[] = [];
    for (const each of Array.isArray(chart.kept) ? (chart.kept as Record<string, unknown>[]) : []) {
      const before = families.find(({ id }) => id === each?.family);
      const old = before ? withCurrentOwn(each, before) : null;
      if (old && !old.ok) return old;
      kept.push(old ? old.value : each);
    }
    charts.push({ ...dated.value, ...(Array.isArray(chart.kept) ? { kept } : {}) });
  }
  return { ok: true, value: { ...document, charts }, issues: [] };
}

/** What a family has of its own, in the version that is written now. */
function withCurrentOwn(holder: Record<string, unknown>, family: KnownFamily): Outcome<Record<string, unknown>> {
  if (typeof holder.own !== 'object' || holder.own === null) return { ok: true, value: holder, issues: [] };
  const { version, migrations: steps } = family.document;
  const own = broughtUpToDate(
    { ...holder.own, version: holder.familyVersion },
    version,
    withVersion(steps),
    family.name,
  );
  if (!own.ok) return own;
  const { version: _, ...part } = own.value;
  return { ok: true, value: { ...holder, familyVersion: version, own: part }, issues: [] };
}

/** The version of a family's part stands beside it in the chart. */
function withVersion(steps: KnownFamily['document']['migrations']): Record<number, Migration> {
  return Object.fromEntries(
    Object.entries(steps).map(([from, step]) => [
      from,
      ({ version, ...own }: Record<string, unknown>) => ({ ...step(own), version: Number(version) + 1 }),
    ]),
  );
}

/** What other families had of their own is checked by each of them. */
function keptFaults({ charts }: Project, families: readonly KnownFamily[]): Issue[] {
  return charts.flatMap(({ kept }, c) =>
    kept.flatMap((entry, i) => {
      const family = families.find(({ id }) => id === entry.family);
      const { error } = family
        ? keptSchema(family).validate(entry, { abortEarly: false, convert: false })
        : { error: undefined };
      if (!error) return [];
      const faults = faultsOf(error, 'damaged-project', 'The project file');
      return faults.map((fault) => ({ ...fault, raw: `charts.${c}.kept.${i}.${fault.raw ?? ''}` }));
    }),
  );
}

/** Every chart needs its table, and each piece its chart. */
function linksHold(project: Project): Outcome<Project> {
  const tables = new Set(project.tables.map((table) => table.id));
  const charts = new Set(project.charts.map((chart) => chart.id));
  const lost = project.charts.filter((chart) => !tables.has(chart.tableId)).map((chart) => `chart ${chart.id}`);
  const missing = project.film.pieces
    .filter(showsChart)
    .filter(({ content }) => !charts.has(content.chartId))
    .map(({ id, content }) => `piece ${id} (${content.chartId})`);
  if (lost.length + missing.length === 0) return { ok: true, value: project, issues: [] };
  const names = [...lost, ...missing].join(', ');
  return refuse('damaged-project', `The project file is damaged: ${names} points to something that is not in it.`);
}
