import type { Cube } from '../shaping/cube';
import { type Between, blankCubic, type Cubic, cubicAt, cubicSlopeAt, hermite, monotoneSlopes } from './interpolation';

/** What stands between two known values that have unknown ones between them. */
export const gapRules = ['bridge', 'carry', 'zero', 'absent'] as const;
export type GapRule = (typeof gapRules)[number];

/**
 * The values of some categories over all periods, gaps filled, category by category: `values[k * periodCount + p]`.
 * `categories[k]` is the category's place in the cube.
 */
export interface SeriesSet {
  readonly periodCount: number;
  readonly categories: Int32Array;
  readonly between: Between;
  /** NaN where absent. */
  readonly values: Float64Array;
  /** Slopes per step, only for smooth race: at the start and at the end of the step from `p`. */
  readonly slopeStart: Float64Array | null;
  readonly slopeEnd: Float64Array | null;
  /** The values are divided by this, a power of two, so that the arithmetic on very large ones stays finite. */
  readonly unit: number;
}

/** How values run between what is given. */
interface SeriesSettings {
  readonly gaps: GapRule;
  readonly between: Between;
  /** False leaves the slopes out, which is enough for finding who can reach the stage. */
  readonly keepSlopes?: boolean;
}

/**
 * Fills gaps and finds slopes. Bridged values follow the curve through the known neighbours along the calendar.
 *
 * @param categories Places in the cube of the categories to keep, in ascending order.
 */
export function buildSeries(
  cube: Cube,
  categories: Int32Array,
  { gaps, between, keepSlopes = between === 'monotone' }: SeriesSettings,
): SeriesSet {
  const periodCount = cube.periods.length;
  const size = categories.length * periodCount;
  const set = {
    periodCount,
    categories,
    between,
    values: new Float64Array(size).fill(Number.NaN),
    slopeStart: keepSlopes ? new Float64Array(size) : null,
    slopeEnd: keepSlopes ? new Float64Array(size) : null,
    unit: unitOf(cube.values),
  };
  const x = cube.periods.map((period) => period.spacing);
  const given = new Float64Array(periodCount);
  const width = cube.categories.length;
  for (let k = 0; k < categories.length; k++) {
    for (let p = 0, at = categories[k] ?? 0; p < periodCount; p++, at += width)
      given[p] = (cube.values[at] ?? Number.NaN) / set.unit;
    fillOne(set, k * periodCount, { x, y: given }, gaps);
  }
  return set;
}

/** Values period by period, as a cube holds them, gaps filled: `values[p * categoryCount + c]`. NaN where absent. */
export interface FilledTable {
  readonly periodCount: number;
  readonly categoryCount: number;
  readonly values: Float64Array;
}

/**
 * Fills the gaps of all categories, in the units of `buildSeries`. Without gaps the cube's own values are handed out, which
 * nobody may change.
 */
export function fillGaps(cube: Cube, { gaps, between }: SeriesSettings): FilledTable {
  const [periodCount, categoryCount] = [cube.periods.length, cube.categories.length];
  const hasGap = new Uint8Array(categoryCount);
  for (let p = 0, at = 0; p < periodCount; p++)
    for (let c = 0; c < categoryCount; c++, at++) if (Number.isNaN(cube.values[at])) hasGap[c] = 1;
  const broken = Int32Array.from(hasGap.keys()).filter((c) => hasGap[c] === 1);
  const unit = unitOf(cube.values);
  if (broken.length === 0 && unit === 1) return { periodCount, categoryCount, values: cube.values };
  const values = cube.values.map((value) => value / unit);
  const mended = buildSeries(cube, broken, { gaps, between, keepSlopes: false });
  for (let k = 0, from = 0; k < broken.length; k++)
    for (let p = 0, at = broken[k] ?? 0; p < periodCount; p++, from++, at += categoryCount)
      values[at] = mended.values[from] ?? Number.NaN;
  return { periodCount, categoryCount, values };
}

/** The values of a set period by period. */
export function byPeriod({ values, periodCount, categories }: SeriesSet): FilledTable {
  const categoryCount = categories.length;
  const turned = new Float64Array(values.length);
  for (let k = 0, from = 0; k < categoryCount; k++)
    for (let p = 0, at = k; p < periodCount; p++, from++, at += categoryCount) turned[at] = values[from] ?? Number.NaN;
  return { periodCount, categoryCount, values: turned };
}

/** Some series of a set. @param places Their places in the set, in ascending order. */
export function pickSeries(set: SeriesSet, places: Int32Array): SeriesSet {
  const { periodCount } = set;
  const pick = (list: Float64Array) => {
    const picked = new Float64Array(places.length * periodCount);
    places.forEach((k, i) => {
      picked.set(list.subarray(k * periodCount, (k + 1) * periodCount), i * periodCount);
    });
    return picked;
  };
  return {
    ...set,
    categories: places.map((k) => set.categories[k] ?? 0),
    values: pick(set.values),
    slopeStart: set.slopeStart && pick(set.slopeStart),
    slopeEnd: set.slopeEnd && pick(set.slopeEnd),
  };
}

function unitOf(values: Float64Array): number {
  let greatest = 0;
  for (const value of values) if (Math.abs(value) > greatest) greatest = Math.abs(value);
  return greatest > 2 ** 500 ? 2 ** 560 : 1;
}

type FillTarget = Pick<SeriesSet, 'values' | 'slopeStart' | 'slopeEnd' | 'between'>;

/** Values along the calendar. */
interface Course {
  readonly x: readonly number[];
  /** NaN where nothing is known. */
  readonly y: Float64Array;
}

