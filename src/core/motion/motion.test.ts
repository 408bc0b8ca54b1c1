import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cube } from '../shaping/cube';
import { anyPace, anySettings, cubeOf, fullCubes, gappyCubes, motionOf } from '../testing/films';
import { findLeadChanges } from './lead-changes';
import { type Motion, placesAt, shownValue } from './motion';
import { valueInStep } from './series';
import { rankAt, slotAt, stepAt } from './slots';

const times = (motion: Motion, count = 97) =>
  Array.from({ length: count }, (_, i) => (motion.clock.lengthSec * (i + 0.37)) / count);

/** Rank of every contender at a time, by counting; ties are left open as a range. */
function bruteRanks(motion: Motion, timeSec: number, sign: number): Map<number, [number, number]> {
  const { step, s } = stepAt(motion.clock, timeSec);
  const values = Array.from(motion.series.categories, (_, k) => valueInStep(motion.series, k, step, s) * sign);
  const places = motion.tracks.places;
  const near = (a: number, b: number) => Math.abs(a - b) < 1e-9 * Math.max(1, Math.abs(a));
  return new Map(
    values.map((value, k) => {
      if (Number.isNaN(value)) return [k, [places, places]];
      const above = values.filter((other) => other > value && !near(other, value)).length;
      const level = values.filter((other, i) => i !== k && near(other, value)).length;
      return [k, [Math.min(places, above), Math.min(places, above + level)]];
    }),
  );
}

const farFromEvents = (motion: Motion, timeSec: number, withinSec: number) =>
  motion.tracks.timeSec.every((event) => Math.abs(event - timeSec) > withinSec);

const race = (cube: Cube) => fc.tuple(fc.constant(cube), anySettings, anyPace);

