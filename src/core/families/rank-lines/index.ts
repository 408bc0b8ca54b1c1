import { placesAt } from '../../motion/race';
import { stepAt } from '../../motion/slots';
import type { PlanInput } from '../family';
import { defineFamily } from '../family';
import { periodUnder } from '../shared/along/period-under';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { standingsReadout } from '../shared/standings/readout';
import { standingsToken } from '../shared/standings/tokens';
import { type RankLinesCourse, rankLinesCourse, type ToldRankLines } from './course';
import type { RankLinesOwn } from './document';
import { rankLinesKnown } from './known';
import { rankLinesPicture } from './picture';
import { greatestEnds, planRankLines, type RankLinesPlan } from './plan';

/** The place that each line has come to, and how many periods lie behind it. Ranks count from 1, slots from 0. */
function frameAt({ course, cube }: ToldRankLines, timeSec: number) {
  const { series } = course.race;
  const { step, s } = stepAt(course.clock, timeSec);
  const rows = placesAt(course.race, timeSec)
    .sort((a, b) => a.slot - b.slot || a.rank - b.rank)
    .map(({ category, series: k, value, rank, slot }) => {
      let points = 0;
      for (let p = 0; p <= (s >= 1 ? step + 1 : step); p++)
        if (!Number.isNaN(series.values[k * series.periodCount + p] ?? Number.NaN)) points++;
      return { category: cube.categories[category], value, rank: rank + 1, slot, head: slot + 1, points };
    });
  return { rows };
}

/** Places instead of values: lines that cross exactly where the values cross. */
export const rankLines = defineFamily<RankLinesOwn, RankLinesCourse, RankLinesPlan>({
  ...rankLinesKnown,
  courseOf: rankLinesCourse,
  valueEnds: ({ course }: ToldRankLines) => greatestEnds(course),
  planOf: (input: PlanInput<RankLinesOwn, RankLinesCourse>) => planRankLines(input),
  pictureAt: rankLinesPicture,
  buildOf: ({ build }) => build,
  periodAt: periodUnder,
  imageIds: ({ labels }) => labels.pictures.flatMap((ref) => (ref ? [ref.imageId] : [])),
  readoutAt: standingsReadout,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told) => standingsMoments(told, told.chart.own.order, true),
  numbers: { frameAt, events: standingsEvents, order: ({ own }) => own.order },
});
