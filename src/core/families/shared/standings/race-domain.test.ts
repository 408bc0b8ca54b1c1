import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placesAt, type Race } from '../../../motion/race';
import { anySettings, cubeOf, gappyCubes, raceOf } from '../../../testing/films';
import { domainAt, extremesOf } from '../domain';
import { prepareDomain } from './race-domain';

const following = { kind: 'following' } as const;
const fixed = { kind: 'fixed' } as const;

/** The times at which an axis is looked at, and some between. */
function timesOf({ clock }: Race): number[] {
  const even = Array.from({ length: 150 }, (_, i) => (clock.lengthSec * i) / 149);
  return [...even, ...clock.spanStartSec].filter((sec) => sec <= clock.lengthSec);
}

function endsOf(race: Race, timeSec: number): [number, number] {
  const values = placesAt(race, timeSec).map(({ value }) => value);
  return [Math.min(...values), Math.max(...values)];
}

describe('the axis of a race', () => {
  it('holds everybody on stage at every time, whether it holds 0 or not', () => {
    fc.assert(
      fc.property(gappyCubes, anySettings, fc.boolean(), (cube, settings, fromZero) => {
        const race = raceOf(cube, settings);
        const course = prepareDomain(race, following, fromZero);
        for (const sec of timesOf(race)) {
          const [least, most] = endsOf(race, sec);
          if (!(least <= most)) continue;
          const { min, max } = domainAt(course, sec);
          const near = 1e-6 * Math.max(1, Math.abs(least), Math.abs(most));
          expect(min).toBeLessThanOrEqual(least + near);
          expect(max).toBeGreaterThanOrEqual(most - near);
        }
      }),
    );
  });

  it('that stands still ends where the farthest of the film does', () => {
    fc.assert(
      fc.property(gappyCubes, anySettings, (cube, settings) => {
        const race = raceOf(cube, settings);
        const ends = timesOf(race).map((sec) => endsOf(race, sec));
        const [least, most] = [Math.min(0, ...ends.map(([end]) => end)), Math.max(0, ...ends.map(([, end]) => end))];
        if (!(most > least)) return;
        const [min, max] = extremesOf(prepareDomain(race, fixed));
        const known = cube.values.filter((value) => !Number.isNaN(value));
        // No farther than any value of the table, and as far as what was seen on stage.
        expect(min).toBeGreaterThanOrEqual(Math.min(0, ...known) - 1e-9);
        expect(max).toBeLessThanOrEqual(Math.max(0, ...known) + 1e-9);
        expect(min).toBeLessThanOrEqual(least + 1e-6);
        expect(max).toBeGreaterThanOrEqual(most - 1e-6);
      }),
    );
  });

  it('leaves out who is not on stage', () => {
    const race = raceOf(
      cubeOf([
        [1, 5, 90],
        [2, 6, 80],
      ]),
      { places: 2, order: 'smallest' },
    );
    const [min, max] = extremesOf(prepareDomain(race, fixed));
    expect(min).toBeCloseTo(0, 12);
    expect(max).toBe(6);
  });

  it('is made once for each rule', () => {
    const race = raceOf(cubeOf([[1], [2]]));
    expect(prepareDomain(race, following)).toBe(prepareDomain(race, { ...following }));
    expect(prepareDomain(race, following, false)).not.toBe(prepareDomain(race, following));
    expect(prepareDomain(race, { kind: 'given', min: -1, max: 4 })).not.toBe(prepareDomain(race, following));
  });
});