describe('places between periods', () => {
  it('agree with a dense brute-force ranking at every sampled time', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const motion = motionOf(cube, settings, pace);
        const sign = settings.order === 'largest' ? 1 : -1;
        const wrong: unknown[] = [];
        for (const time of times(motion)) {
          if (!farFromEvents(motion, time, 1e-6)) continue;
          for (const [k, [least, most]] of bruteRanks(motion, time, sign)) {
            const rank = rankAt(motion.tracks, k, time);
            if (rank < least || rank > most) wrong.push({ time, k, rank, least, most });
          }
        }
        expect(wrong).toEqual([]);
      }),
      { numRuns: 400 },
    );
  });

  it('give every place to one category', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const motion = motionOf(cube, settings, pace);
        for (const time of times(motion, 41)) {
          const ranks = Array.from(motion.series.categories, (_, k) => rankAt(motion.tracks, k, time));
          const onStage = ranks.filter((rank) => rank < settings.places).sort((a, b) => a - b);
          expect(onStage).toEqual(onStage.map((_, i) => i));
        }
      }),
    );
  });

  it('rank the same as with every category compared, however many are left out beforehand', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const few = motionOf(cube, settings, pace);
        const all = motionOf(cube, { ...settings, places: Math.max(settings.places, cube.categories.length) }, pace);
        for (const time of times(few, 53)) {
          if (!farFromEvents(all, time, 1e-6)) continue;
          few.series.categories.forEach((category, k) => {
            const other = all.series.categories.indexOf(category);
            const whole = rankAt(all.tracks, other, time);
            expect(rankAt(few.tracks, k, time)).toBe(Math.min(settings.places, whole));
          });
        }
      }),
      { numRuns: 300 },
    );
  });

  it('are whole numbers equal to the rank away from events, and continuous', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const motion = motionOf(cube, settings, pace);
        const swapSec = motion.swapSec;
        const stepSec = 1e-4;
        for (const time of times(motion)) {
          motion.series.categories.forEach((_, k) => {
            const slot = slotAt(motion.tracks, k, time);
            if (farFromEvents(motion, time, swapSec / 2)) expect(slot).toBe(rankAt(motion.tracks, k, time));
            const slope = Math.abs(slotAt(motion.tracks, k, time + stepSec) - slot) / stepSec;
            const events = motion.tracks.delta.reduce((sum, delta) => sum + Math.abs(delta), 0);
            expect(slope).toBeLessThanOrEqual((1.5 * events) / swapSec + 1e-6);
          });
        }
      }),
    );
  });

  it('sum to C (C - 1) / 2 with every category on stage', () => {
    fc.assert(
      fc.property(fullCubes, anySettings, (cube, settings) => {
        const count = cube.categories.length;
        const motion = motionOf(cube, { ...settings, places: count });
        for (const time of times(motion)) {
          const slots = Array.from({ length: count }, (_, k) => slotAt(motion.tracks, k, time));
          expect(slots.reduce((sum, slot) => sum + slot, 0)).toBeCloseTo((count * (count - 1)) / 2, 9);
        }
      }),
    );
  });

  it('do not change when all values are shifted or scaled', () => {
    fc.assert(
      fc.property(
        gappyCubes,
        anySettings,
        fc.constantFrom(0.25, 3, 4096),
        fc.integer({ min: -50, max: 50 }),
        (cube, settings, scale, shift) => {
          const gaps = settings.gaps === 'zero' ? 'bridge' : settings.gaps;
          const moved = { ...cube, values: cube.values.map((value) => value * scale + shift) };
          const [a, b] = [motionOf(cube, { ...settings, gaps }), motionOf(moved, { ...settings, gaps })];
          expect(Array.from(b.series.categories)).toEqual(Array.from(a.series.categories));
          for (const time of times(a, 41)) {
            a.series.categories.forEach((_, k) => {
              expect(slotAt(b.tracks, k, time)).toBeCloseTo(slotAt(a.tracks, k, time), 5);
            });
          }
        },
      ),
    );
  });

  it('are level at the very moment when the values are equal', () => {
    const motion = motionOf(
      cubeOf([
        [10, 4],
        [2, 8],
      ]),
      { places: 2 },
    );
    expect(motion.tracks.timeSec[0]).toBeCloseTo(0.5, 12);
    expect(slotAt(motion.tracks, 0, 0.5)).toBeCloseTo(0.5, 12);
    expect(slotAt(motion.tracks, 1, 0.5)).toBeCloseTo(0.5, 12);
  });

  it('find a smooth crossing to 1e-9 of a step', () => {
    const motion = motionOf(
      cubeOf([
        [1, 9],
        [3, 8],
        [9, 2],
        [10, 1],
      ]),
      { places: 2, between: 'monotone' },
    );
    const time = motion.tracks.timeSec[0] ?? 0;
    const { step, s } = stepAt(motion.clock, time);
    const difference = (at: number) =>
      valueInStep(motion.series, 0, step, at) - valueInStep(motion.series, 1, step, at);
    expect(Math.sign(difference(s - 1e-9))).toBe(-Math.sign(difference(s + 1e-9)));
  });

  it('keep the order that equal values had just before, at the start the order of the table', () => {
    const motion = motionOf(
      cubeOf([
        [5, 5, 7],
        [5, 5, 5],
        [6, 6, 6],
      ]),
      { places: 3 },
    );
    expect([0, 1, 2].map((k) => rankAt(motion.tracks, k, 0))).toEqual([1, 2, 0]);
    expect([0, 1, 2].map((k) => rankAt(motion.tracks, k, 1.6))).toEqual([1, 2, 0]);
    expect(motion.tracks.timeSec.length).toBe(0);
  });

  it('bring a category in at its first value and out after its last', () => {
    const motion = motionOf(
      cubeOf([
        [5, null],
        [5, 9],
        [5, 9],
        [5, null],
      ]),
      { places: 2 },
    );
    expect(rankAt(motion.tracks, 1, 0.99)).toBe(2);
    expect(rankAt(motion.tracks, 1, 1)).toBe(0);
    expect(rankAt(motion.tracks, 1, 2.01)).toBe(2);
    expect(slotAt(motion.tracks, 1, 1)).toBeCloseTo(1, 9);
    const place = placesAt(motion, 0.9).find(({ category }) => category === 1);
    expect(place?.value).toBe(9);
  });

  it('spread over the whole step when asked to', () => {
    const motion = motionOf(
      cubeOf([
        [10, 4],
        [2, 8],
      ]),
      { places: 2, swapMode: 'over-period' },
    );
    for (const x of [0, 0.25, 0.5, 0.9]) expect(slotAt(motion.tracks, 0, x)).toBeCloseTo(x, 12);
  });

  it('stay where the table has them in fixed order', () => {
    const motion = motionOf(
      cubeOf([
        [1, 2, 3],
        [3, 2, 1],
      ]),
      { places: 2, order: 'table' },
    );
    expect(placesAt(motion, 0.7).map(({ category, slot }) => [category, slot])).toEqual([
      [0, 0],
      [1, 1],
    ]);
  });

  it('show the same at a time whichever way it is reached', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const played = motionOf(cube, settings, pace);
        const sampled = times(played, 23).map((time) => placesAt(played, time));
        const fresh = motionOf(cube, settings, pace);
        const backwards = times(fresh, 23)
          .reverse()
          .map((time) => placesAt(fresh, time));
        expect(backwards.reverse()).toEqual(sampled);
      }),
      { numRuns: 40 },
    );
  });

  it('show every category whose slot is on stage', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const motion = motionOf(cube, settings, pace);
        for (const time of times(motion)) {
          const shown = new Set(placesAt(motion, time).map(({ series }) => series));
          motion.series.categories.forEach((_, k) => {
            if (slotAt(motion.tracks, k, time) < settings.places) expect(shown.has(k)).toBe(true);
          });
        }
      }),
    );
  });
});

