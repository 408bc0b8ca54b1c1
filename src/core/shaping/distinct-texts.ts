import { BitSet } from '../table/bit-set';
import { textColumn } from '../table/column';
import { findColumn, type Table } from '../table/table';

/** Counts the distinct pairs of texts in two columns. */
export function distinctPairs(table: Table, a: string, b: string): number {
  const [first, second] = [a, b].map((name) => findColumn(table, name)).map((column) => column && textColumn(column));
  if (!first || !second) return 0;
  const width = second.texts.length;
  const size = first.texts.length * width;
  if (size <= 200_000_000) {
    const seen = new BitSet(size);
    for (let row = 0; row < table.rowCount; row++) seen.add((first.codes[row] ?? 0) * width + (second.codes[row] ?? 0));
    return seen.count();
  }
  const seen = new Set<number>();
  for (let row = 0; row < table.rowCount; row++) seen.add((first.codes[row] ?? 0) * width + (second.codes[row] ?? 0));
  return seen.size;
}

/** Counts the distinct triples of texts in three columns. */
export function distinctTriples(table: Table, names: readonly [string, string, string]): number {
  const [first, second, third] = names
    .map((name) => findColumn(table, name))
    .map((column) => column && textColumn(column));
  if (!first || !second || !third) return 0;
  const seen = new Set<number>();
  const [width, depth] = [second.texts.length, third.texts.length];
  for (let row = 0; row < table.rowCount; row++)
    seen.add(((first.codes[row] ?? 0) * width + (second.codes[row] ?? 0)) * depth + (third.codes[row] ?? 0));
  return seen.size;
}
