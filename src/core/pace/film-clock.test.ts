import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyPace, cubeOf, plainPace } from '../testing/films';
import {
  beatAt,
  createFilmClock,
  createStillClock,
  frameAt,
  frameTimeSec,
  periodTimesSec,
  positionAt,
  positionsThrough,
  standsStill,
  timeOf,
  timeOfBeat,
} from './film-clock';
import { noBuild, type Pace } from './pace';

const periods = (count: number) => cubeOf(Array.from({ length: count }, () => [1])).periods;
const lengths = fc.record({
  by: fc.constantFrom('whole' as const, 'period' as const),
  sec: fc.double({ min: 0.5, max: 40, noNaN: true }),
});
const films = fc
  .tuple(fc.integer({ min: 1, max: 40 }), anyPace, lengths)
  .map(([count, pace, length]) => createFilmClock(periods(count), { ...plainPace, ...pace, length }, 30));

describe('a film clock', () => {
  it('goes through all periods, continuously and never back', () => {
    fc.assert(
      fc.property(films, (clock) => {
        let last = positionAt(clock, 0).position;
        expect(last).toBe(0);
        for (let i = 1; i <= 500; i++) {
          // The end itself, not a product that may fall short of it by the last bit.
          const { position } = positionAt(clock, i === 500 ? clock.lengthSec : (clock.lengthSec * i) / 500);
          expect(position).toBeGreaterThanOrEqual(last);
          last = position;
        }
        expect(last).toBe(clock.periodCount - 1);
      }),
    );
  });

  it('goes through many times in turn as to each alone, and beyond both ends', () => {
    fc.assert(
      fc.property(films, (clock) => {
        const times = Float64Array.from({ length: 60 }, (_, i) => (clock.lengthSec * (i - 5)) / 50);
        expect([...positionsThrough(clock, times)]).toEqual(Array.from(times, (t) => positionAt(clock, t).position));
      }),
    );
  });

  it('has max(1, round(length x rate)) frames', () => {
    fc.assert(
      fc.property(films, (clock) => {
        expect(clock.frameCount).toBe(Math.max(1, Math.round(clock.lengthSec * clock.framesPerSec)));
      }),
    );
    expect(createFilmClock(periods(3), { ...plainPace, length: { by: 'whole', sec: 0.1 } }, 1).frameCount).toBe(1);
  });

  it('finds the time of any place on its way', () => {
    fc.assert(
      fc.property(films, fc.double({ min: 0.001, max: 0.999, noNaN: true }), (clock, fraction) => {
        fc.pre(clock.periodCount > 1);
        const at = positionAt(clock, timeOf(clock, 1, fraction));
        expect(at.position).toBeCloseTo(fraction, 6);
      }),
    );
  });

  it('shows frame k at k / rate', () => {
    const clock = createFilmClock(periods(5), plainPace, 25);
    for (let k = 0; k < clock.frameCount; k++) expect(frameAt(clock, frameTimeSec(clock, k))).toBe(k);
  });

  it('keeps the whole length whatever the beats weigh, and lets the film grow when beats are set by seconds', () => {
    const beats = [{ periodKey: '2001', weight: 3 }];
    const whole = createFilmClock(periods(4), { ...plainPace, length: { by: 'whole', sec: 10 }, beats }, 30);
    expect(whole.lengthSec).toBeCloseTo(10, 9);
    expect(timeOf(whole, 2, 0)).toBeCloseTo(2, 9);
    expect(timeOf(whole, 4, 0)).toBeCloseTo(8, 9);
    expect(createFilmClock(periods(4), { ...plainPace, beats }, 30).lengthSec).toBeCloseTo(5, 9);
  });

  it('shares the run by the calendar when asked to', () => {
    const uneven = cubeOf([[1], [1], [1]], [0, 1, 4]).periods;
    const clock = createFilmClock(uneven, { ...plainPace, length: { by: 'whole', sec: 8 }, sharing: 'calendar' }, 30);
    expect(timeOf(clock, 2, 0)).toBeCloseTo(2, 9);
  });

  it('gives way with its holds when the film is too short for them', () => {
    const pace = { ...plainPace, holdStartSec: 5, holdEndSec: 5, length: { by: 'whole' as const, sec: 2 } };
    expect(createFilmClock(periods(3), pace, 30).lengthSec).toBeCloseTo(2, 9);
  });

  it('refuses what is not a time', () => {
    expect(() => positionAt(createFilmClock(periods(2), plainPace, 30), Number.NaN)).toThrow(RangeError);
    expect(() => createFilmClock([], plainPace, 30)).toThrow(RangeError);
  });
});

