import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { familyOf } from '../families/registry';
import { chartIn } from '../testing/chart-in';
import { filmOfFamily } from '../testing/family-films';
import { cubeOf, gappyCubes } from '../testing/films';

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
