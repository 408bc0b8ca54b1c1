import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CellGatherer, type Combine, combines } from './combine';

/** What several values become, written out. */
const expected: Record<Combine, (values: readonly number[]) => number> = {
  sum: (values) => values.reduce((sum, value) => sum + value, 0),
  mean: (values) => values.reduce((sum, value) => sum + value, 0) / values.length,
  median: (values) => {
    const sorted = [...values].sort((a, b) => a - b);
    const [low, high] = [sorted[Math.floor((sorted.length - 1) / 2)], sorted[Math.ceil((sorted.length - 1) / 2)]];
    return ((low ?? 0) + (high ?? 0)) / 2;
  },
  min: (values) => Math.min(...values),
  max: (values) => Math.max(...values),
  first: (values) => values[0] ?? 0,
  last: (values) => values.at(-1) ?? 0,
  count: (values) => values.length,
};

describe('several values in a cell', () => {
  it.each(combines)('become one: %s', (how) => {
    const value = fc.oneof(fc.integer({ min: -50, max: 50 }), fc.constant(Number.NaN));
    const cell = fc.integer({ min: 0, max: 2 });
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, value), { maxLength: 20 }), (list) => {
        const gatherer = new CellGatherer(3, how);
        for (const [at, each] of list) expect(gatherer.add(at, each)).toBe(true);
        const known = [0, 1, 2].map((at) =>
          list.filter(([of, each]) => of === at && !Number.isNaN(each)).map(([, each]) => each),
        );
        expect(known.map((_, at) => gatherer.countOf(at))).toEqual(known.map(({ length }) => length));
        const finished = [...gatherer.finish()];
        known.forEach((values, at) => {
          if (values.length === 0) expect(finished[at]).toBeNaN();
          else expect(finished[at]).toBeCloseTo(expected[how](values), 9);
        });
      }),
    );
  });

  it('that are too large together leave the cell as it was, and say so', () => {
    const gatherer = new CellGatherer(1, 'sum');
    expect([gatherer.add(0, 1e308), gatherer.add(0, 1e308), gatherer.countOf(0)]).toEqual([true, false, 1]);
    expect([...gatherer.finish()]).toEqual([1e308]);
  });
});
