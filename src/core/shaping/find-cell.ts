import { BitSet } from '../table/bit-set';
import { cellText, textColumn } from '../table/column';
import type { Table } from '../table/table';

/** A cell by its place in the table. */
export interface CellPlace {
  readonly row: number;
  readonly column: number;
}

/** What is looked for. */
export interface Search {
  readonly text: string;
  readonly whole: boolean;
  readonly matchCase: boolean;
}

/** Cells that hold a text: how many, and the next one after a cell, by rows; null where there is none. */
export function findCells(
  table: Table,
  search: Search,
  after: CellPlace | null,
): { count: number; next: CellPlace | null } {
  if (search.text === '') return { count: 0, next: null };
  const wanted = search.matchCase ? search.text : search.text.toLowerCase();
  const hits = table.columns.map((column) => {
    const { texts, codes } = textColumn(column);
    const found = new Uint8Array(texts.length);
    texts.forEach((text, code) => {
      const shown = search.matchCase ? text : text.toLowerCase();
      if (search.whole ? shown === wanted : shown.includes(wanted)) found[code] = 1;
    });
    const rows = new BitSet(table.rowCount);
    for (let row = 0; row < codes.length; row++) if (found[codes[row] ?? 0] === 1) rows.add(row);
    return rows;
  });
  const count = hits.reduce((sum, rows) => sum + rows.count(), 0);
  return { count, next: count === 0 ? null : nextOf(table, hits, after) };
}

function nextOf(table: Table, hits: readonly BitSet[], after: CellPlace | null): CellPlace | null {
  const width = hits.length;
  const start = after ? after.row * width + after.column + 1 : 0;
  const size = table.rowCount * width;
  for (let i = 0; i < size; i++) {
    const cell = (start + i) % size;
    const [row, column] = [Math.floor(cell / width), cell % width];
    if (hits[column]?.has(row)) return { row, column };
  }
  return null;
}

/** A block of cells as texts, by rows. */
export function blockTexts(table: Table, from: CellPlace, to: CellPlace): string[][] {
  const columns = table.columns.slice(from.column, to.column + 1);
  const rows = Array.from({ length: Math.max(0, to.row - from.row + 1) }, (_, i) => from.row + i);
  return rows.map((row) => columns.map((column) => cellText(column, row)));
}