function fillOne(set: FillTarget, offset: number, course: Course, gaps: GapRule) {
  const { x, y: given } = course;
  const known: number[] = [];
  for (let p = 0; p < given.length; p++) if (!Number.isNaN(given[p])) known.push(p);
  if (gaps === 'bridge') return fillRun(set, offset, course, known);
  const first = known[0] ?? 0;
  const last = known.at(-1) ?? -1;
  let run: number[] = [];
  const filled = given.slice();
  for (let p = first; p <= last; p++) {
    if (Number.isNaN(given[p])) filled[p] = gaps === 'carry' ? (filled[p - 1] ?? 0) : gaps === 'zero' ? 0 : Number.NaN;
    if (!Number.isNaN(filled[p])) run.push(p);
    else if (run.length > 0) {
      fillRun(set, offset, { x, y: filled }, run);
      run = [];
    }
  }
  fillRun(set, offset, { x, y: filled }, run);
}

/** Fills everything from the first to the last knot; periods between knots take the curve's value. */
function fillRun(set: FillTarget, offset: number, { x, y }: Course, knots: readonly number[]) {
  const count = knots.length;
  const places = new Float64Array(count);
  const values = new Float64Array(count);
  for (let j = 0; j < count; j++) {
    places[j] = x[knots[j] ?? 0] ?? 0;
    values[j] = y[knots[j] ?? 0] ?? 0;
  }
  const slopes = set.between === 'monotone' ? monotoneSlopes(places, values) : null;
  const { slopeStart, slopeEnd } = set;
  const cubic = blankCubic();
  for (let j = 0; j < count; j++) {
    const from = knots[j] ?? 0;
    const start = places[j] ?? 0;
    const a = values[j] ?? 0;
    set.values[offset + from] = a;
    if (j + 1 === count) return;
    const to = knots[j + 1] ?? 0;
    const width = (places[j + 1] ?? 0) - start;
    const b = values[j + 1] ?? 0;
    const m0 = slopes ? (slopes[j] ?? 0) * width : 0;
    const m1 = slopes ? (slopes[j + 1] ?? 0) * width : 0;
    // Without a gap the curve's slopes at the knots are the step's own.
    if (to === from + 1) {
      if (slopeStart) slopeStart[offset + from] = m0;
      if (slopeEnd) slopeEnd[offset + from] = m1;
      continue;
    }
    hermite(cubic, { a, b, m0, m1 });
    const bridged = (s: number) => (slopes ? cubicAt(cubic, s) : set.between === 'step' ? a : a * (1 - s) + b * s);
    for (let p = from; p < to; p++) {
      const s = ((x[p] ?? 0) - start) / width;
      const next = ((x[p + 1] ?? 0) - start) / width;
      if (p > from) set.values[offset + p] = bridged(s);
      if (!slopeStart || !slopeEnd) continue;
      slopeStart[offset + p] = cubicSlopeAt(cubic, s) * (next - s);
      slopeEnd[offset + p] = cubicSlopeAt(cubic, next) * (next - s);
    }
  }
}

/** Is the category present during the travel of a step? */
export function presentInStep(set: SeriesSet, k: number, step: number): boolean {
  const at = k * set.periodCount + step;
  return !Number.isNaN(set.values[at]) && !Number.isNaN(set.values[at + 1]);
}

/** Writes the category's course over a step into `out`; only where it is present. */
export function cubicOfStep(set: SeriesSet, k: number, step: number, out: Cubic): Cubic {
  const at = k * set.periodCount + step;
  const a = set.values[at] ?? 0;
  const b = set.values[at + 1] ?? 0;
  if (set.slopeStart && set.slopeEnd)
    return hermite(out, { a, b, m0: set.slopeStart[at] ?? 0, m1: set.slopeEnd[at] ?? 0 });
  out.c0 = a;
  out.c1 = set.between === 'step' ? 0 : b - a;
  out.c2 = 0;
  out.c3 = 0;
  return out;
}

const scratch = blankCubic();

/**
 * Value of a category within a step, in the set's units.
 *
 * @param s Fraction of the step in [0, 1]; exact at both ends.
 * @returns NaN where the category is absent.
 */
export function valueInStep(set: SeriesSet, k: number, step: number, s: number): number {
  const at = k * set.periodCount + step;
  const a = set.values[at] ?? Number.NaN;
  if (s <= 0) return a;
  const b = set.values[at + 1] ?? Number.NaN;
  if (s >= 1) return b;
  if (Number.isNaN(a) || Number.isNaN(b)) return Number.NaN;
  if (set.between === 'step') return a;
  const value = set.between === 'linear' ? a + (b - a) * s : cubicAt(cubicOfStep(set, k, step, scratch), s);
  return Math.min(Math.max(a, b), Math.max(Math.min(a, b), value));
}

/** The values of a category at even fractions of a step, from its start to before its end; NaN where it is absent. */
export function valuesThroughStep(set: SeriesSet, k: number, step: number, out: Float64Array): void {
  const at = k * set.periodCount + step;
  const a = set.values[at] ?? Number.NaN;
  const b = step + 1 < set.periodCount ? (set.values[at + 1] ?? Number.NaN) : Number.NaN;
  const curve = set.between === 'monotone' ? cubicOfStep(set, k, step, scratch) : null;
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  out[0] = a;
  for (let i = 1; i < out.length; i++) {
    const s = i / out.length;
    const value = set.between === 'step' ? a : curve ? cubicAt(curve, s) : a + (b - a) * s;
    out[i] = Number.isNaN(low) ? Number.NaN : Math.min(high, Math.max(low, value));
  }
}
