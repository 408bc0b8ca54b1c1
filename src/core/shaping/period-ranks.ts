import { type Cube, cubeValue } from './cube';

/** Which values stand in front. */
export type Order = 'largest' | 'smallest';

/** Rows of the table of ranks, as columns: one row for each value that there is, period by period, best first. */
export interface PeriodRanks {
  readonly period: Int32Array;
  readonly category: Int32Array;
  /** From 1; equal values share a rank. */
  readonly rank: Int32Array;
  readonly value: Float64Array;
  /** Change from the category's last known value; NaN for its first. */
  readonly change: Float64Array;
  /** Places up (positive) or down since that value's period; 0 for the first. */
  readonly climb: Int32Array;
}

/** Ranks every value within its period. Cost: O(periods by categories log categories). */
export function rankPeriods(cube: Cube, order: Order): PeriodRanks {
  const count = cube.values.reduce((sum, value) => sum + (Number.isNaN(value) ? 0 : 1), 0);
  const ranks = {
    period: new Int32Array(count),
    category: new Int32Array(count),
    rank: new Int32Array(count),
    value: new Float64Array(count),
    change: new Float64Array(count),
    climb: new Int32Array(count),
  };
  const sign = order === 'largest' ? -1 : 1;
  const lastValue = new Float64Array(cube.categories.length).fill(Number.NaN);
  const lastRank = new Int32Array(cube.categories.length);
  let row = 0;
  for (let p = 0; p < cube.periods.length; p++) {
    const present = cube.categories.flatMap((_, c) => (Number.isNaN(cubeValue(cube, p, c)) ? [] : [c]));
    present.sort((a, b) => sign * (cubeValue(cube, p, a) - cubeValue(cube, p, b)) || a - b);
    let rank = 0;
    present.forEach((c, i) => {
      const value = cubeValue(cube, p, c);
      if (i === 0 || value !== cubeValue(cube, p, present[i - 1] ?? 0)) rank = i + 1;
      ranks.period[row] = p;
      ranks.category[row] = c;
      ranks.rank[row] = rank;
      ranks.value[row] = value;
      ranks.change[row] = value - (lastValue[c] ?? Number.NaN);
      ranks.climb[row] = Number.isNaN(lastValue[c]) ? 0 : (lastRank[c] ?? rank) - rank;
      lastValue[c] = value;
      lastRank[c] = rank;
      row++;
    });
  }
  return ranks;
}

/** One period at a glance. */
export interface PeriodSummary {
  readonly leader: number;
  readonly leaderValue: number;
  readonly total: number;
  /** Categories that have a value. */
  readonly count: number;
}

/** The leader, the total and the number of categories of each period. */
export function summarisePeriods(cube: Cube, order: Order): PeriodSummary[] {
  return cube.periods.map((_, p) => {
    let [leader, leaderValue, total, count] = [-1, Number.NaN, 0, 0];
    for (let c = 0; c < cube.categories.length; c++) {
      const value = cubeValue(cube, p, c);
      if (Number.isNaN(value)) continue;
      total += value;
      count++;
      if (leader >= 0 && (order === 'largest' ? value <= leaderValue : value >= leaderValue)) continue;
      [leader, leaderValue] = [c, value];
    }
    return { leader, leaderValue, total, count };
  });
}
