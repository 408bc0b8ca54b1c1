import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyPace, cubeOf, plainPace } from '../testing/films';
import {
  beatAt,
  createFilmClock,
  frameAt,
  frameTimeSec,
  positionAt,
  positionsThrough,
  timeOf,
  timeOfBeat,
} from './film-clock';
import { noBuild } from './pace';

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
