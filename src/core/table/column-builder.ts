import type { Column } from './column';
import { type PlainNumber, readPlainNumber } from './plain-number';

/** A cell on its way into a column: text, or a number that its file holds as a number. */
export type Cell = string | number | null | undefined;

/** With more distinct texts than this, a column of plain numbers is kept as numbers. */
const MANY_TEXTS = 1 << 14;

function grown<T extends Uint32Array | Float64Array | Uint8Array>(array: T, least: number): T {
  if (array.length >= least) return array;
  const next = new (array.constructor as new (size: number) => T)(Math.max(least, array.length * 2));
  next.set(array);
  return next;
}

/**
 * Collects the cells of one column. Starts with a dictionary of texts; goes over to numbers when the texts are many
 * and nearly all of them plain numbers, which a long column of measured values is.
 */
export class ColumnBuilder {
  private codeOf = new Map<string, number>([['', 0]]);
  private texts: string[] = [''];
  private codes = new Uint32Array(64);
  /** The code that last came after each code. */
  private followers = new Uint32Array(64);
  private lastCode = 0;
  private values: Float64Array | null = null;
  private decimals = new Uint8Array(0);
  private readonly others = new Map<number, string>();
  private readonly plain: PlainNumber = { value: 0, decimals: 0 };
  private nextLook = MANY_TEXTS;
  private typedCells = 0;
  length = 0;

  /** Appends a cell; white space around a text is dropped. */
  push(cell: Cell): void {
    if (typeof cell === 'number') {
      this.typedCells++;
      this.pushText(String(cell));
    } else if (cell === null || cell === undefined || cell === '') this.pushText('');
    else this.pushText(cell.trim());
  }

  private pushText(text: string): void {
    if (this.values) this.pushNumber(text, this.values);
    else this.pushCode(text);
    this.length++;
  }

  private pushCode(text: string): void {
    // Long tables repeat their names in the same order: what followed the last cell before is compared first, which
    // costs a fraction of a look into the dictionary.
    const likely = this.followers[this.lastCode] ?? 0;
    let code = this.texts[likely] === text ? likely : this.codeOf.get(text);
    if (code === undefined) {
      code = this.texts.length;
      this.texts.push(text);
      this.codeOf.set(text, code);
      if (code === this.nextLook) this.considerNumbers();
    }
    if (this.values) {
      this.pushNumber(text, this.values);
      return;
    }
    this.codes = grown(this.codes, this.length + 1);
    this.codes[this.length] = code;
    this.followers = grown(this.followers, code + 1);
    this.followers[this.lastCode] = code;
    this.lastCode = code;
  }

  private pushNumber(text: string, values: Float64Array): void {
    if (this.length >= values.length) this.values = grown(values, this.length + 1);
    this.decimals = grown(this.decimals, this.length + 1);
    const target = this.values as Float64Array;
    if (readPlainNumber(text, this.plain)) {
      target[this.length] = this.plain.value;
      this.decimals[this.length] = this.plain.decimals;
      return;
    }
    target[this.length] = Number.NaN;
    if (text !== '') this.others.set(this.length, text);
  }

  /** Goes over to numbers when 98 of 100 texts are plain ones; else looks again when there are four times as many. */
  private considerNumbers(): void {
    let numbers = 0;
    for (const text of this.texts) if (readPlainNumber(text, this.plain)) numbers++;
    this.nextLook *= 4;
    if (numbers < this.texts.length * 0.98) return;
    const { codes, texts, length } = this;
    this.values = new Float64Array(Math.max(64, codes.length * 2));
    this.decimals = new Uint8Array(this.values.length);
    for (this.length = 0; this.length < length; this.length++) {
      this.pushNumber(texts[codes[this.length] ?? 0] ?? '', this.values);
    }
    this.codes = new Uint32Array(0);
    this.texts = [];
    this.codeOf = new Map();
  }

  /** Appends blank cells until the column has `rowCount` cells. */
  padTo(rowCount: number): void {
    while (this.length < rowCount) this.pushText('');
  }

  /** Takes back the cells from `rowCount` on. */
  cutTo(rowCount: number): void {
    this.length = Math.min(this.length, rowCount);
    for (const row of this.others.keys()) if (row >= rowCount) this.others.delete(row);
    // Codes are given in order of appearance, so texts that only stood in the cut cells are the last ones.
    let highest = 0;
    for (let row = 0; row < this.length && !this.values; row++) highest = Math.max(highest, this.codes[row] ?? 0);
    if (!this.values) this.texts.length = Math.min(this.texts.length, highest + 1);
  }

  /** The finished column. */
  build(name: string): Column {
    const typed = this.typedCells > 0;
    if (this.values) {
      const { others } = this;
      const decimals = this.decimals.slice(0, this.length);
      return { kind: 'number', name, values: this.values.slice(0, this.length), decimals, others, typed };
    }
    return { kind: 'text', name, codes: this.codes.slice(0, this.length), texts: this.texts, typed };
  }
}
