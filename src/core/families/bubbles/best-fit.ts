/** A point that counts as much as it is there. */
export interface WeighedPoint {
  readonly x: number;
  readonly y: number;
  /** In [0, 1]. */
  readonly weight: number;
}

/** A straight line `y = slope * x + at0`, and how closely points lie along it. */
export interface BestFit {
  readonly slope: number;
  readonly at0: number;
  /** Pearson's coefficient of correlation, in [-1, 1]. */
  readonly r: number;
}

/**
 * The line of least squares of the distances upwards; null where there are fewer than two places across.
 *
 * Source: ordinary least squares, each point weighed.
 */
export function bestFit(points: readonly WeighedPoint[]): BestFit | null {
  const sum = points.reduce((total, { weight }) => total + weight, 0);
  if (!(sum > 0)) return null;
  const mean = (of: (point: WeighedPoint) => number) =>
    points.reduce((total, point) => total + (of(point) * point.weight) / sum, 0);
  const [x, y] = [mean((point) => point.x), mean((point) => point.y)];
  const xx = mean((point) => (point.x - x) ** 2);
  const yy = mean((point) => (point.y - y) ** 2);
  const xy = mean((point) => (point.x - x) * (point.y - y));
  if (!(xx > 1e-18)) return null;
  const slope = xy / xx;
  return { slope, at0: y - slope * x, r: yy > 1e-18 ? Math.min(1, Math.max(-1, xy / Math.sqrt(xx * yy))) : 0 };
}
