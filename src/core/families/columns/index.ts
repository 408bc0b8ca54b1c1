import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import { stepAt } from '../../motion/slots';
import type { PlanInput, ToldChart } from '../family';
import { defineFamily } from '../family';
import { alongInView } from '../shared/along/period-places';
import { periodUnder } from '../shared/along/period-under';
import { type SeriesCourse, seriesCourse } from '../shared/along/series-course';
import { seriesEvents, seriesMap, seriesMoments, seriesReadout, seriesToken } from '../shared/along/told-series';
import { domainAt, extremesOf } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import type { ColumnsOwn } from './document';
import { columnsKnown } from './known';
import { type ColumnsPlan, columnsRefusal, planColumns, stackOf } from './plan';
import { columnsPicture } from './scene';
import { innerArea } from './stands';

type ToldColumns = ToldChart<ColumnsOwn, SeriesCourse>;

/** Every column that stands: those of the periods behind the playhead, then the latest with the values reached. */
function frameAt(told: ToldColumns, timeSec: number) {
  const { course, cube, chart, periodLabels } = told;
  const { stack, domain } = stackOf(course, chart.own);
  const { min, max } = domainAt(focusedDomain(domain, told), timeSec);
  const { step, s } = stepAt(course.clock, timeSec);
  const grouped = chart.own.grouping === 'grouped';
  const rowsAt = (period: string | undefined, at: number, share: number) => {
    const { base, top } = stack.at(at, share);
    return stack.order.flatMap((k) => {
      if (stack.absent(k, at, share)) return [];
      const value = stack.thickness(k, at, share);
      const ends = grouped ? { base: Math.min(0, value), top: Math.max(0, value) } : { base: base[k], top: top[k] };
      return [{ category: cube.categories[course.places[k] ?? 0], period, value, ...ends }];
    });
  };
  const last = s >= 1 ? step + 1 : step;
  const rows = Array.from({ length: last + 1 }, (_, p) =>
    p > 0 && p === cube.periods.length - 1 ? rowsAt(periodLabels[p], p - 1, 1) : rowsAt(periodLabels[p], p, 0),
  ).flat();
  const latest = s > 0 && s < 1 ? rowsAt('', step, s) : [];
  return {
    domain: [min, max] as const,
    rows: [...rows, ...latest],
  };
}

/** Lying bars have no names at their heads, so the legend names them in the order in which they stand. */
function legendOf({ chart, cube, course }: ToldColumns, { ofCategory }: Colours): LegendContent | null {
  if (chart.own.direction !== 'lying' || chart.dress.colour.by !== 'category' || course.places.length < 2) return null;
  const { stack } = stackOf(course, chart.own);
  const entries = stack.order.map((k) => {
    const category = course.places[k] ?? 0;
    return { name: cube.categories[category] ?? '', colour: ofCategory[category] ?? '#888888' };
  });
  return { kind: 'names', entries };
}

/** Columns that stand along the periods, each pulled out of the one before. */
export const columns = defineFamily<ColumnsOwn, SeriesCourse, ColumnsPlan>({
  ...columnsKnown,
  courseOf: seriesCourse,
  valueEnds: ({ course, chart }: ToldColumns) => extremesOf(stackOf(course, chart.own).domain),
  legendOf,
  planOf: (input: PlanInput<ColumnsOwn, SeriesCourse>) => planColumns(input),
  pictureAt: columnsPicture,
  buildOf: ({ build }) => build,
  periodAt: (plan: ColumnsPlan, timeSec, at) => {
    const { area } = innerArea(plan, alongInView(plan.course.periods, timeSec));
    return periodUnder({ ...plan, area }, timeSec, at, plan.chart.own.direction);
  },
  imageIds: ({ labels }) => labels.pictures.flatMap((ref) => (ref ? [ref.imageId] : [])),
  readoutAt: (told, timeSec) => {
    const refused = columnsRefusal(told.course, stackOf(told.course, told.chart.own).stack);
    return seriesReadout(told, timeSec, refused === null ? [] : [refused]);
  },
  tokenAt: seriesToken,
  mapOf: seriesMap,
  momentsOf: seriesMoments,
  numbers: { frameAt, events: seriesEvents, order: () => 'largest' },
});
