import { type Cube, takeCategories } from '../../shaping/cube';
import type { CourseInput, ToldChart } from '../family';
import { type PeriodPlaces, placePeriods } from '../shared/along/period-places';
import { type StandingsCourse, standingsCourse, type ToldStandings } from '../shared/standings/course';
import type { LinesOwn } from './document';

/** Lines through their piece of the film. */
export interface LinesCourse extends StandingsCourse {
  /** The categories that have a line, in the table's order; the standings know only these. */
  readonly shown: Cube;
  /** By line: its place in the chart's own cube. */
  readonly places: readonly number[];
  readonly periods: PeriodPlaces;
}

/** Lines in words. */
export type ToldLines = ToldChart<LinesOwn, LinesCourse>;

/** The standings among the lines alone: places in them are places of lines, to be turned by `course.places`. */
export function standingsOf(told: ToldLines): ToldStandings {
  return { ...told, cube: told.course.shown };
}

/** Takes the lines that reach farthest, ranks them, and gives the periods their places. */
export function linesCourse(input: CourseInput<LinesOwn>): LinesCourse {
  const { chart, cube, memory } = input;
  const { most, spacing, window, windowPeriods } = chart.own;
  const picked = memory.once('lines shown', [cube, most], () => {
    const places = farthest(cube, most);
    return { places, shown: places.length === cube.categories.length ? cube : takeCategories(cube, places) };
  });
  const { between, gaps, pace } = chart;
  const places = Math.max(1, picked.places.length);
  const settings = { places, order: 'largest', between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse({ ...input, cube: picked.shown }, settings);
  const periods = placePeriods(cube, standings.clock, { spacing, window, windowPeriods });
  return { ...standings, ...picked, periods };
}

/** Places in the cube of so many categories, those with the greatest values, in the table's order. */
function farthest(cube: Cube, most: number): number[] {
  const width = cube.categories.length;
  const peaks = new Float64Array(width).fill(Number.NEGATIVE_INFINITY);
  for (let p = 0, at = 0; p < cube.periods.length; p++)
    for (let c = 0; c < width; c++, at++) {
      const size = Math.abs(cube.values[at] ?? Number.NaN);
      if (size > (peaks[c] ?? 0)) peaks[c] = size;
    }
  return Array.from(peaks.keys())
    .filter((c) => (peaks[c] ?? 0) > Number.NEGATIVE_INFINITY)
    .sort((a, b) => (peaks[b] ?? 0) - (peaks[a] ?? 0) || a - b)
    .slice(0, most)
    .sort((a, b) => a - b);
}
