import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rankPeriods } from '@/core/shaping/period-ranks';
import { cubeOf } from '@/core/testing/films';
import type { RankColumn } from './protocol';
import { sortRanks } from './sort-ranks';

const rows = fc.array(fc.array(fc.integer({ min: -5, max: 5 }), { minLength: 3, maxLength: 3 }), {
  minLength: 1,
  maxLength: 5,
});
const columns = fc.constantFrom<RankColumn>('period', 'rank', 'category', 'value', 'change', 'climb');

describe('sorting the table of ranks', () => {
  it('keeps every row whole, in the order of the column; rows without a value of it stand last', () => {
    fc.assert(
      fc.property(rows, columns, fc.boolean(), (values, column, descending) => {
        const cube = cubeOf(values);
        const ranks = rankPeriods(cube, 'largest');
        const sorted = sortRanks(ranks, cube, column, descending);
        const row = (table: typeof ranks, i: number) =>
          [table.period, table.rank, table.category, table.value, table.change, table.climb]
            .map((list) => list[i])
            .join();
        const all = (table: typeof ranks) => Array.from(table.period, (_, i) => row(table, i)).sort();
        expect(all(sorted)).toEqual(all(ranks));
        if (column === 'category') return;
        const list = Array.from(sorted[column], Number);
        const known = list.filter((value) => !Number.isNaN(value));
        expect(known).toEqual([...known].sort((a, b) => (descending ? b - a : a - b)));
        expect(list.slice(0, known.length).some(Number.isNaN)).toBe(false);
      }),
    );
  });
});
