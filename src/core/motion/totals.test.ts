import { describe, expect, it } from 'vitest';
import { cubeOf } from '../testing/films';
import { sumTotals, totalAt } from './totals';

describe('sums of all', () => {
  const cube = cubeOf([
    [1, 10, null],
    [3, 20, 100],
    [7, 50, 100],
  ]);

  it('are those of the values at periods, and of the courses in between', () => {
    const totals = sumTotals(cube, 'absent', 'linear');
    expect([0, 1, 2].map((p) => totalAt(totals, p, 0))).toEqual([11, 123, 157]);
    expect(totalAt(totals, 0, 1)).toBe(123);
    // Who is not there at both ends of a step is none of it.
    expect(totalAt(totals, 0, 0.5)).toBe(17);
    expect(totalAt(totals, 1, 0.25)).toBe(131.5);
    expect(totalAt(totals, 2, 1)).toBe(0);
  });

  it('follow smooth courses and jumps', () => {
    // By 2, 3 and 4 a period for the first; by 10, 20 and 30 for the second.
    expect(totalAt(sumTotals(cube, 'absent', 'monotone'), 1, 0.5)).toBeCloseTo(140 + (3 - 4) / 8 + (20 - 30) / 8, 9);
    expect(totalAt(sumTotals(cube, 'absent', 'step'), 1, 0.9)).toBe(123);
  });

  it('are in the units of the table, however large', () => {
    const large = sumTotals(
      cubeOf([
        [1e200, 2e200],
        [3e200, 4e200],
      ]),
      'absent',
      'linear',
    );
    expect(totalAt(large, 0, 0) / 1e200).toBeCloseTo(3, 12);
    expect(totalAt(large, 0, 0.5) / 1e200).toBeCloseTo(5, 12);
  });

  it('of one period are its own', () => {
    const one = sumTotals(cubeOf([[4, 5]]), 'absent', 'linear');
    expect([totalAt(one, 0, 0), one.cubics.length]).toEqual([9, 0]);
  });
});
