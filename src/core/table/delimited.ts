import Papa from 'papaparse';
import { ColumnBuilder } from './column';
import { decodeText } from './decode-text';
import { recogniseFileKind } from './file-kind';
import { type Outcome, refuse, shorten } from './issue';
import { IssueList, type Reader, type ReadTable } from './reader';

const delimiterNames = new Map([
  [',', 'commas'],
  [';', 'semicolons'],
  ['\t', 'tabs'],
  ['|', 'upright bars'],
]);

const encodingNames = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16',
  'windows-1252': 'Windows-1252',
} as const;

/** Reads delimited text (CSV, TSV and their kin); the delimiter is found by trying, quotes follow RFC 4180. */
export const delimitedReader: Reader = {
  id: 'delimited',
  claims: (bytes) => recogniseFileKind(bytes) === 'text',
  read: (bytes) => {
    const { text, encoding } = decodeText(bytes);
    const outcome = parseDelimited(text);
    if (!outcome.ok) return outcome;
    const readAs = `${outcome.value.readAs}, ${encodingNames[encoding]}`;
    return { ...outcome, value: { ...outcome.value, readAs } };
  },
};

/**
 * Parses delimited text whose first line that is not blank holds the column names.
 *
 * @returns The table; or a refusal when there is no header and at least one row of data under it. Issues list broken
 *   quotes, ragged lines and headers that had to be renamed.
 */
export function parseDelimited(text: string): Outcome<ReadTable> {
  if (text.trim() === '') return refuse('empty-file', 'The file is empty. Choose one with a header line and rows.');
  const parsed = Papa.parse<string[]>(text, { delimitersToGuess: [',', ';', '\t', '|'] });
  const list = new IssueList();
  for (const error of parsed.errors) {
    if (error.type === 'Delimiter') continue;
    list.add({
      code: 'broken-quotes',
      severity: 'warning',
      row: (error.row ?? 0) + 1,
      message: 'A quotation mark is opened and not closed as it should be; look at the cells of this line.',
    });
  }
  const headerIndex = parsed.data.findIndex((cells) => !isBlank(cells));
  const headerCells = parsed.data[headerIndex] ?? [];
  const builders: ColumnBuilder[] = headerCells.map(() => new ColumnBuilder());
  const rowNumbers: number[] = [];
  for (let index = headerIndex + 1; index < parsed.data.length; index++) {
    const cells = parsed.data[index] ?? [];
    if (isBlank(cells)) continue;
    if (cells.length !== headerCells.length) list.add(raggedLine(index + 1, cells, headerCells.length));
    appendRow(builders, cells, rowNumbers.length);
    rowNumbers.push(index + 1);
  }
  if (rowNumbers.length === 0) {
    return refuse('no-rows', 'There is a header line and nothing under it. The table needs at least one row of data.');
  }
  const names = uniqueNames(headerCells, builders.length, list);
  const columns = builders.map((builder, i) => {
    builder.padTo(rowNumbers.length);
    return builder.build(names[i] ?? `Column ${i + 1}`);
  });
  const table = { columns, rowCount: rowNumbers.length, rowNumbers: Uint32Array.from(rowNumbers) };
  const readAs = `${delimiterNames.get(parsed.meta.delimiter) ?? 'commas'} between cells`;
  return { ok: true, value: { table, readAs }, issues: list.finish() };
}

function isBlank(cells: readonly string[]): boolean {
  return cells.every((cell) => cell.trim() === '');
}

/** Cells past the header get columns of their own, so that nothing in a ragged line is lost. */
function appendRow(builders: ColumnBuilder[], cells: readonly string[], rowIndex: number): void {
  let used = cells.length;
  while (used > builders.length && cells[used - 1]?.trim() === '') used--;
  while (builders.length < used) {
    const builder = new ColumnBuilder();
    builder.padTo(rowIndex);
    builders.push(builder);
  }
  for (let i = 0; i < builders.length; i++) builders[i]?.push(cells[i] ?? '');
}

function raggedLine(row: number, cells: readonly string[], expected: number) {
  return {
    code: 'ragged-line',
    severity: 'note' as const,
    row,
    raw: shorten(cells.slice(0, 20).join(' | ')),
    message:
      cells.length < expected
        ? `This line has ${cells.length} of ${expected} cells; the missing ones are read as blank.`
        : `This line has ${cells.length} cells where the header has ${expected}; the others are kept in extra columns.`,
  };
}

function uniqueNames(headers: readonly string[], count: number, list: IssueList): string[] {
  const used = new Set<string>();
  return Array.from({ length: count }, (_, i) => {
    const given = (headers[i] ?? '').trim().replace(/\s+/g, ' ');
    let name = given === '' ? `Column ${i + 1}` : given;
    for (let copy = 2; used.has(name); copy++) name = `${given === '' ? `Column ${i + 1}` : given} (${copy})`;
    used.add(name);
    if (given !== '' && name !== given) {
      list.add({
        code: 'duplicate-header',
        severity: 'note',
        row: 1,
        column: shorten(name),
        raw: shorten(given),
        message: `Two columns are called “${shorten(given, 40)}”; this one is shown as “${shorten(name, 40)}”.`,
      });
    }
    return name;
  });
}
