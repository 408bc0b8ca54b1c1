import { textColumn } from '../table/column';
import { readNumbers } from '../table/number-column';
import { profileTable } from '../table/profile';
import { findColumn, type Table } from '../table/table';
import { distinctPairs, distinctTriples } from './distinct-texts';
import type { Fields } from './fields';
import { isTotalName } from './totals';

/** A column that tells rows of one period and category apart, such as sex, age or unit. */
export interface SubDimension {
  readonly column: string;
  /** Its values in the order of the table. */
  readonly values: readonly string[];
  /** The value that stands for all the others together; null where none does. */
  readonly total: string | null;
  /** How often it equals their sum, of how often both are known; null where its name alone tells. */
  readonly evidence: { readonly equal: number; readonly of: number } | null;
}

/** More values than these are no division that a person would choose from. */
const MOST_VALUES = 60;
const ENOUGH = 0.98;
/** Rows that are looked at for sums. */
const MOST_ROWS = 400_000;

/**
 * The column that tells apart the rows of one period and category; null where none does, or the rows are told apart already.
 */
export function subDimension(table: Table, fields: Fields): SubDimension | null {
  const { period, category, value, parts } = fields;
  if (table.rowCount === 0) return null;
  // With the periods as columns each row is a name; else a period and a name.
  const across = fields.shape === 'periods-across';
  if (fields.shape !== 'long' && !across) return null;
  const told = across ? distinctPairs(table, category, category) : distinctPairs(table, period, category);
  if (told >= table.rowCount * ENOUGH) return null;
  const taken = new Set([period, category, value, parts, fields.second, fields.third, fields.group]);
  const candidates = profileTable(table).filter(
    ({ name, kind, distinctCount, blankCount }) =>
      !taken.has(name) &&
      (kind === 'text' || distinctCount <= MOST_VALUES / 2) &&
      distinctCount > 1 &&
      distinctCount <= MOST_VALUES &&
      blankCount < table.rowCount * 0.1,
  );
  const telling = candidates
    .map(({ name }) => {
      const rows = across ? distinctPairs(table, category, name) : distinctTriples(table, [period, category, name]);
      return { name, share: rows / table.rowCount };
    })
    .sort((a, b) => b.share - a.share)[0];
  if (!telling || telling.share < ENOUGH) return null;
  const column = findColumn(table, telling.name);
  if (!column) return null;
  const values = textColumn(column).texts.filter((text) => text !== '');
  const found = across ? null : totalAmong(table, fields, telling.name);
  const named = values.find(isTotalName) ?? null;
  return { column: telling.name, values, total: found?.value ?? named, evidence: found };
}

/** The value of a column whose rows are the sums of the other rows of their period and category; null where there is none. */
export function totalAmong(
  table: Table,
  { period, category, value }: Pick<Fields, 'period' | 'category' | 'value'>,
  name: string,
): { readonly value: string; readonly equal: number; readonly of: number } | null {
  const columns = [period, category, name].map((each) => findColumn(table, each));
  const numbers = findColumn(table, value);
  const [periods, categories, divided] = columns.map((column) => column && textColumn(column));
  if (!periods || !categories || !divided || !numbers || table.rowCount > MOST_ROWS) return null;
  const { decimal } = profileTable(table).find((profile) => profile.name === value)?.numbers ?? { decimal: 'point' };
  const { values } = readNumbers(numbers, decimal);
  const sums = new Map<number, { sum: number; count: number }>();
  const cellOf = (row: number) => (periods.codes[row] ?? 0) * categories.texts.length + (categories.codes[row] ?? 0);
  for (let row = 0; row < table.rowCount; row++) {
    const each = values[row] ?? Number.NaN;
    if (Number.isNaN(each)) continue;
    const cell = cellOf(row);
    const known = sums.get(cell) ?? { sum: 0, count: 0 };
    known.sum += each;
    known.count++;
    sums.set(cell, known);
  }
  const equal = new Uint32Array(divided.texts.length);
  const of = new Uint32Array(divided.texts.length);
  for (let row = 0; row < table.rowCount; row++) {
    const [each, code] = [values[row] ?? Number.NaN, divided.codes[row] ?? 0];
    const whole = sums.get(cellOf(row));
    // With two rows each is the sum of the other where they are alike; that tells nothing.
    if (Number.isNaN(each) || each === 0 || !whole || whole.count < 3) continue;
    of[code] = (of[code] ?? 0) + 1;
    if (Math.abs(whole.sum - 2 * each) <= Math.abs(each) * 0.005) equal[code] = (equal[code] ?? 0) + 1;
  }
  const code = of.findIndex((count, i) => count >= 3 && (equal[i] ?? 0) >= count * 0.9);
  const text = divided.texts[code];
  return code > 0 && text ? { value: text, equal: equal[code] ?? 0, of: of[code] ?? 0 } : null;
}
