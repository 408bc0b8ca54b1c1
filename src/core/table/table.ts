import type { BitSet } from './bit-set';
import { type Column, gather } from './column';

/** A table as it was read: columns, and where each row stands in its file. */
export interface Table {
  readonly columns: readonly Column[];
  readonly rowCount: number;
  /** The record number of each row in its source, from 1 for the first record; see `isAddedRow` for rows made by hand. */
  readonly rowNumbers: Uint32Array;
}

/** Rows that were not in the file are numbered from here. */
export const ADDED_ROWS_FROM = 0x8000_0000;

/** Was the row made by hand, or by a step? */
export function isAddedRow(rowNumber: number): boolean {
  return rowNumber >= ADDED_ROWS_FROM;
}

/** The column of that name, or null. */
export function findColumn(table: Table, name: string): Column | null {
  return table.columns.find((column) => column.name === name) ?? null;
}

/** The table with its rows in another order, or fewer of them; columns are new, names and dictionaries shared. */
export function takeRows(table: Table, rows: Int32Array): Table {
  return {
    columns: table.columns.map((column) => gather(column, rows)),
    rowCount: rows.length,
    rowNumbers: Uint32Array.from(rows, (row) => table.rowNumbers[row] ?? 0),
  };
}

/** The table with only the rows in the set, in the same order; the table itself when that is all of them. */
export function keepRows(table: Table, kept: BitSet): Table {
  const count = kept.count();
  if (count === table.rowCount) return table;
  const rows = new Int32Array(count);
  let at = 0;
  for (let row = 0; row < table.rowCount; row++) if (kept.has(row)) rows[at++] = row;
  return takeRows(table, rows);
}

/** The table with one column in place of the one with the same place. */
export function withColumn(table: Table, index: number, column: Column): Table {
  return { ...table, columns: table.columns.map((each, i) => (i === index ? column : each)) };
}

/** A name that no column has yet: the wanted one, or that with a number behind it. */
export function freeName(wanted: string, taken: ReadonlySet<string>): string {
  let name = wanted;
  for (let copy = 2; taken.has(name); copy++) name = `${wanted} (${copy})`;
  return name;
}
