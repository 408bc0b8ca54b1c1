import { buildSeries, type SeriesSet, valueInStep } from '../../../motion/series';
import { stepAt } from '../../../motion/slots';
import { positionAt } from '../../../pace/film-clock';
import { plainLine } from '../../../scene/text-fit';
import { type Cube, cubeValue } from '../../../shaping/cube';
import type { ChartReadout, CourseInput, ReadoutRow, ToldChart } from '../../family';
import { MOST_PLACES, type StandingsCourse, standingsCourse } from '../standings/course';
import type { CellsOwn } from './cells-own';

/** Cells through a piece of the film. */
export interface CellsCourse extends StandingsCourse {
  /** By cell: its category. */
  readonly picked: readonly number[];
  /** By cell. */
  readonly values: SeriesSet;
}

/** Cells in words. */
export type ToldCells<Own extends CellsOwn = CellsOwn> = ToldChart<Own, CellsCourse>;

/** Ranks all, and takes the values of those that have a cell. */
export function cellsCourse(input: CourseInput<CellsOwn>): CellsCourse {
  const { chart, cube, memory } = input;
  const { between, gaps, own, pace } = chart;
  const places = Math.max(1, Math.min(MOST_PLACES, cube.categories.length));
  const settings = { places, order: 'largest', between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse(input, settings);
  const picked = memory.once('cells', [cube, own.places, own.order], () => pick(cube, own));
  const values = memory.once('cell values', [cube, picked, gaps, between], () =>
    buildSeries(cube, Int32Array.from(picked), { gaps, between }),
  );
  return { ...standings, picked, values };
}

/** Who has a cell; those without any value have none. */
function pick(cube: Cube, { places, order }: CellsOwn): number[] {
  const last = cube.categories.map((_, c) => {
    for (let p = cube.periods.length - 1; p >= 0; p--) {
      const value = cubeValue(cube, p, c);
      if (!Number.isNaN(value)) return value;
    }
    return Number.NaN;
  });
  const known = cube.categories.flatMap((_, c) => (Number.isNaN(last[c]) ? [] : [c]));
  if (order === 'largest') known.sort((a, b) => (last[b] ?? 0) - (last[a] ?? 0) || a - b);
  return known.slice(0, places);
}

/** The value of a cell at a time; NaN where it has none. @param timeSec Clamped to the piece. */
export function cellValue({ clock, values }: CellsCourse, cell: number, timeSec: number): number {
  const { step, s } = stepAt(clock, Math.min(clock.lengthSec, Math.max(0, timeSec)));
  return valueInStep(values, cell, step, s) * values.unit;
}

/** The value of a series at a place in the run of periods, which may lie between two; NaN where it has none. */
export function seriesValueAt(values: SeriesSet, k: number, position: number): number {
  const last = Math.max(0, values.periodCount - 1);
  const at = Math.min(last, Math.max(0, position));
  const step = Math.min(Math.max(0, last - 1), Math.floor(at));
  return valueInStep(values, k, step, last === 0 ? 0 : at - step) * values.unit;
}

/** The value of a cell at a place in the run of periods; NaN where it has none. */
export function cellValueAt({ values }: Pick<CellsCourse, 'values'>, cell: number, position: number): number {
  return seriesValueAt(values, cell, position);
}

/** Every value that a cell ever comes to, at periods: between them it stays between these. */
export function eachCellValue(
  { values, picked }: CellsCourse,
  visit: (value: number, cell: number, period: number) => void,
) {
  for (let cell = 0; cell < picked.length; cell++)
    for (let p = 0; p < values.periodCount; p++) {
      const value = (values.values[cell * values.periodCount + p] ?? Number.NaN) * values.unit;
      if (!Number.isNaN(value)) visit(value, cell, p);
    }
}

/** The cells of a moment in words, the greatest value first. @param sayValue What is said of a cell besides its name. */
export function cellsReadout(
  told: ToldCells,
  timeSec: number,
  sayValue: (value: number, cell: number) => string = told.formatValue,
): ChartReadout {
  const { course, cube, periodLabels } = told;
  const { step, s } = stepAt(course.clock, Math.min(course.clock.lengthSec, Math.max(0, timeSec)));
  const period = s >= 1 ? step + 1 : step;
  const found = course.picked.flatMap((category, cell) => {
    const value = cellValue(course, cell, timeSec);
    return Number.isNaN(value) ? [] : [{ category, cell, value }];
  });
  const rows = [...found]
    .sort((a, b) => b.value - a.value || a.category - b.category)
    .map(({ category, cell, value }, i): ReadoutRow => {
      const name = plainLine((cube.categories[category] ?? '').slice(0, 300));
      return { category, name, value, valueText: sayValue(value, cell), rank: i + 1, climb: null };
    });
  const periodLabel = periodLabels[period] ?? '';
  const said = rows.map(({ name, valueText }) => `${name}, ${valueText}`).join('; ');
  return { period, periodLabel, heading: periodLabel, rows, sentence: `${periodLabel}: ${said || 'no values'}.` };
}

/** The place in the run of periods at a time. */
export function positionOf({ clock }: Pick<CellsCourse, 'clock'>, timeSec: number): number {
  return positionAt(clock, Math.min(clock.lengthSec, Math.max(0, timeSec))).position;
}
