import { type Column, cellText } from '../table/column';
import { type Issue, refuse, shorten } from '../table/issue';
import { marksOf } from '../table/number-column';
import type { DecimalMark } from '../table/number-text';
import type { PeriodKind } from '../table/periods/period';
import { profileTable } from '../table/profile';
import type { IssueList } from '../table/reader';
import type { Table } from '../table/table';
import type { Fields } from './fields';
import type { PeriodAxis } from './period-axis';
import type { ShapeOptions } from './shape-options';

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

/** A column of numbers beside those of the periods whose name is none. */
export function noPeriodName(column: string, kind: PeriodKind): Issue {
  const message = `The name of this column is not ${periodWords[kind]}, so its numbers are left out. Rename it in Gather if it is a period.`;
  return { code: 'column-left-out', severity: 'warning', column: shorten(column), message };
}

/** Marks beside the numbers of a column, and numbers that are only bounds: one line for each of the two. */
export function markIssues(table: Table, column: Column, decimal: DecimalMark): Issue[] {
  const found = [...marksOf(column, decimal)].filter(([, { count }]) => count > 0);
  const bounds = found.filter(([mark]) => mark === '<' || mark === '>');
  const marks = found.filter((each) => !bounds.includes(each));
  const where = ([, { row, raw }]: (typeof found)[number]) => ({
    row: table.rowNumbers[row] ?? 0,
    column: column.name,
    raw: shorten(raw),
  });
  const count = (of: typeof found) => of.reduce((sum, [, cells]) => sum + cells.count, 0);
  const values = (of: typeof found) => (count(of) === 1 ? '1 value' : `${count(of).toLocaleString('en-GB')} values`);
  const issues: Issue[] = [];
  const [mark, bound] = [marks[0], bounds[0]];
  if (mark) {
    const kinds = marks.slice(0, 6).map(([sign, cells]) => `“${sign}” ${cells.count.toLocaleString('en-GB')}`);
    const message = `${values(marks)} of this column ${count(marks) === 1 ? 'carries a mark' : 'carry marks'} (${kinds.join(', ')}${marks.length > 6 ? ' …' : ''}); the numbers are read without them.`;
    issues.push({ code: 'marked-values', severity: 'note', ...where(mark), message });
  }
  if (bound) {
    const are = count(bounds) === 1 ? 'is only a bound' : 'are only bounds';
    const message = `${values(bounds)} of this column ${are}, as “${shorten(bound[1].raw, 20)}” is; the bound itself is drawn. Choose in Shape to count half of it, or nothing.`;
    issues.push({ code: 'limit-values', severity: 'warning', ...where(bound), message });
  }
  return issues;
}

/** Nothing was recognised: says what the table would need. */
export function noLayout(table: Table, options: ShapeOptions) {
  const what =
    table.columns.length === 1
      ? 'The table has a single column.'
      : profileTable(table, options.decimalHint).some(({ numberShare }) => numberShare >= 0.5)
        ? 'No column of names or periods stands beside the numbers.'
        : 'No column holds numbers.';
  const need =
    'A chart needs periods (years or dates) and numbers, and usually names. Choose columns in Shape, or another file in Gather.';
  return refuse('no-layout', `${what} ${need}`);
}

/** No number could be read: says where. */
export function noValues(fields: Fields): string {
  return fields.value !== ''
    ? `The column “${shorten(fields.value, 40)}” has no number that can be read. Choose the column with the values in Shape.`
    : 'No column has a number that can be read. The table needs at least one number for each period.';
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
