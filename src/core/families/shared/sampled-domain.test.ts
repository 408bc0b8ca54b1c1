import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createFilmClock } from '../../pace/film-clock';
import { cubeOf, plainPace } from '../../testing/films';
import { domainAt, extremesOf } from './domain';
import { sampledDomain } from './sampled-domain';

const clock = createFilmClock(cubeOf(Array.from({ length: 12 }, () => [1])).periods, plainPace, 30, null);
const following = { kind: 'following' } as const;
const times = Array.from({ length: 200 }, (_, i) => (clock.lengthSec * i) / 199);

describe('an axis that is looked at all over a film', () => {
  it('holds what it is told of at every time, 0 or not', () => {
    fc.assert(
      fc.property(fc.double({ min: -50, max: 50, noNaN: true }), fc.boolean(), (at, fromZero) => {
        const ends = (sec: number) => [at + Math.sin(sec), at + 2 + Math.cos(sec)] as const;
        const course = sampledDomain(clock, following, ends, { fromZero });
        for (const sec of times) {
          const { min, max } = domainAt(course, sec);
          // Between two looks a course that bends may pass what was seen, by next to nothing.
          expect(min).toBeLessThanOrEqual(ends(sec)[0] + 0.002);
          expect(max).toBeGreaterThanOrEqual(ends(sec)[1] - 0.002);
          if (fromZero) expect(min <= 0 && max >= 0).toBe(true);
        }
      }),
      { numRuns: 20 },
    );
  });

  it('has the ends of the whole film where it stands still', () => {
    const course = sampledDomain(clock, { kind: 'fixed' }, (sec) => [-sec, 2 * sec]);
    expect(domainAt(course, 0)).toEqual({ min: -clock.lengthSec, max: 2 * clock.lengthSec });
    expect(extremesOf(course)).toEqual([-clock.lengthSec, 2 * clock.lengthSec]);
  });

  it('looks at nothing where its ends are given', () => {
    const look = () => {
      throw new Error('was looked at');
    };
    expect(domainAt(sampledDomain(clock, { kind: 'given', min: 3, max: 9 }, look), 1)).toEqual({ min: 0, max: 9 });
    const free = sampledDomain(clock, { kind: 'given', min: 3, max: 9 }, look, { fromZero: false });
    expect(domainAt(free, 1)).toEqual({ min: 3, max: 9 });
  });

  it('waits with the ends of the whole film while there is no mark', () => {
    const late = (sec: number) => (sec < 5 ? ([1, 0] as const) : ([10, 20] as const));
    const course = sampledDomain(clock, following, late, { fromZero: false });
    const { min, max } = domainAt(course, 1);
    expect([min, max].map((end) => Math.round(end * 10) / 10)).toEqual([9.4, 20.6]);
    const never = sampledDomain(clock, following, () => [1, 0], { fromZero: false });
    expect(domainAt(never, 1)).toEqual({ min: 0, max: 1 });
  });
});
