import { cellText, encodeTexts } from '../table/column';
import { ADDED_ROWS_FROM, findColumn, type Table } from '../table/table';
import type { Fields } from './fields';

/** Columns by which the rows of an added table are the same as those of the first one. */
export function keysFor(fields: Fields): string[] {
  const named = {
    long: [fields.period, fields.category],
    single: [fields.period],
    'periods-down': [fields.period],
    'periods-across': [fields.category],
  }[fields.shape];
  return [...named, fields.group].filter((name) => name !== '');
}

/** Rows of an added table are numbered from here, a thousand million for each table. */
const ADDED_TABLE_ROWS = 0x2000_0000;

/**
 * Adds a table to another one. Rows with the same keys take over the cells of the new table that are not blank; of
 * several rows with the same keys the first meets the first, the second the second. Other rows and columns are added.
 *
 * @param place Which added table this is, from 0: its rows get numbers of their own, so that steps can name them.
 */
export function addTable(first: Table, added: Table, keys: readonly string[], place: number): Table {
  const partner = matchRows(first, added, keys);
  const extra = Array.from({ length: added.rowCount }, (_, row) => row).filter((row) => (partner[row] ?? -1) < 0);
  const rowCount = first.rowCount + extra.length;
  const addedRowOf = new Int32Array(rowCount).fill(-1);
  partner.forEach((row, addedRow) => {
    if (row >= 0) addedRowOf[row] = addedRow;
  });
  extra.forEach((row, i) => {
    addedRowOf[first.rowCount + i] = row;
  });
  const names = [...new Set([...first.columns, ...added.columns].map(({ name }) => name))];
  const columns = names.map((name) => {
    const [old, fresh] = [findColumn(first, name), findColumn(added, name)];
    const typed = (old?.typed ?? true) && (fresh?.typed ?? true);
    return encodeTexts(
      name,
      rowCount,
      (row) => {
        const from = addedRowOf[row] ?? -1;
        const text = fresh && from >= 0 ? cellText(fresh, from) : '';
        return text !== '' || !old || row >= first.rowCount ? text : cellText(old, row);
      },
      typed,
    );
  });
  const rowNumbers = new Uint32Array(rowCount);
  rowNumbers.set(first.rowNumbers);
  const start = Math.min(ADDED_TABLE_ROWS + place * 0x1000_0000, ADDED_ROWS_FROM - 0x1000_0000);
  extra.forEach((row, i) => {
    rowNumbers[first.rowCount + i] = start + (added.rowNumbers[row] ?? 0);
  });
  return { columns, rowCount, rowNumbers };
}

/** For each row of the added table the row of the first one that it is the same as; -1 for none. */
function matchRows(first: Table, added: Table, keys: readonly string[]): Int32Array {
  const usable = keys.filter((name) => findColumn(first, name) && findColumn(added, name));
  const partner = new Int32Array(added.rowCount).fill(-1);
  if (usable.length === 0 || usable.length < keys.length) return partner;
  const byKey = new Map<string, number[]>();
  const keyOf = (table: Table) => {
    const columns = usable.map((name) => findColumn(table, name));
    return (row: number) => columns.map((column) => (column ? cellText(column, row) : '')).join('\u0000');
  };
  const firstKey = keyOf(first);
  for (let row = 0; row < first.rowCount; row++) {
    const key = firstKey(row);
    const rows = byKey.get(key);
    if (rows) rows.push(row);
    else byKey.set(key, [row]);
  }
  const used = new Map<string, number>();
  const addedKey = keyOf(added);
  for (let row = 0; row < added.rowCount; row++) {
    const key = addedKey(row);
    const nth = used.get(key) ?? 0;
    used.set(key, nth + 1);
    partner[row] = byKey.get(key)?.[nth] ?? -1;
  }
  return partner;
}

/** Where an added row's number starts; rows of added tables are shown by their own number. */
export function sourceRowOf(rowNumber: number): { table: number; row: number } | null {
  if (rowNumber < ADDED_TABLE_ROWS || rowNumber >= ADDED_ROWS_FROM) return null;
  const place = Math.floor((rowNumber - ADDED_TABLE_ROWS) / 0x1000_0000);
  return { table: place + 1, row: rowNumber - ADDED_TABLE_ROWS - place * 0x1000_0000 };
}
