import { type Column, textColumn } from './column';
import { type DecimalMark, isMissingText, markEvidence, readNumber } from './number-text';

/** How the numbers of a column are written. */
export interface NumberNotation {
  readonly decimal: DecimalMark;
  /** False where a point or a comma would both make sense, and mean different numbers: the person is asked. */
  readonly decided: boolean;
  /** In words, with the cell that decides. */
  readonly why: string;
}

const names: Record<DecimalMark, string> = { point: 'decimal point', comma: 'decimal comma' };
const plain: NumberNotation = { decimal: 'point', decided: true, why: '' };

/**
 * Decides the decimal mark from the whole column. Where no cell can, the hint or else the point is taken, and the
 * notation is marked as undecided.
 *
 * @param rowNumberOf Names the row of the deciding cell in the reason.
 */
export function recogniseNumbers(
  column: Column,
  hint: DecimalMark | null,
  rowNumberOf: (row: number) => number,
): NumberNotation {
  if (column.typed) return plain;
  if (column.kind === 'number')
    return ofNumbers(column.decimals, column.values, hint) ?? fromTexts(column, hint, rowNumberOf);
  return fromTexts(column, hint, rowNumberOf);
}

/** A column of plain numbers: whole ones, or some with other than three decimals, settle the point at once. */
function ofNumbers(decimals: Uint8Array, values: Float64Array, hint: DecimalMark | null): NumberNotation | null {
  let threes = false;
  for (let row = 0; row < decimals.length; row++) {
    const count = decimals[row] ?? 0;
    if (count === 0) continue;
    if (count !== 3 || Math.abs(values[row] ?? 0) < 1) return plain;
    threes = true;
  }
  return threes && hint !== null ? null : plain;
}

function fromTexts(column: Column, hint: DecimalMark | null, rowNumberOf: (row: number) => number): NumberNotation {
  const { texts, codes } = textColumn(column);
  const sure: Record<DecimalMark, number> = { point: 0, comma: 0 };
  const example: Partial<Record<DecimalMark, number>> = {};
  let either = -1;
  texts.forEach((text, code) => {
    const evidence = markEvidence(text);
    if (evidence === 'either') either = either < 0 ? code : either;
    else if (evidence) {
      sure[evidence]++;
      example[evidence] ??= code;
    }
  });
  const decimal: DecimalMark = sure.comma > sure.point ? 'comma' : 'point';
  const code = example[decimal];
  if (code !== undefined) {
    const row = rowNumberOf(codes.indexOf(code));
    return { decimal, decided: true, why: `${names[decimal]}, because “${texts[code]}” stands in row ${row}` };
  }
  if (either < 0) return plain;
  const grouped = groupingMark(texts);
  if (grouped) return grouped;
  const taken = hint ?? 'point';
  const [a, b] = (['point', 'comma'] as const).map((mark) => readNumber(texts[either] ?? '', mark));
  const value = (reading: typeof a) => (reading?.kind === 'value' ? reading.value : Number.NaN);
  const why = `“${texts[either]}” could be ${value(a)} or ${value(b)}; no cell of the column decides`;
  return { decimal: taken, decided: false, why };
}

/**
 * Thousands marks that only the column as a whole gives away: a column that writes whole numbers without decimals
 * (300) would not write 1.2 as “1.200”, so a zero at the end of the third digit speaks for thousands.
 */
function groupingMark(texts: readonly string[]): NumberNotation | null {
  let [whole, zero, mark] = ['', '', ''];
  for (const text of texts) {
    if (markEvidence(text) === 'either') {
      const own = /,\d{3}(?!\d)/.test(text) ? ',' : '.';
      if (mark !== '' && mark !== own) return null;
      mark = own;
      if (/\d0(?!\d)[^\d]*$/.test(text)) zero ||= text;
      continue;
    }
    const reading = readNumber(text);
    if (reading.kind !== 'value' || !Number.isInteger(reading.value) || reading.value === 0) continue;
    if (Math.abs(reading.value) >= 1000) return null;
    whole ||= text;
  }
  if (whole === '' || zero === '') return null;
  const decimal: DecimalMark = mark === ',' ? 'point' : 'comma';
  const why = `${names[decimal]}, because “${zero}” would not end in 0 as a fraction beside whole numbers such as “${whole}”`;
  return { decimal, decided: true, why };
}

