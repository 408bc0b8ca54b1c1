import { placesAt } from '../../motion/race';
import type { ChartReadout, CourseInput, PlanInput, ToldChart } from '../family';
import { defineFamily } from '../family';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { type PositiveCourse, positiveCourse } from '../shared/standings/positive-course';
import { standingsReadout } from '../shared/standings/readout';
import { standingsNumbers } from '../shared/standings/rows';
import { standingsToken } from '../shared/standings/tokens';
import type { WordsOwn } from './document';
import { wordsKnown } from './known';
import { wordsPicture } from './picture';
import { planWords, sizeOf, type WordsPlan } from './plan';

type ToldWords = ToldChart<WordsOwn, PositiveCourse>;

function courseOf(input: CourseInput<WordsOwn>): PositiveCourse {
  const { places } = input.chart.own;
  const instead = 'Ranked bars, radial bars and lines can show them.';
  return positiveCourse(input, { places, order: 'largest', what: 'Words', instead });
}

function frameAt(told: ToldWords, timeSec: number) {
  const { course, chart } = told;
  if (course.refused !== null) return { rows: [] };
  const { places } = course.race.tracks;
  return {
    rows: standingsNumbers(told, timeSec, ({ value, slot }) => ({
      size: sizeOf(course, chart.own, value) * Math.sqrt(Math.min(1, places - slot)),
    })),
  };
}

/** Words that are told one by one; more are counted. */
const MOST_TOLD = 20;

function readoutAt(told: ToldWords, timeSec: number): ChartReadout {
  const readout = standingsReadout(told, timeSec);
  const { refused } = told.course;
  if (refused !== null) return { ...readout, rows: [], sentence: `${readout.periodLabel}: ${refused}` };
  const said = readout.rows.slice(0, MOST_TOLD).map(({ name, valueText }) => `${name}, ${valueText}`);
  const left = placesAt(told.course.race, timeSec).length - said.length;
  const more = left > 0 ? `; ${left} more` : '';
  return { ...readout, sentence: `${readout.periodLabel}: ${said.join('; ')}${more}.` };
}

/** Names as large as their values, each at a place that it keeps. */
export const words = defineFamily<WordsOwn, PositiveCourse, WordsPlan>({
  ...wordsKnown,
  courseOf,
  valueEnds: ({ course }: ToldWords) => [0, course.greatest],
  planOf: (input: PlanInput<WordsOwn, PositiveCourse>) => planWords(input),
  pictureAt: wordsPicture,
  buildOf: ({ build }) => build,
  imageIds: () => [],
  readoutAt,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldWords) => standingsMoments(told, 'largest'),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
