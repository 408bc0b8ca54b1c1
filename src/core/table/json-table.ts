import type { Cell } from './column-builder';
import { decodeText } from './decode-text';
import { recogniseFileKind } from './file-kind';
import { type Outcome, refuse } from './issue';
import { isArray, isJsonStat, isObject, type Json, jsonStatRecords, knownForm } from './json-forms';
import type { Reader, ReadTable } from './reader';
import { TableAssembler } from './table-assembler';

const LOOK_BYTES = 64;

/** Reads JSON: an array of records, an object of column arrays, an array of rows, or a record on each line. */
export const jsonReader: Reader = {
  id: 'json',
  claims: (bytes, { fileName }) => {
    if (recogniseFileKind(bytes) !== 'text') return false;
    if (/\.(json|ndjson|jsonl|geojson)$/i.test(fileName)) return true;
    const start = decodeText(bytes.subarray(0, LOOK_BYTES)).text.trimStart();
    return /^\[\s*[[{]/.test(start) || /^\{\s*"/.test(start);
  },
  read: async (bytes, options) => {
    const { text, encoding } = decodeText(bytes, options.choice.encoding);
    if (text.trim() === '') return refuse('empty-file', 'The file is empty. Choose one with records in it.');
    const parsed = parse(text);
    if (!parsed.ok) return parsed;
    if (!isJsonStat(parsed.value)) return tableOf(parsed.value, encoding, options.choice.headerRow);
    try {
      const { records, readAs } = await jsonStatRecords(parsed.value);
      return tableOf(records, encoding, 1, readAs);
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      return refuse('broken-json', `This JSON-stat cannot be read: ${why}. Download it again, or as CSV.`);
    }
  },
};

function parse(text: string): Outcome<Json> {
  try {
    return { ok: true, value: JSON.parse(text) as Json, issues: [] };
  } catch (error) {
    const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
    if (lines.length > 1 && lines[0]?.trim().startsWith('{') && lines[0].trim().endsWith('}')) return parseLines(lines);
    const message = `This is not valid JSON: ${(error as Error).message}. Mend it in a text editor, or export it again.`;
    return refuse('broken-json', message);
  }
}

function parseLines(lines: readonly string[]): Outcome<Json> {
  const records: Json[] = [];
  for (const [index, line] of lines.entries()) {
    try {
      records.push(JSON.parse(line) as Json);
    } catch {
      return refuse('broken-json', 'This line is not a JSON record. Mend it in a text editor.', { row: index + 1 });
    }
  }
  return { ok: true, value: records, issues: [] };
}

/** The first thing in the JSON, at most three levels down, that is a table. */
function findRecords(json: Json, depth = 0): Json | null {
  if (isArray(json)) return json.some((each) => isObject(each) || isArray(each)) ? json : null;
  if (!isObject(json) || depth > 3) return null;
  const values = Object.values(json);
  const columns = values.filter((each) => isArray(each) && each.every((cell) => !isObject(cell) && !isArray(cell)));
  if (columns.length > 1) return json;
  for (const value of values) {
    const found = findRecords(value, depth + 1);
    if (found) return found;
  }
  return null;
}

function tableOf(json: Json, encoding: string, headerRow: number | null, form = ''): Outcome<ReadTable> {
  const known = knownForm(json);
  const records = known?.records ?? findRecords(json);
  if (!records) {
    const message = 'The JSON holds no table. It needs an array of records, or an array for each column.';
    return refuse('no-table-in-json', message);
  }
  const rowsOnly = isArray(records) && isArray(records[0]);
  const assembler = new TableAssembler(rowsOnly && !known ? headerRow : 1);
  let readAs = 'JSON records';
  const called = form || known?.readAs;
  if (isObject(records)) {
    readAs = 'JSON columns';
    pushColumns(assembler, records);
  } else if (rowsOnly && isArray(records)) {
    readAs = 'JSON rows';
    for (const row of records) assembler.push(isArray(row) ? row.map(cellOf) : [cellOf(row)]);
  } else if (isArray(records)) pushRecords(assembler, records);
  const outcome = assembler.finish();
  if (!outcome.ok) return outcome;
  const { table, aside } = outcome.value;
  const given = {
    readAs: called ?? readAs,
    decimalHint: null,
    encoding,
    delimiter: '',
    sheet: '',
    sheets: [],
  } as const;
  const issues = outcome.issues.filter(({ code }) => rowsOnly || code !== 'ragged-line');
  return { ok: true, value: { ...given, table, aside, headerRow: outcome.value.headerRow }, issues };
}

function cellOf(json: Json | undefined): Cell {
  if (json === null || json === undefined) return null;
  if (typeof json === 'number' || typeof json === 'string') return json;
  return typeof json === 'boolean' ? String(json) : JSON.stringify(json);
}

function pushRecords(assembler: TableAssembler, records: readonly Json[]): void {
  const flat = records.map((record) => flatten(record));
  const names = [...new Set(flat.flatMap((record) => [...record.keys()]))];
  assembler.push(names);
  for (const record of flat) assembler.push(names.map((name) => record.get(name)));
}

/** Nested objects become columns called `outer.inner`. */
function flatten(record: Json, prefix = '', into = new Map<string, Cell>()): Map<string, Cell> {
  if (!isObject(record)) {
    into.set(prefix || 'value', cellOf(record));
    return into;
  }
  for (const [key, value] of Object.entries(record)) {
    const name = prefix ? `${prefix}.${key}` : key;
    if (isObject(value)) flatten(value, name, into);
    else into.set(name, cellOf(value));
  }
  return into;
}

function pushColumns(assembler: TableAssembler, columns: { readonly [key: string]: Json }): void {
  const arrays = Object.entries(columns).filter((entry): entry is [string, readonly Json[]] => isArray(entry[1]));
  const rowCount = arrays.reduce((most, [, cells]) => Math.max(most, cells.length), 0);
  assembler.push(arrays.map(([name]) => name));
  for (let row = 0; row < rowCount; row++) assembler.push(arrays.map(([, cells]) => cellOf(cells[row])));
}
