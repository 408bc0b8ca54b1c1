interface NamedColumn {
  readonly name: string;
  /** What two header lines say of it, the upper one first, where both do and the name is made of them. */
  readonly headers?: readonly [upper: string, lower: string];
}

/**
 * A column of text cells, dictionary-coded: `texts[codes[row]]` is the cell. Code 0 is always the blank cell.
 * Recognition and conversion work on the distinct texts, so a column of a million repeated names costs little.
 */
export interface TextColumn extends NamedColumn {
  readonly kind: 'text';
  readonly codes: Uint32Array;
  readonly texts: readonly string[];
  /** The numbers in it came as numbers (from a workbook or JSON), so their decimal mark is known to be a point. */
  readonly typed: boolean;
}

/**
 * A column of many different plain numbers, kept without its texts: the cell is the value with that many decimals.
 * Nothing is lost, since only numbers that are written back exactly as they stood come here.
 */
export interface NumberColumn extends NamedColumn {
  readonly kind: 'number';
  /** NaN where the cell is blank or stands in `others`. */
  readonly values: Float64Array;
  readonly decimals: Uint8Array;
  /** Cells that are not plain numbers, by row. */
  readonly others: ReadonlyMap<number, string>;
  readonly typed: boolean;
}

export type Column = TextColumn | NumberColumn;

/** The text of a cell; `''` when blank or past the end. */
export function cellText(column: Column, row: number): string {
  if (column.kind === 'text') return column.texts[column.codes[row] ?? 0] ?? '';
  const value = column.values[row] ?? Number.NaN;
  return Number.isNaN(value) ? (column.others.get(row) ?? '') : value.toFixed(column.decimals[row] ?? 0);
}

/** Is the cell blank? */
export function isBlankCell(column: Column, row: number): boolean {
  if (column.kind === 'text') return (column.codes[row] ?? 0) === 0;
  return Number.isNaN(column.values[row] ?? Number.NaN) && !column.others.has(row);
}

/** The same column under another name; its header lines no longer say what it is. */
export function renamed(column: Column, name: string): Column {
  if (column.name === name) return column;
  const { headers: _, ...rest } = column;
  return { ...rest, name };
}

const asText = new WeakMap<NumberColumn, TextColumn>();

/** The column as text, for work on distinct texts. Cost for a column of numbers: O(rows) once. */
export function textColumn(column: Column): TextColumn {
  if (column.kind === 'text') return column;
  const known = asText.get(column);
  if (known) return known;
  const made = encodeTexts(column.name, column.values.length, (row) => cellText(column, row), column.typed);
  asText.set(column, made);
  return made;
}

/**
 * Gives each text its place in a dictionary, which it adds new ones to.
 *
 * @param texts The dictionary; its first text is the empty one.
 * @param codeOf Places that are known from before.
 */
export function coderOf(texts: string[], codeOf = new Map<string, number>()): (text: string) => number {
  codeOf.set('', 0);
  return (text) => {
    const known = codeOf.get(text);
    if (known !== undefined) return known;
    const code = texts.push(text) - 1;
    codeOf.set(text, code);
    return code;
  };
}

/** Codes a column from the texts of its rows. */
export function encodeTexts(
  name: string,
  rowCount: number,
  textOf: (row: number) => string,
  typed = false,
): TextColumn {
  const texts = [''];
  const codeOf = coderOf(texts);
  const codes = new Uint32Array(rowCount);
  for (let row = 0; row < rowCount; row++) codes[row] = codeOf(textOf(row));
  return { kind: 'text', name, codes, texts, typed };
}

/** The column with the texts of its dictionary changed; texts that become the same share a code. */
export function mapTexts(column: Column, change: (text: string) => string): TextColumn {
  const source = textColumn(column);
  const codeOf = new Map<string, number>([['', 0]]);
  const texts = [''];
  const newCodes = source.texts.map((text) => {
    const next = text === '' ? change('') : change(text).trim();
    let code = codeOf.get(next);
    if (code === undefined) {
      code = texts.length;
      texts.push(next);
      codeOf.set(next, code);
    }
    return code;
  });
  return { ...source, codes: source.codes.map((code) => newCodes[code] ?? 0), texts };
}

/** The rows of a column in another order, or fewer of them. A row of -1 gives a blank cell. */
export function gather(column: Column, rows: Int32Array): Column {
  if (column.kind === 'text') {
    const codes = new Uint32Array(rows.length);
    for (let i = 0; i < rows.length; i++) codes[i] = column.codes[rows[i] ?? -1] ?? 0;
    return { ...column, codes };
  }
  const values = new Float64Array(rows.length);
  const decimals = new Uint8Array(rows.length);
  const others = new Map<number, string>();
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i] ?? -1;
    values[i] = column.values[row] ?? Number.NaN;
    decimals[i] = column.decimals[row] ?? 0;
    const other = column.others.get(row);
    if (other !== undefined) others.set(i, other);
  }
  return { ...column, values, decimals, others };
}

/** A column in which every cell is blank. */
export function blankColumn(name: string, rowCount: number): TextColumn {
  return { kind: 'text', name, codes: new Uint32Array(rowCount), texts: [''], typed: false };
}