describe('values between periods', () => {
  it('never pass beyond the neighbouring periods', () => {
    fc.assert(
      fc.property(
        fullCubes,
        fc.constantFrom('linear' as const, 'monotone' as const, 'step' as const),
        (cube, between) => {
          const motion = motionOf(cube, { between, places: 9 });
          for (let step = 0; step < cube.periods.length - 1; step++) {
            motion.series.categories.forEach((_, k) => {
              const [a, b] = [valueInStep(motion.series, k, step, 0), valueInStep(motion.series, k, step, 1)];
              for (const s of [0.1, 0.35, 0.5, 0.77, 0.99]) {
                const value = valueInStep(motion.series, k, step, s);
                expect(value).toBeGreaterThanOrEqual(Math.min(a, b));
                expect(value).toBeLessThanOrEqual(Math.max(a, b));
              }
            });
          }
        },
      ),
    );
  });

  it('pass through every known value', () => {
    fc.assert(
      fc.property(gappyCubes, anySettings, (cube, settings) => {
        const motion = motionOf(cube, { ...settings, places: cube.categories.length });
        motion.series.categories.forEach((category, k) => {
          for (let p = 0; p < cube.periods.length; p++) {
            const given = cube.values[p * cube.categories.length + category] ?? Number.NaN;
            if (!Number.isNaN(given)) expect(valueInStep(motion.series, k, p, 0)).toBe(given);
          }
        });
      }),
    );
  });

  it('fill gaps by the rule: bridge, carry, zero, absent', () => {
    const cube = cubeOf([[2], [null], [6]]);
    const middle = (gaps: 'bridge' | 'carry' | 'zero' | 'absent') =>
      valueInStep(motionOf(cube, { gaps }).series, 0, 1, 0);
    expect([middle('bridge'), middle('carry'), middle('zero')]).toEqual([4, 2, 0]);
    expect(middle('absent')).toBeNaN();
  });

  it('bridge along the calendar where the periods are uneven', () => {
    const motion = motionOf(cubeOf([[0], [null], [10]], [0, 1, 10]), { gaps: 'bridge' });
    expect(valueInStep(motion.series, 0, 1, 0)).toBeCloseTo(1, 12);
  });

  it('stay finite from -1e308 to 1e308', () => {
    const motion = motionOf(
      cubeOf([
        [1e308, -1e308],
        [-1e308, 1e308],
      ]),
      { between: 'monotone' },
    );
    for (const time of times(motion, 11)) {
      const { step, s } = stepAt(motion.clock, time);
      for (const k of [0, 1]) expect(Number.isFinite(shownValue(motion, k, step, s, time))).toBe(true);
    }
    expect(motion.tracks.timeSec[0]).toBeCloseTo(0.5, 9);
  });
});

describe('changes of lead', () => {
  it('are found with who takes it and from whom', () => {
    const motion = motionOf(
      cubeOf([
        [10, 4],
        [2, 8],
        [9, 3],
      ]),
      { places: 2 },
    );
    const changes = findLeadChanges(motion.tracks);
    expect(changes.map(({ to, from }) => [to, from])).toEqual([
      [1, 0],
      [0, 1],
    ]);
    expect(changes[0]?.timeSec).toBeCloseTo(0.5, 12);
  });
});
