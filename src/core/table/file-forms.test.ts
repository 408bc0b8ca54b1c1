import type { WorkSheet } from '@e965/xlsx';
import { DateDay, Decimal, Int64, Table, TimestampMillisecond, tableToIPC, vectorFromArray } from 'apache-arrow';
import fc from 'fast-check';
import { gzipSync, strToU8, zipSync } from 'fflate';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { describe, expect, it } from 'vitest';
import { cellText } from './column';
import { readTable } from './read-table';
import { noReadingChoice } from './reader';

const read = (bytes: Uint8Array | string, fileName = 'table', choice = noReadingChoice) =>
  readTable(typeof bytes === 'string' ? strToU8(bytes) : bytes, { fileName, choice });

/** The rows of a file as texts, its names first; or the message of its refusal. */
async function rows(bytes: Uint8Array | string, fileName?: string): Promise<readonly (readonly string[])[] | string> {
  const outcome = await read(bytes, fileName);
  if (!outcome.ok) return outcome.issues[0]?.message ?? '';
  const { columns, rowCount } = outcome.value.table;
  return [
    columns.map(({ name }) => name),
    ...Array.from({ length: rowCount }, (_, row) => columns.map((column) => cellText(column, row))),
  ];
}

const csv = 'Year,Harbour,People\n2001,Oyle,1\n2002,Pell,2';
const table = [
  ['Year', 'Harbour', 'People'],
  ['2001', 'Oyle', '1'],
  ['2002', 'Pell', '2'],
];

describe('packed files', () => {
  it('are opened where one table is inside', async () => {
    expect(await rows(gzipSync(strToU8(csv)), 'table.csv.gz')).toEqual(table);
    expect(await rows(zipSync({ 'a/table.csv': strToU8(csv), 'a/readme.md': strToU8('hello') }))).toEqual(table);
    expect(await rows(zipSync({ 'table.csv.gz': gzipSync(strToU8(csv)) }))).toContain('archive without');
    const outcome = await read(gzipSync(strToU8(csv)), 'table.csv.gz');
    expect(outcome.ok && outcome.value.readAs).toContain('unpacked from “table.csv”');
  });

  it('say what they hold where it is none, or several', async () => {
    const several = { 'a.csv': strToU8(csv), 'b.csv': strToU8(csv) };
    expect(await rows(zipSync(several))).toContain('2 tables (“a.csv”, “b.csv”)');
    expect(await rows(zipSync({ 'ppt/slides.xml': strToU8('<a/>') }))).toContain('slide show');
    expect(await rows(zipSync({ 'word/document.xml': strToU8('<a/>') }))).toContain('text document');
    expect(await rows(gzipSync(strToU8(csv)).subarray(0, 30))).toContain('damaged');
  });
});

describe('web pages', () => {
  const page = `<!DOCTYPE html><html><body><h1>People</h1><table><tr><th>Year</th><th>Harbour</th><th>People</th></tr>
    <tr><td>2001</td><td>Oyle</td><td>1</td></tr><tr><td>2002</td><td>Pell</td><td>2</td></tr></table></body></html>`;

  it('are read for their table, whatever they are called', async () => {
    for (const name of ['table.xls', 'table.csv', 'table.html']) expect(await rows(page, name)).toEqual(table);
  });

  it('without a table are called what they are', async () => {
    expect(await rows('<!doctype html><html><body>Sign in</body></html>', 'table.csv')).toContain('web page');
  });

  it('keep numbers as they are written', async () => {
    const german = page.replace('<td>1</td>', '<td>1.234,5</td>').replace('<td>2</td>', '<td>2.345,6</td>');
    expect(await rows(german)).toMatchObject([{}, { 2: '1.234,5' }, { 2: '2.345,6' }]);
  });
});

describe('JSON', () => {
  it.each([
    [
      'columns and rows',
      {
        columns: table[0],
        data: [
          [2001, 'Oyle', 1],
          [2002, 'Pell', 2],
        ],
      },
    ],
    [
      'columns by their rows',
      { Year: { 0: 2001, 1: 2002 }, Harbour: { 0: 'Oyle', 1: 'Pell' }, People: { 0: 1, 1: 2 } },
    ],
    [
      'a map',
      {
        type: 'FeatureCollection',
        features: [
          {
            type: 'Feature',
            geometry: { type: 'Point', coordinates: [1, 2] },
            properties: { Year: 2001, Harbour: 'Oyle', People: 1 },
          },
          { type: 'Feature', geometry: null, properties: { Year: 2002, Harbour: 'Pell', People: 2 } },
        ],
      },
    ],
    [
      'records behind a name',
      {
        meta: { page: 1 },
        data: {
          rows: [
            { Year: 2001, Harbour: 'Oyle', People: 1 },
            { Year: 2002, Harbour: 'Pell', People: 2 },
          ],
        },
      },
    ],
  ])('as %s is a table', async (_, json) => {
    expect(await rows(JSON.stringify(json), 'table.json')).toEqual(table);
  });

  it('as values by name and period is a wide table', async () => {
    expect(await rows(JSON.stringify({ Oyle: { 2001: 1, 2002: 2 }, Pell: { 2001: 3, 2002: 4 } }))).toEqual([
      ['name', '2001', '2002'],
      ['Oyle', '1', '2'],
      ['Pell', '3', '4'],
    ]);
  });

  it('as statistics hand it out has a row for each value', async () => {
    const dataset = {
      version: '2.0',
      class: 'dataset',
      id: ['harbour', 'year'],
      size: [2, 2],
      dimension: {
        harbour: { label: 'Harbour', category: { index: { o: 0, p: 1 }, label: { o: 'Oyle', p: 'Pell' } } },
        year: { label: 'Year', category: { index: ['2001', '2002'] } },
      },
      value: [1, 2, null, 4],
    };
    const found = await rows(JSON.stringify(dataset));
    expect(found).toHaveLength(5);
    expect(found).toContainEqual(expect.arrayContaining(['Pell', '2002', '4']));
    expect(await rows(JSON.stringify({ ...dataset, dimension: {} }))).toContain('JSON-stat cannot be read');
  });
});

