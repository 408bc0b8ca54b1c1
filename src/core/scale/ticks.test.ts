import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fadingTicks, givenTicks, logTicks } from './ticks';

describe('fading ticks', () => {
  const ranges = fc.tuple(
    fc.double({ min: -1e7, max: 0, noNaN: true }),
    fc.double({ min: 1e-3, max: 1e7, noNaN: true }),
  );

  it('stand within the range, and some show fully', () => {
    fc.assert(
      fc.property(ranges, fc.integer({ min: 1, max: 8 }), ([min, max], parts) => {
        const ticks = fadingTicks(min, max, parts);
        for (const { value, opacity } of ticks) {
          expect(value).toBeGreaterThanOrEqual(min - (max - min) * 1e-6);
          expect(value).toBeLessThanOrEqual(max + (max - min) * 1e-6);
          expect(opacity).toBeGreaterThan(0);
          expect(opacity).toBeLessThanOrEqual(1);
        }
        expect(ticks.find(({ value }) => value === 0)?.opacity).toBeCloseTo(1, 9);
      }),
    );
  });

  it('change their strength without a jump as the range grows', () => {
    let before = new Map<number, number>();
    for (let max = 10; max < 2000; max *= 1.0005) {
      const now = new Map(fadingTicks(0, max, 5).map(({ value, opacity }) => [value, opacity]));
      for (const [value, opacity] of before) {
        if (value < max * 0.99) expect(Math.abs((now.get(value) ?? 0) - opacity)).toBeLessThan(0.03);
      }
      before = now;
    }
  });

  it('survive ranges at the ends of what a number can be', () => {
    for (const max of [1e-300, 1e-9, 1e15, 1e308]) expect(fadingTicks(0, max, 5).length).toBeLessThan(40);
    expect(fadingTicks(0, 0, 5)).toEqual([{ value: 0, opacity: 1, labelOpacity: 1 }]);
  });
});

describe('ranges next to nothing', () => {
  const close = fc
    .tuple(fc.double({ min: 1e-9, max: 1e18, noNaN: true }), fc.integer({ min: 0, max: 60 }))
    .map(([value, bits]): [number, number] => [value, value * (1 + 2 ** -bits)]);

  it('have few ticks, however close their ends are', () => {
    fc.assert(
      fc.property(close, fc.integer({ min: 1, max: 8 }), ([min, max], parts) => {
        for (const ticks of [fadingTicks(min, max, parts), fadingTicks(-max, -min, parts), logTicks(min, max, parts)]) {
          expect(ticks.length).toBeLessThan(60);
          for (const { value } of ticks) expect(Number.isFinite(value)).toBe(true);
        }
      }),
    );
  });

  it('have one tick where no number lies between their ends', () => {
    const next = 5 * (1 + Number.EPSILON);
    expect(fadingTicks(5, next, 5)).toEqual([{ value: 5, opacity: 1, labelOpacity: 1 }]);
    expect(fadingTicks(-next, -5, 5)).toEqual([{ value: -next, opacity: 1, labelOpacity: 1 }]);
    expect(logTicks(5, next, 5).map(({ value }) => value)).toEqual([5]);
    expect(givenTicks(5, next, 1e-16, 20)).toEqual([{ value: 5, opacity: 1, labelOpacity: 1 }]);
  });
});
