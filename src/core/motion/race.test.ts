import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cube } from '../shaping/cube';
import { anyBetween, anyPace, anySettings, cubeOf, fullCubes, gappyCubes, raceOf } from '../testing/films';
import { expectNear, expectSame, expectWithin } from '../testing/quick-expect';
import { findLeadChanges } from './lead-changes';
import { eachShowing, momentOf, placesAt, type Race, shownValue, withSeries } from './race';
import { valueInStep } from './series';
import { rankAt, slotAt, stepAt } from './slots';

const times = (race: Race, count = 97) =>
  Array.from({ length: count }, (_, i) => (race.clock.lengthSec * (i + 0.37)) / count);

/** Rank of every contender at a time, by counting; ties are left open as a range. */
function bruteRanks(race: Race, timeSec: number, sign: number): Map<number, [number, number]> {
  const { step, s } = stepAt(race.clock, timeSec);
  const values = Array.from(race.series.categories, (_, k) => valueInStep(race.series, k, step, s) * sign);
  const places = race.tracks.places;
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

const farFromEvents = (race: Race, timeSec: number, withinSec: number) =>
  race.tracks.timeSec.every((event) => Math.abs(event - timeSec) > withinSec);

const race = (cube: Cube) => fc.tuple(fc.constant(cube), anySettings, anyPace);

describe('places between periods', () => {
  it('agree with a dense brute-force ranking at every sampled time', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const race = raceOf(cube, settings, pace);
        const sign = settings.order === 'largest' ? 1 : -1;
        const wrong: unknown[] = [];
        for (const time of times(race)) {
          if (!farFromEvents(race, time, 1e-6)) continue;
          for (const [k, [least, most]] of bruteRanks(race, time, sign)) {
            const rank = rankAt(race.tracks, k, time);
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
        const race = raceOf(cube, settings, pace);
        for (const time of times(race, 41)) {
          const ranks = Array.from(race.series.categories, (_, k) => rankAt(race.tracks, k, time));
          const onStage = ranks.filter((rank) => rank < settings.places).sort((a, b) => a - b);
          expect(onStage).toEqual(onStage.map((_, i) => i));
        }
      }),
    );
  });

  it('rank the same as with every category compared, however many are left out beforehand', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const few = raceOf(cube, settings, pace);
        const all = raceOf(cube, { ...settings, places: Math.max(settings.places, cube.categories.length) }, pace);
        for (const time of times(few, 53)) {
          if (!farFromEvents(all, time, 1e-6)) continue;
          few.series.categories.forEach((category, k) => {
            const other = all.series.categories.indexOf(category);
            const whole = rankAt(all.tracks, other, time);
            expectSame(rankAt(few.tracks, k, time), Math.min(settings.places, whole));
          });
        }
      }),
      { numRuns: 300 },
    );
  });

  it('are whole numbers equal to the rank away from events, and continuous', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const race = raceOf(cube, settings, pace);
        const swapSec = race.swapSec;
        const stepSec = 1e-4;
        for (const time of times(race)) {
          race.series.categories.forEach((_, k) => {
            const slot = slotAt(race.tracks, k, time);
            if (farFromEvents(race, time, swapSec / 2)) expectSame(slot, rankAt(race.tracks, k, time));
            const slope = Math.abs(slotAt(race.tracks, k, time + stepSec) - slot) / stepSec;
            const events = race.tracks.delta.reduce((sum, delta) => sum + Math.abs(delta), 0);
            expectWithin(slope, 0, (1.5 * events) / swapSec + 1e-6);
          });
        }
      }),
    );
  });

  it('are not changed by two that become equal, whatever rounding says of how they come together', () => {
    // The fifth and the sixth come from different values, are level in the fourth period with no slope, and the same from there on.
    const gap = Number.NaN;
    const rows = [
      [0, gap, 0, 0, gap, 0, 0, 0, 0],
      [0, 0, 0, gap, 9, 6, gap, 0, 0],
      [0, 0, 0, 0, 7, gap, 0, 0, 0],
      [0, 0, gap, 0, -6, -6, 0, 0, 0],
      [0, 0, 0, 0, -1, -1, 0, 0, 0],
    ];
    for (const scale of [1, 3, 0.1, 1e9]) {
      const cube = cubeOf(rows.map((row) => row.map((value) => value * scale)));
      const { tracks } = raceOf(cube, { places: 1, order: 'smallest', between: 'monotone', gaps: 'carry' });
      // One overtakes the first; the other comes level with it, which is no change.
      expect(Array.from(tracks.delta), `times ${scale}`).toEqual([1, -1]);
    }
  });

  it('sum to C (C - 1) / 2 with every category on stage', () => {
    fc.assert(
      fc.property(fullCubes, anySettings, (cube, settings) => {
        const count = cube.categories.length;
        const race = raceOf(cube, { ...settings, places: count });
        for (const time of times(race)) {
          const slots = Array.from({ length: count }, (_, k) => slotAt(race.tracks, k, time));
          expectNear(
            slots.reduce((sum, slot) => sum + slot, 0),
            (count * (count - 1)) / 2,
            5e-10,
          );
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
          const [a, b] = [raceOf(cube, { ...settings, gaps }), raceOf(moved, { ...settings, gaps })];
          expect(Array.from(b.series.categories)).toEqual(Array.from(a.series.categories));
          for (const time of times(a, 41)) {
            a.series.categories.forEach((_, k) => {
              expectNear(slotAt(b.tracks, k, time), slotAt(a.tracks, k, time), 5e-6);
            });
          }
        },
      ),
    );
  });

  it('are level at the very moment when the values are equal', () => {
    const race = raceOf(
      cubeOf([
        [10, 4],
        [2, 8],
      ]),
      { places: 2 },
    );
    expect(race.tracks.timeSec[0]).toBeCloseTo(0.5, 12);
    expect(slotAt(race.tracks, 0, 0.5)).toBeCloseTo(0.5, 12);
    expect(slotAt(race.tracks, 1, 0.5)).toBeCloseTo(0.5, 12);
  });

  it('find a smooth crossing to 1e-9 of a step', () => {
    const race = raceOf(
      cubeOf([
        [1, 9],
        [3, 8],
        [9, 2],
        [10, 1],
      ]),
      { places: 2, between: 'monotone' },
    );
    const time = race.tracks.timeSec[0] ?? 0;
    const { step, s } = stepAt(race.clock, time);
    const difference = (at: number) => valueInStep(race.series, 0, step, at) - valueInStep(race.series, 1, step, at);
    expect(Math.sign(difference(s - 1e-9))).toBe(-Math.sign(difference(s + 1e-9)));
  });

  it('keep the order that equal values had just before, at the start the order of the table', () => {
    const race = raceOf(
      cubeOf([
        [5, 5, 7],
        [5, 5, 5],
        [6, 6, 6],
      ]),
      { places: 3 },
    );
    expect([0, 1, 2].map((k) => rankAt(race.tracks, k, 0))).toEqual([1, 2, 0]);
    expect([0, 1, 2].map((k) => rankAt(race.tracks, k, 1.6))).toEqual([1, 2, 0]);
    expect(race.tracks.timeSec.length).toBe(0);
  });

  it('bring a category in at its first value and out after its last', () => {
    const race = raceOf(
      cubeOf([
        [5, null],
        [5, 9],
        [5, 9],
        [5, null],
      ]),
      { places: 2 },
    );
    expect(rankAt(race.tracks, 1, 0.99)).toBe(2);
    expect(rankAt(race.tracks, 1, 1)).toBe(0);
    expect(rankAt(race.tracks, 1, 2.01)).toBe(2);
    expect(slotAt(race.tracks, 1, 1)).toBeCloseTo(1, 9);
    const place = placesAt(race, 0.9).find(({ category }) => category === 1);
    expect(place?.value).toBe(9);
  });

  it('spread over the whole step when asked to', () => {
    const race = raceOf(
      cubeOf([
        [10, 4],
        [2, 8],
      ]),
      { places: 2, swapMode: 'over-period' },
    );
    for (const x of [0, 0.25, 0.5, 0.9]) expect(slotAt(race.tracks, 0, x)).toBeCloseTo(x, 12);
  });

  it('stay where the table has them in fixed order', () => {
    const race = raceOf(
      cubeOf([
        [1, 2, 3],
        [3, 2, 1],
      ]),
      { places: 2, order: 'table' },
    );
    expect(placesAt(race, 0.7).map(({ category, slot }) => [category, slot])).toEqual([
      [0, 0],
      [1, 1],
    ]);
  });

  it('show the same at a time whichever way it is reached', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const played = raceOf(cube, settings, pace);
        const sampled = times(played, 23).map((time) => placesAt(played, time));
        const fresh = raceOf(cube, settings, pace);
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
        const race = raceOf(cube, settings, pace);
        for (const time of times(race)) {
          const shown = new Set(placesAt(race, time).map(({ series }) => series));
          race.series.categories.forEach((_, k) => {
            if (slotAt(race.tracks, k, time) < settings.places) expectSame(shown.has(k), true);
          });
        }
      }),
    );
  });
});

