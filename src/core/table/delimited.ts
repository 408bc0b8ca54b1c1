import Papa from 'papaparse';
import { decodeText } from './decode-text';
import { encodingSamples } from './encoding-samples';
import { recogniseFileKind } from './file-kind';
import { isComment } from './find-table';
import { type Outcome, refuse } from './issue';
import { noReadingChoice, type Reader, type ReadOptions, type ReadTable } from './reader';
import { TableAssembler } from './table-assembler';
import { delimiters } from './text-formats';

/** Small enough that the cells of a chunk never outlive the youngest generation of the garbage collector. */
const CHUNK_CHARACTERS = 250_000;
const SAMPLE_CHARACTERS = 60_000;

/** Reads delimited text (CSV, TSV and their kin); the delimiter is found by trying, quotes follow RFC 4180. */
export const delimitedReader: Reader = {
  id: 'delimited',
  claims: (bytes) => recogniseFileKind(bytes) === 'text',
  read: async (bytes, options) => {
    const { text, encoding } = decodeText(bytes, options.choice.encoding);
    const outcome = parseDelimited(text, options);
    if (!outcome.ok) return outcome;
    const readAs = `${outcome.value.readAs}, ${encodingName(encoding)}`;
    const samples = encodingSamples(bytes, encoding);
    return { ...outcome, value: { ...outcome.value, readAs, encoding, samples } };
  },
};

function encodingName(encoding: string): string {
  const name = encoding.toUpperCase().replace(/^(UTF-16)[LB]E$/, '$1');
  return name.replace('WINDOWS', 'Windows');
}

/**
 * Parses delimited text; the table is found under titles and notes.
 *
 * @returns The table; or a refusal when there is no header and at least one row of data under it. Issues list broken
 *   quotes, ragged lines, lines around the table and headers that had to be renamed.
 */
export function parseDelimited(
  text: string,
  options: ReadOptions = { fileName: '', choice: noReadingChoice },
): Outcome<ReadTable> {
  if (text.trim() === '') return refuse('empty-file', 'The file is empty. Choose one with a header line and rows.');
  const told = /^\ufeff?sep=([^\r\n])\r?\n/i.exec(text)?.[1];
  const delimiter = options.choice.delimiter || (told ?? findDelimiter(text));
  const assembler = new TableAssembler(options.choice.headerRow);
  let records = 0;
  const config = {
    delimiter,
    chunkSize: CHUNK_CHARACTERS,
    chunk: ({ data, errors, meta }: Papa.ParseResult<string[]>) => {
      for (const cells of data) assembler.push(cells);
      for (const error of errors) noteBrokenQuotes(assembler, records + (error.row ?? 0) + 1);
      records += data.length;
      options.onProgress?.(Math.min(1, meta.cursor / text.length));
    },
  };
  // The types of the library know `chunk` only for files; it works on text the same.
  Papa.parse<string[]>(text, config as Papa.ParseConfig<string[]>);
  const outcome = assembler.finish();
  if (!outcome.ok) return outcome;
  const { table, headerRow, aside, largerAt } = outcome.value;
  if (largerAt !== undefined && options.choice.headerRow === null)
    return parseDelimited(text, { ...options, choice: { ...options.choice, delimiter, headerRow: largerAt } });
  const value: ReadTable = {
    table,
    aside,
    headerRow,
    readAs: `${delimiters.get(delimiter) ?? `“${delimiter}”`} between cells`,
    decimalHint: delimiter === ';' ? 'comma' : null,
    encoding: 'utf-8',
    delimiter,
    sheet: '',
    sheets: [],
  };
  return { ok: true, value, issues: outcome.issues };
}

function noteBrokenQuotes(assembler: TableAssembler, row: number): void {
  assembler.list.add({
    code: 'broken-quotes',
    severity: 'warning',
    row,
    message: 'A quotation mark is opened and not closed as it should be; look at the cells of this line.',
  });
}

/** The delimiter that parts the first lines most evenly into the most cells; lines of a title count little. */
export function findDelimiter(text: string): string {
  const cut = text.length > SAMPLE_CHARACTERS ? text.lastIndexOf('\n', SAMPLE_CHARACTERS) : text.length;
  const sample = text.slice(0, cut < 1 ? SAMPLE_CHARACTERS : cut);
  let best = { delimiter: ',', score: 0 };
  for (const delimiter of delimiters.keys()) {
    const { data: lines } = Papa.parse<string[]>(sample, { delimiter, preview: 100, skipEmptyLines: 'greedy' });
    const data = lines.filter((cells) => !isComment(cells));
    const lengths = new Map<number, number>();
    for (const { length } of data) lengths.set(length, (lengths.get(length) ?? 0) + 1);
    const [width = 1, even = 0] = [...lengths].filter(([length]) => length > 1).sort((a, b) => b[1] - a[1])[0] ?? [];
    // A decimal comma splits lines too, but not the header: evenness counts more than the number of cells.
    const share = even / Math.max(1, data.length);
    const score = width > 1 ? share * share * (1 + Math.log2(Math.min(width, 64)) / 8) : 0;
    if (score > best.score + 1e-9) best = { delimiter, score };
  }
  return best.delimiter;
}
