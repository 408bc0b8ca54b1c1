import { filledCount, isFilled, looksNumeric } from './cells';
import type { Cell } from './column-builder';
import { isMissingText } from './number-text';
import { isMeasure, isUnit } from './number-units';

/** Records at the start of a sheet or file, from which the place of its table is found. */
export type Records = readonly (readonly Cell[])[];

/** Where a table stands in its sheet. Indices count records from 0. */
export interface TablePlace {
  /** Records that hold the names: none, one or two. */
  readonly header: readonly number[];
  /** First record of data. */
  readonly from: number;
  /** Records above the header that hold a title or notes. */
  readonly above: readonly number[];
}

const isYear = (cell: Cell) => /^[12]\d{3}$/.test(String(cell ?? '').trim());

/** Cells of the usual record: the upper quartile of what is filled, so that notes and titles do not count. */
function usualWidth(records: Records): number {
  const counts = records.map(filledCount).filter((count) => count > 0);
  counts.sort((a, b) => a - b);
  return counts[Math.floor(counts.length * 0.75)] ?? 0;
}

/** Do all cells of a record look like the ones below them, and a name come again further down? Then it is data. */
function isData(record: readonly Cell[], below: Records): boolean {
  let again = false;
  let numbers = 0;
  for (const [column, cell] of record.entries()) {
    if (!isFilled(cell)) continue;
    const others = below.map((each) => each[column]).filter(isFilled);
    if (others.length < 2) continue;
    const numeric = others.filter(looksNumeric).length > others.length * 0.8;
    if (numeric !== looksNumeric(cell)) return false;
    if (numeric) numbers++;
    else again ||= others.some((other) => other === cell);
  }
  return again && numbers > 0;
}

/** A second header record: words (or periods) in columns of which the data below are numbers. */
function isSecondHeader(first: readonly Cell[], second: readonly Cell[], below: Records): boolean {
  if (below.length === 0 || filledCount(second) === 0) return false;
  let [named, numeric, gaps, alone] = [0, 0, 0, 0];
  const width = Math.max(first.length, second.length);
  for (let column = 0; column < width; column++) {
    const data = below.map((each) => each[column]).filter(isFilled);
    const isNumbers = data.length > 0 && data.filter(looksNumeric).length > data.length * 0.7;
    if (!isNumbers) continue;
    numeric++;
    if (isFilled(second[column]) && (!looksNumeric(second[column]) || isYear(second[column]))) named++;
    // The years themselves are often named in the upper record alone.
    else if (!isFilled(second[column]) && isFilled(first[column]) && data.every(isYear)) alone++;
    if (!isFilled(first[column]) || first[column] === first[column - 1]) gaps++;
  }
  // Years below a header of years would be data; two records of names differ in what they leave open.
  return named > 1 && named + alone === numeric && alone <= 1 && gaps > 0;
}

/**
 * Finds the table among a sheet's first records: under a title and notes, with one header record, two, or none.
 *
 * @param records The first records, blank ones included; enough of them to see some data.
 */
export function findTable(records: Records): TablePlace {
  const width = usualWidth(records);
  const least = width <= 2 ? Math.max(1, width) : Math.max(2, Math.ceil(width * 0.5));
  let start = records.findIndex((record) => filledCount(record) >= least);
  if (start < 0)
    start = Math.max(
      0,
      records.findIndex((record) => filledCount(record) > 0),
    );
  const above = Array.from({ length: start }, (_, i) => i).filter((i) => filledCount(records[i] ?? []) > 0);
  const first = records[start] ?? [];
  const below = records.slice(start + 1).filter((record) => filledCount(record) >= Math.min(2, least));
  if (isData(first, below)) return { header: [], from: start, above };
  // A header that spans groups of columns can be too sparse to pass for the header itself.
  const over = above.at(-1);
  const spanning = over !== undefined && over === start - 1 && filledCount(records[over] ?? []) > 1;
  if (spanning && isSecondHeader(records[over] ?? [], first, below)) {
    return { header: [over, start], from: start + 1, above: above.slice(0, -1) };
  }
  const second = records[start + 1] ?? [];
  if (isSecondHeader(first, second, below.slice(1))) return { header: [start, start + 1], from: start + 2, above };
  return { header: [start], from: start + 1, above };
}

/** The place when the person says where the names stand. */
export function placeWithHeader(records: Records, headerRow: number): TablePlace {
  const start = Math.max(0, headerRow - 1);
  const before = Array.from({ length: start }, (_, i) => i).filter((i) => filledCount(records[i] ?? []) > 0);
  if (headerRow === 0) return { header: [], from: 0, above: [] };
  return { header: [start], from: start + 1, above: before };
}