describe('values between periods', () => {
  it('never pass beyond the neighbouring periods', () => {
    fc.assert(
      fc.property(fullCubes, anyBetween, (cube, between) => {
        const race = raceOf(cube, { between, places: 9 });
        for (let step = 0; step < cube.periods.length - 1; step++) {
          race.series.categories.forEach((_, k) => {
            const [a, b] = [valueInStep(race.series, k, step, 0), valueInStep(race.series, k, step, 1)];
            for (const s of [0.1, 0.35, 0.5, 0.77, 0.99]) {
              const value = valueInStep(race.series, k, step, s);
              expectWithin(value, Math.min(a, b), Math.max(a, b));
            }
          });
        }
      }),
    );
  });

  it('pass through every known value', () => {
    fc.assert(
      fc.property(gappyCubes, anySettings, (cube, settings) => {
        const race = raceOf(cube, { ...settings, places: cube.categories.length });
        race.series.categories.forEach((category, k) => {
          for (let p = 0; p < cube.periods.length; p++) {
            const given = cube.values[p * cube.categories.length + category] ?? Number.NaN;
            if (!Number.isNaN(given)) expect(valueInStep(race.series, k, p, 0)).toBe(given);
          }
        });
      }),
    );
  });

  it('fill gaps by the rule: bridge, carry, zero, absent', () => {
    const cube = cubeOf([[2], [null], [6]]);
    const middle = (gaps: 'bridge' | 'carry' | 'zero' | 'absent') =>
      valueInStep(raceOf(cube, { gaps }).series, 0, 1, 0);
    expect([middle('bridge'), middle('carry'), middle('zero')]).toEqual([4, 2, 0]);
    expect(middle('absent')).toBeNaN();
  });

  it('bridge along the calendar where the periods are uneven', () => {
    const race = raceOf(cubeOf([[0], [null], [10]], [0, 1, 10]), { gaps: 'bridge' });
    expect(valueInStep(race.series, 0, 1, 0)).toBeCloseTo(1, 12);
  });

  it('stay finite from -1e308 to 1e308', () => {
    const race = raceOf(
      cubeOf([
        [1e308, -1e308],
        [-1e308, 1e308],
      ]),
      { between: 'monotone' },
    );
    for (const time of times(race, 11)) {
      for (const k of [0, 1]) expect(Number.isFinite(shownValue(race, k, momentOf(race, time)))).toBe(true);
    }
    expect(race.tracks.timeSec[0]).toBeCloseTo(0.5, 9);
  });
});

