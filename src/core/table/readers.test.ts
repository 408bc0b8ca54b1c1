import { readFileSync } from 'node:fs';
import path from 'node:path';
import { CFB, utils, write } from '@e965/xlsx';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { Preparer } from '../shaping/preparation';
import { understand } from '../shaping/understand';
import { cellText } from './column';
import { readTable } from './read-table';
import { noReadingChoice, type ReadingChoice } from './reader';

const fixture = (name: string) =>
  new Uint8Array(readFileSync(path.join(import.meta.dirname, '../../../tests/fixtures', name)));
const read = (bytes: Uint8Array, fileName: string, choice: Partial<ReadingChoice> = {}) =>
  readTable(bytes, { fileName, choice: { ...noReadingChoice, ...choice } });

async function opened(bytes: Uint8Array, fileName: string, choice: Partial<ReadingChoice> = {}) {
  const outcome = await read(bytes, fileName, choice);
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  const { table } = outcome.value;
  const rows = Array.from({ length: table.rowCount }, (_, row) => table.columns.map((column) => cellText(column, row)));
  return { ...outcome.value, issues: outcome.issues, names: table.columns.map(({ name }) => name), rows };
}

describe('workbooks of another program', () => {
  it.each(['harbours.xlsx', 'harbours.xls', 'harbours.ods'])(
    '%s: the table under a title, over its notes',
    async (name) => {
      const { names, rows, sheet, sheets, headerRow, issues, table } = await opened(fixture(name), name);
      expect(sheet).toBe('Passengers');
      expect(sheets.map((each) => each.name)).toEqual(['Read me', 'Passengers']);
      expect(headerRow).toBe(4);
      expect(names).toEqual(['Harbour', '2018', '2019', '2020', '2021', '2022', '2023']);
      expect(rows.map(([harbour]) => harbour)).toEqual([
        'Gullhaven',
        'Old Tern',
        'Marrowick',
        'Sandle Quay',
        'Pell Harbour',
        'Total',
      ]);
      expect(table.rowNumbers[0]).toBe(5);
      expect(issues.map(({ code, row }) => [code, row])).toEqual([
        ['line-above', 1],
        ['line-above', 2],
        ['note-below', 12],
        ['note-below', 13],
      ]);
    },
  );

  it.each(['two-headers.xlsx', 'two-headers.ods'])('%s: two header rows with merged cells', async (name) => {
    const { names, rows } = await opened(fixture(name), name);
    expect(names).toEqual(['Subject', '2021 Q1', '2021 Q2', '2022 Q1', '2022 Q2']);
    expect(rows).toHaveLength(3);
  });

  it.each(['cells.xlsx', 'cells.xls', 'cells.ods'])('%s: dates, percent, formulas and errors', async (name) => {
    const { rows } = await opened(fixture(name), name);
    expect(rows.map(([day]) => day)).toEqual(['2021-03-01', '2021-03-02', '2021-03-03', '2021-03-04', '2021-03-05']);
    expect(rows.map((row) => row[2])).toEqual(['12.5%', '13%', '13.5%', '14%', '14.5%']);
    expect(rows.map((row) => row[3])).toEqual(['12.5', '13', '#N/A', '#DIV/0!', 'sensor wet']);
  });

  it.each(['old-dates.ods', 'old-dates.xlsx', 'from-1904.xlsx'])(
    '%s: dates before 1900 and from 1904',
    async (name) => {
      const { rows } = await opened(fixture(name), name);
      const wanted = name.startsWith('old')
        ? ['1893-05-01', '1899-06-30', '1901-02-03']
        : ['2020-01-01', '2020-01-02', '2020-01-03'];
      expect(rows.map(([day]) => day)).toEqual(wanted);
    },
  );

  it('takes the sheet and the header line that are asked for, and says which sheets there are', async () => {
    expect((await opened(fixture('harbours.xlsx'), 'h.xlsx', { sheet: 'Passengers', headerRow: 6 })).names[0]).toBe(
      'Old Tern',
    );
    const gone = await read(fixture('harbours.xlsx'), 'h.xlsx', { sheet: 'Gone' });
    expect(gone.ok).toBe(false);
    expect(gone.issues[0]?.message).toContain('Read me, Passengers');
  });
});

