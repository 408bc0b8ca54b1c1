import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { cellText } from './column';
import { readNumber } from './number-text';
import { recognisePeriods } from './period-text';
import { readTable } from './read-table';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => readTable(bytesOf(text), { fileName: 'table.csv' });

function tableOf(text: string) {
  const outcome = read(text);
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  return { ...outcome.value, issues: outcome.issues };
}

describe('reading delimited text', () => {
  it.each([',', ';', '\t', '|'])('finds the delimiter %j, quotes and line breaks in cells', (delimiter) => {
    const rows = [
      ['Year', 'Name', 'Note'],
      ['2001', `A${delimiter}B`, 'two\nlines'],
      ['2002', 'say "hi"', ''],
    ];
    const { table } = tableOf(Papa.unparse(rows, { delimiter }));
    expect(table.columns.map(({ name }) => name)).toEqual(rows[0]);
    const cells = [0, 1].map((row) => table.columns.map((column) => cellText(column, row)));
    expect(cells).toEqual(rows.slice(1));
  });

  it('gives back every cell of any table, trimmed', () => {
    const cell = fc.string({ unit: 'grapheme', maxLength: 8 });
    const grids = fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(grids, (rows) => {
        const wanted = rows
          .map((row) => row.map((text) => text.trim()))
          .filter((row) => row.some((text) => text !== ''));
        fc.pre(wanted.length > 0 && !rows.flat().some((text) => /\r/.test(text)));
        const { table } = tableOf(Papa.unparse([['One', 'Two'], ...rows], { quotes: true, newline: '\n' }));
        const cells = wanted.map((_, row) => table.columns.map((column) => cellText(column, row)));
        expect(cells).toEqual(wanted);
      }),
    );
  });

  it('drops a byte order mark and reads UTF-16 and Windows-1252', () => {
    expect(tableOf('\uFEFFYear,A\n2001,1').table.columns[0]?.name).toBe('Year');
    const wide = Uint8Array.from([
      0xff,
      0xfe,
      ...[...'Year,É\n2001,1'].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]),
    ]);
    const outcome = readTable(wide, { fileName: 'wide.csv' });
    expect(outcome.ok && outcome.value.table.columns[1]?.name).toBe('É');
    const western = readTable(Uint8Array.from([0x59, 0x2c, 0xe9, 0x0a, 0x31, 0x2c, 0x32]), { fileName: 'west.csv' });
    expect(western.ok && western.value.table.columns[1]?.name).toBe('é');
  });

  it('counts rows as the file does, over blank lines', () => {
    const { table } = tableOf('\nYear,A\n\n2001,1\n\n2002,2\n');
    expect(Array.from(table.rowNumbers)).toEqual([4, 6]);
  });

  it('renames headers that stand twice and keeps cells past the header', () => {
    const { table, issues } = tableOf('Year,A,A,\n2001,1,2,3,4\n2002,5');
    expect(table.columns.map(({ name }) => name)).toEqual(['Year', 'A', 'A (2)', 'Column 4', 'Column 5']);
    expect(table.columns.map((column) => cellText(column, 0))).toEqual(['2001', '1', '2', '3', '4']);
    expect(issues.map(({ code, row }) => [code, row])).toEqual([
      ['ragged-line', 2],
      ['ragged-line', 3],
      ['duplicate-header', 1],
    ]);
  });

  it.each([
    ['an empty file', bytesOf(''), 'empty-file'],
    ['only white space', bytesOf(' \n\t\n'), 'empty-file'],
    ['a header alone', bytesOf('Year,A\n'), 'no-rows'],
    ['a picture', Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10]), 'not-a-table'],
    ['a workbook', Uint8Array.from([0x50, 0x4b, 3, 4]), 'not-a-table'],
    ['bytes of no kind', Uint8Array.from([1, 0, 2, 0]), 'not-a-table'],
  ])('refuses %s with a reason', (_, bytes, code) => {
    const outcome = readTable(bytes, { fileName: 'x.csv' });
    expect(outcome.ok).toBe(false);
    expect(outcome.issues[0]?.code).toBe(code);
    expect(outcome.issues[0]?.message.length).toBeGreaterThan(20);
  });

  it('never throws, whatever the bytes', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 300 }),
        (bytes) => typeof readTable(bytes, { fileName: 'x' }).ok === 'boolean',
      ),
    );
  });
});

describe('numbers', () => {
  it.each([
    ['12', 12],
    ['-3.5', -3.5],
    ['\u22124', -4],
    ['1e308', 1e308],
    ['.5', 0.5],
    ['+7.', 7],
  ])('reads %s', (text, value) => expect(readNumber(text)).toEqual({ kind: 'value', value }));

  it.each(['', '-', '..', 'n/a', 'NA', '–'])('takes %j as missing', (text) =>
    expect(readNumber(text).kind).toBe('missing'),
  );

  it.each(['NaN', 'Infinity', '1e309', '12 apples', '0x10', '1,5', '--1', 'e5'])(
    'does not turn %s into a number',
    (text) => {
      expect(readNumber(text).kind).toBe('unreadable');
    },
  );
});

describe('periods', () => {
  it.each([
    [['2001', '2002', 'Total'], 'year', '2001'],
    [['2001-08', '2001-09'], 'month', '2001-08'],
    [['2001-08-31', '2001-09-01'], 'day', '2001-08-31'],
    [['2001-08-31T06:30', '2001-09-01T18:00:10+02:00'], 'time', '2001-08-31T06:30:00.000Z'],
  ])('recognises %j', (texts, kind, key) => {
    const found = recognisePeriods(texts);
    expect(found?.recogniser.kind).toBe(kind);
    expect(found?.recogniser.read(texts[0] ?? '')?.key).toBe(key);
  });

  it('refuses days that no calendar has', () => {
    for (const text of ['2001-02-29', '2001-13-01', '2001-00-10']) expect(recognisePeriods([text])).toBeNull();
    expect(recognisePeriods(['2000-02-29'])?.recogniser.kind).toBe('day');
  });
});