describe('changes of lead', () => {
  it('are found with who takes it and from whom', () => {
    const race = raceOf(
      cubeOf([
        [10, 4],
        [2, 8],
        [9, 3],
      ]),
      { places: 2 },
    );
    const changes = findLeadChanges(race.tracks);
    expect(changes.map(({ to, from }) => [to, from])).toEqual([
      [1, 0],
      [0, 1],
    ]);
    expect(changes[0]?.timeSec).toBeCloseTo(0.5, 12);
  });
});

describe('places', () => {
  it('keep the order of before where values tie at a period, from either side', () => {
    // A comes from above, B from below; at the middle period both are 5, and there A is still in front.
    const cube = cubeOf([
      [9, 1],
      [5, 5],
      [5, 5],
      [2, 8],
    ]);
    for (const [columns, front] of [
      [cube, 0],
      [
        cubeOf([
          [1, 9],
          [5, 5],
          [5, 5],
          [8, 2],
        ]),
        1,
      ],
    ] as const) {
      const race = raceOf(columns, { places: 2 });
      const { lengthSec } = race.clock;
      const leader = (timeSec: number) => placesAt(race, timeSec).find(({ rank }) => rank === 0)?.category;
      expect([0, lengthSec / 3, lengthSec / 2, lengthSec * 0.66].map(leader)).toEqual([front, front, front, front]);
      expect(leader(lengthSec)).toBe(1 - front);
    }
  });

  it('stay as they are when values are near the ends of what numbers can hold', () => {
    const rows = [
      [1, 3, 2],
      [4, 2, 3],
      [2, 5, 4],
    ];
    const small = raceOf(cubeOf(rows), { places: 3 });
    for (const factor of [2 ** 400, 2 ** 600, 2 ** 1000, 2 ** -400]) {
      const large = raceOf(cubeOf(rows.map((row) => row.map((value) => value * factor))), { places: 3 });
      for (let sec = 0; sec <= small.clock.lengthSec; sec += small.clock.lengthSec / 17) {
        const [a, b] = [placesAt(small, sec), placesAt(large, sec)];
        expect(b.map(({ category, rank, slot }) => [category, rank, slot])).toEqual(
          a.map(({ category, rank, slot }) => [category, rank, slot]),
        );
        b.forEach(({ value }, i) => {
          expect(value / factor).toBeCloseTo(a[i]?.value ?? 0, 9);
        });
      }
    }
  });
});

