import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyBetween, anyPace, anySettings, cubeOf, gappyCubes, raceOf } from '../testing/films';
import { findMoments } from './moments';
import { placesAt } from './race';
import { stepAt } from './slots';
import { sumTotals, totalAt } from './totals';

const kinds = (moments: ReturnType<typeof findMoments>) => moments.map(({ kind }) => kind);

describe('moments', () => {
  const cube = cubeOf([
    [10, 30, 20, 1],
    [40, 20, 25, 2],
    [50, 60, 55, 90],
    [52, 58, 55, 95],
  ]);

  it('tell who takes the lead, from whom, at the very crossing', () => {
    const race = raceOf(cube, { places: 3 });
    const leads = findMoments(race, cube, 'largest').filter(({ kind }) => kind === 'lead');
    expect(leads.map(({ category, other }) => [category, other])).toEqual([
      [0, 1],
      [3, 0],
    ]);
    expect(leads[0]?.timeSec).toBeCloseTo(0.5, 9);
    expect(leads[0]?.value).toBeCloseTo(25, 9);
  });

  it('tell entries, exits, records and the greatest climbs', () => {
    const found = findMoments(raceOf(cube, { places: 3 }), cube, 'largest');
    expect(found.filter(({ kind }) => kind === 'entry').map(({ category }) => category)).toContain(3);
    expect(found.filter(({ kind }) => kind === 'record').map(({ category, period }) => [category, period])).toEqual([
      [0, 1],
      [3, 2],
    ]);
    expect(found.filter(({ kind }) => kind === 'climb')).toContainEqual(
      expect.objectContaining({ category: 3, places: 3, rank: 1 }),
    );
  });

  it('are none in a film that stands still, and no reign where nobody is ever overtaken', () => {
    const still = cubeOf([
      [3, 2, 1],
      [3, 2, 1],
    ]);
    expect(findMoments(raceOf(still), still, 'largest')).toEqual([]);
    const fixed = raceOf(cube, { order: 'table' });
    expect(kinds(findMoments(fixed, cube, 'table'))).not.toContain('lead');
  });

  it('name only the three greatest climbs and falls, and reigns of a period and more, the three longest', () => {
    // Seven names turn their order round: three climb and three fall by 2, 4 and 6 places, twice.
    const turned = cubeOf(
      [1, 7, 1].map((first) => Array.from({ length: 7 }, (_, c) => Math.abs(first - c - 0.2) * 10 + 1)),
    );
    const found = findMoments(raceOf(turned, { places: 7 }), turned, 'largest');
    const count = (kind: string) => found.filter((each) => each.kind === kind).length;
    expect([count('climb'), count('fall')]).toEqual([3, 3]);
    for (const { kind, places } of found)
      if (kind === 'climb' || kind === 'fall') expect(places).toBeGreaterThanOrEqual(2);
    // The lead changes in the middle of every period, and at last stays.
    const swings = cubeOf([9, 1, 9, 1, 9, 1, 1, 1, 1].map((first) => [first, 5]));
    const reigns = findMoments(raceOf(swings, { places: 2 }), swings, 'largest').filter(({ kind }) => kind === 'reign');
    expect(reigns).toHaveLength(3);
    expect(Math.max(...reigns.map(({ lasts }) => lasts))).toBeCloseTo(3.5, 6);
    const quick = cubeOf([9, 1, 9].map((first) => [first, 5]));
    const short = findMoments(raceOf(quick, { places: 2 }), quick, 'largest').filter(({ kind }) => kind === 'reign');
    for (const { lasts } of short) expect(lasts).toBeGreaterThanOrEqual(1);
  });

  it('agree with the places that are drawn, whatever the table', () => {
    fc.assert(
      fc.property(gappyCubes, anySettings, anyPace, (table, settings, pace) => {
        const race = raceOf(table, settings, pace);
        const moments = findMoments(race, table, settings.order);
        let last = 0;
        for (const { kind, timeSec, category, rank } of moments) {
          expect(timeSec).toBeGreaterThanOrEqual(last);
          last = timeSec;
          expect(timeSec).toBeLessThanOrEqual(race.clock.lengthSec + 1e-9);
          if (kind === 'lead') expect(rank).toBe(1);
          if (kind !== 'entry' || timeSec <= 0 || timeSec >= race.clock.lengthSec) continue;
          const shown = placesAt(race, Math.min(race.clock.lengthSec, timeSec + 1e-6)).map((place) => place.category);
          expect(shown).toContain(category);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('totals', () => {
  it('are the sum of all bars where all are on stage, at every time', () => {
    fc.assert(
      fc.property(gappyCubes, anyBetween, (cube, between) => {
        const race = raceOf(cube, { places: 9, between, gaps: 'bridge', swapSec: 0 });
        const totals = sumTotals(cube, 'bridge', between);
        for (let i = 0; i < 40; i++) {
          const timeSec = (race.clock.lengthSec * (i + 0.37)) / 40;
          const { step, s } = stepAt(race.clock, timeSec);
          const shown = placesAt(race, timeSec).filter(({ rank }) => rank < race.tracks.places);
          const sum = shown.reduce((total, { value }) => total + value, 0);
          expect(totalAt(totals, step, s)).toBeCloseTo(sum, 6);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('the period of a moment', () => {
  it('is the one that is reached, or the one that is being left', () => {
    const cube = cubeOf([
      [1, 5],
      [9, 5],
      [9, 20],
    ]);
    const race = raceOf(cube, { places: 2 });
    const found = findMoments(race, cube, 'largest');
    const periodsOf = (kind: string) => found.filter((each) => each.kind === kind).map(({ period }) => period);
    expect(periodsOf('record')).toEqual([1, 2]);
    // The lead is taken on the way from one period to the next.
    expect(periodsOf('lead')).toEqual([0, 1]);
    const leads = found.filter(({ kind }) => kind === 'lead');
    expect(leads.map(({ category, other, rank }) => [category, other, rank])).toEqual([
      [0, 1, 1],
      [1, 0, 1],
    ]);
  });
});
