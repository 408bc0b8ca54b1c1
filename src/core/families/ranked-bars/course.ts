import type { RaceSettings } from '../../motion/race';
import type { Cube } from '../../shaping/cube';
import type { CourseInput, ToldChart } from '../family';
import { type StandingsCourse, standingsCourse } from '../shared/standings/course';
import type { RankedBarsChart, RankedBarsOwn } from './document';

/** The race through its piece of the film. */
export type RaceCourse = StandingsCourse;

/** A race in words. */
export type ToldRace = ToldChart<RankedBarsOwn, RaceCourse>;

/** What decides the places of a chart. */
export function raceSettings(chart: RankedBarsChart, cube: Cube): RaceSettings {
  const { between, gaps, own, pace } = chart;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  return { places, order: own.order, between, gaps, swapMode: own.swapMode, swapSec: pace.swapSec };
}

/** Ranks, finds the crossings and gives them their times. */
export function raceCourse(input: CourseInput<RankedBarsOwn>): RaceCourse {
  return standingsCourse(input, raceSettings(input.chart, input.cube));
}
