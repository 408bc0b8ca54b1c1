import { lazy } from '../../../motion/lazy';
import { findLeadChanges } from '../../../motion/lead-changes';
import { type Race, type RaceSettings, raceInTime } from '../../../motion/race';
import { changesPerStep, findField, findStandings } from '../../../motion/standings';
import { withSwapsOnBeats } from '../../../motion/swaps-on-beats';
import { sumTotals, type Totals } from '../../../motion/totals';
import { createFilmClock, createStillClock, type FilmClock } from '../../../pace/film-clock';
import type { AlongMomentWords, MomentWords } from '../../../project/moment-words';
import type { Course, CourseInput, ToldChart } from '../../family';

/** Places that are found at once: fewer are a part of them, so that their number can be changed without finding anew. */
export const MOST_PLACES = 50;

/** Who stands where, through a piece of the film: what every family knows whose categories have an order. */
export interface StandingsCourse extends Course {
  readonly clock: FilmClock;
  readonly race: Race;
  /** When the lead was taken, in order of time. */
  readonly leadSec: () => Float64Array;
  /** The sum of all, made when a text first asks for it. */
  readonly totals: () => Totals;
}

/** What a family with moments keeps of its own. */
export interface TellsMoments {
  /** How moments are told in captions; these may hold tokens. */
  readonly momentWords: MomentWords & Partial<AlongMomentWords>;
}

/** Standings in words. */
export type ToldStandings = ToldChart<TellsMoments, StandingsCourse>;

/** Ranks, finds the crossings and gives them their times; what an edit leaves as it was is not worked out again. */
export function standingsCourse(
  { chart, cube, framesPerSec, memory }: CourseInput,
  settings: RaceSettings,
): StandingsCourse {
  const { places, order, between, gaps } = settings;
  const fieldPlaces = Math.max(1, Math.min(Math.max(MOST_PLACES, places), cube.categories.length));
  const field = memory.once('field', [cube, order, between, gaps, fieldPlaces], () =>
    findField(cube, fieldPlaces, settings),
  );
  const standings = memory.once('standings', [field, places, order], () => findStandings(field, settings));
  const pacing = JSON.stringify([settings, chart.pace, chart.play, framesPerSec]);
  const race = memory.once('race', [standings, pacing], () => {
    const { pace, play } = chart;
    if (play.kind === 'built')
      return raceInTime(standings, createStillClock(cube.periods, pace, framesPerSec, play.lengthSec), settings);
    const changes = pace.slowAtSwaps > 0 ? changesPerStep(standings, cube.periods.length) : null;
    const clock = createFilmClock(cube.periods, pace, framesPerSec, changes);
    const { beatGrid } = pace;
    // Changes that are spread over whole steps are centred on nothing.
    const onBeats = beatGrid && settings.swapMode !== 'over-period';
    return raceInTime(standings, onBeats ? withSwapsOnBeats(clock, standings.events, beatGrid) : clock, settings);
  });
  const leadSec = lazy(() => Float64Array.from(findLeadChanges(race.tracks).map(({ timeSec }) => timeSec)));
  const totals = () => memory.once('totals', [cube, gaps, between], () => sumTotals(cube, gaps, between));
  return { clock: race.clock, race, leadSec, totals };
}
