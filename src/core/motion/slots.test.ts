import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cubeOf, raceOf } from '../testing/films';
import { rankAt, slotAt, slotsThrough, smoothStep } from './slots';

const cube = cubeOf([
  [1, 9],
  [9, 1],
]);

describe('a change of place', () => {
  it('at the crossing takes its seconds around the moment, and half the way at it', () => {
    const { tracks } = raceOf(cube, { swapSec: 0.4, places: 2 });
    expect([slotAt(tracks, 0, 0.3), slotAt(tracks, 0, 0.7)]).toEqual([1, 0]);
    expect(slotAt(tracks, 0, 0.5)).toBeCloseTo(0.5, 12);
    expect(slotAt(tracks, 0, 0.4)).toBeCloseTo(1 - smoothStep(0.25), 12);
    // The rank itself changes at once.
    expect([rankAt(tracks, 0, 0.499), rankAt(tracks, 0, 0.501)]).toEqual([1, 0]);
  });

  it('over the period begins and ends with the travel between two periods', () => {
    const pace = { holdStartSec: 1, holdEndSec: 1, restShare: 0.5 };
    const { tracks, clock } = raceOf(cube, { swapMode: 'over-period', places: 2 }, pace);
    const [from = 0, to = 0] = clock.spanStartSec.subarray(1, 3);
    expect(to).toBeGreaterThan(from);
    expect([slotAt(tracks, 0, from), slotAt(tracks, 0, to)]).toEqual([1, 0]);
    expect(slotAt(tracks, 0, from + (to - from) * 0.01)).toBeLessThan(1);
    expect(slotAt(tracks, 0, to - (to - from) * 0.01)).toBeGreaterThan(0);
    expect(slotAt(tracks, 0, (from + to) / 2)).toBeCloseTo(0.5, 9);
  });

  it('within 0 seconds is a jump', () => {
    const { tracks } = raceOf(cube, { swapSec: 0, places: 2 });
    expect([slotAt(tracks, 0, 0.499), slotAt(tracks, 0, 0.501)]).toEqual([1, 0]);
  });

  it('is the same for many times in turn as for each alone', () => {
    const values = fc.array(fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 6, maxLength: 6 }), {
      minLength: 2,
      maxLength: 6,
    });
    fc.assert(
      fc.property(values, fc.double({ min: 0, max: 3, noNaN: true }), (rows, swapSec) => {
        const { tracks, clock } = raceOf(cubeOf(rows), { swapSec, places: rows.length });
        const times = Float64Array.from({ length: 80 }, (_, i) => (clock.lengthSec * i) / 79);
        for (let k = 0; k < tracks.seriesCount; k++)
          expect([...slotsThrough(tracks, k, times)]).toEqual(Array.from(times, (time) => slotAt(tracks, k, time)));
      }),
    );
  });

  it('is the same to within a billionth of a place where hundreds of changes are under way at once', () => {
    const seeds = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 3, maxLength: 3 });
    fc.assert(
      fc.property(seeds, fc.double({ min: 20, max: 150, noNaN: true }), (seed, swapSec) => {
        const rows = Array.from({ length: 500 }, (_, i) => seed.map((each, k) => Math.sin(i * each * (k + 1)) * 10));
        const { tracks, clock } = raceOf(cubeOf(rows), { swapSec, places: 3 });
        // Now close together, now with a stretch left out in which many changes begin and end.
        const times = Float64Array.from({ length: 300 }, (_, i) => clock.lengthSec * (i / 299) ** 3);
        for (let k = 0; k < 3; k++) {
          const through = slotsThrough(tracks, k, times);
          const furthest = Math.max(...times.map((time, i) => Math.abs((through[i] ?? 0) - slotAt(tracks, k, time))));
          expect(furthest).toBeLessThan(1e-9);
        }
      }),
      { numRuns: 20 },
    );
  });
});
