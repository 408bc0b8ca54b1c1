import { type Column, cellText } from '../table/column';
import { shorten } from '../table/issue';
import type { IssueList } from '../table/reader';
import type { Table } from '../table/table';
import type { PeriodAxis } from './period-axis';

interface RowsInTime {
  readonly table: Table;
  /** The column of the periods. */
  readonly column: Column;
  readonly axis: PeriodAxis;
  /** By row; -1 for none. */
  readonly categoryOf: Int32Array;
}

/**
 * Lists rows that stand out of the order of time among the rows of their category. A file that is wholly newest first
 * is in order; only the few rows that go against the rest are listed. They are sorted into place all the same.
 */
export function noteDisorder({ table, column, axis, categoryOf }: RowsInTime, list: IssueList): void {
  if (axis.kind === 'text') return;
  const rises = countRises(axis, categoryOf);
  const fewer = rises.down <= rises.up ? 'down' : 'up';
  const total = rises.up + rises.down;
  if (rises[fewer] === 0 || rises[fewer] > total * 0.1) return;
  walk(axis, categoryOf, (row, direction) => {
    if (direction !== fewer) return;
    list.addLazily('out-of-order', () => ({
      code: 'out-of-order',
      severity: 'note',
      row: table.rowNumbers[row] ?? 0,
      column: column.name,
      raw: shorten(cellText(column, row)),
      message: 'This row stands out of the order of time; it is sorted into its place.',
    }));
  });
}

function countRises(axis: PeriodAxis, categoryOf: Int32Array): { up: number; down: number } {
  const counts = { up: 0, down: 0 };
  walk(axis, categoryOf, (_, direction) => {
    counts[direction]++;
  });
  return counts;
}

function walk(axis: PeriodAxis, categoryOf: Int32Array, visit: (row: number, direction: 'up' | 'down') => void): void {
  const last = new Int32Array(categoryOf.reduce((most, category) => (category > most ? category : most), 0) + 1).fill(
    -1,
  );
  for (let row = 0; row < categoryOf.length; row++) {
    const category = categoryOf[row] ?? -1;
    const period = axis.indexOf[row] ?? -1;
    if (category < 0 || period < 0) continue;
    const before = last[category] ?? -1;
    if (before >= 0 && before !== period) visit(row, period > before ? 'up' : 'down');
    last[category] = period;
  }
}
