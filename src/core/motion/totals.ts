import type { Cube } from '../shaping/cube';
import { type Between, blankCubic, cubicAt } from './interpolation';
import { buildSeries, cubicOfStep, type GapRule, presentInStep } from './series';

/** The sum of all categories, on stage or not, as a cubic of each step. */
export interface Totals {
  /** `c0` to `c3` of step `i` at `4 i`. */
  readonly cubics: Float64Array;
  /** The sum at each period. */
  readonly atPeriod: Float64Array;
}

/**
 * Sums every category's course over each step; a sum of cubics is a cubic, so a frame costs nothing more. During a step
 * a category that is absent at one of its ends does not count. Cost: O(P C), once.
 */
export function sumTotals(cube: Cube, gaps: GapRule, between: Between): Totals {
  const all = Int32Array.from(cube.categories, (_, c) => c);
  const set = buildSeries(cube, all, { gaps, between });
  const stepCount = Math.max(0, set.periodCount - 1);
  const cubics = new Float64Array(4 * stepCount);
  const atPeriod = new Float64Array(set.periodCount);
  const cubic = blankCubic();
  for (let k = 0; k < all.length; k++) {
    for (let p = 0; p < set.periodCount; p++) {
      const value = set.values[k * set.periodCount + p] ?? Number.NaN;
      if (!Number.isNaN(value)) atPeriod[p] = (atPeriod[p] ?? 0) + value * set.unit;
      if (p >= stepCount || !presentInStep(set, k, p)) continue;
      cubicOfStep(set, k, p, cubic);
      [cubic.c0, cubic.c1, cubic.c2, cubic.c3].forEach((part, i) => {
        cubics[4 * p + i] = (cubics[4 * p + i] ?? 0) + part * set.unit;
      });
    }
  }
  return { cubics, atPeriod };
}

/** The sum at a fraction of a step; exact at both ends. */
export function totalAt(totals: Totals, step: number, s: number): number {
  if (s <= 0) return totals.atPeriod[step] ?? 0;
  if (s >= 1) return totals.atPeriod[step + 1] ?? 0;
  const [c0 = 0, c1 = 0, c2 = 0, c3 = 0] = totals.cubics.subarray(4 * step, 4 * step + 4);
  return cubicAt({ c0, c1, c2, c3 }, s);
}
