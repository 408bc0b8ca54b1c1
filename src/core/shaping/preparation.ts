import { BitSet } from '../table/bit-set';
import { textColumn } from '../table/column';
import type { Issue, Outcome } from '../table/issue';
import { refuse, shorten } from '../table/issue';
import type { DecimalMark } from '../table/number-text';
import { findColumn, keepRows, type Table } from '../table/table';
import type { Combine } from './combine';
import type { Cube } from './cube';
import type { Fields } from './fields';
import { type CubePane, MOST_PANES, withPanes } from './panes';
import { axisOfColumn } from './period-axis';
import { shapeCube } from './shape-cube';
import type { JoinedTable } from './shape-options';
import { handSteps } from './steps/hand-steps';
import { seriesSteps } from './steps/series-steps';
import { inOrder, isHandStep, isSeriesStep, type SeriesStep, type Step } from './steps/step';
import type { StepResult } from './steps/step-result';
import { tableSteps } from './steps/table-steps';

/** What a step made of what came in: rows of a table, or periods by categories. */
export interface StepReport {
  readonly id: string;
  readonly before: string;
  readonly after: string;
  readonly issues: readonly Issue[];
}

/** The shaped values with what each step did to them. */
export interface Prepared {
  readonly outcome: Outcome<Cube>;
  readonly reports: readonly StepReport[];
}

interface CachedStep {
  readonly key: string;
  readonly result: StepResult;
}

const rows = (table: Table) => `${table.rowCount.toLocaleString('en-GB')} ${table.rowCount === 1 ? 'row' : 'rows'}`;
const size = (cube: Cube) => `${cube.periods.length} × ${cube.categories.length}`;

function applyTableStep(table: Table, step: Exclude<Step, SeriesStep>): StepResult {
  // The tables of steps are keyed by kind, which TypeScript cannot follow through a lookup.
  const apply = (isHandStep(step) ? handSteps[step.kind] : tableSteps[step.kind]) as (
    table: Table,
    step: Step,
  ) => StepResult;
  return apply(table, step);
}

/**
 * Runs the steps of a preparation on one table. Remembers the table after each step, so that changing a late step does
 * not run the early ones again.
 */
export class Preparer {
  /** Results of the steps that are on, in order. A shorter list of steps leaves the later ones in place. */
  private readonly cache: CachedStep[] = [];

  constructor(
    readonly source: Table,
    private readonly decimalHint: DecimalMark | null,
    private readonly joined: readonly JoinedTable[] = [],
  ) {}

  /** How the period column is read and why, in words; null where there is none. */
  periodWhy(fields: Fields, table: Table = this.source): string | null {
    const column = findColumn(table, fields.period);
    return column ? (axisOfColumn(column, fields.periodsAs, table.rowNumbers).notation?.why ?? null) : null;
  }

  /** The table after the steps on it, with a report for each; steps on the series are passed over. */
  tableAfter(steps: readonly Step[]): { table: Table; reports: StepReport[] } {
    const wanted = inOrder(steps).filter((step): step is Exclude<Step, SeriesStep> => !isSeriesStep(step));
    const { cache } = this;
    const reports: StepReport[] = [];
    let table = this.source;
    let place = 0;
    for (const step of wanted) {
      const before = table;
      let result: StepResult = { table, issues: [] };
      if (step.on) {
        const key = JSON.stringify({ ...step, name: '', id: '' });
        if (cache[place]?.key !== key) {
          cache.length = place;
          cache.push({ key, result: applyTableStep(table, step) });
        }
        result = (cache[place] as CachedStep).result;
        place++;
      }
      table = result.table;
      reports.push({ id: step.id, before: rows(before), after: rows(table), issues: result.issues });
    }
    return { table, reports };
  }

  /**
   * The values by period and category after all steps.
   *
   * @param group Value of the group column to make the chart of; ignored when no group column is chosen.
   */
  prepare(steps: readonly Step[], fields: Fields, group: string): Prepared {
    const chosen = this.prepareGroup(steps, fields, group);
    if (!fields.panes || fields.group === '' || !chosen.outcome.ok) return chosen;
    const names = groupsOf(this.tableAfter(steps).table, fields.group).map(({ name }) => name);
    const issues: Issue[] = [...chosen.outcome.issues];
    const panes = names.slice(0, MOST_PANES).flatMap((name): CubePane[] => {
      const { outcome } = name === group ? chosen : this.prepareGroup(steps, fields, name);
      if (outcome.ok) return [{ name, cube: outcome.value }];
      issues.push(...outcome.issues.slice(0, 1).map((issue) => ({ ...issue, ...leftOut(name, issue) })));
      return [];
    });
    if (names.length > MOST_PANES) issues.push(tooMany(names.length));
    return { ...chosen, outcome: { ok: true, value: withPanes(chosen.outcome.value, panes), issues } };
  }

