import type { Cube } from './cube';
import { cubeValue } from './cube';

const totalNames =
  /^(?:(?:grand|sub|over)?[\s-]*totals?|all(?: \p{L}+)?|both(?: (?:sexes|genders))?|_t|_total|sum|overall|altogether|whole|(?:ins)?gesamt|summe|total(?:e|es|es|en)?|ensemble|totaal|suma|razem|итого|всего|summa|yhteensä|合計|总计|總計|합계)(?:\b.*)?$/iu;

/** Does a name speak of a total? */
export function isTotalName(name: string): boolean {
  return totalNames.test(name.trim()) && name.trim().length < 40;
}

/** Periods in which a total says what a blank means. */
export interface BlanksInSum {
  readonly category: number;
  /** Periods in which others are blank and the total equals the sum of the rest: a blank counts as nothing there. */
  readonly zero: number;
  /** The first of them. */
  readonly period: number;
}

/** A category that is the sum of all the others. */
export interface SumOfOthers {
  readonly category: number;
  /** Periods in which it equals the sum, of those in which it has a value. */
  readonly equal: number;
  readonly of: number;
}

/**
 * Categories that equal the sum of all others in nearly every period: totals, whatever they are called.
 *
 * Cost: O(periods by categories).
 */
export function findSumsOfOthers(cube: Cube): SumOfOthers[] {
  const width = cube.categories.length;
  if (width < 3) return [];
  const equal = new Uint32Array(width);
  const of = new Uint32Array(width);
  for (let p = 0; p < cube.periods.length; p++) {
    let [total, known] = [0, 0];
    for (let c = 0; c < width; c++) {
      const value = cubeValue(cube, p, c);
      if (Number.isNaN(value)) continue;
      total += value;
      known++;
    }
    for (let c = 0; c < width; c++) {
      const value = cubeValue(cube, p, c);
      if (Number.isNaN(value) || known < 3 || value === 0) continue;
      of[c] = (of[c] ?? 0) + 1;
      if (Math.abs(total - 2 * value) <= Math.abs(value) * 0.005) equal[c] = (equal[c] ?? 0) + 1;
    }
  }
  return Array.from(equal.keys())
    .filter((c) => (of[c] ?? 0) >= Math.min(3, cube.periods.length) && (equal[c] ?? 0) >= (of[c] ?? 0) * 0.9)
    .map((category) => ({ category, equal: equal[category] ?? 0, of: of[category] ?? 0 }));
}

/**
 * Totals by which blanks mean nothing rather than something unknown: where others are blank, the total equals the sum of those
 * that are not, in every such period.
 *
 * Cost: O(periods by categories).
 */
export function blanksInSums(cube: Cube): BlanksInSum[] {
  return findSumsOfOthers(cube).flatMap(({ category }) => {
    let [zero, first, against] = [0, -1, 0];
    for (let p = 0; p < cube.periods.length; p++) {
      const total = cubeValue(cube, p, category);
      if (Number.isNaN(total) || total === 0) continue;
      let [sum, blanks] = [0, 0];
      for (let c = 0; c < cube.categories.length; c++) {
        const value = c === category ? Number.NaN : cubeValue(cube, p, c);
        if (!Number.isNaN(value)) sum += value;
        else if (c !== category) blanks++;
      }
      if (blanks === 0) continue;
      if (Math.abs(sum - total) > Math.abs(total) * 0.005) against++;
      else {
        zero++;
        if (first < 0) first = p;
      }
    }
    return zero > 0 && against === 0 ? [{ category, zero, period: first }] : [];
  });
}
