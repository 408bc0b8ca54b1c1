import type { PeriodKind, PeriodReading } from '../table/periods/period';
import { type CubeFurther, furtherOf } from './further';
import { type CubeParts, partsAtPeriods, partsOfCategories } from './parts';

/** One period of a cube: its key, its instant where it has one, and its distance along the calendar at its grain. */
export type Period = PeriodReading;

/**
 * Values by period and category: `values[p * categories.length + c]`, NaN = absent. Periods are in order of time,
 * text ones in the file's; categories stand in the order in which the table first names them.
 */
export interface Cube {
  readonly kind: PeriodKind;
  readonly periods: readonly Period[];
  readonly categories: readonly string[];
  readonly values: Float64Array;
  /** For each category the text of the colour column; absent when none is chosen. */
  readonly colours?: readonly string[];
  /** For each category the text of the picture column; absent when none is chosen. */
  readonly pictures?: readonly string[];
  /** What the values are made of; absent when no column of parts is chosen. */
  readonly parts?: CubeParts;
  /** Further values of the same periods and categories; absent where none are chosen. */
  readonly further?: CubeFurther;
  /** The groups of a table that are shown side by side, in the same layout; absent where a single one is shown. */
  readonly panes?: readonly { readonly name: string; readonly cube: Cube }[];
}

/** The value of a cell in data units; NaN where absent. */
export function cubeValue(cube: Cube, period: number, category: number): number {
  return cube.values[period * cube.categories.length + category] ?? Number.NaN;
}

/** A cube of the same categories and periods with other values; its parts are lost, further values stay. */
export function rebuildCube(
  cube: Cube,
  periods: readonly Period[],
  valueAt: (period: number, category: number) => number,
): Cube {
  const width = cube.categories.length;
  const values = new Float64Array(periods.length * width);
  for (let p = 0; p < periods.length; p++) {
    for (let c = 0; c < width; c++) values[p * width + c] = valueAt(p, c);
  }
  const { parts: _, ...rest } = cube;
  return { ...rest, periods, values };
}

/** The cube with only these categories, in this order. */
export function takeCategories(cube: Cube, places: readonly number[]): Cube {
  const values = new Float64Array(cube.periods.length * places.length);
  for (let p = 0; p < cube.periods.length; p++) {
    places.forEach((c, i) => {
      values[p * places.length + i] = cubeValue(cube, p, c);
    });
  }
  const take = (texts: readonly string[]) => places.map((c) => texts[c] ?? '');
  const colours = cube.colours ? { colours: take(cube.colours) } : {};
  const pictures = cube.pictures ? { pictures: take(cube.pictures) } : {};
  const parts = cube.parts ? { parts: partsOfCategories(cube.parts, places, cube.periods.length) } : {};
  const further = furtherOf(cube, (each) => {
    const taken = new Float64Array(values.length);
    for (let p = 0, at = 0; p < cube.periods.length; p++)
      for (const c of places) taken[at++] = each[p * cube.categories.length + c] ?? Number.NaN;
    return taken;
  });
  return { ...cube, categories: take(cube.categories), values, ...colours, ...pictures, ...parts, ...further };
}

/** The cube with only the periods of a span. @param until The first that is left out. */
export function takePeriods(cube: Cube, from: number, until: number): Cube {
  if (from <= 0 && until >= cube.periods.length) return cube;
  return pickPeriods(
    cube,
    Array.from({ length: until - from }, (_, i) => from + i),
  );
}

/** The cube with only these periods, in this order. */
export function pickPeriods(cube: Cube, places: readonly number[]): Cube {
  const width = cube.categories.length;
  const values = new Float64Array(places.length * width);
  places.forEach((p, i) => {
    values.set(cube.values.subarray(p * width, (p + 1) * width), i * width);
  });
  const parts = cube.parts ? { parts: partsAtPeriods(cube.parts, places) } : {};
  const further = furtherOf(cube, (each) => {
    const picked = new Float64Array(values.length);
    places.forEach((p, i) => {
      picked.set(each.subarray(p * width, (p + 1) * width), i * width);
    });
    return picked;
  });
  const panes = cube.panes && { panes: cube.panes.map((pane) => ({ ...pane, cube: pickPeriods(pane.cube, places) })) };
  return { ...cube, periods: places.map((p) => cube.periods[p] as Period), values, ...parts, ...further, ...panes };
}

/** The cube with values of its own, which may be given away. */
export function copyCube(cube: Cube): Cube {
  return { ...cube, values: cube.values.slice() };
}
