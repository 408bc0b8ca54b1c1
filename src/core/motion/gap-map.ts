import { type Cube, cubeValue } from '../shaping/cube';
import type { GapRule } from './series';

/** What stands in a cell of the chart: a value of the table, or how a gap is filled. */
export const gapStates = ['known', 'bridged', 'carried', 'zero', 'absent', 'outside'] as const;
export type GapState = (typeof gapStates)[number];

const filledBy: Record<GapRule, GapState> = { bridge: 'bridged', carry: 'carried', zero: 'zero', absent: 'absent' };

/**
 * How each cell of a category comes about, period by period. Before the first and after the last known value the
 * category is outside of the chart.
 */
export function gapStatesOf(cube: Cube, category: number, gaps: GapRule): GapState[] {
  const known = cube.periods.map((_, p) => !Number.isNaN(cubeValue(cube, p, category)));
  const [first, last] = [known.indexOf(true), known.lastIndexOf(true)];
  return known.map((isKnown, p) => {
    if (isKnown) return 'known';
    return first < 0 || p < first || p > last ? 'outside' : filledBy[gaps];
  });
}

/**
 * How one cell comes about: the same as `gapStatesOf` of its period.
 *
 * Cost: O(the length of the gap it lies in).
 */
export function gapStateAt(cube: Cube, period: number, category: number, gaps: GapRule): GapState {
  const isKnown = (p: number) => !Number.isNaN(cubeValue(cube, p, category));
  if (isKnown(period)) return 'known';
  let [before, next] = [period - 1, period + 1];
  while (before >= 0 && !isKnown(before)) before--;
  while (next < cube.periods.length && !isKnown(next)) next++;
  return before < 0 || next >= cube.periods.length ? 'outside' : filledBy[gaps];
}

/** How much of what a film shows is filled over gaps. */
export interface FilledShare {
  /** Cells between known values that have none. */
  readonly filled: number;
  /** All cells from the first known value of a category to its last. */
  readonly shown: number;
}

/** More than this share of what is shown, and the person is asked to look at it. */
export const MUCH_FILLED = 0.05;

/** Counts what gaps there are between known values. Cost: O(periods by categories). */
export function filledShare(cube: Cube): FilledShare {
  let [filled, shown] = [0, 0];
  for (let category = 0; category < cube.categories.length; category++) {
    let [first, last, known] = [-1, -1, 0];
    for (let p = 0; p < cube.periods.length; p++) {
      if (Number.isNaN(cubeValue(cube, p, category))) continue;
      if (first < 0) first = p;
      last = p;
      known++;
    }
    if (first < 0) continue;
    shown += last - first + 1;
    filled += last - first + 1 - known;
  }
  return { filled, shown };
}

/** A run of missing values between known ones. */
export interface MissingRun {
  readonly category: number;
  /** First and last missing period. */
  readonly from: number;
  readonly to: number;
}

/** All runs of missing values, the longest first. Cost: O(periods by categories). */
export function findMissingRuns(cube: Cube): MissingRun[] {
  const runs: MissingRun[] = [];
  for (let category = 0; category < cube.categories.length; category++) {
    let before = -1;
    for (let p = 0; p < cube.periods.length; p++) {
      if (Number.isNaN(cubeValue(cube, p, category))) continue;
      if (before >= 0 && p - before > 1) runs.push({ category, from: before + 1, to: p - 1 });
      before = p;
    }
  }
  return runs.sort((a, b) => b.to - b.from - (a.to - a.from));
}
