/**
 * One column of text cells, dictionary-coded: `texts[codes[row]]` is the cell. Code 0 is always the blank cell.
 * Recognition and conversion work on the distinct texts, so a column of a million repeated names costs little.
 */
export interface Column {
  readonly name: string;
  readonly codes: Uint32Array;
  readonly texts: readonly string[];
}

/** Collects the cells of one column and gives each distinct text a code. */
export class ColumnBuilder {
  private readonly codeOf = new Map<string, number>([['', 0]]);
  private readonly texts: string[] = [''];
  private codes = new Uint32Array(64);
  private length = 0;

  /** Appends a cell; white space around the text is dropped. */
  push(cell: string): void {
    const text = cell.trim();
    let code = this.codeOf.get(text);
    if (code === undefined) {
      code = this.texts.length;
      this.texts.push(text);
      this.codeOf.set(text, code);
    }
    if (this.length === this.codes.length) {
      const grown = new Uint32Array(this.codes.length * 2);
      grown.set(this.codes);
      this.codes = grown;
    }
    this.codes[this.length++] = code;
  }

  /** Appends blank cells until the column has `rowCount` cells. */
  padTo(rowCount: number): void {
    while (this.length < rowCount) this.push('');
  }

  /** The finished column. */
  build(name: string): Column {
    return { name, codes: this.codes.slice(0, this.length), texts: this.texts };
  }
}

/** The text of a cell; `''` when blank or past the end. */
export function cellText(column: Column, row: number): string {
  return column.texts[column.codes[row] ?? 0] ?? '';
}
