import type { RankOrder } from './choices';
import type { FilledTable } from './series';

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
 * The categories that can ever be among the first `places`: those whose better end value in some step reaches the n-th
 * best of the worse end values. The others never show and never change a place on stage. Cost: O(P C).
 *
 * @param table Values with their gaps filled.
 * @returns Places in the cube, ascending.
 */
export function findContenders(table: FilledTable, places: number, order: RankOrder): Int32Array {
  const { values, periodCount, categoryCount: total } = table;
  if (order === 'table') return Int32Array.from({ length: Math.min(places, total) }, (_, c) => c);
  if (total <= places) return Int32Array.from({ length: total }, (_, c) => c);
  const sign = order === 'largest' ? 1 : -1;
  let before = new Float64Array(total);
  let now = new Float64Array(total);
  const worse = new Float64Array(total);
  const keep = new Uint8Array(total);
  /** Keeps all whose better end reaches the bar; who is absent at one of them has none. */
  const markReaching = (bar: number, from: Float64Array, to: Float64Array) => {
    for (let c = 0; c < total; c++) if (Math.max(from[c] ?? Number.NaN, to[c] ?? Number.NaN) >= bar) keep[c] = 1;
  };
  for (let p = 0, at = 0; p < periodCount; p++) {
    [before, now] = [now, before];
    for (let c = 0; c < total; c++, at++) {
      const value = (values[at] ?? Number.NaN) * sign;
      now[c] = value;
      worse[c] = Math.min(before[c] ?? Number.NaN, value);
    }
    markReaching(nthGreatest(now, places), now, now);
    if (p > 0) markReaching(nthGreatest(worse, places), before, now);
  }
  return Int32Array.from(keep.keys()).filter((c) => keep[c] === 1);
}