/** The numbers of a column, with the rows of what cannot be read. */
export interface NumberValues {
  /** NaN where missing or unreadable. */
  readonly values: Float64Array;
  readonly unreadable: Int32Array;
}

/** Reads every cell of a column as a number. Cost: O(rows), and one reading for each distinct text. */
export function readNumbers(column: Column, decimal: DecimalMark): NumberValues {
  if (column.kind === 'number' && decimal === 'point') {
    if (column.others.size === 0) return { values: column.values, unreadable: new Int32Array(0) };
    const values = column.values.slice();
    const unreadable: number[] = [];
    for (const [row, text] of column.others) {
      const reading = readNumber(text, decimal);
      if (reading.kind === 'value') values[row] = reading.value;
      else if (reading.kind === 'unreadable') unreadable.push(row);
    }
    return { values, unreadable: Int32Array.from(unreadable) };
  }
  const { texts, codes } = textColumn(column);
  const known = new Float64Array(texts.length);
  const bad = new Uint8Array(texts.length);
  texts.forEach((text, code) => {
    const reading = readNumber(text, decimal);
    known[code] = reading.kind === 'value' ? reading.value : Number.NaN;
    if (reading.kind === 'unreadable') bad[code] = 1;
  });
  const values = new Float64Array(codes.length);
  const unreadable: number[] = [];
  for (let row = 0; row < codes.length; row++) {
    const code = codes[row] ?? 0;
    values[row] = known[code] ?? Number.NaN;
    if (bad[code] === 1) unreadable.push(row);
  }
  return { values, unreadable: Int32Array.from(unreadable) };
}

/** Units that stand with the numbers of a column, with how many distinct texts have each; `''` is none. */
export function unitsOf(column: Column): Map<string, number> {
  const units = new Map<string, number>();
  if (column.kind === 'number') return units;
  for (const text of column.texts) {
    if (isMissingText(text)) continue;
    const point = readNumber(text, 'point');
    const reading = point.kind === 'value' ? point : readNumber(text, 'comma');
    if (reading.kind === 'value') units.set(reading.unit, (units.get(reading.unit) ?? 0) + 1);
  }
  return units;
}

/** Cells that carry a mark, or are only a bound. */
export interface MarkedCells {
  readonly count: number;
  /** The row of the first. */
  readonly row: number;
  /** Its text. */
  readonly raw: string;
}

/** The marks in a column of numbers with the cells that carry them; bounds under their sign, `<` or `>`. */
export function marksOf(column: Column, decimal: DecimalMark): Map<string, MarkedCells> {
  const found = new Map<string, MarkedCells>();
  const add = (text: string, count: number, row: number) => {
    const reading = readNumber(text, decimal);
    const mark = reading.kind === 'value' ? (reading.limit ?? reading.mark) : undefined;
    if (mark === undefined) return;
    const known = found.get(mark) ?? { count: 0, row, raw: text };
    found.set(mark, { ...known, count: known.count + count });
  };
  if (column.kind === 'number') {
    for (const [row, text] of column.others) add(text, 1, row);
    return found;
  }
  const { texts, codes } = column;
  const isMarked = texts.map((text) => !/^[\d.,\s-]*$/.test(text) && !isMissingText(text));
  if (!isMarked.includes(true)) return found;
  const [counts, firsts] = [new Uint32Array(texts.length), new Int32Array(texts.length).fill(-1)];
  for (let row = 0; row < codes.length; row++) {
    const code = codes[row] ?? 0;
    if (counts[code] === 0) firsts[code] = row;
    counts[code] = (counts[code] ?? 0) + 1;
  }
  for (const [code, text] of texts.entries()) if (isMarked[code]) add(text, counts[code] ?? 0, firsts[code] ?? 0);
  return found;
}
