import type { Cube } from '../shaping/cube';
import type { Focus, ValueRange } from './focus';

/** Room around the values that an axis closes in on, as a share of their range. */
const ROOM = 0.12;

/**
 * The range that an axis closes in on at first: that of the focus' names within its span, or, without names, of all.
 *
 * @param values In the layout of the cube: its own, or further ones.
 * @returns null where there is no value.
 */
export function rangeOfFocus(
  cube: Cube,
  values: Float64Array,
  { names, from, to }: Pick<Focus, 'names' | 'from' | 'to'>,
): ValueRange | null {
  const width = cube.categories.length;
  const place = (key: string, otherwise: number) => {
    const found = cube.periods.findIndex((period) => period.key === key);
    return found < 0 ? otherwise : found;
  };
  const first = place(from.periodKey, 0);
  const last = Math.min(cube.periods.length - 1, place(to.periodKey, cube.periods.length - 1) + 1);
  const wanted = new Set(names);
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let p = first; p <= last; p++)
    for (let c = 0; c < width; c++) {
      const value = values[p * width + c] ?? Number.NaN;
      if (Number.isNaN(value) || (wanted.size > 0 && !wanted.has(cube.categories[c] ?? ''))) continue;
      least = Math.min(least, value);
      most = Math.max(most, value);
    }
  if (least > most) return null;
  const room = (most - least) * ROOM || Math.abs(most) * ROOM || 1;
  // Written with as many digits as tell the ends apart.
  const digits = Math.max(0, Math.min(12, 1 - Math.floor(Math.log10(room))));
  const round = (value: number) => Number(value.toFixed(digits));
  const [min, max] = [round(least - room), round(most + room)];
  return { min: least >= 0 ? Math.max(0, min) : min, max };
}
