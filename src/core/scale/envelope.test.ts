import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { smoothEnvelope } from './envelope';

describe('the smooth envelope', () => {
  it('is never below its ceilings, nor above the greatest of them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 80 }),
        fc.integer({ min: 1, max: 9 }),
        (list, reach) => {
          const heights = smoothEnvelope(Float64Array.from(list), reach);
          const most = Math.max(...list);
          list.forEach((ceiling, cell) => {
            expect(Math.min(heights[cell] ?? 0, heights[cell + 1] ?? 0)).toBeGreaterThanOrEqual(ceiling);
          });
          for (const height of heights) expect(height).toBeLessThanOrEqual(most * (1 + 1e-12));
        },
      ),
    );
  });

  const anyCells = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 60 });
  const anyReach = fc.integer({ min: 1, max: 9 });

  it('is the mean of the greatest around, by weights that rise and fall, as far as the cells beside a knot allow', () => {
    fc.assert(
      fc.property(anyCells, anyReach, (list, reach) => {
        const held = (i: number) => Math.min(list.length - 1, Math.max(0, i));
        const peak = (i: number) => Math.max(...list.slice(Math.max(0, held(i) - reach), held(i) + reach + 1));
        const heights = smoothEnvelope(Float64Array.from(list), reach);
        expect(heights).toHaveLength(list.length + 1);
        heights.forEach((height, knot) => {
          let mean = 0;
          for (let j = 0; j < 2 * reach; j++)
            mean += ((reach - Math.abs(j + 0.5 - reach)) / reach ** 2) * peak(knot - reach + j);
          const floor = Math.max(list[held(knot - 1)] ?? 0, list[held(knot)] ?? 0);
          expect(Math.abs(height - Math.max(mean, floor))).toBeLessThan(1e-8);
        });
      }),
    );
  });

  it('follows what is the same everywhere to the last bit, below 0 too', () => {
    fc.assert(
      fc.property(
        fc.double({ noNaN: true, noDefaultInfinity: true }),
        fc.integer({ min: 1, max: 40 }),
        anyReach,
        (ceiling, count, reach) => {
          const heights = smoothEnvelope(new Float64Array(count).fill(ceiling), reach);
          expect([...heights]).toEqual(new Array(count + 1).fill(ceiling));
        },
      ),
    );
  });

  it('loses nothing small beside what is very large, and survives the largest numbers', () => {
    const steep = smoothEnvelope(Float64Array.of(1e300, 1, 1, 1, 1, 1, 1, 1, 1), 2);
    expect([...steep.slice(6)]).toEqual([1, 1, 1, 1]);
    expect([...smoothEnvelope(new Float64Array(5).fill(Number.MAX_VALUE), 2)]).toEqual(
      new Array(6).fill(Number.MAX_VALUE),
    );
  });
});
