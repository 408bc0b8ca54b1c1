import { type Column, cellText } from '../table/column';
import { type Issue, shorten } from '../table/issue';
import type { PeriodKind } from '../table/periods/period';
import type { IssueList } from '../table/reader';
import type { Table } from '../table/table';
import type { PeriodAxis } from './period-axis';

const periodWords: Record<PeriodKind, string> = {
  year: 'a year',
  quarter: 'a quarter such as 2004 Q3',
  month: 'a month such as 2004-08',
  week: 'a week such as 2004-W31',
  day: 'a day such as 2004-08-01',
  time: 'a date with a time',
  number: 'a number',
  text: 'a period',
};

/** Lists the rows of which the period cannot be read. */
export function listUnreadablePeriods(table: Table, column: Column, axis: PeriodAxis, list: IssueList): void {
  for (let row = 0; row < axis.indexOf.length; row++) {
    if ((axis.indexOf[row] ?? -1) >= 0) continue;
    list.addLazily('unreadable-period', () => {
      const raw = cellText(column, row);
      const what = raw === '' ? 'is blank' : `is not ${periodWords[axis.kind]}`;
      return {
        code: 'unreadable-period',
        severity: 'warning',
        row: table.rowNumbers[row] ?? 0,
        column: column.name,
        raw: shorten(raw),
        message: `This cell ${what}, so its row is left out.`,
      };
    });
  }
}

/** Asks how a column's numbers are to be read. */
export function numbersQuestion(column: string, why: string): Issue {
  const message = `In this column ${why}. Say in Shape whether the comma or the point marks the decimals.`;
  return { code: 'ambiguous-numbers', severity: 'warning', column, message };
}

/** What spreadsheets write into a cell of which the formula failed. */
const spreadsheetError = /^#(REF!|DIV\/0!|VALUE!|NAME\?|NUM!|NULL!|SPILL!|CALC!|ERROR!)|^Err:\d+$/i;

/** A cell that should hold a number and does not. */
export function unreadableNumber(table: Table, column: Column, row: number): Issue {
  const raw = shorten(cellText(column, row));
  const isError = spreadsheetError.test(raw);
  return {
    code: isError ? 'error-cell' : 'unreadable-number',
    severity: 'warning',
    row: table.rowNumbers[row] ?? 0,
    column: column.name,
    raw,
    message: isError
      ? 'This cell holds an error of the spreadsheet, so its value is absent. Mend its formula there.'
      : 'This cell cannot be read as a number, so its value is absent. Write a plain number such as 1234.5.',
  };
}

interface RepeatedCell {
  readonly column: Column;
  readonly row: number;
  /** The category and the period, in words. */
  readonly where: string;
  /** Could it be added to the others? */
  readonly fits: boolean;
}

/** A row with a second value for the same period and category. */
export function repeatedRow(table: Table, { column, row, where, fits }: RepeatedCell): Issue {
  const message = fits
    ? `Another row for ${where}; the values are added up. Say in Shape how repeated rows are combined.`
    : `Another row for ${where}; the sum is too large for a number, so this row is left out.`;
  const raw = shorten(cellText(column, row));
  return {
    code: 'repeated-row',
    severity: 'warning',
    row: table.rowNumbers[row] ?? 0,
    column: column.name,
    raw,
    message,
  };
}
