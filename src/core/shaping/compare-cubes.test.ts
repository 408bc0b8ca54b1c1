import { describe, expect, it } from 'vitest';
import { cubeOf } from '../testing/films';
import { compareCubes } from './compare-cubes';
import { rankPeriods, summarisePeriods } from './period-ranks';

describe('two tables of values', () => {
  it('differ in what came, what went and what is another value, blanks included', () => {
    const before = cubeOf([
      [1, 2, null],
      [4, 5, 6],
      [7, 8, 9],
    ]);
    const moved = cubeOf(
      [
        [4, 50, 6],
        [7, null, 9],
        [1, 1, 1],
      ],
      [1, 2, 3],
    );
    const after = { ...moved, categories: ['Category 0', 'Category 1', 'Another'] };
    expect(compareCubes(before, after)).toEqual({
      periodsAdded: ['2003'],
      periodsGone: ['2000'],
      categoriesAdded: ['Another'],
      categoriesGone: ['Category 2'],
      revisedCount: 2,
      revised: [
        { period: '2001', category: 'Category 1', before: 5, after: 50 },
        { period: '2002', category: 'Category 1', before: 8, after: Number.NaN },
      ],
    });
    expect(compareCubes(before, before)).toMatchObject({ revisedCount: 0, periodsAdded: [], categoriesGone: [] });
  });

  it('list the first hundred, and count all', () => {
    const rows = (value: number) => cubeOf(Array.from({ length: 30 }, () => [value, value, value, value]));
    const { revised, revisedCount } = compareCubes(rows(1), rows(2));
    expect([revised.length, revisedCount]).toEqual([100, 120]);
  });
});

describe('ranks within periods', () => {
  const cube = cubeOf([
    [5, null, 9, 5],
    [8, 1, null, 2],
    [8, 3, 8, 9],
  ]);
  const told = (order: 'largest' | 'smallest') => {
    const ranks = rankPeriods(cube, order);
    return Array.from(ranks.period, (p, i) => [p, ranks.category[i], ranks.rank[i], ranks.change[i], ranks.climb[i]]);
  };

  it('are shared by equal values, and count from the last known one', () => {
    const no = Number.NaN;
    expect(told('largest')).toEqual([
      [0, 2, 1, no, 0],
      [0, 0, 2, no, 0],
      [0, 3, 2, no, 0],
      [1, 0, 1, 3, 1],
      [1, 3, 2, -3, 0],
      [1, 1, 3, no, 0],
      [2, 3, 1, 7, 1],
      [2, 0, 2, 0, -1],
      [2, 2, 2, -1, -1],
      [2, 1, 4, 2, -1],
    ]);
    expect(told('smallest').slice(0, 3)).toEqual([
      [0, 0, 1, no, 0],
      [0, 3, 1, no, 0],
      [0, 2, 3, no, 0],
    ]);
    expect([...rankPeriods(cube, 'largest').value]).toEqual([9, 5, 5, 8, 2, 1, 9, 8, 8, 3]);
  });

  it('have a leader, the first of several alike, with the sum and the count of all', () => {
    expect(summarisePeriods(cube, 'largest')).toEqual([
      { leader: 2, leaderValue: 9, total: 19, count: 3 },
      { leader: 0, leaderValue: 8, total: 11, count: 3 },
      { leader: 3, leaderValue: 9, total: 28, count: 4 },
    ]);
    expect(summarisePeriods(cube, 'smallest').map(({ leader }) => leader)).toEqual([0, 1, 1]);
    const none = summarisePeriods(cubeOf([[null]]), 'largest')[0];
    expect(none).toEqual({ leader: -1, leaderValue: Number.NaN, total: 0, count: 0 });
  });
});