describe('Parquet', () => {
  it('is read with its dates, large numbers and blanks', async () => {
    const bytes = parquetWriteBuffer({
      columnData: [
        { name: 'Day', data: [new Date('2001-01-05'), new Date('2001-01-06')], type: 'TIMESTAMP' },
        { name: 'Harbour', data: ['Oyle', 'Pell'], type: 'STRING' },
        { name: 'People', data: [12n, null], type: 'INT64', nullable: true },
      ],
    });
    expect(await rows(new Uint8Array(bytes))).toEqual([
      ['Day', 'Harbour', 'People'],
      ['2001-01-05', 'Oyle', '12'],
      ['2001-01-06', 'Pell', ''],
    ]);
    expect(await rows(new Uint8Array(bytes).subarray(0, 60))).toContain('Parquet file cannot be read');
  });
});

describe('Arrow', () => {
  const columns = {
    Day: vectorFromArray([new Date('2001-01-05'), new Date('2001-01-06')], new DateDay()),
    At: vectorFromArray([1000, null], new TimestampMillisecond()),
    Harbour: vectorFromArray(['Oyle', 'Pell']),
    People: vectorFromArray([12n, null], new Int64()),
  };
  const expected = [
    ['Day', 'At', 'Harbour', 'People'],
    ['2001-01-05', '1970-01-01T00:00:01.000Z', 'Oyle', '12'],
    ['2001-01-06', '', 'Pell', ''],
  ];

  it.each(['file', 'stream'] as const)(
    'as a %s is read with its days, moments, large numbers and blanks',
    async (form) => {
      const bytes = tableToIPC(new Table(columns), form);
      expect(await rows(bytes)).toEqual(expected);
      const outcome = await read(bytes.subarray(0, 90));
      expect(outcome.ok ? '' : outcome.issues[0]?.message).toMatch(/Arrow table cannot be read|no rows|without rows/i);
    },
  );

  it('has its decimals with their point', async () => {
    const cents = vectorFromArray(
      [12345n, -7n, 0n].map((each) => Uint32Array.from(words(each))),
      new Decimal(2, 10),
    );
    expect(await rows(tableToIPC(new Table({ Cents: cents, Year: vectorFromArray([1, 2, 3]) }), 'file'))).toEqual([
      ['Cents', 'Year'],
      ['123.45', '1'],
      ['-0.07', '2'],
      ['0.00', '3'],
    ]);
  });
});

/** A whole number as the four words of 128 bits. */
const words = (value: bigint) =>
  [0n, 32n, 64n, 96n].map((by) => Number((BigInt.asUintN(128, value) >> by) & 0xffffffffn));

describe('a database', () => {
  const made = async (...statements: string[]) => {
    const { default: open } = await import('sql.js/dist/sql-wasm-inline.js');
    const database = new (await open()).Database();
    for (const each of statements) database.exec(each);
    const bytes = database.export();
    database.close();
    return bytes;
  };
  const boats = [
    'create table "notes of a keeper" (id integer, words text, sketch blob)',
    `insert into "notes of a keeper" values (1, 'windy', x'0102')`,
    'create table boats (Year integer, Harbour text, People real)',
    "insert into boats values (2001, 'Oyle', 1.5), (2002, 'Pell', null)",
  ];

  it('shows its tables and views as sheets, and the largest is read', async () => {
    const bytes = await made(...boats, 'create view few as select * from boats where Year = 2001');
    expect(await rows(bytes)).toEqual([
      ['Year', 'Harbour', 'People'],
      ['2001', 'Oyle', '1.5'],
      ['2002', 'Pell', ''],
    ]);
    const outcome = await read(bytes);
    expect(outcome.ok && outcome.value.sheets.map(({ name, rowCount }) => [name, rowCount])).toEqual([
      ['notes of a keeper', 2],
      ['boats', 3],
      ['few', 2],
    ]);
  });

  it('gives another table when that is chosen, and says which it has', async () => {
    const bytes = await made(...boats);
    const other = await read(bytes, 'boats.db', { ...noReadingChoice, sheet: 'notes of a keeper' });
    expect(other.ok && other.value.table.columns.map((column) => cellText(column, 0))).toEqual([
      '1',
      'windy',
      '2 bytes',
    ]);
    const none = await read(bytes, 'boats.db', { ...noReadingChoice, sheet: 'lost' });
    expect(none.ok ? '' : none.issues[0]?.message).toContain('It has: notes of a keeper, boats');
  });

  it('that is empty or damaged is told', async () => {
    expect(await rows(await made('create table a (b)', 'drop table a'))).toContain('has no table');
    expect(await rows((await made(...boats)).subarray(0, 600))).toContain('This database cannot be read');
  });
});

