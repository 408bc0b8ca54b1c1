import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { familyOf } from '../families/registry';
import { chartIn } from '../testing/chart-in';
import { filmOfFamily } from '../testing/family-films';
import { cubeOf, gappyCubes, raceOf } from '../testing/films';
import { findCourseMoments } from './course-moments';

const momentsOf = (family: string, cube: Parameters<typeof filmOfFamily>[1], own: Record<string, unknown> = {}) => {
  const film = filmOfFamily(familyOf(family), cube, {
    own,
    chart: (chart) => ({ pace: { ...chart.pace, length: { by: 'period', sec: 1 }, holdStartSec: 0, holdEndSec: 0 } }),
  });
  const chart = chartIn(film);
  return { moments: chart.family.momentsOf(chart), film, chart };
};

const cube = cubeOf([
  [10, 40, 25],
  [20, 30, 28],
  [70, 10, 20],
  [60, 20, 26],
]);

describe('the moments of values along time', () => {
  it('are the highest and the lowest of each series, the steepest rises and falls, and who crosses whom', () => {
    const { moments } = momentsOf('lines', cube);
    const words = (kind: string) => moments.filter((m) => m.kind === kind).map((m) => `${m.period} ${m.words}`);
    expect(words('peak')).toEqual([
      '0 Category 1 is at its highest: 40',
      '1 Category 2 is at its highest: 28',
      '2 Category 0 is at its highest: 70',
    ]);
    expect(words('low')).toEqual([
      '0 Category 0 is at its lowest: 10',
      '2 Category 1 is at its lowest: 10',
      '2 Category 2 is at its lowest: 20',
    ]);
    expect(words('rise')).toEqual(
      ['2 The steepest rise: Category 0 by 50', '1 The steepest rise: Category 0 by 10'].sort(),
    );
    expect(words('drop')).toContain('2 The steepest fall: Category 1 by 20');
    expect(words('cross').map((text) => text.slice(2))).toContain('Category 2 passes Category 1');
  });

  it('cross exactly where values cross', () => {
    const { moments, chart } = momentsOf('lines', cube);
    for (const { timeSec, category, other } of moments.filter(({ kind }) => kind === 'cross')) {
      const rows = chart.family.readoutAt(chart, timeSec).rows;
      const value = (place: number) => rows.find((row) => row.category === place)?.value ?? Number.NaN;
      expect(value(category)).toBeCloseTo(value(other), 6);
    }
  });

  it.each(['lines', 'areas', 'columns', 'rank-lines'])(
    'of any table are told with words and lie in the film: %s',
    (family) => {
      fc.assert(
        fc.property(gappyCubes, (any) => {
          const { moments, film } = momentsOf(family, any);
          moments.forEach(({ timeSec, words }, i) => {
            expect(timeSec).toBeGreaterThanOrEqual(moments[i - 1]?.timeSec ?? 0);
            expect(timeSec).toBeLessThanOrEqual(film.lengthSec + 1e-9);
            expect(words).not.toContain('{');
            expect(words).not.toBe('');
          });
          for (const { category, value, kind } of moments)
            if (kind === 'peak')
              for (let p = 0; p < any.periods.length; p++)
                expect(any.values[p * any.categories.length + category] ?? Number.NaN).not.toBeGreaterThan(
                  value + 1e-9 * Math.abs(value),
                );
        }),
        { numRuns: 25 },
      );
    },
  );

  it('are not those of a race, and none of a series that never changes', () => {
    expect(momentsOf('ranked-bars', cube).moments.some(({ kind }) => ['peak', 'cross', 'rise'].includes(kind))).toBe(
      false,
    );
    expect(
      momentsOf('lines', cubeOf([[5], [5], [5]])).moments.filter(({ kind }) => kind === 'peak' || kind === 'rise'),
    ).toEqual([]);
  });
});

