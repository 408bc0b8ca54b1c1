import type { SeriesSet } from './series';

/** Which end of the order stands first. */
export const rankOrders = ['largest', 'smallest', 'table'] as const;
export type RankOrder = (typeof rankOrders)[number];

/**
 * The `count`-th greatest number, or -Infinity where there are fewer. NaN does not count.
 * Cost: O(length) where few of the numbers are among the greatest.
 */
export function nthGreatest(numbers: ArrayLike<number>, count: number): number {
  const top: number[] = [];
  for (let i = 0; i < numbers.length; i++) {
    const value = numbers[i] ?? Number.NaN;
    if (Number.isNaN(value)) continue;
    if (top.length === count && value <= (top[0] ?? 0)) continue;
    let place = 0;
    while (place < top.length && (top[place] ?? 0) < value) place++;
    top.splice(place, 0, value);
    if (top.length > count) top.shift();
  }
  return top.length < count ? Number.NEGATIVE_INFINITY : (top[0] ?? Number.NEGATIVE_INFINITY);
}

/**
 * The series that can ever be among the first `places`: those whose better end value in some step reaches the n-th
 * best of the worse end values. The others never show and never change a place on stage. Cost: O(P C).
 *
 * @returns Indices into the set, ascending.
 */
export function findContenders(set: SeriesSet, places: number, order: RankOrder): Int32Array {
  const total = set.categories.length;
  if (order === 'table') return Int32Array.from({ length: Math.min(places, total) }, (_, k) => k);
  if (total <= places) return Int32Array.from({ length: total }, (_, k) => k);
  const sign = order === 'largest' ? 1 : -1;
  const worse = new Float64Array(total);
  const better = new Float64Array(total);
  const keep = new Uint8Array(total);
  const markReaching = (from: number, to: number) => {
    for (let k = 0; k < total; k++) {
      const a = (set.values[k * set.periodCount + from] ?? Number.NaN) * sign;
      const b = (set.values[k * set.periodCount + to] ?? Number.NaN) * sign;
      worse[k] = Math.min(a, b);
      better[k] = Math.max(a, b);
    }
    const bar = nthGreatest(worse, places);
    for (let k = 0; k < total; k++) if ((better[k] ?? Number.NaN) >= bar) keep[k] = 1;
  };
  for (let p = 0; p < set.periodCount; p++) {
    markReaching(p, p);
    if (p > 0) markReaching(p - 1, p);
  }
  return Int32Array.from(Array.from(keep.keys()).filter((k) => keep[k] === 1));
}
