/** A bend of one step's travel: at the share `at` of it the fraction is `fraction`; both in (0, 1), before and after easing alike. */
export interface StepWarp {
  readonly at: number;
  readonly fraction: number;
}

/** Where beats lie, in seconds of a piece. */
export interface BeatGrid {
  readonly firstSec: number;
  readonly eachSec: number;
}

/** How much slower or quicker than without a bend a part of a step may become. */
export const BEND_LIMITS = [0.4, 2.5] as const;

/**
 * The fraction travelled after a bend: a monotone cubic through the start, the bend's point and the end, without a jump of speed.
 *
 * Source: F. N. Fritsch and R. E. Carlson, "Monotone Piecewise Cubic Interpolation", 1980.
 *
 * @param share In [0, 1].
 */
export function bentFraction({ at, fraction }: StepWarp, share: number): number {
  if (share <= 0) return 0;
  if (share >= 1) return 1;
  const [before, after] = [fraction / at, (1 - fraction) / (1 - at)];
  const middle = (2 * before * after) / (before + after);
  // Neighbouring steps go on at the speed of a step that is not bent.
  const start = Math.min(1, 3 * before);
  const end = Math.min(1, 3 * after);
  return share < at
    ? hermite(share / at, [0, fraction], [start * at, middle * at])
    : hermite((share - at) / (1 - at), [fraction, 1], [middle * (1 - at), end * (1 - at)]);
}

function hermite(x: number, [from, to]: readonly [number, number], [a, b]: readonly [number, number]): number {
  const [x2, x3] = [x * x, x * x * x];
  return from * (2 * x3 - 3 * x2 + 1) + a * (x3 - 2 * x2 + x) + to * (3 * x2 - 2 * x3) + b * (x3 - x2);
}