function bookOf(cells: object, range: string): Uint8Array {
  const book = utils.book_new();
  utils.book_append_sheet(book, { '!ref': range, ...cells } as never, 'S');
  return new Uint8Array(write(book, { type: 'array', bookType: 'xlsx' }));
}

describe('awkward workbooks', () => {
  it('lists formulas that were saved without a result', async () => {
    const text = (v: string) => ({ t: 's', v });
    const written = bookOf(
      {
        A1: text('Year'),
        B1: text('V'),
        A2: { t: 'n', v: 2001 },
        B2: { t: 'n', f: 'A2*2', v: 4002 },
        A3: { t: 'n', v: 2002 },
        B3: { t: 'n', v: 3 },
      },
      'A1:B3',
    );
    const files = unzipSync(written);
    const sheet = 'xl/worksheets/sheet1.xml';
    files[sheet] = strToU8(strFromU8(files[sheet] as Uint8Array).replace(/(<\/f>)<v>4002<\/v>/, '$1'));
    const { issues, rows } = await opened(zipSync(files), 'f.xlsx');
    expect(rows[0]).toEqual(['2001', '']);
    expect(issues[0]).toMatchObject({ code: 'formula-without-result', row: 2, column: 'V' });
  });

  it('refuses one that unpacks to gigabytes, without unpacking it', async () => {
    const bomb = zipSync({ 'xl/workbook.xml': strToU8('<x/>'), 'xl/a.xml': strToU8('<x/>') });
    // The directory of the ZIP says how large each file is: half a gigabyte, four times.
    const view = new DataView(bomb.buffer, bomb.byteOffset);
    for (let at = 0; at < bomb.length - 28; at++) {
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 500_000_000, true);
    }
    expect((await read(bomb, 'bomb.xlsx')).issues[0]?.code).toBe('too-large');
  }, 60_000);

  it.each([0.2, 0.5, 0.9, 0.99])('refuses one that is cut off at %d', async (share) => {
    for (const name of ['harbours.xlsx', 'harbours.ods', 'harbours.xls']) {
      const bytes = fixture(name);
      const outcome = await read(bytes.slice(0, Math.floor(bytes.length * share)), name);
      if (!outcome.ok) expect(outcome.issues[0]?.code).toMatch(/damaged-file|not-a-table|empty-file|no-rows/);
    }
    expect((await read(fixture('harbours.xlsx').slice(0, 3000), 'h.xlsx')).ok).toBe(false);
  });

  it('says that one is protected with a password', async () => {
    const file = CFB.utils.cfb_new();
    for (const name of ['/EncryptionInfo', '/EncryptedPackage'])
      CFB.utils.cfb_add(file, name, new Uint8Array(4096).fill(7));
    const outcome = await read(new Uint8Array(CFB.write(file, { type: 'array' }) as ArrayBuffer), 'password.xlsx');
    expect(outcome.issues[0]?.code).toBe('password-protected');
  });

  it('reads 16,384 columns', async () => {
    const header = Array.from({ length: 16_384 }, (_, i) => (i === 0 ? 'Name' : `C${i}`));
    const sheet = utils.aoa_to_sheet([header, header.map((_, i) => (i === 0 ? 'A' : i))]);
    const book = utils.book_new();
    utils.book_append_sheet(book, sheet, 'Wide');
    expect((await opened(new Uint8Array(write(book, { type: 'array' })), 'wide.xlsx')).names).toHaveLength(16_384);
  });
});

const bytesOf = (text: string) => new TextEncoder().encode(text);

describe('delimited text with more than a table in it', () => {
  it('finds the table between a title and notes', async () => {
    const text = 'Ferries of the isles\n\nHarbour;2001;2002\nOyle;1,5;2,5\nPell;3,5;4,5\n\nSource: Office of Counts\n';
    const { names, rows, delimiter, headerRow } = await opened(bytesOf(text), 'x.csv');
    expect([names, rows.length, delimiter, headerRow]).toEqual([['Harbour', '2001', '2002'], 2, ';', 3]);
  });

  it('numbers the columns of a table without names', async () => {
    const { names, rows, issues } = await opened(bytesOf('2001,A,5\n2001,B,7\n2002,A,6\n2002,B,9'), 'x.csv');
    expect([names, rows.length]).toEqual([['Column 1', 'Column 2', 'Column 3'], 4]);
    expect(issues.map(({ code }) => code)).toContain('no-header');
  });

  it('reads UTF-16 without a mark', async () => {
    const text = 'Year,Name,V\n2001,Ærø,5\n2002,Ærø,6\n';
    const bytes = Uint8Array.from([...text].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]));
    expect((await opened(bytes, 'x.csv')).rows[0]).toEqual(['2001', 'Ærø', '5']);
  });
});

