import { type Column, isBlankCell, textColumn } from './column';
import { type NumberNotation, recogniseNumbers, unitsOf } from './number-column';
import { type DecimalMark, readNumber } from './number-text';
import { dateNames } from './periods/compact-periods';
import { type PeriodNotation, recognisePeriods } from './periods/recognise-periods';
import type { Table } from './table';

/** What a column holds, read from all of its cells. */
export interface ColumnProfile {
  readonly name: string;
  /** The likeliest kind; `number` and `period` when at least 80 of 100 distinct cells read so. */
  readonly kind: 'number' | 'period' | 'text' | 'blank';
  /** Share of the distinct cells, blanks aside, that read as a number or as missing, in [0, 1]. */
  readonly numberShare: number;
  /** Share of the distinct cells that read as a period, in [0, 1]. */
  readonly periodShare: number;
  readonly period: PeriodNotation | null;
  readonly numbers: NumberNotation;
  /** For a column of very many different numbers, at least this many. */
  readonly distinctCount: number;
  readonly blankCount: number;
  /** The unit that most of its numbers have: `%`, a currency, or `''`. */
  readonly unit: string;
}

const ENOUGH = 0.8;
const known = new WeakMap<Column, { hint: DecimalMark | null; profile: ColumnProfile }>();

/**
 * Looks at a whole column. Columns never change, so each is looked at once. Cost: O(rows) for blanks, O(distinct
 * cells) for the rest.
 *
 * @param rowNumbers Row numbers of the table, for naming the cells that decide.
 */
export function profileColumn(column: Column, rowNumbers: Uint32Array, hint: DecimalMark | null = null): ColumnProfile {
  const before = known.get(column);
  if (before?.hint === hint) return before.profile;
  const profile = look(column, rowNumbers, hint);
  known.set(column, { hint, profile });
  return profile;
}

function look(column: Column, rowNumbers: Uint32Array, hint: DecimalMark | null): ColumnProfile {
  const numbers = recogniseNumbers(column, hint, (row) => rowNumbers[row] ?? row + 1);
  const rowCount = column.kind === 'text' ? column.codes.length : column.values.length;
  let blankCount = 0;
  for (let row = 0; row < rowCount; row++) if (isBlankCell(column, row)) blankCount++;
  if (column.kind === 'number' && !dateNames.test(column.name)) {
    const given = { name: column.name, kind: 'number', numberShare: 1, periodShare: 0, period: null } as const;
    return { ...given, numbers, distinctCount: Math.min(rowCount, 1 << 14), blankCount, unit: '' };
  }
  const { texts, codes } = textColumn(column);
  let [read, values] = [0, 0];
  for (let code = 1; code < texts.length; code++) {
    const { kind } = readNumber(texts[code] ?? '', numbers.decimal);
    if (kind !== 'unreadable') read++;
    if (kind === 'value') values++;
  }
  const rowOf = (place: number) => rowNumbers[codes.indexOf(place)] ?? 0;
  const period = recognisePeriods(texts, { name: column.name, rowOf });
  const distinct = texts.length - 1;
  const numberShare = values === 0 ? 0 : read / distinct;
  const periodShare = period?.share ?? 0;
  const [unit = ''] = [...unitsOf(column)].sort((a, b) => b[1] - a[1])[0] ?? [];
  const kind = kindOf(distinct, numberShare, periodShare);
  return {
    name: column.name,
    kind,
    numberShare,
    periodShare,
    period,
    numbers,
    distinctCount: distinct,
    blankCount,
    unit,
  };
}

function kindOf(distinct: number, numberShare: number, periodShare: number): ColumnProfile['kind'] {
  if (distinct === 0) return 'blank';
  if (periodShare >= ENOUGH) return 'period';
  return numberShare >= ENOUGH ? 'number' : 'text';
}

/**
 * Looks at all columns. Where a column cannot decide its decimal mark, the others of the table, or else how the file
 * parts its cells, say which is likelier; it stays undecided.
 */
export function profileTable(table: Table, hint: DecimalMark | null = null): readonly ColumnProfile[] {
  const first = table.columns.map((column) => profileColumn(column, table.rowNumbers));
  if (first.every(({ numbers }) => numbers.decided)) return first;
  const sure = first
    .filter(({ numbers }) => numbers.decided && numbers.why !== '')
    .map(({ numbers }) => numbers.decimal);
  const commas = sure.filter((decimal) => decimal === 'comma').length;
  const likelier = sure.length === 0 ? hint : commas * 2 > sure.length ? 'comma' : 'point';
  return table.columns.map((column) => profileColumn(column, table.rowNumbers, likelier));
}
