import { isDated, periodAt } from '../table/periods/period';
import type { Cube } from './cube';

/** The values of another cube at the places of a cube, and what found no partner. */
export interface Joined {
  /** In the layout of the first cube; NaN where the other one has nothing. */
  readonly values: Float64Array;
  /** Categories of the first cube that the other one does not have. */
  readonly missing: readonly string[];
  /** How many periods of the first cube the other one has. */
  readonly periodCount: number;
}

const plain = (name: string) => name.trim().toLocaleLowerCase('en');

/**
 * Reads the values of another cube by name and period. Names may differ in case; a coarser period of the other cube holds
 * for all finer ones within it. Where both have a single category, those are the same, whatever they are called.
 */
export function joinCube(cube: Cube, other: Cube): Joined {
  const keys = new Map(other.periods.map(({ key }, p) => [key, p]));
  const dated = isDated(cube.kind) && isDated(other.kind);
  const periods = cube.periods.map(({ key, instantMs }) => {
    const same = keys.get(key);
    if (same !== undefined || !dated || instantMs === null) return same ?? -1;
    return keys.get(periodAt(other.kind, instantMs).key) ?? -1;
  });
  const names = new Map(other.categories.map((name, c) => [plain(name), c]));
  const exact = new Map(other.categories.map((name, c) => [name, c]));
  const alone = cube.categories.length === 1 && other.categories.length === 1;
  const categories = cube.categories.map((name) => (alone ? 0 : (exact.get(name) ?? names.get(plain(name)) ?? -1)));
  const width = categories.length;
  const values = new Float64Array(periods.length * width).fill(Number.NaN);
  periods.forEach((p, at) => {
    if (p < 0) return;
    categories.forEach((c, i) => {
      if (c >= 0) values[at * width + i] = other.values[p * other.categories.length + c] ?? Number.NaN;
    });
  });
  const missing = cube.categories.filter((_, i) => (categories[i] ?? -1) < 0);
  return { values, missing, periodCount: periods.filter((p) => p >= 0).length };
}
