import type { Table } from '../table/table';
import type { Fields } from './fields';
import { type Measures, measuresOf } from './measure-headers';

/** Tables do not change, so what was found in one holds for it. */
const found = new WeakMap<Table, Map<string, Measures | null>>();

/** The measures that the columns of a wide table hold; null where they hold a single one. Looked for once for each table. */
export function measuresOfTable(table: Table, fields: Fields): Measures | null {
  const { shape, period, category, group, colour, picture, parts } = fields;
  const described = shape === 'periods-across' ? [category, group, colour, picture] : [period, group];
  const key = JSON.stringify([shape, parts, described]);
  const known = found.get(table) ?? new Map<string, Measures | null>();
  found.set(table, known);
  if (!known.has(key)) {
    const columns = table.columns.filter(({ name }) => !described.includes(name));
    known.set(key, measuresOf(fields, columns));
  }
  return known.get(key) ?? null;
}

export type { Measures } from './measure-headers';