describe('the moments of a course, one by one', () => {
  const told = (rows: (number | null)[][], ...kinds: string[]) =>
    findCourseMoments(raceOf(cubeOf(rows), { places: rows[0]?.length ?? 1, gaps: 'absent' }))
      .filter(({ kind }) => kinds.includes(kind))
      .map(({ kind, category, other, timeSec, change, value }) => [
        kind,
        category,
        Number(timeSec.toFixed(4)),
        kind === 'cross' ? other : kind === 'peak' || kind === 'low' ? value : change,
      ]);

  it('take the first of several values alike, and none of a series that stays or is not there', () => {
    expect(
      told(
        [
          [null, 4, null, 7],
          [3, 4, null, 5],
          [1, 4, null, 7],
          [3, 4, null, 5],
          [1, 4, null, null],
        ],
        'peak',
        'low',
      ),
    ).toEqual([
      ['peak', 3, 0, 7],
      ['low', 3, 1, 5],
      ['peak', 0, 1, 3],
      ['low', 0, 2, 1],
    ]);
  });

  it('are those of the six that reach farthest, of two alike the first in the table', () => {
    const found = told([[9, 8, 7, 6, 5, 5, 5, 4], Array.from({ length: 8 }, () => 0)], 'peak');
    expect(found.map(([, category]) => category)).toEqual([0, 1, 2, 3, 4, 5]);
    const below = told(
      [Array.from({ length: 8 }, (_, c) => -c - 1), Array.from({ length: 8 }, (_, c) => -20 - c)],
      'low',
    );
    expect(below.map(([, category]) => category)).toEqual([0, 1, 2, 3, 4, 5]);
  });

  it('have the two steepest rises and falls, the earlier of two alike, none over an absence', () => {
    expect(
      told(
        [
          [0, 50, 9],
          [10, 44, 9],
          [20, null, 9],
          [50, 20, 9],
          [49, 18, 9],
          [19, 18, 9],
        ],
        'rise',
        'drop',
      ),
    ).toEqual([
      ['rise', 0, 1, 10],
      ['drop', 1, 1, -6],
      ['rise', 0, 3, 30],
      ['drop', 0, 5, -30],
    ]);
    const alike = told(
      [
        [1, 2],
        [3, 4],
        [3, 4],
        [5, 4],
      ],
      'rise',
    );
    expect(alike).toEqual([
      ['rise', 0, 1, 2],
      ['rise', 1, 1, 2],
    ]);
  });

  it('cross below the lead, told once, of who rises', () => {
    expect(
      told(
        [
          [100, 10, 4],
          [100, 2, 8],
        ],
        'cross',
      ),
    ).toEqual([['cross', 2, 0.5, 1]]);
    // Who comes in last passes nobody.
    expect(
      told(
        [
          [100, 10, null],
          [100, 10, 5],
        ],
        'cross',
      ),
    ).toEqual([]);
    // The lead itself has a moment of its own, and coming on stage another.
    expect(
      told(
        [
          [10, 4],
          [2, 8],
        ],
        'cross',
      ),
    ).toEqual([]);
    const stage = raceOf(
      cubeOf([
        [100, 10, 4],
        [100, 2, 8],
      ]),
      { places: 1 },
    );
    expect(findCourseMoments(stage).filter(({ kind }) => kind === 'cross')).toEqual([]);
  });

  it('have no more than forty crossings, those nearest to the top', () => {
    const count = 14;
    const up = [1000, ...Array.from({ length: count }, (_, c) => c)];
    const down = [1000, ...Array.from({ length: count }, (_, c) => count - c - 0.1 * c * c)];
    const race = raceOf(cubeOf([up, down]), { places: count + 1 });
    const crossings = findCourseMoments(race).filter(({ kind }) => kind === 'cross');
    expect(crossings).toHaveLength(40);
    const ranks = crossings.map(({ rank }) => rank);
    expect(Math.min(...ranks)).toBe(2);
    expect(Math.max(...ranks)).toBeLessThan(count);
  });

  it('are in the units of the table, however large, and in order of time', () => {
    const large = 2 ** 600;
    const race = raceOf(
      cubeOf(
        [
          [1, 5],
          [4, 4],
          [2, 9],
        ].map((row) => row.map((value) => value * large)),
      ),
    );
    const found = findCourseMoments(race);
    expect(found.map(({ timeSec }) => timeSec)).toEqual(found.map(({ timeSec }) => timeSec).sort((a, b) => a - b));
    expect(found.find(({ kind }) => kind === 'rise')?.change).toBe(3 * large);
  });
});
