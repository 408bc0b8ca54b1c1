import { filledShare, gapStatesOf } from '@/core/motion/gap-map';
import { accountOf } from '@/core/shaping/account';
import { compareCubes } from '@/core/shaping/compare-cubes';
import { type Cube, copyCube } from '@/core/shaping/cube';
import { type Fields, noFields } from '@/core/shaping/fields';
import { blockTexts, findCells } from '@/core/shaping/find-cell';
import { findSuspicious } from '@/core/shaping/findings';
import { furtherChoices } from '@/core/shaping/further-choices';
import { rankPeriods, summarisePeriods } from '@/core/shaping/period-ranks';
import { nextAddedNumber, planBlock } from '@/core/shaping/plan-edits';
import { groupsOf, Preparer } from '@/core/shaping/preparation';
import { readSources } from '@/core/shaping/read-sources';
import { recogniseShapes } from '@/core/shaping/recognise-shape';
import { placeOfRow } from '@/core/shaping/steps/hand-steps';
import { inOrder, isHandStep, isSeriesStep, type Step } from '@/core/shaping/steps/step';
import { suggestNext, understand } from '@/core/shaping/understand';
import { type Column, cellText, textColumn } from '@/core/table/column';
import { profileTable } from '@/core/table/profile';
import type { ReadTable } from '@/core/table/reader';
import { findColumn, type Table } from '@/core/table/table';
import { writeShaped } from '@/export/data/shaped-table';
import { buildScript } from './build-script';
import type { ChartPlace, ColumnSummary, GridSummary, TableWorkerApi, View } from './protocol';
import { sortRanks } from './sort-ranks';

const SHOWN_CHARACTERS = 200;
const LISTED_VALUES = 2000;

/** A table that is open: its cells, and what its steps made of them. */
interface OpenTable {
  readonly read: ReadTable;
  readonly preparer: Preparer;
}

/** What was last made of a table for a chart. */
interface Shaped {
  readonly tableId: string;
  readonly fields: Fields;
  readonly group: string;
  readonly steps: readonly Step[];
  readonly cube: Cube | null;
}

/** The tables of a project side by side, and what each chart makes of its own. What the worker that reads tables does, without its thread. */
export class TableDesk implements TableWorkerApi {
  private readonly tables = new Map<string, OpenTable>();
  private readonly shaped = new Map<string, Shaped>();
  /** By chart: its values before a refresh, to compare with. */
  private readonly remembered = new Map<string, Cube>();

  buildScript = buildScript;

  async open(...[tableId, sources, onProgress]: Parameters<TableWorkerApi['open']>) {
    const outcome = await readSources(sources, (share) => void onProgress(share));
    if (!outcome.ok) return outcome;
    const read = outcome.value;
    this.tables.set(tableId, { read, preparer: new Preparer(read.table, read.decimalHint, read.joined) });
    for (const [chartId, shaped] of this.shaped) if (shaped.tableId === tableId) this.shaped.delete(chartId);
    const { guesses, steps } = understand(read);
    const { readAs, sheets, sheet, encoding, samples = [], delimiter, headerRow } = read;
    const how = { readAs, sheets, sheet, encoding, samples, delimiter, headerRow };
    const value = { ...summaryOf(read.table, read), ...how, issues: outcome.issues, guesses, safeSteps: steps };
    return { ok: true as const, value, issues: [] };
  }

  async keep(tableIds: readonly string[]) {
    for (const id of this.tables.keys()) if (!tableIds.includes(id)) this.tables.delete(id);
    for (const [chartId, { tableId }] of this.shaped) if (!this.tables.has(tableId)) this.shaped.delete(chartId);
  }

