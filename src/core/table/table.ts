import type { Column } from './column';

/** A table as it was read: columns of text, and where each row stands in its file. */
export interface Table {
  readonly columns: readonly Column[];
  readonly rowCount: number;
  /** The record number of each row in its source, from 1 for the header line. */
  readonly rowNumbers: Uint32Array;
}

/** The column of that name, or null. */
export function findColumn(table: Table, name: string): Column | null {
  return table.columns.find((column) => column.name === name) ?? null;
}
