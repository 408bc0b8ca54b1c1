import type { Cube } from '../../../shaping/cube';

/** Values that fill less than this part of an axis that holds 0 are better shown without it. */
const LEAST_FILL = 0.4;

/** Does an axis that holds 0 still show how the values move? */
export function holdsZeroWell(cube: Cube): boolean {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of cube.values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  if (!(low <= high) || low === high) return true;
  const range = high / 2 - low / 2;
  return range >= LEAST_FILL * (Math.max(0, high) / 2 - Math.min(0, low) / 2);
}