describe('uneven pace', () => {
  it('puts opening and closing outside of the run, and gives way where the film is short', () => {
    const build = { ...noBuild, how: 'grow' as const, sec: 2 };
    const pace = { ...plainPace, opening: build, closing: build, length: { by: 'whole' as const, sec: 10 } };
    const clock = createFilmClock(periods(4), pace, 30);
    expect([clock.openingSec, clock.closingSec, clock.lengthSec]).toEqual([2, 2, 10]);
    expect(timeOf(clock, 2, 0)).toBeCloseTo(4, 9);
    const short = createFilmClock(periods(4), { ...pace, length: { by: 'whole', sec: 1 } }, 30);
    expect(short.lengthSec).toBeCloseTo(1, 9);
    expect(short.openingSec + short.closingSec).toBeLessThanOrEqual(0.9 + 1e-9);
  });

  it('slows down where much happens, and keeps the whole length', () => {
    const pace = { ...plainPace, length: { by: 'whole' as const, sec: 12 }, slowAtSwaps: 4 };
    const clock = createFilmClock(periods(4), pace, 30, Float64Array.of(0, 10, 0));
    const lasts = [1, 3, 5].map(
      (span) => (clock.spanStartSec[span + 2] ?? clock.lengthSec) - (clock.spanStartSec[span] ?? 0),
    );
    expect((lasts[1] ?? 0) / (lasts[0] ?? 1)).toBeCloseTo(5, 6);
    expect(clock.lengthSec).toBeCloseTo(12, 9);
  });

  it('finds the beat of a time and the time of a beat', () => {
    fc.assert(
      fc.property(films, fc.double({ min: 0, max: 0.999, noNaN: true }), (clock, share) => {
        const timeSec = clock.lengthSec * share;
        expect(timeOfBeat(clock, beatAt(clock.spanStartSec, timeSec))).toBeCloseTo(timeSec, 6);
      }),
    );
  });
});

