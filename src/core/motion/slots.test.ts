import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createFilmClock } from '../pace/film-clock';
import { cubeOf, plainPace, raceOf, rankEventsOf } from '../testing/films';
import {
  eventsAtPeriods,
  rankAt,
  showings,
  slotAt,
  slotsThrough,
  smoothStep,
  stepAt,
  stepsThrough,
  trackSlots,
} from './slots';

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
      // Within a second few changes of one series can be under way, and those round as they do alone.
      fc.property(values, fc.double({ min: 0, max: 1, noNaN: true }), (rows, swapSec) => {
        const { tracks, clock } = raceOf(cubeOf(rows), { swapSec, places: rows.length });
        const times = Float64Array.from({ length: 80 }, (_, i) => (clock.lengthSec * i) / 79);
        for (let k = 0; k < tracks.seriesCount; k++)
          expect([...slotsThrough(tracks, k, times)]).toEqual(Array.from(times, (time) => slotAt(tracks, k, time)));
        const { step, s } = stepsThrough(clock, times);
        expect(Array.from(step, (each, i) => ({ step: each, s: s[i] }))).toEqual(
          Array.from(times, (time) => stepAt(clock, time)),
        );
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

describe('the track of a place', () => {
  const events = (list: Parameters<typeof rankEventsOf>[1], last = 2) => rankEventsOf([0, 1, last], list);
  const clock = createFilmClock(cubeOf([[1], [1], [1], [1]]).periods, plainPace, 30);

  it('takes changes of one moment together, and leaves out those that cancel out', () => {
    const tracks = trackSlots(
      events([
        [0, 1, 0.5, 1],
        [1, 1, 0.5, -1],
        [0, 1, 0.5, 1],
        [1, 1, 0.5, 1],
        [0, 3, 0.25, -1],
      ]),
      clock,
      { places: 2, swapSec: 0.5, swapMode: 'at-crossing' },
    );
    expect([...tracks.offset]).toEqual([0, 2, 2, 2]);
    expect([...tracks.timeSec]).toEqual([0.5, 1.25]);
    expect([...tracks.delta]).toEqual([2, -1]);
    expect([...tracks.rankAfter]).toEqual([2, 1]);
    expect([...tracks.fromSec]).toEqual([0.25, 1]);
    expect([...tracks.toSec]).toEqual([0.75, 1.5]);
  });

  it('over the period goes by the travel to the period, for all that changes in it', () => {
    const tracks = trackSlots(
      events([
        [1, 0, 0, 1],
        [0, 2, 0, 1],
        [0, 2, 0, 1],
        [0, 6, 0, -1],
      ]),
      clock,
      { places: 3, swapSec: 0.5, swapMode: 'over-period' },
    );
    expect([...tracks.fromSec.slice(0, 2)]).toEqual([0, 2]);
    expect([...tracks.toSec.slice(0, 2)]).toEqual([1, 3]);
    expect([...tracks.delta]).toEqual([2, -1, 1]);
    expect(tracks.curve(0.3)).toBeCloseTo(0.3, 12);
    // What changes at the film's very start has no travel before it.
    expect([tracks.fromSec[2], tracks.toSec[2]]).toEqual([0, 1]);
  });

  it('shows from where a swap to the stage begins to where the one off it ends', () => {
    const seen = (list: Parameters<typeof events>[0], k: number, startRank = 2) => {
      return showings(
        trackSlots(events(list, startRank), clock, { places: 2, swapSec: 0.5, swapMode: 'at-crossing' }),
        k,
        3,
      );
    };
    expect(seen([], 0)).toEqual([[0, 3]]);
    expect(seen([], 2)).toEqual([]);
    expect(
      seen(
        [
          [2, 1, 0.5, -1],
          [2, 3, 0.5, 1],
        ],
        2,
      ),
    ).toEqual([[0.25, 1.75]]);
    // Twice, and once where the second begins before the first has ended.
    expect(
      seen(
        [
          [2, 1, 0.5, -1],
          [2, 1, 0.9, 1],
          [2, 5, 0.5, -2],
        ],
        2,
      ),
    ).toEqual([
      [0.25, 1.15],
      [2.25, 3],
    ]);
    expect(
      seen(
        [
          [2, 1, 0.5, -1],
          [2, 1, 0.75, 1],
          [2, 3, 0, -1],
          [2, 5, 1, 1],
        ],
        2,
      ),
    ).toEqual([[0.25, 3]]);
    // Of three, the last two are one.
    expect(
      seen(
        [
          [2, 1, 0.2, -1],
          [2, 1, 0.4, 1],
          [2, 3, 0.5, -1],
          [2, 3, 0.7, 1],
          [2, 3, 0.9, -1],
        ],
        2,
      ),
    ).toEqual([
      [0, 0.65],
      [1.25, 3],
    ]);
    // Neither before the film's start nor after its end.
    expect(seen([[2, 1, 0.125, -1]], 2)).toEqual([[0, 3]]);
    expect(seen([[2, 5, 0.75, 1]], 2, 1)).toEqual([[0, 3]]);
    expect(seen([[2, 5, 0.5, 1]], 2, 1)).toEqual([[0, 2.75]]);
  });

  it('counts from the first and back again where several are in one track', () => {
    const tracks = trackSlots(
      events([
        [0, 1, 0.5, 1],
        [1, 1, 0.5, -1],
        [1, 3, 0.5, 1],
        [0, 3, 0.5, -1],
      ]),
      clock,
      { places: 2, swapSec: 0, swapMode: 'at-crossing' },
    );
    expect([0, 0.49, 0.5, 1.49, 1.5, 3].map((sec) => [rankAt(tracks, 0, sec), rankAt(tracks, 1, sec)])).toEqual([
      [0, 1],
      [0, 1],
      [1, 0],
      [1, 0],
      [0, 1],
      [0, 1],
    ]);
    expect([rankAt(tracks, 2, 1), slotAt(tracks, 2, 1)]).toEqual([2, 2]);
  });
});

describe('changes at periods', () => {
  it('are what the changes on the way to each come to', () => {
    const at = (...list: readonly (readonly [k: number, span: number, delta: number])[]) => {
      const found = eventsAtPeriods(
        rankEventsOf(
          [0, 1, 3],
          list.map(([k, span, delta]) => [k, span, 0.5, delta]),
        ),
        3,
      );
      expect(found.fraction.every((fraction) => fraction === 0)).toBe(true);
      expect([...found.startRank]).toEqual([0, 1, 3]);
      return Array.from(found.series, (k, i) => [k, found.span[i], found.delta[i]]);
    };
    expect(at([0, 1, 1], [1, 1, -1], [0, 1, 1], [2, 2, -1])).toEqual([
      [0, 2, 2],
      [1, 2, -1],
      [2, 2, -1],
    ]);
    // There and back within one way is nothing; on two ways it is two changes.
    expect(at([0, 1, 1], [0, 2, -1])).toEqual([]);
    expect(at([0, 1, 1], [0, 3, -1], [0, 5, 1])).toEqual([
      [0, 2, 1],
      [0, 4, -1],
      [0, 6, 1],
    ]);
    expect(at()).toEqual([]);
  });
});
