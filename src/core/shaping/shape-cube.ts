import { type Column, cellText } from '../table/column';
import { type Outcome, refuse, shorten } from '../table/issue';
import { type NumberReading, readNumber } from '../table/number-text';
import { type PeriodKind, type PeriodReading, recognisePeriods } from '../table/period-text';
import { profileColumn } from '../table/profile';
import { IssueList } from '../table/reader';
import { findColumn, type Table } from '../table/table';
import type { Cube, Period } from './cube';
import { type Fields, fieldsOfShape } from './fields';

/** A cell of the cube on its way there: which period and category, and where it came from. */
interface Entry {
  readonly row: number;
  readonly period: number;
  readonly category: number;
  readonly column: Column;
}

/** The most cells a cube may have; beyond it a browser tab runs out of memory. */
export const MAX_CUBE_CELLS = 60_000_000;

const periodWords: Record<PeriodKind, string> = {
  year: 'a year',
  month: 'a month such as 2004-08',
  day: 'a day such as 2004-08-01',
  time: 'a date with a time',
  text: 'a period',
};

/**
 * Turns a table into values by period and category. Several rows for one period and category are added up, and
 * that is said; cells that cannot be read are left absent and listed one by one.
 */
export function shapeCube(table: Table, fields: Fields): Outcome<Cube> {
  if (fieldsOfShape[fields.shape].every((role) => fields[role] === '')) return noLayout(table);
  for (const role of fieldsOfShape[fields.shape]) {
    if (findColumn(table, fields[role])) continue;
    const message = fields[role]
      ? `There is no column called “${shorten(fields[role], 40)}” to take the ${role} from. Choose another one in Shape.`
      : `No column is chosen for the ${role}. Choose one in Shape.`;
    return refuse(`no-${role}-column`, message);
  }
  const list = new IssueList();
  const axis = fields.shape === 'periods-across' ? periodsFromHeaders(table) : periodsFromColumn(table, fields, list);
  if (axis.periods.length === 0) {
    return refuse('no-periods', 'No period could be read. Choose the column that holds the years or dates in Shape.');
  }
  const names = new NameList();
  const entries = collectEntries(table, fields, axis, names, list);
  if (entries.length === 0) {
    return { ok: false, issues: [...refuse('no-values', noValues(fields)).issues, ...list.finish()] };
  }
  if (axis.periods.length * names.names.length > MAX_CUBE_CELLS) {
    const size = `${axis.periods.length} periods by ${names.names.length} categories`;
    return refuse('too-large', `${size} is more than fits in memory. Keep fewer categories or coarser periods.`);
  }
  const values = fillValues(entries, axis, names, table, list);
  if (values.every(Number.isNaN)) {
    return { ok: false, issues: [...refuse('no-values', noValues(fields)).issues, ...list.finish()] };
  }
  const cube = { kind: axis.kind, periods: axis.periods, categories: names.names, values };
  return { ok: true, value: cube, issues: list.finish() };
}

/** Nothing was recognised: says what the table would need. */
function noLayout(table: Table) {
  const what =
    table.columns.length === 1
      ? 'The table has a single column.'
      : table.columns.some((column) => profileColumn(column).numberShare >= 0.5)
        ? 'No column of names or periods stands beside the numbers.'
        : 'No column holds numbers.';
  const need =
    'A chart needs periods (years or dates) and numbers, and usually names. Choose columns in Shape, or another file in Gather.';
  return refuse('no-layout', `${what} ${need}`);
}

function noValues(fields: Fields): string {
  return fields.shape === 'long'
    ? `The column “${shorten(fields.value, 40)}” has no number that can be read. Choose the column with the values in Shape.`
    : 'No column has a number that can be read. The table needs at least one number for each period.';
}

interface PeriodAxis {
  readonly kind: PeriodKind;
  readonly periods: Period[];
  /** Period of each row, or of each column when periods stand across; -1 where it could not be read. */
  readonly indexOf: Int32Array;
}

function periodsFromColumn(table: Table, fields: Fields, list: IssueList): PeriodAxis {
  const column = findColumn(table, fields.period) as Column;
  const texts = Array.from(column.codes, (code) => column.texts[code] ?? '');
  const axis = buildAxis(texts, profileColumn(column).periodShare >= 0.5);
  texts.forEach((raw, row) => {
    if ((axis.indexOf[row] ?? -1) >= 0) return;
    const what = raw === '' ? 'is blank' : `is not ${periodWords[axis.kind]}`;
    list.add({
      code: 'unreadable-period',
      severity: 'warning',
      row: table.rowNumbers[row] ?? 0,
      column: column.name,
      raw: shorten(raw),
      message: `This cell ${what}, so its row is left out.`,
    });
  });
  return axis;
}

function periodsFromHeaders(table: Table): PeriodAxis {
  return buildAxis(
    table.columns.map((column) => column.name),
    true,
  );
}

