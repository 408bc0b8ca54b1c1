import { describe, expect, it } from 'vitest';
import { cubeOf } from '../testing/films';
import { rankPeriods, summarisePeriods } from './period-ranks';

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