describe('who may show', () => {
  it('is everybody who does within a quarter of a second, and nobody else', () => {
    fc.assert(
      fc.property(gappyCubes.chain(race), ([cube, settings, pace]) => {
        const race = raceOf(cube, settings, pace);
        for (const time of times(race, 29)) {
          const visited: number[] = [];
          eachShowing(race, time, (k) => visited.push(k));
          expect(visited).toEqual([...new Set(visited)].sort((a, b) => a - b));
          race.showing.forEach((stretches, k) => {
            const within = (sec: number) => stretches.some(([from, to]) => from - sec <= time && time <= to + sec);
            if (within(0)) expectSame(visited.includes(k), true);
            if (!within(0.25)) expectSame(visited.includes(k), false);
          });
        }
      }),
    );
  });

  it('is the same beyond both ends as at them', () => {
    const race = raceOf(
      cubeOf([
        [5, 1],
        [5, 9],
      ]),
      { places: 1, swapSec: 0.2 },
    );
    expect(placesAt(race, -3)).toEqual(placesAt(race, 0));
    expect(placesAt(race, 99)).toEqual(placesAt(race, 1));
    expect(placesAt(race, 0)).toEqual([{ series: 0, category: 0, value: 5, slot: 0, rank: 0 }]);
    expect(placesAt(race, 1)).toEqual([{ series: 1, category: 1, value: 9, slot: 0, rank: 0 }]);
    const visited: number[] = [];
    for (const time of [-3, 99]) eachShowing(race, time, (k) => visited.push(k));
    expect(visited).toEqual([0, 1]);
  });

  it('is told of a film without length too', () => {
    const race = raceOf(cubeOf([[5, 1]]), { places: 2 }, { length: { by: 'whole', sec: 0.1 } });
    expect(placesAt(race, 0.05).map(({ category }) => category)).toEqual([0, 1]);
  });
});

describe('the value of who is not there', () => {
  const held = (rows: (number | null)[], timeSec: number, swapSec: number) => {
    const race = raceOf(cubeOf(rows.map((value) => [value])), { gaps: 'absent', swapSec });
    return shownValue(race, 0, momentOf(race, timeSec));
  };

  it('is the nearest known one, before or after', () => {
    expect([0, 0.5, 1].map((sec) => held([null, 7, 9], sec, 0.5))).toEqual([7, 7, 7]);
    expect([1.5, 2, 3].map((sec) => held([3, 7, null, null], sec, 0.5))).toEqual([7, 7, 7]);
    expect([1.49, 1.5, 2.5, 2.51].map((sec) => held([3, 4, null, 9, 9], sec, 0.5))).toEqual([4, 4, 9, 9]);
    expect([2.49, 2.51].map((sec) => held([3, 4, null, null, 9], sec, 0.5))).toEqual([4, 9]);
    expect(held([null, null], 0.5, 0.5)).toBeNaN();
  });

  it('is blended over an absence that is shorter than a swap', () => {
    expect([1, 1.5, 2, 2.5, 3].map((sec) => held([3, 4, null, 9, 9], sec, 2.5))).toEqual([4, 5.25, 6.5, 7.75, 9]);
  });

  it('is that of its own series, in the units of the table', () => {
    const far = 2 ** 600;
    const race = raceOf(cubeOf([[1, null, 1].map((value) => value && value * far), [1, 5 * far, 1]]), {
      gaps: 'absent',
    });
    expect([0, 1, 2].map((k) => shownValue(race, k, momentOf(race, 0)) / far)).toEqual([1, 5, 1]);
  });
});

it('other values leave the places as they are', () => {
  const race = raceOf(
    cubeOf([
      [5, 1],
      [5, 9],
    ]),
  );
  const other = raceOf(
    cubeOf([
      [50, 60],
      [70, 80],
    ]),
  );
  const mixed = withSeries(race, other.series);
  expect(placesAt(mixed, 0).map(({ rank, value }) => [rank, value])).toEqual([
    [0, 50],
    [1, 60],
  ]);
  expect(mixed.tracks).toBe(race.tracks);
});