  async prepare(...[place, steps, fields, group]: Parameters<TableWorkerApi['prepare']>) {
    const open = this.tables.get(place.tableId);
    if (!open) throw new Error('prepare: the table is not open');
    const { preparer, read } = open;
    const prepared = preparer.prepare(steps, fields, group);
    const { outcome, reports } = prepared;
    const cube = outcome.ok ? outcome.value : null;
    this.shaped.set(place.chartId, { tableId: place.tableId, fields, group, steps, cube });
    const { table } = preparer.tableAfter(steps);
    const grid = preparer.tableAfter(steps.filter(isHandStep)).table;
    return {
      // A copy: the receiver takes its values away.
      outcome: outcome.ok ? { ...outcome, value: copyCube(outcome.value) } : outcome,
      reports,
      grid: summaryOf(grid, read),
      prepared: summaryOf(table, read),
      suggestions: suggestNext(preparer, steps, fields, prepared),
      groups: fields.group === '' ? [] : groupsOf(table, fields.group).slice(0, LISTED_VALUES),
      guesses: recogniseShapes(table, read.decimalHint),
      further: furtherChoices({ table, fields, joined: read.joined ?? [], decimalHint: read.decimalHint }),
      periodWhy: preparer.periodWhy(fields, table) ?? '',
      filled: cube ? filledShare(cube) : { filled: 0, shown: 0 },
      account: accountOf({ read, preparer, steps, fields, cube }),
    };
  }

  async valuesOfGroup(...[place, steps, fields, group]: Parameters<TableWorkerApi['valuesOfGroup']>) {
    const { outcome } = this.openAt(place).preparer.prepare(steps, fields, group);
    return outcome.ok ? { ...outcome, value: copyCube(outcome.value) } : outcome;
  }

  async remember({ chartId }: ChartPlace) {
    const cube = this.shaped.get(chartId)?.cube;
    if (cube) this.remembered.set(chartId, cube);
    else this.remembered.delete(chartId);
  }

  async changes({ chartId }: ChartPlace) {
    const [before, now] = [this.remembered.get(chartId), this.shaped.get(chartId)?.cube];
    return before && now ? compareCubes(before, now) : null;
  }

  async valuesAfter(place: ChartPlace, stepId: string) {
    const { preparer, steps: all, fields, group } = this.openAt(place);
    const ordered = inOrder(all);
    const at = ordered.findIndex(({ id }) => id === stepId);
    // Combining is part of reading the values, so it stays even when it stands after the step.
    const steps = ordered.filter((step, i) => i <= at || !isSeriesStep(step) || step.kind === 'combine');
    const { outcome } = preparer.prepare(steps, fields, group);
    return outcome.ok ? copyCube(outcome.value) : null;
  }

  async summary(place: ChartPlace, view: View) {
    const table = this.viewed(place, view);
    return table ? summaryOf(table, this.openAt(place).read) : { columns: [], rowCount: 0 };
  }

  async cells(...[place, view, [rowFrom, rowTo], [columnFrom, columnTo]]: Parameters<TableWorkerApi['cells']>) {
    const table = this.viewed(place, view);
    const shown = table?.columns.slice(columnFrom, columnTo) ?? [];
    const rows = Array.from({ length: Math.max(0, rowTo - rowFrom) }, (_, i) => rowFrom + i);
    return {
      cells: rows.map((row) => shown.map((column) => cellText(column, row).slice(0, SHOWN_CHARACTERS))),
      rowNumbers: rows.map((row) => table?.rowNumbers[row] ?? 0),
    };
  }

  async placeOfRow(place: ChartPlace, view: View, rowNumber: number) {
    const table = this.viewed(place, view);
    return table ? placeOfRow(table, rowNumber) : -1;
  }

  async planBlock(...[place, top, left, texts]: Parameters<TableWorkerApi['planBlock']>) {
    const table = this.grid(place);
    return table ? planBlock(table, top, left, texts) : { plans: [], cellCount: 0 };
  }

  async rowNumbers(place: ChartPlace, from: number, to: number) {
    return Array.from(this.grid(place)?.rowNumbers.slice(from, to) ?? []);
  }

  async nextAddedNumber(place: ChartPlace) {
    const table = this.grid(place);
    return table ? nextAddedNumber(table) : 0;
  }

  async blockTexts(...[place, from, to]: Parameters<TableWorkerApi['blockTexts']>) {
    const table = this.grid(place);
    return table ? blockTexts(table, from, to) : [];
  }

