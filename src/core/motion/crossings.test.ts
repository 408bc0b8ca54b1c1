import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { signAfterStart, signBeforeEnd, signChanges } from './crossings';
import { type Cubic, cubicAt } from './interpolation';

const part = fc.integer({ min: -6, max: 6 });
const cubics: fc.Arbitrary<Cubic> = fc.record({ c0: part, c1: part, c2: part, c3: part });
const end = (d: Cubic) => d.c0 + d.c1 + d.c2 + d.c3;
/** So near to an end that a cubic of small whole numbers has no other root between, and far enough to be told from 0. */
const NEAR = 1e-4;

describe('signs at the ends of a step', () => {
  it('are those just inside of it, where it starts or ends at 0 too', () => {
    fc.assert(
      fc.property(cubics, (d) => {
        expect(signAfterStart(d)).toBe(Math.sign(cubicAt(d, NEAR)) || 0);
        const before = signBeforeEnd(d, end(d));
        const seen = Math.sign(Math.round(cubicAt(d, 1 - NEAR) * 1e14));
        expect(before || 0).toBe(seen || 0);
      }),
      { numRuns: 2000 },
    );
  });

  it('are those of the course itself, whatever rounding leaves of a slope that is none', () => {
    // (1 - s)² (a + b s) comes to 0 without a slope.
    const level = fc.tuple(part, part).map(([a, b]) => ({ c0: a, c1: b - 2 * a, c2: a - 2 * b, c3: b }));
    const factor = fc.double({ min: 1e-3, max: 1e3, noNaN: true });
    fc.assert(
      fc.property(fc.oneof(cubics, level), factor, (d, by) => {
        const scaled = { c0: d.c0 * by, c1: d.c1 * by, c2: d.c2 * by, c3: d.c3 * by };
        expect(signBeforeEnd(scaled, end(d) * by)).toBe(signBeforeEnd(d, end(d)));
        expect(signChanges(scaled, end(d) * by)).toHaveLength(signChanges(d, end(d)).length);
        // Backwards, its end is a start, which is made of sums that rounding has touched.
        const [c1, c2] = [-(scaled.c1 + 2 * scaled.c2 + 3 * scaled.c3), scaled.c2 + 3 * scaled.c3];
        const backwards = { c0: end(d) * by, c1, c2, c3: -scaled.c3 };
        expect(signAfterStart(backwards) || 0).toBe(signBeforeEnd(d, end(d)) || 0);
      }),
      { numRuns: 2000 },
    );
  });

  it('are told from the bend where value and slope are 0', () => {
    // (s - 1)², and (1 - s)³.
    expect(signBeforeEnd({ c0: 1, c1: -2, c2: 1, c3: 0 }, 0)).toBe(1);
    expect(signBeforeEnd({ c0: -1, c1: 2, c2: -1, c3: 0 }, 0)).toBe(-1);
    expect(signBeforeEnd({ c0: 1, c1: -3, c2: 3, c3: -1 }, 0)).toBe(1);
  });
});

describe('changes of sign', () => {
  it('are where the sign changes, and nowhere else', () => {
    fc.assert(
      fc.property(cubics, (d) => {
        const changes = signChanges(d, end(d));
        expect([...changes].sort((a, b) => a - b)).toEqual(changes);
        let sign = signAfterStart(d);
        let from = 0;
        for (const at of [...changes, 1]) {
          // Between two changes no value is on the other side.
          for (let i = 1; i < 8; i++) {
            const value = cubicAt(d, from + ((at - from) * i) / 8);
            if (Math.abs(value) > 1e-9) expect(Math.sign(value)).toBe(sign);
          }
          if (at < 1) {
            expect(Math.abs(cubicAt(d, at))).toBeLessThan(1e-6);
            sign = -sign;
          }
          from = at;
        }
        if (end(d) !== 0 && sign !== 0) expect(Math.sign(end(d))).toBe(sign);
      }),
      { numRuns: 2000 },
    );
  });

  it('are all roots within the step, and only those', () => {
    const root = fc.integer({ min: -10, max: 30 }).map((each) => each / 20);
    const factor = fc.constantFrom<number[]>(-3, -0.01, 0.5, 1, 1e6);
    fc.assert(
      fc.property(fc.uniqueArray(root, { minLength: 1, maxLength: 3 }), factor, (roots, by) => {
        // The product of (s - root), times a factor.
        let [c0, c1, c2, c3] = [by, 0, 0, 0];
        for (const r of roots) [c0, c1, c2, c3] = [-r * c0, c0 - r * c1, c1 - r * c2, c2 - r * c3];
        const within = roots.filter((r) => r > 0 && r < 1).sort((a, b) => a - b);
        // A root at the very end is none within; rounding must not make it one.
        const endValue = roots.includes(1) ? 0 : c0 + c1 + c2 + c3;
        const found = signChanges({ c0: roots.includes(0) ? 0 : c0, c1, c2, c3 }, endValue);
        expect(found).toEqual(within.map((r) => expect.closeTo(r, 6)));
      }),
      { numRuns: 2000 },
    );
  });

  it('are none where it only touches', () => {
    // (2s - 1)².
    expect(signChanges({ c0: 1, c1: -4, c2: 4, c3: 0 }, 1)).toEqual([]);
  });
});
