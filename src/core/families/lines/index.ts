import { valueInStep } from '../../motion/series';
import { stepAt } from '../../motion/slots';
import type { ChartReadout, PlanInput, ToldChart } from '../family';
import { defineFamily } from '../family';
import { periodUnder } from '../shared/along/period-under';
import { type SeriesCourse, seriesCourse } from '../shared/along/series-course';
import { seriesEvents, seriesMap, seriesMoments, seriesReadout, seriesToken } from '../shared/along/told-series';
import { domainAt, extremesOf } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import { standingsReadout } from '../shared/standings/readout';
import type { LinesOwn } from './document';
import { linesKnown } from './known';
import { type LinesPlan, linesDomain, linesRefusal, planLines } from './plan';
import { linesPicture } from './scene';

function readoutAt(told: ToldChart<LinesOwn, SeriesCourse>, timeSec: number): ChartReadout {
  const { min, log } = domainAt(focusedDomain(linesDomain(told.course, told.chart.own), told), timeSec);
  const refused = linesRefusal(told.course, told.chart.own);
  const said = refused ?? (log ? 'The axis is logarithmic.' : min > 0 ? 'The axis does not begin at 0.' : null);
  return seriesReadout(told, timeSec, said === null ? [] : [said]);
}

/** What each line has come to: the value at the playhead, and how many periods lie behind it. */
function frameAt(told: ToldChart<LinesOwn, SeriesCourse>, timeSec: number) {
  const { course, cube, chart } = told;
  const { min, max } = domainAt(focusedDomain(linesDomain(course, chart.own), told), timeSec);
  const { series, tracks } = course.race;
  const { step, s } = stepAt(course.clock, timeSec);
  const ranks = new Map(
    standingsReadout({ ...told, cube: course.shown, periodLabels: [], formatValue: String }, timeSec).rows.map(
      ({ category, rank }) => [category, rank],
    ),
  );
  const rows = Array.from({ length: tracks.seriesCount }, (_, k) => {
    const line = series.categories[k] ?? 0;
    const head = valueInStep(series, k, step, s) * series.unit;
    let points = 0;
    for (let p = 0; p <= (s >= 1 ? step + 1 : step); p++)
      if (!Number.isNaN(series.values[k * series.periodCount + p] ?? Number.NaN)) points++;
    return { category: cube.categories[course.places[line] ?? 0], value: head, rank: ranks.get(line), head, points };
  }).filter(({ head }) => !Number.isNaN(head));
  return { domain: [min, max] as const, rows };
}

/** One or many lines that the playhead draws. */
export const lines = defineFamily<LinesOwn, SeriesCourse, LinesPlan>({
  ...linesKnown,
  courseOf: seriesCourse,
  valueEnds: ({ course, chart }: ToldChart<LinesOwn, SeriesCourse>) => extremesOf(linesDomain(course, chart.own)),
  planOf: (input: PlanInput<LinesOwn, SeriesCourse>) => planLines(input),
  pictureAt: linesPicture,
  buildOf: ({ build }) => build,
  periodAt: periodUnder,
  imageIds: ({ labels }) => labels.pictures.flatMap((ref) => (ref ? [ref.imageId] : [])),
  readoutAt,
  tokenAt: seriesToken,
  mapOf: seriesMap,
  momentsOf: seriesMoments,
  numbers: { frameAt, events: seriesEvents, order: () => 'largest' },
});
