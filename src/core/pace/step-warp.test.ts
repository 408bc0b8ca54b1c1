import fc from 'fast-check';
import { expect, it } from 'vitest';
import { bentFraction } from './step-warp';

const inside = fc.double({ min: 0.05, max: 0.95, noNaN: true });

it('a bend has one speed on both sides of its point, between those of the parts', () => {
  fc.assert(
    fc.property(inside, inside, (at, fraction) => {
      const warp = { at, fraction };
      const near = 1e-8;
      const before = (fraction - bentFraction(warp, at - near)) / near;
      const after = (bentFraction(warp, at + near) - fraction) / near;
      const [a, b] = [fraction / at, (1 - fraction) / (1 - at)];
      const middle = (2 * a * b) / (a + b);
      expect(before / middle).toBeCloseTo(1, 3);
      expect(after / middle).toBeCloseTo(1, 3);
    }),
  );
});

it('a bend begins and ends at the speed of a step without one, where that does not lead it astray', () => {
  fc.assert(
    fc.property(inside, inside, (at, fraction) => {
      const warp = { at, fraction };
      const near = 1e-8;
      const start = bentFraction(warp, near) / near;
      const end = (1 - bentFraction(warp, 1 - near)) / near;
      expect(start).toBeCloseTo(Math.min(1, (3 * fraction) / at), 3);
      expect(end).toBeCloseTo(Math.min(1, (3 * (1 - fraction)) / (1 - at)), 3);
    }),
  );
});

it('a bend through the middle is none', () => {
  for (const share of [-1, 0, 0.1, 0.3, 0.5, 0.77, 1, 2])
    expect(bentFraction({ at: 0.3, fraction: 0.3 }, share)).toBeCloseTo(Math.min(1, Math.max(0, share)), 12);
});