  async find(...[place, search, after]: Parameters<TableWorkerApi['find']>) {
    const table = this.grid(place);
    return table ? findCells(table, search, after) : { count: 0, next: null };
  }

  async valuesOf(place: ChartPlace, column: string, beforeStep: string | null) {
    if (!this.tables.has(place.tableId)) return [];
    const { preparer, steps } = this.openAt(place);
    const ordered = inOrder(steps);
    const at = beforeStep === null ? -1 : ordered.findIndex(({ id }) => id === beforeStep);
    const { table } = preparer.tableAfter(at < 0 ? ordered : ordered.slice(0, at));
    const found = findColumn(table, column);
    return found ? countTexts(found) : [];
  }

  async look(...[place, order, sortBy, descending]: Parameters<TableWorkerApi['look']>) {
    const cube = this.shaped.get(place.chartId)?.cube;
    const table = this.viewed(place, { kind: 'prepared' });
    if (!cube || !table) return null;
    const ranks = sortRanks(rankPeriods(cube, order), cube, sortBy, descending);
    return { ranks, summaries: summarisePeriods(cube, order), findings: findSuspicious(table, cube) };
  }

  async writeShaped(...[{ chartId }, format]: Parameters<TableWorkerApi['writeShaped']>) {
    const cube = this.shaped.get(chartId)?.cube;
    return cube ? writeShaped(cube, format) : null;
  }

  async gapStates(...[{ chartId }, gaps, categories]: Parameters<TableWorkerApi['gapStates']>) {
    const cube = this.shaped.get(chartId)?.cube;
    const letters = { known: 'k', bridged: 'b', carried: 'c', zero: 'z', absent: 'a', outside: 'o' };
    return categories.map((c) => (cube ? gapStatesOf(cube, c, gaps) : []).map((state) => letters[state]).join(''));
  }

  /** A table with what its chart makes of it; nothing yet for a chart that was not prepared. */
  private openAt({ tableId, chartId }: ChartPlace): OpenTable & Omit<Shaped, 'tableId'> {
    const open = this.tables.get(tableId);
    if (!open) throw new Error('The table is not open.');
    const shaped = this.shaped.get(chartId);
    const own = shaped?.tableId === tableId ? shaped : { fields: noFields, group: '', steps: [], cube: null };
    return { ...open, ...own };
  }

  private viewed(place: ChartPlace, view: View): Table | null {
    if (!this.tables.has(place.tableId)) return null;
    const { preparer, steps } = this.openAt(place);
    if (view.kind === 'grid') return preparer.tableAfter(steps.filter(isHandStep)).table;
    if (view.kind === 'prepared') return preparer.tableAfter(steps).table;
    const ordered = inOrder(steps);
    const at = ordered.findIndex(({ id }) => id === view.id);
    return preparer.tableAfter(ordered.slice(0, at + 1)).table;
  }

  private grid(place: ChartPlace): Table | null {
    return this.viewed(place, { kind: 'grid' });
  }
}

function summaryOf(table: Table, read: ReadTable): GridSummary {
  const profiles = profileTable(table, read.decimalHint);
  const columns = table.columns.map((column, i): ColumnSummary => {
    const { name, kind, distinctCount, blankCount, period, numbers } = profiles[i] as (typeof profiles)[number];
    const why = kind === 'period' ? (period?.why ?? '') : kind === 'number' ? numbers.why : '';
    const twoHeaders = column.headers !== undefined;
    return { name, kind, distinctCount, blankCount, longest: longestOf(column), why, twoHeaders };
  });
  return { columns, rowCount: table.rowCount };
}

function longestOf(column: Column): number {
  if (column.kind === 'number') return 14;
  return column.texts.slice(0, 400).reduce((most, text) => Math.max(most, text.length), 0);
}

function countTexts(column: Column): { text: string; count: number }[] {
  const { texts, codes } = textColumn(column);
  const counts = new Uint32Array(texts.length);
  for (const code of codes) counts[code] = (counts[code] ?? 0) + 1;
  return texts
    .map((text, code) => ({ text, count: counts[code] ?? 0 }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count)
    .slice(0, LISTED_VALUES);
}
