import { filledCount, isFilled, looksNumeric } from './cells';
import type { Cell } from './column-builder';

interface Row {
  readonly row: number;
  readonly record: number;
  readonly cells: readonly Cell[];
  readonly afterBlank: boolean;
}

/**
 * Looks for further tables under the first one: after a blank line, a line of words over columns that hold numbers above and
 * below it.
 */
export class StackedTables {
  /** Where they begin, in order. */
  readonly begins: Row[] = [];
  private last: readonly Cell[] = [];
  private candidate: Row | null = null;
  /** Filled cells of each row from the first further table on. */
  private readonly filled: number[] = [];

  look(row: Row): void {
    const { cells, afterBlank } = row;
    if (this.candidate) {
      if (this.follows(this.candidate.cells, cells)) this.begins.push(this.candidate);
      else if (this.begins.length === 0) this.filled.length = 0;
      this.candidate = null;
    }
    if (afterBlank && row.row > 0 && this.follows(cells, this.last)) this.candidate = row;
    if (this.candidate || this.begins.length > 0) this.filled.push(filledCount(cells));
    this.last = cells;
  }

  /** Filled cells of the rows from the first further table up to another row. */
  cellsFrom(from: number, to: number): number {
    return this.filled.slice(0, to - from).reduce((sum, count) => sum + count, 0);
  }

  /** Is a line made of words, at least two, over a line of numbers? */
  private follows(names: readonly Cell[], numbers: readonly Cell[]): boolean {
    let [words, over] = [0, 0];
    for (const [column, name] of names.entries()) {
      if (!isFilled(name)) continue;
      if (looksNumeric(name)) return false;
      words++;
      if (looksNumeric(numbers[column])) over++;
    }
    return words >= 2 && over >= 1 && over >= words / 2;
  }
}
