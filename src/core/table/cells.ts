import type { Cell } from './column-builder';

/** Does a cell hold something? */
export const isFilled = (cell: Cell): cell is string | number =>
  typeof cell === 'number' || (typeof cell === 'string' && cell.trim() !== '');

/** Is it a number, or digits with marks around them and no letter? */
export const looksNumeric = (cell: Cell): boolean =>
  typeof cell === 'number' || (typeof cell === 'string' && /^[^\p{L}]*\d[^\p{L}]*$/u.test(cell.trim()));

/** How many cells of a record hold something. */
export const filledCount = (cells: readonly Cell[]): number => cells.filter(isFilled).length;
