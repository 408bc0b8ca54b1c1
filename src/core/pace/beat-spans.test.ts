import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyPace, cubeOf, plainPace } from '../testing/films';
import { beatRange, MOST_OF_RUN, runRange, weightArriving, weightLasting } from './beat-spans';
import { createFilmClock } from './film-clock';
import { noBuild, type Pace, paceLimits } from './pace';

const periodsOf = (count: number) => cubeOf(Array.from({ length: count }, () => [1])).periods;
const [LEAST, MOST] = paceLimits.weight;

interface SomeBeats {
  readonly periods: ReturnType<typeof periodsOf>;
  readonly pace: Pace;
  readonly first: number;
  readonly last: number;
}

/** Films with rests, holds and kept lengths of both kinds, and some beats of each, not all. */
const films: fc.Arbitrary<SomeBeats> = fc
  .record({
    count: fc.integer({ min: 3, max: 30 }),
    pace: anyPace,
    by: fc.constantFrom('whole' as const, 'period' as const),
    at: fc.tuple(fc.nat(1000), fc.nat(1000)),
  })
  .map(({ count, pace, by, at }) => {
    const [a = 0, b = 0] = at.map((n) => n % (count - 1)).sort((x, y) => x - y);
    const length = { by, sec: by === 'whole' ? 40 : 1 };
    const still = { opening: noBuild, closing: noBuild, holdStartSec: 1, holdEndSec: 2, slowAtSwaps: 0 };
    const full: Pace = { ...plainPace, ...pace, ...still, sharing: 'even', beats: [], length };
    return { periods: periodsOf(count), pace: full, first: a, last: a === 0 && b === count - 2 ? b - 1 : b };
  });

/** The run when the beats have a weight. */
function runWith({ periods, pace, first, last }: SomeBeats, weight: number) {
  const beats = periods.slice(first, last + 1).map(({ key }) => ({ periodKey: key, weight }));
  const { spanStartSec } = createFilmClock(periods, { ...pace, beats }, 30);
  return { spanStartSec, restShare: pace.restShare };
}

const wishOf = (film: SomeBeats) => ({
  ...runWith(film, 1),
  first: film.first,
  last: film.last,
  weight: 1,
  keepsRun: film.pace.length.by === 'whole',
});

