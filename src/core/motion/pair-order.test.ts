import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyBetween, cubeOf } from '../testing/films';
import type { Between } from './interpolation';
import { PairOrder } from './pair-order';
import { buildSeries } from './series';

interface Pairs {
  readonly between?: Between;
  readonly sign?: 1 | -1;
  /** Place of each series just before. */
  readonly places?: readonly number[];
}

function pairsOf(
  rows: readonly (readonly (number | null)[])[],
  { between = 'linear', sign = 1, places = [0, 1] }: Pairs = {},
) {
  const cube = cubeOf(rows);
  const all = Int32Array.from(cube.categories, (_, c) => c);
  return new PairOrder(buildSeries(cube, all, { gaps: 'absent', between }), sign, Int32Array.from(places));
}

describe('who stands before whom', () => {
  it('goes by the values at a period, the largest or the smallest first', () => {
    const rows = [
      [3, 8],
      [9, 8],
    ];
    const [largest, smallest] = [pairsOf(rows), pairsOf(rows, { sign: -1 })];
    expect([largest.aheadAtPeriod(0, 1, 0), largest.aheadAtPeriod(0, 1, 1)]).toEqual([false, true]);
    expect([smallest.aheadAtPeriod(0, 1, 0), smallest.aheadAtPeriod(0, 1, 1)]).toEqual([true, false]);
    expect([largest.aheadAfterStart(0, 1, 0), smallest.aheadAfterStart(0, 1, 0)]).toEqual([false, true]);
  });

  it('is as it was just before, where values tie at a period', () => {
    // Both come to 5, one from above.
    const rows = [
      [9, 1],
      [5, 5],
    ];
    for (const between of ['linear', 'monotone', 'step'] as const)
      for (const places of [
        [0, 1],
        [1, 0],
      ]) {
        const largest = pairsOf(rows, { between, places });
        const smallest = pairsOf(rows, { between, places, sign: -1 });
        expect([largest.aheadAtPeriod(0, 1, 1), largest.aheadAtPeriod(1, 0, 1)], between).toEqual([true, false]);
        expect([smallest.aheadAtPeriod(0, 1, 1), smallest.aheadAtPeriod(1, 0, 1)], between).toEqual([false, true]);
      }
  });

  it('is as it was at the end of the span before, where they were level all the way', () => {
    const rows = [
      [5, 5],
      [7, 7],
    ];
    expect(pairsOf(rows, { places: [0, 1] }).aheadAtPeriod(0, 1, 1)).toBe(true);
    expect(pairsOf(rows, { places: [1, 0] }).aheadAtPeriod(0, 1, 1)).toBe(false);
    expect(pairsOf(rows, { places: [0, 1] }).aheadAfterStart(0, 1, 0)).toBe(true);
    expect(pairsOf(rows, { places: [1, 0], sign: -1 }).aheadAfterStart(0, 1, 0)).toBe(false);
  });

  it('is who was there already, of two that tie; the order of the table where neither was, as at the very start', () => {
    const rows = [
      [5, 5, 5, 5],
      [5, null, 5, null],
      [5, 5, 5, 5],
    ];
    const pairs = pairsOf(rows, { places: [3, 2, 1, 0] });
    expect([pairs.aheadAtPeriod(0, 1, 2), pairs.aheadAtPeriod(1, 0, 2)]).toEqual([true, false]);
    expect([pairs.aheadAtPeriod(1, 2, 2), pairs.aheadAtPeriod(2, 1, 2)]).toEqual([false, true]);
    expect([pairs.aheadAtPeriod(1, 3, 2), pairs.aheadAtPeriod(3, 1, 2)]).toEqual([true, false]);
    expect([pairs.aheadAtPeriod(2, 3, 0), pairs.aheadAtPeriod(3, 2, 0)]).toEqual([true, false]);
  });

  it('has changes where the courses cross, and none where they touch or jump', () => {
    expect(
      pairsOf([
        [10, 4],
        [2, 8],
      ]).changes(0, 1, 0),
    ).toEqual([0.5]);
    expect(
      pairsOf([
        [8, 0],
        [7, 4],
        [4, 6],
      ]).changes(1, 0, 1),
    ).toEqual([0.6]);
    expect(
      pairsOf([
        [9, 5],
        [5, 5],
      ]).changes(0, 1, 0),
    ).toEqual([]);
    expect(
      pairsOf(
        [
          [9, 5],
          [1, 5],
        ],
        { between: 'step' },
      ).changes(0, 1, 0),
    ).toEqual([]);
  });

  it('never says that both or neither stand before the other', () => {
    const cell = fc.integer({ min: 0, max: 3 });
    const tables = fc.array(fc.array(cell, { minLength: 2, maxLength: 2 }), { minLength: 3, maxLength: 3 });
    const signs = fc.constantFrom(1 as const, -1 as const);
    const places = fc.constantFrom([0, 1], [1, 0]);
    fc.assert(
      fc.property(tables, anyBetween, signs, places, (rows, between, sign, order) => {
        const pairs = pairsOf(rows, { between, sign, places: order });
        for (let p = 0; p < 3; p++) {
          expect(pairs.aheadAtPeriod(0, 1, p)).toBe(!pairs.aheadAtPeriod(1, 0, p));
          if (p < 2) expect(pairs.aheadAfterStart(0, 1, p)).toBe(!pairs.aheadAfterStart(1, 0, p));
        }
      }),
    );
  });
});
