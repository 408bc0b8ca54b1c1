import { cellText } from '../table/column';
import { ADDED_ROWS_FROM, findColumn, freeName, type Table } from '../table/table';
import type { CellEdit, StepPlan } from './steps/step';

/** What a block of cells becomes when it is put into a grid: cells to edit, and rows and columns that it needs besides. */
export interface PlannedEdits {
  readonly plans: readonly StepPlan[];
  readonly cellCount: number;
}

/** The most cells that one paste may change by hand; more belongs into a file. */
export const MAX_PASTED_CELLS = 200_000;

/** The lowest number that no row of the table has yet, for a row made by hand. */
export function nextAddedNumber(table: Table): number {
  let highest = ADDED_ROWS_FROM - 1;
  for (const number of table.rowNumbers) if (number > highest) highest = number;
  return highest + 1;
}

/**
 * Plans to put a block of texts into a grid, the first of them at a cell. Rows and columns that the grid lacks are
 * added. Cells that already hold their text are left alone.
 *
 * @param texts Rows of texts; a row may be shorter than another.
 */
export function planBlock(
  table: Table,
  top: number,
  left: number,
  texts: readonly (readonly string[])[],
): PlannedEdits {
  const width = texts.reduce((most, row) => Math.max(most, row.length), 0);
  const plans: StepPlan[] = [];
  const names = table.columns.map(({ name }) => name);
  for (let column = names.length; column < left + width; column++) {
    const name = freeName(`Column ${column + 1}`, new Set(names));
    plans.push({ kind: 'add-column', column: name, before: '' });
    names.push(name);
  }
  const missing = Math.max(0, top + texts.length - table.rowCount);
  const first = nextAddedNumber(table);
  const added = Array.from({ length: missing }, (_, i) => first + i);
  if (missing > 0) plans.push({ kind: 'add-rows', before: null, numbers: added });
  const cells: CellEdit[] = [];
  texts.forEach((row, r) => {
    const place = top + r;
    const number = table.rowNumbers[place] ?? added[place - table.rowCount] ?? 0;
    row.forEach((text, c) => {
      const column = names[left + c] ?? '';
      const found = place < table.rowCount ? findColumn(table, column) : null;
      const was = found ? cellText(found, place) : '';
      if (was !== text.trim()) cells.push({ row: number, column, was, text: text.trim() });
    });
  });
  if (cells.length > 0) plans.push({ kind: 'edit-cells', cells });
  return { plans, cellCount: cells.length };
}
