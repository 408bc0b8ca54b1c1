import { lazy } from '../../motion/lazy';
import { type SlotTracks, slotsThrough } from '../../motion/slots';
import { positionAt, positionsThrough } from '../../pace/film-clock';
import type { CourseInput, ToldChart } from '../family';
import { type PeriodPlaces, placeInStep, placePeriods } from '../shared/along/period-places';
import { type StandingsCourse, standingsCourse } from '../shared/standings/course';
import type { RankLinesOwn } from './document';

/** The way of a series through the places: corners of its line, in order of time. */
export interface PlaceLine {
  readonly timeSec: Float64Array;
  /** In the units of the periods' places. */
  readonly along: Float64Array;
  /** 0 is the first place. */
  readonly slot: Float64Array;
}

/** Places through a piece of the film. */
export interface RankLinesCourse extends StandingsCourse {
  readonly periods: PeriodPlaces;
  /** How many are on stage at once. */
  readonly places: number;
  /** The way of a series of the race, laid when a picture first shows it. */
  readonly lineOf: (series: number) => PlaceLine;
}

/** Lines of places in words. */
export type ToldRankLines = ToldChart<RankLinesOwn, RankLinesCourse>;

const NO_LINE: PlaceLine = { timeSec: new Float64Array(), along: new Float64Array(), slot: new Float64Array() };

/** Corners of a change of place: it is drawn as straight pieces that look round. */
const CORNERS = 16;
/** Of a series with more changes than these a single one is too small to look round. */
const MANY = 200;
const FEW_CORNERS = 3;

/** Ranks, and lays each series' changes of place along the periods. */
export function rankLinesCourse(input: CourseInput<RankLinesOwn>): RankLinesCourse {
  const { chart, cube, memory } = input;
  const { own, between, gaps, pace } = chart;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  const settings = { places, order: own.order, between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse(input, settings);
  const { spacing, window, windowPeriods } = own;
  const periods = placePeriods(cube, standings.clock, { spacing, window, windowPeriods }, chart.focuses);
  const lines = memory.once('rank-lines lines', [standings.race, spacing], () =>
    Array.from({ length: standings.race.series.categories.length }, (_, k) =>
      lazy(() => lineOf(standings.race.tracks, k, periods)),
    ),
  );
  return { ...standings, periods, places, lineOf: (series) => lines[series]?.() ?? NO_LINE };
}

/** Where a time of the film lies along the periods. */
export function alongOf(periods: PeriodPlaces, timeSec: number): number {
  return alongAtPosition(periods, positionAt(periods.clock, timeSec).position);
}

/** The same for many times, ascending. */
function alongThrough(periods: PeriodPlaces, timeSec: Float64Array): Float64Array {
  const positions = positionsThrough(periods.clock, timeSec);
  return positions.map((position) => alongAtPosition(periods, position));
}

function alongAtPosition(periods: PeriodPlaces, position: number): number {
  const step = Math.min(Math.max(0, periods.places.length - 2), Math.floor(position));
  return placeInStep(periods, step, periods.places.length < 2 ? 0 : position - step);
}

/** The corners of a line: where it begins and ends, where spans do, and on the way of each change. */
function lineOf(tracks: SlotTracks, k: number, periods: PeriodPlaces): PlaceLine {
  const { clock } = periods;
  const [start, end] = [tracks.offset[k] ?? 0, tracks.offset[k + 1] ?? 0];
  const corners = end - start > MANY ? FEW_CORNERS : CORNERS;
  const startSec = clock.spanStartSec[0] ?? 0;
  const room = new Float64Array(2 + (end - start) * (corners + 1));
  room[1] = clock.lengthSec;
  room[0] = startSec;
  let count = 2;
  for (let i = start; i < end; i++) {
    const [from, to] = [tracks.fromSec[i] ?? 0, tracks.toSec[i] ?? 0];
    for (let corner = 0; corner <= corners; corner++) {
      const time = from + ((to - from) * corner) / corners;
      if (time >= startSec && time <= clock.lengthSec) room[count++] = time;
    }
  }
  const timeSec = room.slice(0, count).sort();
  return { timeSec, along: alongThrough(periods, timeSec), slot: slotsThrough(tracks, k, timeSec) };
}
