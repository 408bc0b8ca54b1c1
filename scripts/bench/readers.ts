import { utils, write } from '@e965/xlsx';
import { Table, tableToIPC, vectorFromArray } from 'apache-arrow';
import { gzipSync } from 'fflate';
import { parquetWriteBuffer } from 'hyparquet-writer';
import open from 'sql.js/dist/sql-wasm-inline.js';
import { Preparer } from '@/core/shaping/preparation';
import { understand } from '@/core/shaping/understand';
import { readTable } from '@/core/table/read-table';
import { noReadingChoice } from '@/core/table/reader';

const ROUNDS = 3;
const PERIODS = 100;
const CATEGORIES = 500;

type Row = readonly [day: string, category: string, value: number];

/** A long table with letters beyond ASCII: a row for each period and category. */
const rows: readonly Row[] = Array.from({ length: PERIODS * CATEGORIES }, (_, i) => {
  const day = new Date(Date.UTC(2001, 0, 1 + Math.floor(i / CATEGORIES))).toISOString().slice(0, 10);
  return [day, `Größe ${i % CATEGORIES}`, ((i * 7919) % 99991) / 100];
});
const utf8 = (text: string) => new TextEncoder().encode(text);
const csv = () => ['day,category,value', ...rows.map((row) => row.join(','))].join('\n');
const records = () => rows.map(([day, category, value]) => ({ day, category, value }));

function html(): string {
  const lines = rows.map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join('')}</tr>`);
  return `<html><table><tr><th>day</th><th>category</th><th>value</th></tr>${lines.join('')}</table></html>`;
}

function workbook(): Uint8Array {
  const book = utils.book_new();
  utils.book_append_sheet(
    book,
    utils.aoa_to_sheet([['day', 'category', 'value'], ...rows.map((row) => [...row])]),
    'Data',
  );
  return new Uint8Array(write(book, { type: 'array', bookType: 'xlsx' }));
}

const columns = () => [0, 1, 2].map((at) => rows.map((row) => row[at as 0 | 1 | 2]));

function parquet(): Uint8Array {
  const [days = [], categories = [], values = []] = columns();
  return new Uint8Array(
    parquetWriteBuffer({
      columnData: [
        { name: 'day', data: days, type: 'STRING' },
        { name: 'category', data: categories, type: 'STRING' },
        { name: 'value', data: values, type: 'DOUBLE' },
      ],
    }),
  );
}

function arrow(): Uint8Array {
  const [days = [], categories = [], values = []] = columns();
  const table = { day: vectorFromArray(days), category: vectorFromArray(categories), value: vectorFromArray(values) };
  return tableToIPC(new Table(table), 'file');
}

async function database(): Promise<Uint8Array> {
  const made = new (await open()).Database();
  made.exec('create table boats (day text, category text, value real)');
  for (let from = 0; from < rows.length; from += 1000) {
    const some = rows.slice(from, from + 1000).map(([day, category, value]) => `('${day}', '${category}', ${value})`);
    made.exec(`insert into boats values ${some.join(', ')}`);
  }
  const bytes = made.export();
  made.close();
  return bytes;
}

/** From bytes to values, in milliseconds; a refusal is an answer where one is wanted. */
async function toValues(bytes: Uint8Array, fileName: string, mayRefuse = false): Promise<number> {
  const startedMs = performance.now();
  const outcome = await readTable(bytes, { fileName, choice: noReadingChoice });
  if (outcome.ok) {
    const { fields, steps } = understand(outcome.value);
    const { outcome: shaped } = new Preparer(outcome.value.table, null).prepare(steps, fields, '');
    if (!shaped.ok && !mayRefuse) throw new Error(`${fileName}: ${shaped.issues[0]?.message}`);
  } else if (!mayRefuse) throw new Error(`${fileName}: ${outcome.issues[0]?.message}`);
  return performance.now() - startedMs;
}

const plain = utf8(csv());
const files: readonly (readonly [what: string, fileName: string, bytes: Uint8Array])[] = [
  ['CSV in UTF-8', 'a.csv', plain],
  ['CSV in Windows-1252', 'b.csv', Uint8Array.from(csv(), (letter) => letter.charCodeAt(0))],
  ['CSV in a gzip', 'c.csv.gz', gzipSync(plain)],
  ['JSON records', 'd.json', utf8(JSON.stringify(records()))],
  [
    'JSON lines',
    'e.jsonl',
    utf8(
      records()
        .map((record) => JSON.stringify(record))
        .join('\n'),
    ),
  ],
  ['a web page', 'f.html', utf8(html())],
  ['XLSX', 'g.xlsx', workbook()],
  ['Parquet', 'h.parquet', parquet()],
  ['Arrow', 'i.arrow', arrow()],
  ['SQLite', 'j.sqlite', await database()],
];
/** Files that nobody means, which have to be answered all the same. */
const odd: readonly (readonly [what: string, fileName: string, bytes: Uint8Array])[] = [
  ['one line of 700,000 cells', 'k.csv', utf8(Array.from({ length: 700_000 }, (_, i) => i).join(','))],
  [
    '100,000 columns by 3 rows',
    'l.csv',
    utf8(
      [0, 1, 2, 3]
        .map((row) => Array.from({ length: 100_000 }, (_, i) => (row === 0 ? `c${i}` : row * i)).join(','))
        .join('\n'),
    ),
  ],
];

const kinds: { what: string; ms: number[] }[] = [];
for (const [what, fileName, bytes] of files) {
  await toValues(bytes, fileName);
  const ms: number[] = [];
  for (let round = 0; round < ROUNDS; round++) ms.push(await toValues(bytes, fileName));
  kinds.push({ what, ms });
}
const answers: { what: string; ms: number[] }[] = [];
for (const [what, fileName, bytes] of odd) answers.push({ what, ms: [await toValues(bytes, fileName, true)] });
console.log(JSON.stringify({ rows: rows.length, kinds, answers }));
