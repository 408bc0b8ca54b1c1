import { findLeadChanges } from '../../motion/lead-changes';
import { changesPerStep, findField, findStandings, type Race, type RaceSettings, raceInTime } from '../../motion/race';
import { sumTotals, type Totals } from '../../motion/totals';
import { createFilmClock, type FilmClock } from '../../pace/film-clock';
import type { Cube } from '../../shaping/cube';
import type { Course, CourseInput, ToldChart } from '../family';
import { placesRange, type RankedBarsChart, type RankedBarsOwn } from './document';

/** The race through its piece of the film. */
export interface RaceCourse extends Course {
  readonly clock: FilmClock;
  readonly race: Race;
  /** When the lead was taken, in order of time. */
  readonly leadSec: Float64Array;
  /** The sum of all, made when a text first asks for it. */
  readonly totals: () => Totals;
}

/** A race in words. */
export type ToldRace = ToldChart<RankedBarsOwn, RaceCourse>;

/** What decides the places of a chart. */
export function raceSettings(chart: RankedBarsChart, cube: Cube): RaceSettings {
  const { between, gaps, own, pace } = chart;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  return { places, order: own.order, between, gaps, swapMode: own.swapMode, swapSec: pace.swapSec };
}

/** Ranks, finds the crossings and gives them their times; what an edit leaves as it was is not worked out again. */
export function raceCourse({ chart, cube, framesPerSec, memory }: CourseInput<RankedBarsOwn>): RaceCourse {
  const settings = raceSettings(chart, cube);
  const { places, order, between, gaps } = settings;
  const field = memory.once('ranked-bars field', [cube, order, between, gaps], () =>
    findField(cube, Math.max(1, Math.min(placesRange[1], cube.categories.length)), settings),
  );
  const standings = memory.once('ranked-bars standings', [field, places, order], () => findStandings(field, settings));
  const pacing = JSON.stringify([settings, chart.pace, framesPerSec]);
  const race = memory.once('ranked-bars race', [standings, pacing], () => {
    const changes = chart.pace.slowAtSwaps > 0 ? changesPerStep(standings, cube.periods.length) : null;
    return raceInTime(standings, createFilmClock(cube.periods, chart.pace, framesPerSec, changes), settings);
  });
  const leadSec = Float64Array.from(findLeadChanges(race.tracks).map(({ timeSec }) => timeSec));
  const totals = () => memory.once('ranked-bars totals', [cube, gaps, between], () => sumTotals(cube, gaps, between));
  return { clock: race.clock, race, leadSec, totals };
}
