import type { WorkSheet } from '@e965/xlsx';
import type { Issue } from './issue';
import { leftOf } from './sheet-records';
import type { Table } from './table';

const counted = (count: number, what: string) =>
  count === 1 ? `1 hidden ${what} of the sheet is` : `${count} hidden ${what}s of the sheet are`;

/**
 * Rows and columns of the table that its workbook hides: they are data all the same, and can be left out.
 *
 * @param table The table that was read of the sheet.
 */
export function hiddenIssues(sheet: WorkSheet, table: Table): Issue[] {
  const { '!rows': sheetRows = [], '!cols': sheetColumns = [] } = sheet;
  const left = leftOf(sheet);
  const rows = Array.from(table.rowNumbers).filter((number) => sheetRows[number - 1]?.hidden);
  const columns = table.columns.filter((_, at) => sheetColumns[left + at]?.hidden).map(({ name }) => name);
  const said = (count: number, what: string) => `${counted(count, what)} read like the others.`;
  const issues: Issue[] = [];
  const [row] = rows;
  if (row !== undefined)
    issues.push({ code: 'hidden-cells', severity: 'note', row, rows, message: said(rows.length, 'row') });
  const [column] = columns;
  if (column !== undefined) {
    const names = columns.slice(0, 5).map((name) => `“${name}”`);
    const message = `${said(columns.length, 'column')} ${names.join(', ')}${columns.length > 5 ? ' …' : ''}`;
    issues.push({ code: 'hidden-cells', severity: 'note', columns, message });
  }
  return issues;
}
