import { isFilled } from './cells';
import type { Cell } from './column-builder';
import { type Issue, shorten } from './issue';

/** A line around the table. */
export function noteIssue(code: 'line-above' | 'note-below', row: number, cells: readonly Cell[]): Issue {
  const raw = shorten(
    cells
      .filter(isFilled)
      .map((cell) => String(cell).trim())
      .join(' '),
  );
  const where = code === 'line-above' ? 'above' : 'below';
  return { code, severity: 'note', row, raw, message: `This line stands ${where} the table and is not read as data.` };
}

/** Another table under the first. */
export function secondTable(row: number, cells: readonly Cell[]): Issue {
  const raw = shorten(cells.filter(isFilled).join(' | '));
  const message = `Another table begins in this line and is not read. To take it instead, choose ${row} under “Header line” in Gather.`;
  return { code: 'second-table', severity: 'warning', row, raw, message };
}

/** A line of more or fewer cells than the names. */
export function raggedLine(row: number, cells: readonly Cell[], expected: number): Issue {
  return {
    code: 'ragged-line',
    severity: 'note',
    row,
    raw: shorten(cells.slice(0, 20).join(' | ')),
    message:
      cells.length < expected
        ? `This line has ${cells.length} of ${expected} cells; the missing ones are read as blank.`
        : `This line has ${cells.length} cells where the header has ${expected}; the others are kept in extra columns.`,
  };
}
