import { expect, it } from 'vitest';
import { createFilmClock } from '../pace/film-clock';
import { cubeOf, plainPace } from '../testing/films';
import { lazy } from './lazy';
import { raceInTime, withSeries } from './race';
import { findField, findStandings } from './standings';

it('what is lazy is made once, when it is asked for, even where it is nothing', () => {
  let made = 0;
  const nothing = lazy(() => {
    made++;
    return undefined;
  });
  expect(made).toBe(0);
  expect([nothing(), nothing(), made]).toEqual([undefined, undefined, 1]);
});

it('a race whose values alone are looked at never looks for a crossing; its places are kept', () => {
  const cube = cubeOf([
    [1, 3],
    [3, 1],
  ]);
  const settings = {
    places: 2,
    order: 'largest',
    between: 'linear',
    gaps: 'bridge',
    swapMode: 'at-crossing',
    swapSec: 0.1,
  } as const;
  const found = findStandings(findField(cube, 2, settings), settings);
  let asked = 0;
  const standings = {
    series: found.series,
    get events() {
      asked++;
      return found.events;
    },
  };
  const race = raceInTime(standings, createFilmClock(cube.periods, plainPace, 30, null), settings);
  expect(race.series.values.length).toBeGreaterThan(0);
  expect(asked).toBe(0);
  const other = withSeries(race, { ...race.series });
  expect(other.tracks).toBe(race.tracks);
  expect(other.lookup).toBe(race.lookup);
  expect(asked).toBe(1);
});
