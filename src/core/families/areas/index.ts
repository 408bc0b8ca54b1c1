import { stepAt } from '../../motion/slots';
import type { PlanInput, ToldChart } from '../family';
import { defineFamily } from '../family';
import { periodUnder } from '../shared/along/period-under';
import { type SeriesCourse, seriesCourse } from '../shared/along/series-course';
import { seriesEvents, seriesMap, seriesMoments, seriesReadout, seriesToken } from '../shared/along/told-series';
import { domainAt, extremesOf } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import type { AreasOwn } from './document';
import { areasKnown } from './known';
import { type AreasPlan, areasRefusal, planAreas, stackOf } from './plan';
import { areasPicture } from './scene';

type ToldAreas = ToldChart<AreasOwn, SeriesCourse>;

/** The ends of each band at the playhead, from the foot: in data units, or in shares of the whole. Bands touch. */
function frameAt(told: ToldAreas, timeSec: number) {
  const { course, cube, chart } = told;
  const { stack, domain } = stackOf(course, chart.own);
  const { min, max } = domainAt(focusedDomain(domain, told), timeSec);
  const { step, s } = stepAt(course.clock, timeSec);
  const { base, top } = stack.at(step, s);
  const rows = stack.order.map((k) => ({
    category: cube.categories[course.places[k] ?? 0],
    value: stack.thickness(k, step, s),
    base: base[k],
    top: top[k],
  }));
  return { domain: [min, max] as const, rows };
}

/** Areas on each other that the playhead draws. */
export const areas = defineFamily<AreasOwn, SeriesCourse, AreasPlan>({
  ...areasKnown,
  courseOf: seriesCourse,
  valueEnds: ({ course, chart }: ToldAreas) => extremesOf(stackOf(course, chart.own).domain),
  planOf: (input: PlanInput<AreasOwn, SeriesCourse>) => planAreas(input),
  pictureAt: areasPicture,
  buildOf: ({ build }) => build,
  periodAt: periodUnder,
  imageIds: ({ labels }) => labels.pictures.flatMap((ref) => (ref ? [ref.imageId] : [])),
  readoutAt: (told, timeSec) => {
    const refused = areasRefusal(told.course, stackOf(told.course, told.chart.own).stack);
    return seriesReadout(told, timeSec, refused === null ? [] : [refused]);
  },
  tokenAt: seriesToken,
  mapOf: seriesMap,
  momentsOf: seriesMoments,
  numbers: { frameAt, events: seriesEvents, order: () => 'largest' },
});
