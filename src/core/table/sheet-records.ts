import type { CellObject, Range, WorkSheet } from '@e965/xlsx';
import type { Cell } from './column-builder';
import { type Issue, shorten } from './issue';
import type { IssueList, SheetPreview } from './reader';
import { type DateSystem, serialToIso } from './serial-date';

/** Does a number format show a date? Quoted text, colours and escapes in it do not count. */
function isDateFormat(format: string): boolean {
  const bare = format.replace(/"[^"]*"|\\.|\[[^\]]*\]|_.|\*./g, '');
  return /[yd]|m(?![^;]*0)|h|s/i.test(bare) && !/general|[0#?]/i.test(bare.replace(/[hms][.:]?0+/gi, ''));
}

type Sheet = WorkSheet & { '!data'?: (CellObject | undefined)[][] };

/** The cell as text or number. Errors stay as their text, and are listed when a chart needs their value. */
function cellOf(cell: CellObject | undefined, system: DateSystem): { value: Cell; withoutResult?: boolean } {
  if (!cell) return { value: null };
  if (cell.t === 'e') return { value: cell.w ?? '#ERROR!' };
  // A stub has no value, whatever stands in its place.
  if (cell.t === 'z' || cell.v === undefined || cell.v === null)
    return { value: null, withoutResult: cell.f !== undefined };
  if (cell.v instanceof Date) return { value: cell.v.toISOString().replace(/T00:00:00\.000Z$/, '') };
  if (cell.t === 'b') return { value: cell.v ? 'true' : 'false' };
  if (typeof cell.v !== 'number') return { value: String(cell.v) };
  const format = typeof cell.z === 'string' ? cell.z : '';
  if (isDateFormat(format)) return { value: dateOrTime(cell.v, system) };
  // Open documents keep their formats to themselves; what is shown says the same.
  if (/%/.test(format.replace(/"[^"]*"/g, '')) || cell.w?.endsWith('%'))
    return { value: `${Number((cell.v * 100).toPrecision(15))}%` };
  return { value: cell.v };
}

/** A fraction of a day without a date is a time of day. */
function dateOrTime(serial: number, system: DateSystem): string {
  const iso = serialToIso(serial, system);
  return serial >= 0 && serial < 1 && serial > 0 ? iso.slice(11) : iso;
}

/** Texts of merged cells belong to every cell they cover; numbers only to the first. */
function spreadMerges(rows: Cell[][], merges: readonly Range[], top: number, left: number): void {
  for (const { s, e } of merges) {
    const value = rows[s.r - top]?.[s.c - left];
    if (typeof value !== 'string') continue;
    for (let r = s.r; r <= Math.min(e.r, top + rows.length - 1); r++) {
      const row = rows[r - top];
      for (let c = s.c; row && c <= Math.min(e.c, left + row.length - 1); c++) row[c - left] = value;
    }
  }
}

/** A title merged over the whole table is one cell, not a row of equal ones. */
function isTitle({ s, e }: Range, width: number): boolean {
  return e.c - s.c + 1 > Math.max(2, width * 0.6) && e.r - s.r < 3;
}

/** The extent of the filled cells; a sheet may claim a million rows and hold ten. */
function extentOf(data: readonly (readonly (CellObject | undefined)[] | undefined)[]) {
  let [bottom, right, left] = [-1, -1, Number.POSITIVE_INFINITY];
  data.forEach((row, r) => {
    row?.forEach((cell, c) => {
      if (!cell || (cell.t === 'z' && !cell.f)) return;
      bottom = r;
      if (c > right) right = c;
      if (c < left) left = c;
    });
  });
  return { bottom, right, left: Number.isFinite(left) ? left : 0 };
}

/** The first column of a sheet that holds something, from 0. */
export const leftOf = (sheet: Sheet): number => extentOf(sheet['!data'] ?? []).left;

/**
 * The records of a sheet from its first row on, as wide as the sheet. Formulas without a saved result are added to
 * `list`, with the place of the column as `#n`.
 */
export function sheetRecords(sheet: Sheet, system: DateSystem, list: IssueList, rowLimit = Number.POSITIVE_INFINITY) {
  const data = sheet['!data'] ?? [];
  const { bottom, right, left } = extentOf(data);
  const rowCount = Math.min(bottom + 1, rowLimit);
  const width = right - left + 1;
  const records: Cell[][] = [];
  for (let r = 0; r < rowCount; r++) {
    const record: Cell[] = new Array(Math.max(0, width)).fill(null);
    for (let c = left; c <= right; c++) {
      const { value, withoutResult } = cellOf(data[r]?.[c], system);
      record[c - left] = value;
      if (withoutResult) list.add(withoutResultIssue(r, c - left, data[r]?.[c]?.f ?? ''));
    }
    records.push(record);
  }
  const merges = (sheet['!merges'] ?? []).filter((range) => !isTitle(range, width));
  spreadMerges(records, merges, 0, left);
  return records;
}

function withoutResultIssue(row: number, column: number, formula: string): Issue {
  const message =
    'This formula was saved without its result, so the cell is blank. Open the workbook in a spreadsheet program and save it again.';
  const where = { row: row + 1, column: `#${column}`, raw: shorten(formula) };
  return { code: 'formula-without-result', severity: 'warning', ...where, message };
}

/** The first rows of a sheet, as texts, for choosing among sheets. */
export function previewOf(name: string, sheet: Sheet, system: DateSystem, rowLimit: number): SheetPreview {
  const data = sheet['!data'] ?? [];
  const { bottom, right, left } = extentOf(data);
  const silent = { add: () => {} } as unknown as IssueList;
  const rows = sheetRecords(sheet, system, silent, rowLimit);
  return {
    name,
    rowCount: bottom + 1,
    columnCount: bottom < 0 ? 0 : right - left + 1,
    rows: rows.map((row) => row.slice(0, 8).map((cell) => shorten(String(cell ?? ''), 40))),
  };
}
