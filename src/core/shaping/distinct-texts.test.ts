import fc from 'fast-check';
import { expect, it } from 'vitest';
import { encodeTexts } from '../table/column';
import type { Table } from '../table/table';
import { distinctPairs, distinctTriples } from './distinct-texts';

const cell = fc.constantFrom('', 'a', 'b', 'c');
const rows = fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 30 });

const tableOfRows = (list: readonly (readonly string[])[]): Table => ({
  columns: ['A', 'B', 'C'].map((name, c) => encodeTexts(name, list.length, (row) => list[row]?.[c] ?? '')),
  rowCount: list.length,
  rowNumbers: Uint32Array.from(list, (_, row) => row + 2),
});

it('pairs and triples of texts are counted once each', () => {
  fc.assert(
    fc.property(rows, (list) => {
      const table = tableOfRows(list);
      const distinct = (...places: readonly number[]) =>
        new Set(list.map((row) => JSON.stringify(places.map((at) => row[at])))).size;
      expect(distinctPairs(table, 'A', 'B')).toBe(distinct(0, 1));
      expect(distinctPairs(table, 'C', 'A')).toBe(distinct(2, 0));
      expect(distinctTriples(table, ['A', 'B', 'C'])).toBe(distinct(0, 1, 2));
      expect(distinctPairs(table, 'A', 'Gone')).toBe(0);
      expect(distinctTriples(table, ['A', 'Gone', 'C'])).toBe(0);
    }),
  );
});

it('pairs of very many texts are counted too', () => {
  const count = 20_000;
  const table = tableOfRows(Array.from({ length: count }, (_, i) => [`a${i}`, `b${i % 15_000}`, '']));
  expect(distinctPairs(table, 'A', 'B')).toBe(count);
  expect(distinctPairs(table, 'B', 'C')).toBe(15_000);
});
