import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyBetween, anyPace, anySettings, cubeOf, gappyCubes, raceOf } from '../testing/films';
import { findMoments, spacingAt } from './moments';
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

describe('every moment of a small film', () => {
  // On the calendar the third period is three years after the second; each step travels for 0.8 s and rests for 0.2.
  const cube = cubeOf(
    [
      [10, 30, 20, null],
      [40, 20, 25, 5],
      [50, 60, 55, 90],
      [52, 58, null, 10],
    ],
    [0, 1, 4, 5],
  );
  const race = raceOf(cube, { places: 3, gaps: 'absent' }, { restShare: 0.2 });
  const told = (kind: string) =>
    findMoments(race, cube, 'largest')
      .filter((each) => each.kind === kind)
      .map(({ timeSec, category, other, rank, value, places, lasts, untilSec }) => ({
        at: Number(timeSec.toFixed(4)),
        category,
        other,
        rank,
        value: Number(value.toFixed(4)),
        places,
        lasts: Number(lasts.toFixed(4)),
        until: Number(untilSec.toFixed(4)),
      }));
  const plain = { other: -1, places: 0, lasts: 0, until: 0 };

  it('has who takes the lead', () => {
    expect(told('lead')).toEqual([
      { ...plain, at: 0.4, category: 0, other: 1, rank: 1, value: 25 },
      { ...plain, at: 1.3733, category: 3, other: 0, rank: 1, value: 44.6667 },
      { ...plain, at: 2.3077, category: 1, other: 3, rank: 1, value: 59.2308 },
    ]);
  });

  it('has who leads the longest along the calendar, and until when', () => {
    expect(told('reign')).toEqual([
      { ...plain, at: 0.4, category: 0, rank: 1, value: 25, lasts: 1.9, until: 1.3733 },
      { ...plain, at: 1.3733, category: 3, rank: 1, value: 44.6667, lasts: 1.9846, until: 2.3077 },
    ]);
  });

  it('has who comes on stage and who leaves it, also where there is no value any more', () => {
    expect(told('entry')).toEqual([
      { ...plain, at: 1.2667, category: 3, rank: 3, value: 33.3333 },
      { ...plain, at: 1.4, category: 1, rank: 3, value: 40 },
      { ...plain, at: 1.6, category: 2, rank: 3, value: 47.5 },
      { ...plain, at: 2, category: 0, rank: 3, value: 50 },
    ]);
    expect(told('exit')).toEqual([
      { ...plain, at: 1.2667, category: 1, rank: 4, value: 33.3333 },
      { ...plain, at: 1.4, category: 2, rank: 4, value: 40 },
      { ...plain, at: 1.6, category: 0, rank: 4, value: 47.5 },
      { ...plain, at: 2, category: 2, rank: 4, value: 55 },
    ]);
  });

  it('has the records, by whom and from whom', () => {
    expect(told('record')).toEqual([
      { ...plain, at: 0.8, category: 0, other: 1, rank: 1, value: 40 },
      { ...plain, at: 1.8, category: 3, other: 0, rank: 1, value: 90 },
    ]);
  });

  it('has the climbs and falls of two places and more', () => {
    expect(told('climb')).toEqual([
      { ...plain, at: 0.8, category: 0, rank: 1, value: 40, places: 2 },
      { ...plain, at: 1.8, category: 3, rank: 1, value: 90, places: 3 },
      { ...plain, at: 2.8, category: 0, rank: 2, value: 52, places: 2 },
    ]);
    expect(told('fall')).toEqual([
      { ...plain, at: 0.8, category: 1, rank: 3, value: 20, places: 2 },
      { ...plain, at: 1.8, category: 0, rank: 4, value: 50, places: 3 },
      { ...plain, at: 2.8, category: 3, rank: 3, value: 10, places: 2 },
    ]);
  });

  it('knows how far along the calendar it is', () => {
    const along = [0, 0.4, 0.8, 1, 1.4, 1.8, 2, 2.4, 3].map((sec) => spacingAt(race, cube, sec));
    expect(along).toEqual([0, 0.5, 1, 1, 2.5, 4, 4, 4.5, 5].map((each) => expect.closeTo(each, 9)));
  });
});

describe('a record', () => {
  const records = (rows: (number | null)[][], order: 'largest' | 'smallest' | 'table' = 'largest') => {
    const cube = cubeOf(rows);
    return findMoments(raceOf(cube, { order }), cube, order)
      .filter(({ kind }) => kind === 'record')
      .map(({ category, other, period }) => [category, other, period]);
  };

  it('is another name above the best so far, or the same after a year in which nobody was', () => {
    expect(
      records([
        [5, 1],
        [6, 1],
        [7, 1],
      ]),
    ).toEqual([]);
    expect(
      records([
        [5, 1],
        [6, 1],
        [6, 1],
        [7, 1],
      ]),
    ).toEqual([[0, -1, 3]]);
    expect(
      records([
        [5, 1],
        [5, 6],
        [7, 6],
      ]),
    ).toEqual([
      [1, 0, 1],
      [0, 1, 2],
    ]);
    // As high is no record.
    expect(
      records([
        [5, 1],
        [5, 5],
      ]),
    ).toEqual([]);
    expect(
      records([
        [5, 1],
        [9, 9],
        [9, 10],
      ]),
    ).toEqual([[1, 0, 2]]);
  });

  it('is below the lowest where the smallest stand first, and told in the order of the table too', () => {
    expect(
      records(
        [
          [5, 7],
          [6, 4],
          [6, 8],
        ],
        'smallest',
      ),
    ).toEqual([[1, 0, 1]]);
    expect(
      records(
        [
          [5, 7],
          [8, 4],
        ],
        'table',
      ),
    ).toEqual([[0, 1, 1]]);
  });

  it('is of the table, not of what fills a gap, nor the first value of all', () => {
    expect(
      records([
        [null, null],
        [1, null],
        [null, 3],
        [2, 3],
      ]),
    ).toEqual([[1, 0, 2]]);
    // A bridge from 9 to 1 would pass 4 on its way.
    expect(
      records([
        [1, 9],
        [4, null],
        [null, null],
        [2, 1],
      ]),
    ).toEqual([]);
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
