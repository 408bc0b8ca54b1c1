import { type Cube, takeCategories } from '../../../shaping/cube';
import type { CourseInput, ToldChart } from '../../family';
import { type StandingsCourse, standingsCourse, type TellsMoments, type ToldStandings } from '../standings/course';
import type { AlongOwn } from './along-own';
import { type PeriodPlaces, placePeriods } from './period-places';

/** What a chart of series along periods keeps of its own. */
export interface SeriesOwn extends AlongOwn, TellsMoments {
  /** Series on stage at most: those that reach farthest. */
  readonly most: number;
  /** Names of series that are switched off: they keep their colours and come back as they were. */
  readonly hidden: readonly string[];
}

/** Series through their piece of the film. */
export interface SeriesCourse extends StandingsCourse {
  /** The categories that are drawn, in the table's order; the standings know only these. */
  readonly shown: Cube;
  /** By series: its place in the chart's own cube. */
  readonly places: readonly number[];
  readonly periods: PeriodPlaces;
}

/** Series in words. */
export type ToldSeries<Own extends SeriesOwn = SeriesOwn> = ToldChart<Own, SeriesCourse>;

/** The standings among what is drawn alone: places in them are places of series, to be turned by `course.places`. */
export function standingsOf(told: ToldSeries): ToldStandings {
  return { ...told, cube: told.course.shown };
}

/** Takes the series that reach farthest, ranks them, and gives the periods their places. */
export function seriesCourse(input: CourseInput<SeriesOwn>): SeriesCourse {
  const { chart, cube, memory } = input;
  const { most, hidden, spacing, window, windowPeriods } = chart.own;
  const picked = memory.once('series shown', [cube, most, hidden.join('\n')], () => {
    const places = farthest(cube, most, new Set(hidden));
    return { places, shown: places.length === cube.categories.length ? cube : takeCategories(cube, places) };
  });
  const { between, gaps, pace } = chart;
  const places = Math.max(1, picked.places.length);
  const settings = { places, order: 'largest', between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse({ ...input, cube: picked.shown }, settings);
  const periods = placePeriods(cube, standings.clock, { spacing, window, windowPeriods }, chart.focuses);
  return { ...standings, ...picked, periods };
}

/**
 * Places in the cube of so many categories, those with the greatest values, in the table's order. Where all are switched off,
 * all are shown: a stage is never empty without a reason.
 */
function farthest(cube: Cube, most: number, hidden: ReadonlySet<string>): number[] {
  const width = cube.categories.length;
  const peaks = new Float64Array(width).fill(Number.NEGATIVE_INFINITY);
  for (let p = 0, at = 0; p < cube.periods.length; p++)
    for (let c = 0; c < width; c++, at++) {
      const size = Math.abs(cube.values[at] ?? Number.NaN);
      if (size > (peaks[c] ?? 0)) peaks[c] = size;
    }
  const known = Array.from(peaks.keys()).filter((c) => (peaks[c] ?? 0) > Number.NEGATIVE_INFINITY);
  const on = known.filter((c) => !hidden.has(cube.categories[c] ?? ''));
  return (on.length > 0 ? on : known)
    .sort((a, b) => (peaks[b] ?? 0) - (peaks[a] ?? 0) || a - b)
    .slice(0, most)
    .sort((a, b) => a - b);
}
