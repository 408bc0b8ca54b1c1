import type { PeriodKind } from '../table/period-text';

/** One period of a cube. */
export interface Period {
  /** ISO 8601 at the grain, or the text as it stands. */
  readonly key: string;
  /** Milliseconds in UTC, or null for text. */
  readonly instantMs: number | null;
  /** Distance along the calendar at the grain (years, months or days), or the place in the file's order. */
  readonly spacing: number;
}

/**
 * Values by period and category: `values[p * categories.length + c]`, NaN = absent. Periods are in order of time,
 * text ones in the file's; categories stand in the order in which the table first names them.
 */
export interface Cube {
  readonly kind: PeriodKind;
  readonly periods: readonly Period[];
  readonly categories: readonly string[];
  readonly values: Float64Array;
}

/** The value of a cell in data units; NaN where absent. */
export function cubeValue(cube: Cube, period: number, category: number): number {
  return cube.values[period * cube.categories.length + category] ?? Number.NaN;
}