describe('the spans of a film', () => {
  const build = (sec: number) => ({ ...noBuild, how: 'grow' as const, sec });
  const spans = (count: number, pace: Partial<Pace>, changes?: Float64Array) =>
    Array.from(createFilmClock(periods(count), { ...plainPace, ...pace }, 30, changes).spanStartSec, (sec) =>
      Number(sec.toFixed(6)),
    );

  it('are the dwell at each period and the travel to the next, between opening, holds and closing', () => {
    const still = { opening: build(2), closing: build(3), holdStartSec: 1, holdEndSec: 4 };
    expect(spans(3, { ...still, restShare: 0.25 })).toEqual([0, 3, 3.75, 4, 4.75, 12]);
    const clock = createFilmClock(periods(3), { ...plainPace, ...still, restShare: 0.25 }, 30);
    expect([clock.openingSec, clock.closingSec, clock.lengthSec, clock.frameCount]).toEqual([2, 3, 12, 360]);
    expect([...periodTimesSec(clock)]).toEqual([0, 3.75, 4.75]);
  });

  it('of a whole length leave the run a tenth of it at the least, and shorten what stands still alike', () => {
    const still = { opening: build(2), closing: build(3), holdStartSec: 1, holdEndSec: 4 };
    expect(spans(3, { ...still, length: { by: 'whole', sec: 5 } })).toEqual([0, 1.35, 1.6, 1.6, 1.85, 5]);
    expect(spans(3, { ...still, length: { by: 'whole', sec: 20 } })).toEqual([0, 3, 8, 8, 13, 20]);
    // Nine tenths, just so.
    expect(spans(2, { ...still, length: { by: 'whole', sec: 100 / 9 } })).toEqual([0, 3, 4.111111, 11.111111]);
  });

  it('of a single period are a hold, of the length that is wanted', () => {
    const clock = (pace: Partial<Pace>) => createFilmClock(periods(1), { ...plainPace, ...pace }, 30);
    const still = { opening: build(2), closing: build(2), holdStartSec: 1, holdEndSec: 1 };
    const whole = clock({ ...still, length: { by: 'whole', sec: 10 } });
    expect([...whole.spanStartSec, whole.openingSec, whole.closingSec]).toEqual([0, 10, 2, 2]);
    // Too short for both: they give way to each other and the whole is kept.
    const short = clock({ ...still, length: { by: 'whole', sec: 3 } });
    expect(short.lengthSec).toBeCloseTo(3, 9);
    expect([short.openingSec, short.closingSec]).toEqual([1, 1].map((sec) => expect.closeTo(sec, 9)));
    expect(clock({ ...still, length: { by: 'period', sec: 3 } }).lengthSec).toBe(6);
    expect(clock({ length: { by: 'period', sec: 3 } }).lengthSec).toBe(3);
  });

  it('go by the calendar, by the weight of beats, and by what happens in them', () => {
    const uneven = cubeOf([[1], [1], [1], [1]], [0, 1, 4, 6]).periods;
    const steps = (pace: Partial<Pace>, changes: Float64Array | null = null) => {
      const { spanStartSec } = createFilmClock(uneven, { ...plainPace, ...pace }, 30, changes);
      return [1, 3, 5].map((span) => Number(((spanStartSec[span + 1] ?? 0) - (spanStartSec[span] ?? 0)).toFixed(6)));
    };
    expect(steps({})).toEqual([1, 1, 1]);
    expect(steps({ sharing: 'calendar' })).toEqual([0.5, 1.5, 1]);
    expect(steps({ beats: [{ periodKey: '2001', weight: 3 }] })).toEqual([1, 3, 1]);
    expect(steps({ slowAtSwaps: 2 }, Float64Array.of(4, 0, 2))).toEqual([3, 1, 2]);
    expect(steps({ slowAtSwaps: 2 }, Float64Array.of(0, 0, 0))).toEqual([1, 1, 1]);
    expect(steps({ slowAtSwaps: 2 })).toEqual([1, 1, 1]);
    const all = { sharing: 'calendar', slowAtSwaps: 1, beats: [{ periodKey: '2004', weight: 2 }] } as const;
    expect(steps(all, Float64Array.of(0, 1, 2))).toEqual([0.5, 2.25, 4]);
    // A calendar that does not go on is none: the steps are even.
    const still = cubeOf([[1], [1]], [3, 3]).periods;
    expect(createFilmClock(still, { ...plainPace, sharing: 'calendar' }, 30).lengthSec).toBe(1);
  });

  it('are slow at both ends of a travel where the pace is soft, and quicker between where it is swift', () => {
    const at = (ease: Pace['ease'], share: number) =>
      positionAt(createFilmClock(periods(2), { ...plainPace, ease }, 30), share).fraction;
    expect([at('even', 0.2), at('soft', 0.2), at('swift', 0.2)]).toEqual(
      [0.2, (1 - Math.cos(0.2 * Math.PI)) / 2, 4 * 0.2 ** 3].map((each) => expect.closeTo(each, 9)),
    );
  });
});

