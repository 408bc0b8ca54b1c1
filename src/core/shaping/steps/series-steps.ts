import { mean } from 'd3-array';
import { type Issue, shorten } from '../../table/issue';
import { parsePeriod } from '../../table/periods/parse-period';
import { isDated, type PeriodKind, periodAt } from '../../table/periods/period';
import { CellGatherer } from '../combine';
import { type Cube, cubeValue, type Period, pickPeriods, rebuildCube, takeCategories } from '../cube';
import { cubeOfParts, fitParts } from '../fit-parts';
import { furtherOf } from '../further';
import type { CubeParts } from '../parts';
import type { Grain, SeriesStep, StepOf } from './step';
import { misfit } from './step-result';

/** A cube after a step, with what did not fit. */
export interface SeriesResult {
  readonly cube: Cube;
  readonly issues: readonly Issue[];
}

/** What a step may need besides its cube. */
export interface SeriesContext {
  /** The cube of another value column, taken through the same steps as this one; null where there is no such column. */
  otherCube(column: string): Cube | null;
}

type Apply<S> = (cube: Cube, step: S, context: SeriesContext) => SeriesResult;
type Appliers = { readonly [K in Exclude<SeriesStep['kind'], 'combine'>]: Apply<StepOf<K>> };

const done = (cube: Cube): SeriesResult => ({ cube, issues: [] });
const unfit = (cube: Cube, message: string, raw?: string): SeriesResult => ({
  cube,
  issues: [misfit(message, raw === undefined ? {} : { raw })],
});

/** Where a bound of a span falls: the place along the periods, or NaN when it is no period of this kind. */
function boundOf(cube: Cube, text: string, end: 'from' | 'to'): number {
  const same = cube.periods.findIndex((period) => period.key === text || period.label === text);
  if (same >= 0) return cube.periods[same]?.spacing ?? Number.NaN;
  if (cube.kind === 'number') return text.trim() === '' ? Number.NaN : Number(text);
  if (!isDated(cube.kind)) return Number.NaN;
  const parsed = parsePeriod(text, 'day-first');
  if (!parsed || parsed.reading.instantMs === null) return Number.NaN;
  if (parsed.kind === cube.kind) return parsed.reading.spacing;
  // A coarser bound, as 2004 for days, takes in all of it.
  const instants = cube.periods.filter((period) => period.instantMs !== null);
  const startMs = parsed.reading.instantMs;
  if (end === 'from')
    return instants.find(({ instantMs }) => (instantMs ?? 0) >= startMs)?.spacing ?? Number.POSITIVE_INFINITY;
  const within = (instantMs: number) => periodAt(parsed.kind, instantMs).spacing <= parsed.reading.spacing;
  return instants.findLast(({ instantMs }) => within(instantMs ?? 0))?.spacing ?? Number.NEGATIVE_INFINITY;
}

function keepPeriods(cube: Cube, { from, to }: StepOf<'keep-periods'>): SeriesResult {
  const low = from === '' ? Number.NEGATIVE_INFINITY : boundOf(cube, from, 'from');
  const high = to === '' ? Number.POSITIVE_INFINITY : boundOf(cube, to, 'to');
  for (const [bound, text] of [
    [low, from],
    [high, to],
  ] as const) {
    if (Number.isNaN(bound))
      return unfit(cube, 'This is no period of the table, so all periods are kept.', shorten(text));
  }
  const places = cube.periods.flatMap((period, p) => (period.spacing >= low && period.spacing <= high ? [p] : []));
  if (places.length === 0) return unfit(cube, 'No period lies in this span, so all are kept.', `${from} to ${to}`);
  return done(pickPeriods(cube, places));
}

function pickCategories(cube: Cube, { keep, categories }: StepOf<'pick-categories'>): SeriesResult {
  const named = new Set(categories);
  const places = cube.categories.flatMap((name, c) => (named.has(name) === keep ? [c] : []));
  const known = new Set(cube.categories);
  const issues = categories
    .filter((name) => !known.has(name))
    .map((name) => misfit('There is no such category any more.', { raw: shorten(name) }));
  if (places.length === 0) return { cube, issues: [...issues, misfit('No category would be left, so all are kept.')] };
  return { cube: takeCategories(cube, places), issues };
}

const order: Record<PeriodKind, number> = {
  time: 0,
  day: 1,
  week: 2,
  month: 3,
  quarter: 4,
  year: 5,
  number: 9,
  text: 9,
};

function coarser(cube: Cube, { every, how }: StepOf<'coarser'>): SeriesResult {
  if (!isDated(cube.kind)) return unfit(cube, 'The periods are not on the calendar, so they cannot be made coarser.');
  if (order[cube.kind] >= order[every]) return unfit(cube, `The periods are not finer than a ${every}, so they stay.`);
  const after = coarserCube(cube, every, how);
  return done(withPartsBy(cube, after, (parts) => coarserCube(parts, every, how)));
}

function coarserCube(cube: Cube, every: Grain, how: StepOf<'coarser'>['how']): Cube {
  const periods: Period[] = [];
  const placeOf = cube.periods.map((period) => {
    const at = periodAt(every, period.instantMs ?? 0);
    if (periods.at(-1)?.key !== at.key) periods.push(at);
    return periods.length - 1;
  });
  const width = cube.categories.length;
  const gathered = (values: Float64Array) => {
    const gatherer = new CellGatherer(periods.length * width, how);
    values.forEach((value, cell) => {
      gatherer.add((placeOf[Math.floor(cell / width)] ?? 0) * width + (cell % width), value);
    });
    return gatherer.finish();
  };
  const { parts: _, ...rest } = cube;
  return { ...rest, kind: every, periods, values: gathered(cube.values), ...furtherOf(cube, gathered) };
}