const unitWords = /^[([{].*[)\]}]$|^(?:in |million|thousand|number|units?$|year$|name$|text$|date$)/i;
const looksLikeUnit = (cell: Cell) => {
  const text = String(cell ?? '').trim();
  return unitWords.test(text) || isUnit(text) || isMeasure(text);
};

/**
 * Does a record right under the header say what the columns are measured in? It does where it is in words, and the columns that
 * hold numbers further down have units in it, or one and the same word.
 */
export function isUnits(record: readonly Cell[], below: Records): boolean {
  if (below.length === 0 || filledCount(record) === 0) return false;
  const texts = record.filter(isFilled).map((cell) => String(cell).trim());
  if (texts.every((text) => /^[([].*[)\]]$/.test(text)) && texts.some((text) => /\p{L}/u.test(text))) return true;
  const said: string[] = [];
  for (const [column, cell] of record.entries()) {
    if (!isFilled(cell)) continue;
    // A row whose values are missing is a row all the same.
    if (looksNumeric(cell) || isMissingText(String(cell).trim())) return false;
    const data = below
      .map((each) => each[column])
      .filter((each) => isFilled(each) && !isMissingText(String(each).trim()));
    const numeric = data.length > 0 && data.filter(looksNumeric).length > data.length * 0.7;
    if (numeric && !isYear(data[0])) said.push(String(cell).trim());
    // A word that stands among the names below is a name.
    else if (!numeric && data.includes(cell)) return false;
  }
  if (said.length === 0) return false;
  return said.every(looksLikeUnit) || (said.length > 1 && new Set(said).size === 1);
}

/** A line for people rather than for programs: it begins with a hash and a space, or two slashes. */
export function isComment(cells: readonly Cell[]): boolean {
  const first = cells[0];
  if (typeof first !== 'string') return false;
  const start = first.trimStart();
  if (start.startsWith('//') || /^#+\s/.test(start)) return true;
  return (
    start.startsWith('#') &&
    /^#+\p{L}/u.test(start) &&
    !/^#(?:N\/?A|N\/?V|NV|REF|DIV|VALUE|NAME|NUM|NULL)/i.test(start) &&
    filledCount(cells) === 1
  );
}

/** The line by which some spreadsheets tell what stands between cells. */
export const isSeparatorLine = (cells: readonly Cell[]): boolean =>
  typeof cells[0] === 'string' && /^sep=.?$/i.test(cells[0].trim()) && filledCount(cells) <= 1;

/** The name of a column, and what two header records say of it where both say something. */
export interface HeaderName {
  readonly name: string;
  readonly headers: readonly [upper: string, lower: string] | null;
}

/** Names of the columns from the header records; of two, the upper one reaches over the columns left open beside it. */
export function headerNames(records: Records, header: readonly number[]): HeaderName[] {
  const rows = header.map((index) => (records[index] ?? []).map((cell) => cleanName(cell)));
  const width = Math.max(0, ...rows.map((row) => row.length));
  const [upper = [], lower] = rows;
  if (!lower) return Array.from({ length: width }, (_, i) => ({ name: upper[i] ?? '', headers: null }));
  let over = '';
  return Array.from({ length: width }, (_, i) => {
    const own = lower[i] ?? '';
    if (upper[i]) over = upper[i] ?? '';
    else if (own === '') over = '';
    if (over === own) return { name: own, headers: null };
    return { name: [over, own].filter(Boolean).join(' '), headers: over && own ? [over, own] : null };
  });
}

function cleanName(cell: Cell): string {
  return String(cell ?? '')
    .trim()
    .replace(/\s+/g, ' ');
}

const noteStart =
  /^(source|sources|note|notes|footnote|remark|copyright|©|\*|†|‡|\(\*\)|\d\)|\[\d\]|quelle|fuente|fonte|bron)/i;

/** Is a record at the end of a sheet a note under the table rather than a row of it? */
export function isNoteBelow(cells: readonly Cell[], width: number, afterBlank: boolean): boolean {
  const filled = cells.filter(isFilled);
  if (filled.length === 0) return true;
  const first = filled[0];
  if (filled.length > 1 || first !== cells[0] || looksNumeric(first)) return false;
  const text = String(first).trim();
  return noteStart.test(text) || (afterBlank && width >= 2) || (width >= 3 && text.length > 60);
}
