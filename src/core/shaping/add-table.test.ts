import { describe, expect, it } from 'vitest';
import { cellText } from '../table/column';
import { ADDED_ROWS_FROM, type Table } from '../table/table';
import { tableOf } from '../testing/read-table';
import { addTable, keysFor, sourceRowOf } from './add-table';
import { fieldsOf } from './fields';

const rowsOf = (table: Table) =>
  Array.from({ length: table.rowCount }, (_, row) => table.columns.map((column) => cellText(column, row)).join(','));
const first = tableOf('Year,Name,V\n2001,A,1\n2001,B,2\n2002,A,3\n2001,A,9');

describe('rows of an added table', () => {
  it('take over what they hold where the keys are the same, the n-th of several meeting the n-th', () => {
    const added = tableOf('Year,Name,V,Note\n2001,A,10,x\n2001,A,90,\n2002,B,5,y\n2002,A,,z\n2001,A,7,third');
    const table = addTable(first, added, ['Year', 'Name'], 0);
    expect(table.columns.map(({ name }) => name)).toEqual(['Year', 'Name', 'V', 'Note']);
    expect(rowsOf(table)).toEqual([
      '2001,A,10,x',
      '2001,B,2,',
      '2002,A,3,z',
      '2001,A,90,',
      '2002,B,5,y',
      '2001,A,7,third',
    ]);
    expect([...table.rowNumbers.slice(0, 4)]).toEqual([2, 3, 4, 5]);
    expect([...table.rowNumbers.slice(4)].map(sourceRowOf)).toEqual([
      { table: 1, row: 4 },
      { table: 1, row: 6 },
    ]);
  });

  it('are all new where a key is in one of the tables only, or none is given', () => {
    const added = tableOf('Year,V\n2001,7');
    for (const keys of [['Year', 'Name'], []])
      expect(rowsOf(addTable(first, added, keys, 2)).slice(4)).toEqual(['2001,,7']);
  });

  it('have numbers that tell which table they are from, however many there are', () => {
    const added = tableOf('Year,V\n1999,7');
    const last = (place: number) => addTable(first, added, ['Year'], place).rowNumbers.at(-1) ?? 0;
    expect([0, 1, 4].map((place) => sourceRowOf(last(place)))).toEqual([1, 2, 5].map((table) => ({ table, row: 2 })));
    expect(last(900)).toBeLessThan(ADDED_ROWS_FROM);
    expect(last(900)).toBe(last(800));
    expect([sourceRowOf(2), sourceRowOf(0x1fff_ffff), sourceRowOf(ADDED_ROWS_FROM)]).toEqual([null, null, null]);
    expect(sourceRowOf(0x2000_0000)).toEqual({ table: 1, row: 0 });
    expect(sourceRowOf(ADDED_ROWS_FROM - 1)).not.toBeNull();
  });
});

it('keys are what tells the rows of a layout apart, and the group', () => {
  const named = { period: 'P', category: 'C', value: 'V' };
  const keys = (shape: Parameters<typeof fieldsOf>[0]['shape'], group = '') =>
    keysFor(fieldsOf({ shape, ...named, group }));
  expect([keys('long'), keys('single'), keys('periods-down'), keys('periods-across')]).toEqual([
    ['P', 'C'],
    ['P'],
    ['P'],
    ['C'],
  ]);
  expect(keys('long', 'G')).toEqual(['P', 'C', 'G']);
});
