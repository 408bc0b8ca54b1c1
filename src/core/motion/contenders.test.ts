import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RankOrder } from './choices';
import { findContenders, nthGreatest } from './contenders';

const cell = fc.oneof(
  { weight: 6, arbitrary: fc.integer({ min: -4, max: 9 }) },
  { weight: 1, arbitrary: fc.constant(Number.NaN) },
);

describe('the n-th greatest', () => {
  it('is that of the sorted numbers; what is no number does not count', () => {
    fc.assert(
      fc.property(fc.array(cell, { maxLength: 12 }), fc.integer({ min: 1, max: 6 }), (numbers, count) => {
        const sorted = numbers.filter((value) => !Number.isNaN(value)).sort((a, b) => b - a);
        expect(nthGreatest(numbers, count)).toBe(sorted[count - 1] ?? Number.NEGATIVE_INFINITY);
      }),
      { numRuns: 500 },
    );
  });
});

describe('contenders', () => {
  const tables = fc.integer({ min: 1, max: 5 }).chain((periods) =>
    fc
      .array(fc.array(cell, { minLength: periods, maxLength: periods }), { minLength: 1, maxLength: 9 })
      .map((columns) => ({
        columns,
        table: {
          periodCount: periods,
          categoryCount: columns.length,
          values: Float64Array.from({ length: periods * columns.length }, (_, at) => {
            const column = columns[at % columns.length] as number[];
            return column[Math.floor(at / columns.length)] as number;
          }),
        },
      })),
  );

  it('are those who reach the stage at a period, or whose better end reaches the bar of a step, and nobody else', () => {
    const orders = fc.constantFrom<RankOrder[]>('largest', 'smallest');
    fc.assert(
      fc.property(tables, fc.integer({ min: 1, max: 4 }), orders, ({ columns, table }, places, order) => {
        const sign = order === 'largest' ? 1 : -1;
        const at = (c: number, p: number) => (columns[c]?.[p] as number) * sign;
        const nth = (values: number[]) =>
          values.filter((value) => !Number.isNaN(value)).sort((a, b) => b - a)[places - 1] ?? Number.NEGATIVE_INFINITY;
        const all = columns.map((_, c) => c);
        const reaches = (c: number) =>
          Array.from({ length: table.periodCount }, (_, p) => p).some((p) => {
            if (at(c, p) >= nth(all.map((other) => at(other, p)))) return true;
            const better = Math.max(at(c, p - 1), at(c, p));
            return p > 0 && better >= nth(all.map((other) => Math.min(at(other, p - 1), at(other, p))));
          });
        const expected = columns.length <= places ? all : all.filter(reaches);
        expect([...findContenders(table, places, order)]).toEqual(expected);
      }),
      { numRuns: 500 },
    );
  });

  it('are the first of the table, where its order is kept', () => {
    const table = { periodCount: 1, categoryCount: 3, values: Float64Array.of(1, 2, 3) };
    expect([...findContenders(table, 2, 'table')]).toEqual([0, 1]);
    expect([...findContenders(table, 5, 'table')]).toEqual([0, 1, 2]);
  });
});