describe('other files', () => {
  const head = (text: string, at = 0) =>
    Uint8Array.from([...new Array(at).fill(0), ...strToU8(text), ...new Array(40).fill(0)]);
  it.each([
    ['a film', head('ftypisom', 4), 'is a film'],
    ['a film of the web', Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, 0), 'is a film'],
    ['a sound', head('ID3'), 'is a sound'],
    ['a picture', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0), 'is a picture'],
    ['a document to print', head('%PDF-1.7'), 'is a PDF'],
    ['something else', Uint8Array.of(0, 1, 2, 3, 0, 5), 'not text'],
  ])('such as %s are named', async (_, bytes, words) => {
    expect(await rows(bytes, 'table.csv')).toContain(words);
  });

  it('with a few stray zeros are texts', async () => {
    const long = `${csv}${'\n2003,Oyle,3'.repeat(60)}`;
    const bytes = strToU8(long.replace('Pell', 'Pe\0ll'));
    expect((await rows(bytes))[2]).toEqual(['2002', 'Pell', '2']);
  });

  it('of any bytes are read or refused, and nothing breaks', async () => {
    const starts = [
      '',
      'PAR1',
      'PK\u0003\u0004',
      '\u001f\u008b\u0008',
      '<table>',
      '{"columns":',
      '[[',
      'sep=;\n',
      'ARROW1',
    ];
    const bytes = fc.tuple(fc.constantFrom(...starts), fc.uint8Array({ maxLength: 400 }));
    await fc.assert(
      fc.asyncProperty(bytes, async ([start, rest]) => {
        const file = Uint8Array.from([...Array.from(start, (letter) => letter.charCodeAt(0)), ...rest]);
        const outcome = await read(file);
        if (!outcome.ok) expect(outcome.issues[0]?.message).toMatch(/./);
      }),
      { numRuns: 150 },
    );
  });
});

describe('a line without breaks', () => {
  it('is refused in words rather than made into hundreds of thousands of columns', async () => {
    const cells = Array.from({ length: 250_000 }, (_, i) => i % 97).join(',');
    expect(await rows(cells)).toContain('250,000 cells; a table may have 200,000 columns');
  });
});

describe('workbooks', () => {
  const bookOf = async (change: (sheet: WorkSheet) => void) => {
    const xlsx = await import('@e965/xlsx');
    const sheet = xlsx.utils.aoa_to_sheet([
      ['Year', 'Oyle', 'Pell'],
      [2001, 1, 2],
      [2002, 3, 4],
      [2003, 5, 6],
    ]);
    change(sheet);
    const book = xlsx.utils.book_new();
    xlsx.utils.book_append_sheet(book, sheet, 'Data');
    return read(new Uint8Array(xlsx.write(book, { type: 'array', bookType: 'xlsx' })), 'book.xlsx');
  };

  it('tell of what they hide, and read it', async () => {
    const outcome = await bookOf((sheet) => {
      sheet['!rows'] = [{}, {}, { hidden: true }];
      sheet['!cols'] = [{}, { hidden: true }];
    });
    expect(outcome.issues).toMatchObject([
      { code: 'hidden-cells', row: 3, rows: [3], message: '1 hidden row of the sheet is read like the others.' },
      {
        code: 'hidden-cells',
        columns: ['Oyle'],
        message: '1 hidden column of the sheet is read like the others. “Oyle”',
      },
    ]);
    expect(outcome.ok && outcome.value.table.rowCount).toBe(3);
    expect((await bookOf(() => undefined)).issues).toEqual([]);
  });

  it('count what they hide where it is part of the table, by its place in the sheet', async () => {
    const outcome = await bookOf((sheet) => {
      for (const cell of ['A1', 'A2', 'A3', 'A4']) delete sheet[cell];
      sheet['!cols'] = [{ hidden: true }, {}, { hidden: true }];
      sheet['!rows'] = [{ hidden: true }, { hidden: true }, {}, { hidden: true }];
    });
    expect(outcome.issues.map(({ rows, columns }) => rows ?? columns)).toEqual([[2, 4], ['Pell']]);
  });
});
