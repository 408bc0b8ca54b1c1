import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankCubic, cubicAt, cubicSlopeAt, hermite, monotoneSlopes } from './interpolation';

const value = fc.double({ min: -100, max: 100, noNaN: true });

describe('a cubic between two ends', () => {
  it('has their values and slopes', () => {
    fc.assert(
      fc.property(value, value, value, value, (a, b, m0, m1) => {
        const cubic = hermite(blankCubic(), { a, b, m0, m1 });
        expect(cubicAt(cubic, 0)).toBeCloseTo(a, 9);
        expect(cubicAt(cubic, 1)).toBeCloseTo(b, 9);
        expect(cubicSlopeAt(cubic, 0)).toBeCloseTo(m0, 9);
        expect(cubicSlopeAt(cubic, 1)).toBeCloseTo(m1, 9);
      }),
    );
  });

  it('has the slope of its values in between', () => {
    const cubic = { c0: 5, c1: -2, c2: 3, c3: 4 };
    expect(cubicAt(cubic, 0.5)).toBe(5 - 1 + 0.75 + 0.5);
    expect(cubicSlopeAt(cubic, 0.5)).toBe(-2 + 3 + 3);
  });
});

describe('slopes of a smooth course', () => {
  it('are the mean of the steps beside a knot, those of the steps themselves at both ends, and none at a turn', () => {
    expect([...monotoneSlopes([0, 1, 2, 3], [0, 2, 5, 9])]).toEqual([2, 2.5, 3.5, 4]);
    expect([...monotoneSlopes([0, 2, 3], [0, 2, 4])]).toEqual([1, 1.5, 2]);
    expect([...monotoneSlopes([1, 3], [4, 10])]).toEqual([3, 3]);
    expect([...monotoneSlopes([0, 1, 2, 3], [0, 4, 1, 3])]).toEqual([4, 0, 0, 2]);
    expect([...monotoneSlopes([0, 1, 2, 3, 4], [0, 1, 1, 1, 4])]).toEqual([1, 0, 0, 0, 3]);
  });

  it('are none without a step', () => {
    expect([...monotoneSlopes([], [])]).toEqual([]);
    expect([...monotoneSlopes([3], [7])]).toEqual([0]);
  });

  it('are held down where a steep step follows a flat one, just so far that nothing is passed', () => {
    // Beside the flat step: alpha 1, beta 5.5; as a vector they are 3 long afterwards.
    const slopes = monotoneSlopes([0, 1, 2], [0, 1, 11]);
    const size = Math.hypot(1, 5.5);
    expect(slopes[0]).toBeCloseTo(3 / size, 12);
    expect(slopes[1]).toBeCloseTo((3 * 5.5) / size, 12);
    expect(slopes[2]).toBe(10);
    // Three times a step's own slope is not too steep yet.
    expect([...monotoneSlopes([0, 1, 2], [0, 1, 6])]).toEqual([1, 3, 5].map((slope) => expect.closeTo(slope, 0)));
  });

  it('stay finite beside a step that is next to nothing', () => {
    const slopes = monotoneSlopes([0, 1, 2], [0, 1e-300, 1e10]);
    expect((slopes[0] ?? 0) / 1e-300).toBeCloseTo(0, 9);
    expect((slopes[1] ?? 0) / 1e-300).toBeCloseTo(3, 9);
    expect(slopes[2]).toBe(1e10);
  });

  it('keep every step between its ends, and within three of its own slope', () => {
    const knots = fc.array(fc.tuple(fc.integer({ min: 1, max: 5 }), value), { minLength: 2, maxLength: 8 });
    fc.assert(
      fc.property(knots, (list) => {
        let place = 0;
        const x = list.map(([gap]) => {
          place += gap;
          return place;
        });
        const y = list.map(([, each]) => each);
        const slopes = monotoneSlopes(x, y);
        for (let i = 0; i + 1 < y.length; i++) {
          const [a = 0, b = 0] = [y[i], y[i + 1]];
          const width = (x[i + 1] ?? 0) - (x[i] ?? 0);
          const [m0, m1] = [(slopes[i] ?? 0) * width, (slopes[i + 1] ?? 0) * width];
          expect(Math.hypot(m0, m1)).toBeLessThanOrEqual(3 * Math.abs(b - a) * (1 + 1e-9) + 1e-9);
          const cubic = hermite(blankCubic(), { a, b, m0, m1 });
          for (const s of [0.1, 0.3, 0.5, 0.7, 0.9]) {
            expect(cubicAt(cubic, s)).toBeGreaterThanOrEqual(Math.min(a, b) - 1e-9);
            expect(cubicAt(cubic, s)).toBeLessThanOrEqual(Math.max(a, b) + 1e-9);
          }
        }
      }),
    );
  });
});
