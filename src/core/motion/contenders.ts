import type { RankOrder } from './choices';
import type { FilledTable } from './series';

/**
 * The `count`-th greatest number, or -Infinity where there are fewer. NaN does not count.
 * Cost: O(length) where few of the numbers are among the greatest.
 */
export function nthGreatest(numbers: ArrayLike<number>, count: number): number {
  // Ascending; the first is what a number has to exceed to be among the greatest so far. NaN exceeds nothing.
  const top = new Float64Array(count).fill(Number.NEGATIVE_INFINITY);
  let bar = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < numbers.length; i++) {
    const value = numbers[i] as number;
    if (!(value > bar)) continue;
    let place = 0;
    for (; place + 1 < count && (top[place + 1] as number) < value; place++) top[place] = top[place + 1] as number;
    top[place] = value;
    bar = top[0] as number;
  }
  return bar;
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
  for (let p = 0, at = 0; p < periodCount; p++) {
    [before, now] = [now, before];
    for (let c = 0; c < total; c++, at++) {
      const value = (values[at] as number) * sign;
      const last = before[c] as number;
      now[c] = value;
      // Comparing instead of Math.min, which is dear here; who is absent at one end is so in the step: NaN.
      worse[c] = last <= value ? last : value <= last ? value : Number.NaN;
    }
    const bar = nthGreatest(now, places);
    const stepBar = p > 0 ? nthGreatest(worse, places) : Number.NaN;
    for (let c = 0; c < total; c++) {
      const [last, value] = [before[c] as number, now[c] as number];
      // Present at both ends, the better of which reaches the bar; or among the first where the film dwells.
      if (value >= bar || (value >= stepBar && last <= value) || (last >= stepBar && value <= last)) keep[c] = 1;
    }
  }
  return Int32Array.from(keep.keys()).filter((c) => keep[c] === 1);
}
