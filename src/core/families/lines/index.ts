import { valueInStep } from '../../motion/series';
import { stepAt } from '../../motion/slots';
import type { ChartMap, ChartReadout, PlanInput, ToldMoment } from '../family';
import { defineFamily } from '../family';
import { alongAt } from '../shared/along/period-places';
import { domainAt, extremesOf } from '../shared/domain';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { standingsReadout } from '../shared/standings/readout';
import { standingsToken } from '../shared/standings/tokens';
import { type LinesCourse, linesCourse, standingsOf, type ToldLines } from './course';
import type { LinesOwn } from './document';
import { linesKnown } from './known';
import { type LinesPlan, linesDomain, planLines } from './plan';
import { linesPicture } from './scene';

function readoutAt(told: ToldLines, timeSec: number): ChartReadout {
  const { places } = told.course;
  const readout = standingsReadout(standingsOf(told), timeSec);
  const rows = readout.rows.map((row) => ({ ...row, category: places[row.category] ?? 0 }));
  const left = told.cube.categories.length - places.length;
  const { min } = domainAt(linesDomain(told.course, told.chart.own), timeSec);
  const more = [
    ...(left > 0 ? [`${left} more have no line`] : []),
    ...(min > 0 ? ['The axis does not begin at 0'] : []),
  ];
  return { ...readout, rows, sentence: [readout.sentence, ...more.map((text) => `${text}.`)].join(' ') };
}

function mapOf(told: ToldLines): ChartMap {
  const { places } = told.course;
  const map = standingsMap(standingsOf(told));
  return {
    ...map,
    categories: map.categories.map((line) => places[line] ?? 0),
    leads: map.leads.map(({ timeSec, category }) => ({ timeSec, category: places[category] ?? 0 })),
  };
}

function momentsOf(told: ToldLines): ToldMoment[] {
  const { places } = told.course;
  return standingsMoments(standingsOf(told), 'largest').map((moment) => ({
    ...moment,
    category: places[moment.category] ?? 0,
    other: moment.other < 0 ? moment.other : (places[moment.other] ?? 0),
  }));
}

/** What each line has come to: the value at the playhead, and how many periods lie behind it. */
function frameAt({ course, cube, chart }: ToldLines, timeSec: number) {
  const { min, max } = domainAt(linesDomain(course, chart.own), timeSec);
  const { series, tracks } = course.race;
  const { step, s } = stepAt(course.clock, timeSec);
  const ranks = new Map(
    standingsReadout({ chart, cube: course.shown, course, periodLabels: [], formatValue: String }, timeSec).rows.map(
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
  return { domain: [min, max] as const, position: alongAt(course.periods, timeSec).step + s, rows };
}

/** One or many lines that the playhead draws. */
export const lines = defineFamily<LinesOwn, LinesCourse, LinesPlan>({
  ...linesKnown,
  courseOf: linesCourse,
  valueEnds: ({ course, chart }: ToldLines) => extremesOf(linesDomain(course, chart.own)),
  planOf: (input: PlanInput<LinesOwn, LinesCourse>) => planLines(input),
  pictureAt: linesPicture,
  imageIds: () => [],
  readoutAt,
  tokenAt: (told, token, timeSec) => standingsToken(standingsOf(told), token, timeSec),
  mapOf,
  momentsOf,
  numbers: { frameAt, events: (told) => standingsEvents(standingsOf(told)), order: () => 'largest' },
});