describe('beats', () => {
  it('share the run without a gap, from the hold at the start to the hold at the end', () => {
    fc.assert(
      fc.property(films, (film) => {
        const run = runWith(film, 1);
        const [from, to] = runRange(run);
        expect(from).toBeCloseTo(film.pace.holdStartSec, 9);
        expect(to).toBeCloseTo((run.spanStartSec.at(-1) ?? 0) - film.pace.holdEndSec, 9);
        for (let i = 1; i < film.periods.length - 1; i++) {
          expect(beatRange(run, i)[0]).toBeCloseTo(beatRange(run, i - 1)[1], 9);
        }
        expect(beatRange(run, film.first, film.last)[1]).toBe(beatRange(run, film.last)[1]);
      }),
    );
  });

  it('last as long as was wished for, when the film is made anew', () => {
    fc.assert(
      fc.property(films, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (film, share) => {
        const wish = wishOf(film);
        const [runFrom, runTo] = runRange(wish);
        const weight = weightLasting(wish, share * (runTo - runFrom));
        fc.pre(weight > LEAST && weight < MOST);
        const [from, to] = beatRange(runWith(film, weight), film.first, film.last);
        expect(to - from).toBeCloseTo(share * (runTo - runFrom), 6);
      }),
    );
  });

  it('arrive where the pointer is, or as near to it as can be, when the film is made anew', () => {
    fc.assert(
      fc.property(films, fc.double({ min: -0.1, max: 1.1, noNaN: true }), (film, share) => {
        const wish = wishOf(film);
        const [runFrom, runTo] = runRange(wish);
        const arrivesSec = runFrom + share * (runTo - runFrom);
        const weight = weightArriving(wish, arrivesSec);
        const offBy = (given: number) =>
          Math.abs((runWith(film, given).spanStartSec[2 * film.last + 2] ?? 0) - arrivesSec);
        if (weight > LEAST && weight < MOST && weight !== wish.weight) expect(offBy(weight)).toBeCloseTo(0, 6);
        for (const other of [LEAST, 0.5, 1, 2, MOST]) expect(offBy(other)).toBeGreaterThanOrEqual(offBy(weight) - 1e-6);
      }),
      { numRuns: 300 },
    );
  });

  it('stay as they are when no other is left to make room, and never leave the limits', () => {
    const all = { periods: periodsOf(3), pace: plainPace, first: 0, last: 1 };
    const wish = { ...wishOf(all), weight: 3, keepsRun: true };
    expect([weightLasting(wish, 1), weightArriving(wish, 1)]).toEqual([3, 3]);
    const one = { ...wish, last: 0, weight: 1 };
    expect(weightLasting(one, 1e9)).toBeCloseTo(Math.min(MOST, MOST_OF_RUN / (1 - MOST_OF_RUN)), 6);
    expect(weightArriving(one, 1e9)).toBe(MOST);
    expect(weightLasting({ ...one, keepsRun: false }, 0)).toBe(LEAST);
    expect(weightArriving({ ...one, keepsRun: false }, -1)).toBe(LEAST);
  });

  it('are so many seconds of a small film', () => {
    // Two beats of 2 s, of which a quarter is rest, between holds of 1 and 3 s.
    const pace = { ...plainPace, length: { by: 'period' as const, sec: 2 }, holdStartSec: 1, holdEndSec: 3 };
    const { spanStartSec } = createFilmClock(periodsOf(3), { ...pace, restShare: 0.25 }, 30);
    const run = { spanStartSec, restShare: 0.25 };
    expect([runRange(run), beatRange(run, 0), beatRange(run, 1), beatRange(run, 0, 1)]).toEqual([
      [1, 5],
      [1, 3],
      [3, 5],
      [1, 5],
    ]);
    const two = createFilmClock(periodsOf(2), pace, 30);
    expect(runRange({ spanStartSec: two.spanStartSec, restShare: 0 })).toEqual([1, 3]);
    const grows = { ...run, first: 1, last: 1, weight: 2, keepsRun: false };
    // Half as long, and arriving after a second instead of 1.5.
    expect([weightLasting(grows, 1), weightArriving(grows, 4)]).toEqual([1, expect.closeTo(4 / 3, 9)]);
    // Three seconds of the four, against one: three times as heavy as the other, whose weight is 1.
    const kept = { ...run, first: 1, last: 1, weight: 1, keepsRun: true };
    expect(weightLasting(kept, 3)).toBeCloseTo(3, 9);
    expect(weightLasting(kept, 1)).toBeCloseTo(1 / 3, 9);
    expect(weightLasting(kept, 4)).toBeCloseTo(MOST, 9);
    // The heavier the last, the longer it rests behind its arrival: it comes later the lighter it is.
    expect([weightArriving(kept, 5), weightArriving(kept, 1)]).toEqual([LEAST, MOST]);
    expect(weightArriving(kept, 4.4)).toBeCloseTo(1.5, 9);
    // Without a rest it arrives at the run's end, whatever its weight.
    const without = createFilmClock(periodsOf(3), pace, 30);
    const last = { spanStartSec: without.spanStartSec, restShare: 0, first: 1, last: 1, weight: 3, keepsRun: true };
    expect(weightArriving(last, 2)).toBe(3);
  });

  it('do not exist in a film of one period', () => {
    const { spanStartSec } = createFilmClock(periodsOf(1), plainPace, 30);
    expect(runRange({ spanStartSec, restShare: 0.5 })).toEqual([0, 0]);
    expect(weightLasting({ spanStartSec, restShare: 0, first: 0, last: 0, weight: 2, keepsRun: false }, 1)).toBe(2);
  });
});
