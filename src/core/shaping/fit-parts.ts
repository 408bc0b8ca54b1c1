import type { Cube } from './cube';
import { type CubeParts, sumOfParts } from './parts';

/** The parts of a cube as series of their own, for steps that go along time. */
export function cubeOfParts(cube: Cube, { names, pairs, values }: CubeParts): Cube {
  const { kind, periods, categories } = cube;
  return { kind, periods, categories: pairs.map(([c, part]) => `${categories[c] ?? ''} ${names[part] ?? ''}`), values };
}

/**
 * Parts made larger or smaller, so that those of each category add up to the values of a cube: what was a third of the
 * whole stays a third of it. Where that cannot be, as the parts cancel out, they are absent.
 */
export function fitParts(cube: Cube, parts: CubeParts): CubeParts {
  const { pairs } = parts;
  const width = cube.categories.length;
  const sums = sumOfParts(parts, cube.periods.length, width);
  const values = parts.values.map((value, at) => {
    const p = Math.floor(at / Math.max(1, pairs.length));
    const cell = p * width + (pairs[at % pairs.length]?.[0] ?? 0);
    const [wanted, is] = [cube.values[cell] ?? Number.NaN, sums[cell] ?? Number.NaN];
    if (wanted === is) return value;
    return is === 0 ? Number.NaN : value * (wanted / is);
  });
  return { ...parts, values };
}
