import { type Cube, cubeValue } from './cube';

/** A value that is another one than before. NaN stands for absent. */
export interface Revision {
  readonly period: string;
  readonly category: string;
  readonly before: number;
  readonly after: number;
}

/** What changed from one table of values to another. */
export interface CubeChanges {
  readonly periodsAdded: readonly string[];
  readonly periodsGone: readonly string[];
  readonly categoriesAdded: readonly string[];
  readonly categoriesGone: readonly string[];
  /** How many values of periods and categories in both are others than before. */
  readonly revisedCount: number;
  /** The first hundred of them. */
  readonly revised: readonly Revision[];
}

const LISTED = 100;

/** Compares two tables of values by their keys and names. Cost: O(periods by categories). */
export function compareCubes(before: Cube, after: Cube): CubeChanges {
  const periodsBefore = new Map(before.periods.map(({ key }, p) => [key, p]));
  const periodsAfter = new Set(after.periods.map(({ key }) => key));
  const categoriesBefore = new Map(before.categories.map((name, c) => [name, c]));
  const categoriesAfter = new Set(after.categories);
  const revised: Revision[] = [];
  let revisedCount = 0;
  after.periods.forEach(({ key }, p) => {
    const oldPeriod = periodsBefore.get(key);
    if (oldPeriod === undefined) return;
    after.categories.forEach((category, c) => {
      const oldCategory = categoriesBefore.get(category);
      if (oldCategory === undefined) return;
      const [old, now] = [cubeValue(before, oldPeriod, oldCategory), cubeValue(after, p, c)];
      if (Object.is(old, now) || old === now) return;
      if (++revisedCount <= LISTED) revised.push({ period: key, category, before: old, after: now });
    });
  });
  return {
    periodsAdded: after.periods.map(({ key }) => key).filter((key) => !periodsBefore.has(key)),
    periodsGone: before.periods.map(({ key }) => key).filter((key) => !periodsAfter.has(key)),
    categoriesAdded: after.categories.filter((name) => !categoriesBefore.has(name)),
    categoriesGone: before.categories.filter((name) => !categoriesAfter.has(name)),
    revisedCount,
    revised,
  };
}
