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

  it('are none where it only touches', () => {
    // (2s - 1)².
    expect(signChanges({ c0: 1, c1: -4, c2: 4, c3: 0 }, 1)).toEqual([]);
  });
});
