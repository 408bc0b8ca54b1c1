import { blankColumn } from './column';
import type { Table } from './table';

const BLANK_ROWS = 30;

/** An empty table to type values into.. */
export function blankTable(): Table {
  const columns = ['Period', 'Category', 'Value'].map((name) => blankColumn(name, BLANK_ROWS));
  const rowNumbers = Uint32Array.from({ length: BLANK_ROWS }, (_, row) => row + 2);
  return { columns, rowCount: BLANK_ROWS, rowNumbers };
}