/** Orders the distinct periods; dated ones by time, text ones as they come. */
function buildAxis(texts: readonly string[], dated: boolean): PeriodAxis {
  const recogniser = dated ? recognisePeriods([...new Set(texts)])?.recogniser : undefined;
  const readings = new Map<string, PeriodReading | null>();
  const byKey = new Map<string, Period>();
  for (const text of texts) {
    if (readings.has(text)) continue;
    const order = { key: text, instantMs: 0, spacing: byKey.size };
    const reading = recogniser ? recogniser.read(text) : text === '' ? null : order;
    readings.set(text, reading);
    if (!reading || byKey.has(reading.key)) continue;
    byKey.set(reading.key, { ...reading, instantMs: recogniser ? reading.instantMs : null });
  }
  const periods = [...byKey.values()].sort((a, b) => a.spacing - b.spacing);
  const place = new Map(periods.map((period, index) => [period.key, index]));
  const indexOf = Int32Array.from(texts, (text) => place.get(readings.get(text)?.key ?? '') ?? -1);
  return { kind: recogniser?.kind ?? 'text', periods, indexOf };
}

/** Category names in the order in which they first come. */
class NameList {
  readonly names: string[] = [];
  private readonly places = new Map<string, number>();

  place(name: string): number {
    const known = this.places.get(name);
    if (known !== undefined) return known;
    this.places.set(name, this.names.length);
    this.names.push(name);
    return this.names.length - 1;
  }
}

function collectEntries(table: Table, fields: Fields, axis: PeriodAxis, names: NameList, list: IssueList): Entry[] {
  if (fields.shape === 'long') return longEntries(table, fields, axis, names, list);
  if (fields.shape === 'periods-down') return downEntries(table, fields, axis, names, list);
  return acrossEntries(table, fields, axis, names, list);
}

function longEntries(table: Table, fields: Fields, axis: PeriodAxis, names: NameList, list: IssueList): Entry[] {
  const category = findColumn(table, fields.category) as Column;
  const column = findColumn(table, fields.value) as Column;
  const entries: Entry[] = [];
  for (let row = 0; row < table.rowCount; row++) {
    const period = axis.indexOf[row] ?? -1;
    if (period < 0) continue;
    const name = categoryOf(category, row, table, list);
    if (name !== '') entries.push({ row, period, category: names.place(name), column });
  }
  return entries;
}

function downEntries(table: Table, fields: Fields, axis: PeriodAxis, names: NameList, list: IssueList): Entry[] {
  const entries: Entry[] = [];
  for (const column of table.columns) {
    if (column.name === fields.period) continue;
    if (profileColumn(column).numberShare < 0.5) {
      const message = 'Fewer than half of the cells in this column are numbers, so it is left out.';
      list.add({ code: 'column-left-out', severity: 'note', row: 1, column: shorten(column.name), raw: '', message });
      continue;
    }
    const category = names.place(column.name);
    for (let row = 0; row < table.rowCount; row++) {
      const period = axis.indexOf[row] ?? -1;
      if (period >= 0) entries.push({ row, period, category, column });
    }
  }
  return entries;
}

function acrossEntries(table: Table, fields: Fields, axis: PeriodAxis, names: NameList, list: IssueList): Entry[] {
  const category = findColumn(table, fields.category) as Column;
  const entries: Entry[] = [];
  for (let row = 0; row < table.rowCount; row++) {
    const name = categoryOf(category, row, table, list);
    if (name === '') continue;
    const place = names.place(name);
    table.columns.forEach((column, index) => {
      const period = axis.indexOf[index] ?? -1;
      if (period >= 0 && column !== category) entries.push({ row, period, category: place, column });
    });
  }
  return entries;
}

function categoryOf(column: Column, row: number, table: Table, list: IssueList): string {
  const name = cellText(column, row);
  if (name === '') {
    list.add({
      code: 'blank-category',
      severity: 'warning',
      row: table.rowNumbers[row] ?? 0,
      column: column.name,
      raw: '',
      message: 'This row names no category, so it is left out.',
    });
  }
  return name;
}

function fillValues(entries: readonly Entry[], axis: PeriodAxis, names: NameList, table: Table, list: IssueList) {
  const values = new Float64Array(axis.periods.length * names.names.length).fill(Number.NaN);
  const readings = new Map<Column, NumberReading[]>();
  for (const { row, period, category, column } of entries) {
    let known = readings.get(column);
    if (!known) {
      known = column.texts.map(readNumber);
      readings.set(column, known);
    }
    const reading = known[column.codes[row] ?? 0];
    const place = { row: table.rowNumbers[row] ?? 0, column: column.name, raw: shorten(cellText(column, row)) };
    if (reading?.kind === 'unreadable') {
      const message =
        'This cell cannot be read as a number, so its value is absent. Write a plain number such as 1234.5.';
      list.add({ code: 'unreadable-number', severity: 'warning', ...place, message });
    }
    if (reading?.kind !== 'value') continue;
    const cell = period * names.names.length + category;
    const before = values[cell] ?? Number.NaN;
    const sum = Number.isNaN(before) ? reading.value : before + reading.value;
    if (Number.isFinite(sum)) values[cell] = sum;
    if (Number.isNaN(before)) continue;
    const where = `${shorten(names.names[category] ?? '', 40)} in ${axis.periods[period]?.key}`;
    const message = Number.isFinite(sum)
      ? `Another row for ${where}; the values are added up.`
      : `Another row for ${where}; the sum is too large for a number, so this row is left out.`;
    list.add({ code: 'repeated-row', severity: 'warning', ...place, message });
  }
  return values;
}
