import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestFit } from './best-fit';

const coordinate = fc.double({ min: -1000, max: 1000, noNaN: true });
const points = fc.array(
  fc.record({ x: coordinate, y: coordinate, weight: fc.double({ min: 0.1, max: 1, noNaN: true }) }),
  {
    minLength: 2,
    maxLength: 20,
  },
);

describe('the line of best fit', () => {
  it('is the line itself where all points lie on one', () => {
    const line = bestFit([1, 2, 5].map((x) => ({ x, y: 3 * x - 4, weight: 1 })));
    expect(line?.slope).toBeCloseTo(3, 9);
    expect(line?.at0).toBeCloseTo(-4, 9);
    expect(line?.r).toBeCloseTo(1, 9);
  });

  it('has no smaller sum of squares anywhere near', () => {
    fc.assert(
      fc.property(points, coordinate, (list, tilt) => {
        const line = bestFit(list);
        if (!line) return;
        const cost = (slope: number, at0: number) =>
          list.reduce((sum, { x, y, weight }) => sum + weight * (y - slope * x - at0) ** 2, 0);
        const best = cost(line.slope, line.at0);
        expect(cost(line.slope + tilt * 1e-4, line.at0)).toBeGreaterThanOrEqual(best * (1 - 1e-6) - 1e-6);
        expect(cost(line.slope, line.at0 + tilt * 1e-3)).toBeGreaterThanOrEqual(best * (1 - 1e-6) - 1e-6);
        expect(Math.abs(line.r)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('leaves out who is not there, and needs two places across', () => {
    const there = [0, 1].map((x) => ({ x, y: 2 * x, weight: 1 }));
    expect(bestFit([...there, { x: 5, y: -90, weight: 0 }])?.slope).toBeCloseTo(2, 9);
    expect(bestFit([1, 2].map((y) => ({ x: 3, y, weight: 1 })))).toBeNull();
    expect(bestFit([])).toBeNull();
    expect(
      bestFit([
        { x: 1, y: 5, weight: 1 },
        { x: 2, y: 5, weight: 1 },
      ])?.r,
    ).toBe(0);
  });
});
