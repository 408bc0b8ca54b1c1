import * as Comlink from 'comlink';
import { gapStatesOf } from '@/core/motion/gap-map';
import { compareCubes } from '@/core/shaping/compare-cubes';
import type { Cube } from '@/core/shaping/cube';
import { type Fields, noFields } from '@/core/shaping/fields';
import { blockTexts, findCells } from '@/core/shaping/find-cell';
import { findSuspicious } from '@/core/shaping/findings';
import { type PeriodRanks, rankPeriods, summarisePeriods } from '@/core/shaping/period-ranks';
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
import type { ColumnSummary, GridSummary, RankColumn, TableWorkerApi, View } from './protocol';

const SHOWN_CHARACTERS = 200;
const LISTED_VALUES = 2000;

/** The open table, and what was last made of it. */
interface Open {
  readonly read: ReadTable;
  readonly preparer: Preparer;
  fields: Fields;
  group: string;
  steps: readonly Step[];
  cube: Cube | null;
}

let open: Open | null = null;
/** The values before a refresh, to compare with. */
let remembered: Cube | null = null;

function summaryOf(table: Table): GridSummary {
  const profiles = profileTable(table, open?.read.decimalHint ?? null);
  const columns = table.columns.map((column, i): ColumnSummary => {
    const { name, kind, distinctCount, blankCount, period, numbers } = profiles[i] as (typeof profiles)[number];
    const why = kind === 'period' ? (period?.why ?? '') : kind === 'number' ? numbers.why : '';
    return { name, kind, distinctCount, blankCount, longest: longestOf(column), why };
  });
  return { columns, rowCount: table.rowCount };
}

function longestOf(column: Column): number {
  if (column.kind === 'number') return 14;
  return column.texts.slice(0, 400).reduce((most, text) => Math.max(most, text.length), 0);
}

function viewed(view: View): Table | null {
  if (!open) return null;
  const { preparer, steps } = open;
  if (view.kind === 'grid') return preparer.tableAfter(steps.filter(isHandStep)).table;
  if (view.kind === 'prepared') return preparer.tableAfter(steps).table;
  const ordered = inOrder(steps);
  const { id: wanted } = view;
  const place = ordered.findIndex(({ id }) => id === wanted);
  return preparer.tableAfter(ordered.slice(0, place + 1)).table;
}

