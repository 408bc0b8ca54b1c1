import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anySettings, cubeOf, gappyCubes, rankEventsOf } from '../testing/films';
import { changesPerStep, findField, findStandings, type Standings } from './standings';

/** Standings that can be told apart by nothing but the order in which the changes of one moment are listed. */
function inOrder({ series, events }: Standings) {
  const { startRank, span, fraction, delta } = events;
  const changes = Array.from(
    events.series,
    (k, i) => [span[i], fraction[i], k, delta[i]] as [number, number, number, number],
  );
  changes.sort((a, b) => a[0] - b[0] || a[1] - b[1] || a[2] - b[2]);
  return { series, startRank, changes };
}

describe('the field', () => {
  it('for many places serves for few: the same series, with the same changes of rank', () => {
    fc.assert(
      fc.property(gappyCubes, anySettings, fc.integer({ min: 0, max: 9 }), (cube, settings, more) => {
        const own = findStandings(findField(cube, settings.places, settings), settings);
        const wide = findStandings(findField(cube, settings.places + more, settings), settings);
        expect(wide).toEqual(own);
      }),
    );
  });

  it('is refused for no places, and serves for no more than it was found for', () => {
    const settings = { order: 'largest', between: 'linear', gaps: 'bridge' } as const;
    const cube = cubeOf([
      [1, 2, 3],
      [3, 2, 1],
    ]);
    expect(() => findField(cube, 0, settings)).toThrow('places: must be at least 1, received 0');
    const field = findField(cube, 2, settings);
    expect(() => findStandings(field, { ...settings, places: 3 })).toThrow('places: must be from 1 to 2, received 3');
    expect(() => findStandings(field, { ...settings, places: Number.NaN })).toThrow(RangeError);
  });

  it('gives the same in whatever order numbers of places are asked for', () => {
    fc.assert(
      fc.property(
        gappyCubes,
        anySettings,
        fc.array(fc.integer({ min: 1, max: 7 }), { minLength: 2, maxLength: 6 }),
        (cube, settings, asked) => {
          const field = findField(cube, 7, settings);
          for (const places of asked) {
            const alone = findStandings(findField(cube, places, settings), { ...settings, places });
            const found = findStandings(field, { ...settings, places });
            expect(inOrder(found)).toEqual(inOrder(alone));
          }
        },
      ),
    );
  });
});

describe('changes by step', () => {
  it('are those of its travel, and those at the period that it leads to', () => {
    const standings = (span: number[]) => ({
      ...findStandings(findField(cubeOf([[1]]), 1, { order: 'largest', between: 'linear', gaps: 'bridge' }), {
        places: 1,
        order: 'largest',
      }),
      events: rankEventsOf(
        [0],
        span.map((each) => [0, each, 0, 1]),
      ),
    });
    expect([...changesPerStep(standings([1, 1, 2, 3, 4, 5, 6, 6]), 4)]).toEqual([3, 2, 3]);
    expect([...changesPerStep(standings([0, 7, 9]), 4)]).toEqual([1, 0, 0]);
    expect([...changesPerStep(standings([]), 1)]).toEqual([]);
  });
});