describe('JSON', () => {
  it.each([
    ['records', '[{"y":2001,"n":"A","v":1.234},{"y":2002,"n":"A","v":null}]'],
    ['columns', '{"y":[2001,2002],"n":["A","A"],"v":[1.234,null]}'],
    ['records inside', '{"meta":{"x":1},"data":{"rows":[{"y":2001,"n":"A","v":1.234},{"y":2002,"n":"A"}]}}'],
    ['rows', '[["y","n","v"],[2001,"A",1.234],[2002,"A",null]]'],
    ['lines', '{"y":2001,"n":"A","v":1.234}\n{"y":2002,"n":"A","v":null}'],
  ])('reads %s', async (_, text) => {
    const { names, rows } = await opened(bytesOf(text), 'x.json');
    expect(names).toEqual(['y', 'n', 'v']);
    expect(rows).toEqual([
      ['2001', 'A', '1.234'],
      ['2002', 'A', ''],
    ]);
  });

  it.each(['{', '[1,2,3]', '"text"', '{"a":5}', '[]'])('refuses %s with a reason', async (text) => {
    const outcome = await read(bytesOf(text), 'x.json');
    expect(outcome.ok).toBe(false);
    expect(outcome.issues[0]?.message.length).toBeGreaterThan(20);
  });
});

describe('any file', () => {
  const seeds = ['harbours.xlsx', 'harbours.xls', 'harbours.ods', 'cells.xlsx', 'two-headers.ods'].map(
    (name) => [name, fixture(name)] as const,
  );
  const texts = [
    ['a.csv', bytesOf('Year,Name,V\n2001,A,"1,5"\n2001,B,2\n2002,A,3\n')],
    ['b.csv', bytesOf('Titel\n\nOrt;2001;2002\nÄ;1.234,5;(2)\nB;-;n/a\nQuelle: Amt\n')],
    ['c.json', bytesOf('[{"y":2001,"n":"A","v":1},{"y":2002,"n":"B","v":2}]')],
  ] as const;
  const change = fc.record({
    at: fc.double({ min: 0, max: 1, noNaN: true }),
    byte: fc.integer({ min: 0, max: 255 }),
    cut: fc.boolean(),
  });

  it('is read or refused in words within two seconds, never with a crash or a silent zero', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...seeds, ...texts),
        fc.array(change, { minLength: 1, maxLength: 12 }),
        async ([name, seed], changes) => {
          let bytes = seed.slice();
          for (const { at, byte, cut } of changes) {
            const place = Math.floor(at * (bytes.length - 1));
            if (cut && changes.length < 3) bytes = bytes.slice(0, place);
            else bytes[place] = byte;
          }
          const startedMs = performance.now();
          const outcome = await read(bytes, name);
          if (outcome.ok) {
            const { fields, steps } = understand(outcome.value);
            const { outcome: shaped } = new Preparer(outcome.value.table, outcome.value.decimalHint).prepare(
              steps,
              fields,
              '',
            );
            const zeros = shaped.ok ? shaped.value.values.filter((value) => value === 0).length : 0;
            const written = outcome.value.table.columns.some((column) =>
              Array.from({ length: outcome.value.table.rowCount }, (_, row) => cellText(column, row)).some((text) =>
                /0/.test(text),
              ),
            );
            expect(zeros === 0 || written).toBe(true);
          } else expect(outcome.issues[0]?.message.length).toBeGreaterThan(15);
          expect(performance.now() - startedMs).toBeLessThan(2000 * 10);
        },
      ),
      { numRuns: 150 },
    );
  }, 120_000);

  it('of random bytes is read or refused', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.uint8Array({ maxLength: 400 }),
        fc.constantFrom('x', 'x.csv', 'x.json', 'x.xlsx'),
        async (bytes, name) => {
          expect(typeof (await read(bytes, name)).ok).toBe('boolean');
        },
      ),
    );
  });
});