const api: TableWorkerApi = {
  async open(sources, onProgress) {
    const outcome = await readSources(sources, (share) => void onProgress(share));
    if (!outcome.ok) return outcome;
    const read = outcome.value;
    open = {
      read,
      preparer: new Preparer(read.table, read.decimalHint),
      steps: [],
      fields: noFields,
      group: '',
      cube: null,
    };
    const { guesses, steps } = understand(read);
    const { readAs, sheets, sheet, encoding, delimiter, headerRow } = read;
    const how = { readAs, sheets, sheet, encoding, delimiter, headerRow };
    const value = { ...summaryOf(read.table), ...how, issues: outcome.issues, guesses, safeSteps: steps };
    return { ok: true, value, issues: [] };
  },

  async prepare(steps, fields, group) {
    if (!open) throw new Error('prepare: no table is open');
    const { preparer } = open;
    Object.assign(open, { steps, fields, group });
    const prepared = preparer.prepare(steps, fields, group);
    const { outcome, reports } = prepared;
    open.cube = outcome.ok ? outcome.value : null;
    const { table } = preparer.tableAfter(steps);
    const grid = preparer.tableAfter(steps.filter(isHandStep)).table;
    const report = {
      outcome: outcome.ok ? { ...outcome, value: { ...outcome.value, values: outcome.value.values.slice() } } : outcome,
      reports,
      grid: summaryOf(grid),
      prepared: summaryOf(table),
      suggestions: suggestNext(preparer, steps, fields, prepared),
      groups: fields.group === '' ? [] : groupsOf(table, fields.group).slice(0, LISTED_VALUES),
      guesses: recogniseShapes(table, open.read.decimalHint),
      periodWhy: preparer.periodWhy(fields, table) ?? '',
    };
    return report.outcome.ok ? Comlink.transfer(report, [report.outcome.value.values.buffer as ArrayBuffer]) : report;
  },

  async remember() {
    remembered = open?.cube ?? null;
  },

  async changes() {
    return remembered && open?.cube ? compareCubes(remembered, open.cube) : null;
  },

  async valuesAfter(stepId) {
    if (!open) return null;
    const ordered = inOrder(open.steps);
    const place = ordered.findIndex(({ id }) => id === stepId);
    // Combining is part of reading the values, so it stays even when it stands after the step.
    const steps = ordered.filter((step, i) => i <= place || !isSeriesStep(step) || step.kind === 'combine');
    const { outcome } = open.preparer.prepare(steps, open.fields, open.group);
    if (!outcome.ok) return null;
    const cube = { ...outcome.value, values: outcome.value.values.slice() };
    return Comlink.transfer(cube, [cube.values.buffer as ArrayBuffer]);
  },

  async summary(view) {
    const table = viewed(view);
    return table ? summaryOf(table) : { columns: [], rowCount: 0 };
  },

  async cells(view, [rowFrom, rowTo], [columnFrom, columnTo]) {
    const table = viewed(view);
    const shown = table?.columns.slice(columnFrom, columnTo) ?? [];
    const rows = Array.from({ length: Math.max(0, rowTo - rowFrom) }, (_, i) => rowFrom + i);
    return {
      cells: rows.map((row) => shown.map((column) => cellText(column, row).slice(0, SHOWN_CHARACTERS))),
      rowNumbers: rows.map((row) => table?.rowNumbers[row] ?? 0),
    };
  },

  async placeOfRow(view, rowNumber) {
    const table = viewed(view);
    return table ? placeOfRow(table, rowNumber) : -1;
  },

  async planBlock(top, left, texts) {
    const table = viewed({ kind: 'grid' });
    return table ? planBlock(table, top, left, texts) : { plans: [], cellCount: 0 };
  },

  async rowNumbers(from, to) {
    return Array.from(viewed({ kind: 'grid' })?.rowNumbers.slice(from, to) ?? []);
  },

  async nextAddedNumber() {
    const table = viewed({ kind: 'grid' });
    return table ? nextAddedNumber(table) : 0;
  },

  async blockTexts(from, to) {
    const table = viewed({ kind: 'grid' });
    return table ? blockTexts(table, from, to) : [];
  },

  async find(search, after) {
    const table = viewed({ kind: 'grid' });
    return table ? findCells(table, search, after) : { count: 0, next: null };
  },

  async valuesOf(column, beforeStep) {
    if (!open) return [];
    const ordered = inOrder(open.steps);
    const place = beforeStep === null ? -1 : ordered.findIndex(({ id }) => id === beforeStep);
    const { table } = open.preparer.tableAfter(place < 0 ? ordered : ordered.slice(0, place));
    const found = findColumn(table, column);
    return found ? countTexts(found) : [];
  },

  async look(order, sortBy, descending) {
    const cube = open?.cube;
    const table = viewed({ kind: 'prepared' });
    if (!cube || !table) return null;
    const ranks = sortRanks(rankPeriods(cube, order), cube, sortBy, descending);
    const report = { ranks, summaries: summarisePeriods(cube, order), findings: findSuspicious(table, cube) };
    return Comlink.transfer(
      report,
      Object.values(ranks).map((array) => array.buffer as ArrayBuffer),
    );
  },

  async writeShaped(format) {
    if (!open?.cube) return null;
    const bytes = await writeShaped(open.cube, format);
    return Comlink.transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },

  async gapStates(gaps, categories) {
    const cube = open?.cube;
    const letters = { known: 'k', bridged: 'b', carried: 'c', zero: 'z', absent: 'a', outside: 'o' };
    return categories.map((c) => (cube ? gapStatesOf(cube, c, gaps) : []).map((state) => letters[state]).join(''));
  },
};

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

/** The rows of the table of ranks in another order. */
function sortRanks(ranks: PeriodRanks, cube: Cube, by: RankColumn, descending: boolean): PeriodRanks {
  if (by === 'period' && !descending) return ranks;
  const sign = descending ? -1 : 1;
  const collator = new Intl.Collator('en', { numeric: true });
  const byName = Int32Array.from(cube.categories.keys()).sort((a, b) =>
    collator.compare(cube.categories[a] ?? '', cube.categories[b] ?? ''),
  );
  const nameRank = new Int32Array(byName.length);
  byName.forEach((c, place) => {
    nameRank[c] = place;
  });
  const keys: Float64Array = Float64Array.from(ranks[by], (value) =>
    by === 'category' ? (nameRank[value] ?? 0) : value,
  );
  const order = Int32Array.from(ranks.period.keys()).sort((a, b) => {
    const [x, y] = [keys[a] ?? 0, keys[b] ?? 0];
    if (Number.isNaN(x) || Number.isNaN(y)) return Number(Number.isNaN(x)) - Number(Number.isNaN(y)) || a - b;
    return sign * (x - y) || a - b;
  });
  const take = <T extends Int32Array | Float64Array>(array: T): T =>
    array.map((_, i) => array[order[i] ?? 0] ?? 0) as T;
  return {
    period: take(ranks.period),
    category: take(ranks.category),
    rank: take(ranks.rank),
    value: take(ranks.value),
    change: take(ranks.change),
    climb: take(ranks.climb),
  };
}

Comlink.expose(api);
