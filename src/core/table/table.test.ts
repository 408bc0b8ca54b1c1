import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { cellText } from './column';
import { readTable } from './read-table';
import { noReadingChoice } from './reader';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const read = (bytes: Uint8Array) => readTable(bytes, { fileName: 'table.csv', choice: noReadingChoice });

async function tableOf(text: string) {
  const outcome = await read(bytesOf(text));
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  return { ...outcome.value, issues: outcome.issues };
}

describe('reading delimited text', () => {
  it.each([',', ';', '\t', '|'])('finds the delimiter %j, quotes and line breaks in cells', async (delimiter) => {
    const rows = [
      ['Year', 'Name', 'Note'],
      ['2001', `A${delimiter}B`, 'two\nlines'],
      ['2002', 'say "hi"', ''],
    ];
    const { table } = await tableOf(Papa.unparse(rows, { delimiter }));
    expect(table.columns.map(({ name }) => name)).toEqual(rows[0]);
    const cells = [0, 1].map((row) => table.columns.map((column) => cellText(column, row)));
    expect(cells).toEqual(rows.slice(1));
  });

  it('gives back every cell of any table, trimmed', async () => {
    const cell = fc.string({ unit: 'grapheme', maxLength: 8 });
    const grids = fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 12 });
    await fc.assert(
      fc.asyncProperty(grids, async (rows) => {
        const wanted = rows
          .map((row) => row.map((text) => text.trim()))
          .filter((row) => row.some((text) => text !== ''));
        fc.pre(
          wanted.length > 0 &&
            wanted.every((row) => row.every((text) => text !== '' && /\p{L}/u.test(text))) &&
            !rows.flat().some((text) => /\r/.test(text)),
        );
        const { table } = await tableOf(Papa.unparse([['One', 'Two'], ...rows], { quotes: true, newline: '\n' }));
        const cells = wanted.map((_, row) => table.columns.map((column) => cellText(column, row)));
        expect(cells).toEqual(wanted);
      }),
    );
  });

  it('drops a byte order mark and reads UTF-16 and Windows-1252', async () => {
    expect((await tableOf('\uFEFFYear,A\n2001,1')).table.columns[0]?.name).toBe('Year');
    const wide = Uint8Array.from([
      0xff,
      0xfe,
      ...[...'Year,É\n2001,1'].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]),
    ]);
    const outcome = await read(wide);
    expect(outcome.ok && outcome.value.table.columns[1]?.name).toBe('É');
    const western = await read(Uint8Array.from([0x59, 0x2c, 0xe9, 0x0a, 0x31, 0x2c, 0x32]));
    expect(western.ok && western.value.table.columns[1]?.name).toBe('é');
  });

  it('counts rows as the file does, over blank lines', async () => {
    const { table } = await tableOf('\nYear,A\n\n2001,1\n\n2002,2\n');
    expect(Array.from(table.rowNumbers)).toEqual([4, 6]);
  });

  it('renames headers that stand twice and keeps cells past the header', async () => {
    const { table, issues } = await tableOf('Year,A,A,\n2001,1,2,3,4\n2002,5');
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
    ['a workbook', Uint8Array.from([0x50, 0x4b, 3, 4]), 'damaged-file'],
    ['bytes of no kind', Uint8Array.from([1, 0, 2, 0]), 'not-a-table'],
  ])('refuses %s with a reason', async (_, bytes, code) => {
    const outcome = await read(bytes);
    expect(outcome.ok).toBe(false);
    expect(outcome.issues[0]?.code).toBe(code);
    expect(outcome.issues[0]?.message.length).toBeGreaterThan(20);
  });
});