  private prepareGroup(steps: readonly Step[], fields: Fields, group: string): Prepared {
    const { table, reports } = this.tableAfter(steps);
    const grouped = fields.group === '' ? table : rowsOfGroup(table, fields.group, group);
    if (grouped.rowCount === 0) {
      const message = `No row is left after the steps${fields.group ? ` and the choice of “${shorten(group, 40)}”` : ''}. Switch a step off in Shape.`;
      return { outcome: refuse('no-rows-left', message), reports };
    }
    return this.runSeries(grouped, steps, fields, reports);
  }

  private runSeries(table: Table, steps: readonly Step[], fields: Fields, reports: StepReport[]): Prepared {
    const series = inOrder(steps).filter(isSeriesStep);
    const shaped = shapeCube(table, fields, {
      combine: combineOf(series),
      decimalHint: this.decimalHint,
      joined: this.joined,
    });
    if (!shaped.ok) return { outcome: shaped, reports };
    let cube = shaped.value;
    series.forEach((step, place) => {
      const sizeBefore = size(cube);
      let issues: readonly Issue[] = [];
      if (step.on && step.kind !== 'combine') {
        const apply = seriesSteps[step.kind] as (
          cube: Cube,
          step: Step,
          context: object,
        ) => { cube: Cube; issues: Issue[] };
        const before = series.slice(0, place);
        const without = steps.filter((each) => !isSeriesStep(each) || before.includes(each));
        const otherCube = (column: string) => this.otherCube(table, without, fields, column);
        ({ cube, issues } = apply(cube, step, { otherCube }));
      }
      reports.push({ id: step.id, before: sizeBefore, after: size(cube), issues });
    });
    if (cube.values.every(Number.isNaN)) {
      const message = 'After the steps no value is left. Switch off or change the last one in Shape.';
      return { outcome: refuse('no-values-left', message), reports };
    }
    return { outcome: { ok: true, value: cube, issues: shaped.issues }, reports };
  }

  /** The cube of another value column (or of one category, where categories are columns) after the same steps. */
  private otherCube(table: Table, steps: readonly Step[], fields: Fields, column: string): Cube | null {
    const other = findColumn(table, column);
    if (!other) return null;
    const wide = fields.shape === 'periods-down' || fields.shape === 'periods-across';
    if (fields.shape === 'periods-across') return null;
    const alone = { ...fields, second: '', third: '' };
    const changed: Fields = wide
      ? { ...alone, shape: 'single', value: column, parts: '' }
      : { ...alone, value: column };
    const { outcome } = this.runSeries(table, steps, changed, []);
    return outcome.ok ? outcome.value : null;
  }
}

/** A group without values has no chart beside the others. */
function leftOut(name: string, { message }: Issue) {
  return { severity: 'warning' as const, message: `“${shorten(name, 40)}” has no chart: ${message}` };
}

function tooMany(count: number): Issue {
  const message = `${count} groups are more than fit side by side: the first ${MOST_PANES} have a chart. Filter the others out, or show one after the other.`;
  return { code: 'panes-left-out', severity: 'warning', message };
}

/** The chosen way of combining; the last of several. */
function combineOf(series: readonly SeriesStep[]): Combine | null {
  const chosen = series.findLast((step) => step.on && step.kind === 'combine');
  return chosen?.kind === 'combine' ? chosen.how : null;
}

function rowsOfGroup(table: Table, column: string, group: string): Table {
  const found = findColumn(table, column);
  if (!found) return table;
  const { codes, texts } = textColumn(found);
  const wanted = texts.indexOf(group);
  const kept = new BitSet(table.rowCount);
  for (let row = 0; row < table.rowCount; row++) if (codes[row] === wanted) kept.add(row);
  return keepRows(table, kept);
}

/** The values of a group column in order of appearance, with how many rows have each. Blank is no group. */
export function groupsOf(table: Table, column: string): { name: string; rowCount: number }[] {
  const found = findColumn(table, column);
  if (!found) return [];
  const { codes, texts } = textColumn(found);
  const counts = new Map<number, number>();
  for (const code of codes) if (code !== 0) counts.set(code, (counts.get(code) ?? 0) + 1);
  return [...counts].map(([code, rowCount]) => ({ name: texts[code] ?? '', rowCount }));
}