/** Applies a rule to each category's values over time, category by category. */
function alongTime(cube: Cube, rule: (values: readonly number[]) => readonly number[]): Cube {
  const columns = cube.categories.map((_, c) => rule(cube.periods.map((__, p) => cubeValue(cube, p, c))));
  return rebuildCube(cube, cube.periods, (p, c) => columns[c]?.[p] ?? Number.NaN);
}

function runningTotal(values: readonly number[]): number[] {
  let [sum, begun] = [0, false];
  return values.map((value) => {
    if (Number.isNaN(value)) return begun ? Number.NaN : value;
    begun = true;
    sum += value;
    return sum;
  });
}

/** The change since the last known value. */
function change(percent: boolean): (values: readonly number[]) => number[] {
  return (values) => {
    let before = Number.NaN;
    return values.map((value) => {
      const [from, known] = [before, !Number.isNaN(value)];
      if (known) before = value;
      if (!known || Number.isNaN(from)) return Number.NaN;
      if (!percent) return value - from;
      return from === 0 ? Number.NaN : ((value - from) / Math.abs(from)) * 100;
    });
  };
}

function index(values: readonly number[]): number[] {
  const first = values.find((value) => !Number.isNaN(value)) ?? Number.NaN;
  return values.map((value) => (first === 0 ? Number.NaN : (value / first) * 100));
}

/** The mean of the last `window` periods; absent until there are as many, and where one of them is missing it is left out. */
function movingAverage(window: number): (values: readonly number[]) => number[] {
  return (values) =>
    values.map((value, p) => {
      if (Number.isNaN(value) || p < window - 1) return Number.NaN;
      return mean(values.slice(p - window + 1, p + 1).filter((each) => !Number.isNaN(each))) ?? Number.NaN;
    });
}

function share(cube: Cube): Cube {
  const totals = cube.periods.map((_, p) =>
    cube.categories.reduce((sum, __, c) => {
      const value = cubeValue(cube, p, c);
      return Number.isNaN(value) ? sum : sum + value;
    }, 0),
  );
  return rebuildCube(cube, cube.periods, (p, c) => {
    const total = totals[p] ?? 0;
    return total === 0 ? Number.NaN : (cubeValue(cube, p, c) / total) * 100;
  });
}

function ratio(cube: Cube, by: string, context: SeriesContext): SeriesResult {
  const other = context.otherCube(by);
  if (!other)
    return unfit(cube, `There is no column “${shorten(by, 40)}” of numbers to divide by, so the values stay.`);
  const periodOf = new Map(other.periods.map((period, p) => [period.key, p]));
  const categoryOf = new Map(other.categories.map((name, c) => [name, c]));
  const single = other.categories.length === 1 ? 0 : -1;
  const periods = cube.periods.map((period) => periodOf.get(period.key) ?? -1);
  const categories = cube.categories.map((name) => categoryOf.get(name) ?? single);
  return done(
    rebuildCube(cube, cube.periods, (p, c) => {
      const [at, to] = [periods[p] ?? -1, categories[c] ?? -1];
      const divisor = at < 0 || to < 0 ? Number.NaN : cubeValue(other, at, to);
      return divisor === 0 ? Number.NaN : cubeValue(cube, p, c) / divisor;
    }),
  );
}

/**
 * A cube after a step, with its parts. What adds up along time is done to each part by itself; else parts keep their shares
 * of the whole.
 */
function withPartsBy(before: Cube, after: Cube, rule: ((parts: Cube) => Cube) | null): Cube {
  if (!before.parts || after.values === before.values) return after;
  const own = cubeOfParts(before, before.parts);
  const values = rule ? rule(own).values : before.parts.values;
  const parts: CubeParts = { ...before.parts, values };
  return { ...after, parts: fitParts(after, parts) };
}

/** What a measure does to each part; null where parts keep their shares. */
function partsRule({ measure: kind, window }: StepOf<'measure'>): ((parts: Cube) => Cube) | null {
  if (kind === 'running-total') return (parts) => alongTime(parts, runningTotal);
  if (kind === 'moving-average') return (parts) => alongTime(parts, movingAverage(window));
  if (kind === 'change' || kind === 'change-percent') return (parts) => alongTime(parts, change(false));
  return null;
}

function measure(cube: Cube, step: StepOf<'measure'>, context: SeriesContext): SeriesResult {
  const result = measured(cube, step, context);
  return { ...result, cube: withPartsBy(cube, result.cube, partsRule(step)) };
}

function measured(cube: Cube, step: StepOf<'measure'>, context: SeriesContext): SeriesResult {
  switch (step.measure) {
    case 'running-total':
      return done(alongTime(cube, runningTotal));
    case 'change':
      return done(alongTime(cube, change(false)));
    case 'change-percent':
      return done(alongTime(cube, change(true)));
    case 'share':
      return done(share(cube));
    case 'index':
      return done(alongTime(cube, index));
    case 'moving-average':
      return done(alongTime(cube, movingAverage(step.window)));
    case 'ratio':
      return ratio(cube, step.by, context);
  }
}

/** Where each step on the series is carried out. Combining happens while the cube is gathered. */
export const seriesSteps: Appliers = {
  'keep-periods': keepPeriods,
  'pick-categories': pickCategories,
  coarser,
  measure,
};