describe('where a film stands', () => {
  const clock = createFilmClock(periods(3), { ...plainPace, holdStartSec: 1, holdEndSec: 1, restShare: 0.5 }, 30);

  it('is the span and how far it is gone through', () => {
    const told = (sec: number) => {
      const { span, fraction, position } = positionAt(clock, sec);
      return [span, fraction, position];
    };
    expect([-5, 0, 0.99].map(told)).toEqual([0, 1, 2].map(() => [0, 0, 0]));
    expect([1, 1.125, 1.25].map(told)).toEqual([
      [1, 0, 0],
      [1, 0.25, 0.25],
      [1, 0.5, 0.5],
    ]);
    expect([1.5, 1.99].map(told)).toEqual([
      [2, 0, 1],
      [2, 0, 1],
    ]);
    expect([2.25, 2.5, 3.9, 4, 77].map(told)).toEqual([
      [3, 0.5, 1.5],
      [4, 0, 2],
      [4, 0, 2],
      [4, 0, 2],
      [4, 0, 2],
    ]);
    expect(() => positionAt(clock, Number.POSITIVE_INFINITY)).toThrow('timeSec: must be finite, received Infinity');
  });

  it('is found backwards: the time of a fraction of a travel, the start of a dwell', () => {
    expect([0, 0.25, 1, 7, -7].map((fraction) => timeOf(clock, 1, fraction))).toEqual([1, 1.125, 1.5, 1.5, 1]);
    expect([timeOf(clock, 2, 0.7), timeOf(clock, 0, 0.7)]).toEqual([1.5, 0]);
    const soft = createFilmClock(periods(2), { ...plainPace, ease: 'soft' }, 30);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        expect(timeOf(soft, 1, (1 - Math.cos(share * Math.PI)) / 2)).toBeCloseTo(share, 5);
      }),
    );
    expect([timeOf(soft, 1, 2), timeOf(soft, 1, -1)]).toEqual([1, 0]);
  });

  it('goes through the bend of a step, and of that step alone', () => {
    const bent = { ...clock, warps: new Map([[1, { at: 0.25, fraction: 0.5 }]]) };
    expect(positionAt(bent, 2.125).fraction).toBeCloseTo(0.5, 9);
    expect(timeOf(bent, 3, 0.5)).toBeCloseTo(2.125, 9);
    expect(positionAt(bent, 1.125).fraction).toBe(0.25);
    expect([timeOf(bent, 1, 0.25), timeOf(bent, 3, 0), timeOf(bent, 3, 1)]).toEqual([1.125, 2, 2.5]);
  });

  it('is the last frame that has begun, however the time was rounded', () => {
    expect([-1, 0, 0.033, 0.0334, 1.0 - 1e-9, 3.99, 4, 50].map((sec) => frameAt(clock, sec))).toEqual([
      0, 0, 0, 1, 30, 119, 119, 119,
    ]);
    expect(frameAt(clock, 1 - 1e-6)).toBe(29);
  });

  it('is the beat and the share of it', () => {
    const told = (sec: number) => {
      const { period, share } = beatAt(clock.spanStartSec, sec);
      return [period, Number(share.toFixed(6))];
    };
    // The first beat ends where the second period is reached; the last with the film.
    expect([-1, 0, 0.75, 1.5, 2, 2.5, 3.25, 4, 9].map(told)).toEqual([
      [0, 0],
      [0, 0],
      [0, 0.5],
      [1, 0],
      [1, 0.5],
      [2, 0],
      [2, 0.5],
      [2, 1],
      [2, 1],
    ]);
    expect([timeOfBeat(clock, { period: 1, share: 0.25 }), timeOfBeat(clock, { period: 2, share: 0.5 })]).toEqual([
      1.75, 3.25,
    ]);
    expect(beatAt(Float64Array.of(0, 0), 0)).toEqual({ period: 0, share: 0 });
  });
});

describe('a film of one moment', () => {
  const build = (sec: number) => ({ ...noBuild, how: 'grow' as const, sec });
  const pace = { ...plainPace, opening: build(2), closing: build(1), holdStartSec: 1 };

  it('stands at its last period; the run is over before it, longer than a change of place takes', () => {
    const clock = createStillClock(periods(3), pace, 30, 6);
    expect([clock.lengthSec, clock.frameCount, clock.openingSec, clock.closingSec]).toEqual([6, 180, 2, 1]);
    expect(standsStill(clock)).toBe(true);
    expect(standsStill(createFilmClock(periods(3), pace, 30))).toBe(false);
    for (const sec of [0, 3, 6]) expect(positionAt(clock, sec)).toEqual({ span: 4, fraction: 0, position: 2 });
    expect([...periodTimesSec(clock)]).toEqual([0, 0, 0]);
    // Its travels have the seconds that they would have, and end ten seconds before the film.
    expect([...clock.spanStartSec]).toEqual([-15, -12, -11, -11, -10, 6]);
    expect([0, 3, 6].map((sec) => beatAt(clock.spanStartSec, sec))).toEqual(
      [0, 0.5, 1].map((share) => ({ period: 2, share })),
    );
    expect([0, 1].map((share) => timeOfBeat(clock, { period: 2, share }))).toEqual([0, 6]);
    expect(timeOfBeat(clock, { period: 0, share: 0.5 })).toBe(0);
  });

  it('shares what is too short for both between opening and closing', () => {
    const short = createStillClock(periods(1), pace, 30, 1.5);
    expect([short.openingSec, short.closingSec, short.frameCount]).toEqual([1, 0.5, 45]);
    expect(createStillClock(periods(1), plainPace, 30, 0.001).frameCount).toBe(1);
  });
});
