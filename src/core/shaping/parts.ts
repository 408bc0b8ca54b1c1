/**
 * What the values of a cube are made of. A pair is a part of a category; `values[p * pairs.length + i]`, NaN = absent. The
 * known parts of a category add up to its value.
 */
export interface CubeParts {
  /** In the order in which the table first names them. */
  readonly names: readonly string[];
  /** Place of the category in the cube, and of the part among the names. */
  readonly pairs: readonly (readonly [category: number, part: number])[];
  readonly values: Float64Array;
}

/** The sum of the known parts of each category, by period: what a cube with these parts holds. */
export function sumOfParts({ pairs, values }: CubeParts, periodCount: number, width: number): Float64Array {
  const sums = new Float64Array(periodCount * width).fill(Number.NaN);
  for (let p = 0; p < periodCount; p++)
    pairs.forEach(([category], i) => {
      const value = values[p * pairs.length + i] ?? Number.NaN;
      const cell = p * width + category;
      if (Number.isNaN(value)) return;
      sums[cell] = Number.isNaN(sums[cell] ?? Number.NaN) ? value : (sums[cell] ?? 0) + value;
    });
  return sums;
}

/** The parts of those categories that are kept, which stand at these places now. */
export function partsOfCategories(parts: CubeParts, places: readonly number[], periodCount: number): CubeParts {
  const placeOf = new Map(places.map((category, place) => [category, place]));
  const kept = parts.pairs.flatMap(([category], i) => (placeOf.has(category) ? [i] : []));
  const values = new Float64Array(kept.length * periodCount);
  for (let p = 0; p < periodCount; p++)
    kept.forEach((pair, i) => {
      values[p * kept.length + i] = parts.values[p * parts.pairs.length + pair] ?? Number.NaN;
    });
  const pairs = kept.map((i): readonly [number, number] => {
    const [category, part] = parts.pairs[i] ?? [0, 0];
    return [placeOf.get(category) ?? 0, part];
  });
  return { ...parts, pairs, values };
}

/** The parts at those periods that are kept. */
export function partsAtPeriods(parts: CubeParts, periods: readonly number[]): CubeParts {
  const width = parts.pairs.length;
  const values = new Float64Array(periods.length * width);
  periods.forEach((p, i) => {
    values.set(parts.values.subarray(p * width, (p + 1) * width), i * width);
  });
  return { ...parts, values };
}
