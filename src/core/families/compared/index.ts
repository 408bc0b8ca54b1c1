import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { ChartReadout, PlanInput } from '../family';
import { defineFamily } from '../family';
import { domainAt, extremesOf } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsReadout } from '../shared/standings/readout';
import { standingsToken } from '../shared/standings/tokens';
import { type ComparedCourse, comparedCourse, type ToldCompared } from './course';
import type { ComparedOwn } from './document';
import { comparedKnown } from './known';
import { type ComparedPlan, laneNames, planCompared } from './plan';
import { comparedPicture } from './scene';

/** Groups that are told in words; more are counted. */
const MOST_TOLD = 12;

function frameAt(told: ToldCompared, timeSec: number) {
  const { course, cube } = told;
  const { min, max } = domainAt(focusedDomain(course.domain, told), timeSec);
  const rows = course.groups.flatMap((c) =>
    course.columnsAt(c, timeSec).map(({ lane, value, base, top }) => {
      const key = course.lanes[lane]?.key;
      return { category: cube.categories[c], ...(course.ofParts ? { part: key } : { period: key }), value, base, top };
    }),
  );
  return { domain: [min, max] as const, rows };
}

function readoutAt(told: ToldCompared, timeSec: number): ChartReadout {
  const { course, cube, chart, formatValue } = told;
  const readout = standingsReadout(withMoments(told), timeSec);
  const names = laneNames(told);
  const groups = course.groups.slice(0, MOST_TOLD).map((c) => {
    const columns = course.columnsAt(c, timeSec).map(({ lane, value }) => `${names[lane]} ${formatValue(value)}`);
    return `${cube.categories[c]}: ${columns.length > 0 ? columns.join(', ') : 'nothing'}`;
  });
  const left = cube.categories.length - Math.min(MOST_TOLD, course.groups.length);
  const more = [
    ...(left > 0 ? [`${left} more.`] : []),
    ...(chart.own.of === 'parts' && !course.ofParts ? ['The table has no parts, so periods are compared.'] : []),
    ...(course.negative.length > 0 ? [`Not drawn: ${course.negative.join(', ')} have parts below 0.`] : []),
  ];
  const shown = new Set(course.groups);
  const rows = readout.rows.filter(({ category }) => shown.has(category));
  return { ...readout, rows, sentence: [`${readout.periodLabel}: ${groups.join('; ')}.`, ...more].join(' ') };
}

/** Nothing is told as a moment, so there are no words for any. */
function withMoments(told: ToldCompared) {
  return told as unknown as Parameters<typeof standingsReadout>[0];
}

function legendOf(told: ToldCompared, { ofPlace }: Colours): LegendContent | null {
  if (told.course.ofParts) return null;
  return { kind: 'names', entries: laneNames(told).map((name, i) => ({ name, colour: ofPlace(i) })) };
}

/** Groups of columns: the parts of each category, or its values at some periods, beside each other. */
export const compared = defineFamily<ComparedOwn, ComparedCourse, ComparedPlan>({
  ...comparedKnown,
  courseOf: comparedCourse,
  valueEnds: ({ course }: ToldCompared) => extremesOf(course.domain),
  legendOf,
  planOf: (input: PlanInput<ComparedOwn, ComparedCourse>) => planCompared(input),
  pictureAt: comparedPicture,
  buildOf: ({ build }) => build,
  imageIds: () => [],
  readoutAt,
  tokenAt: (told, token, timeSec) => standingsToken(withMoments(told), token, timeSec),
  mapOf: (told) => standingsMap(withMoments(told)),
  momentsOf: () => [],
  numbers: { frameAt, events: (told) => standingsEvents(withMoments(told)), order: () => 'largest' },
});
