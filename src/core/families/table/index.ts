import type { CourseInput, PlanInput, ToldChart } from '../family';
import { defineFamily } from '../family';
import { positionOf } from '../shared/cells/cells-course';
import { changeAt } from '../shared/cells/change';
import { extremesOf } from '../shared/domain';
import { type StandingsCourse, standingsCourse } from '../shared/standings/course';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { prepareDomain } from '../shared/standings/race-domain';
import { standingsReadout } from '../shared/standings/readout';
import { standingsNumbers } from '../shared/standings/rows';
import { standingsToken } from '../shared/standings/tokens';
import type { TableOwn } from './document';
import { gridPicture } from './grid-picture';
import { tableKnown } from './known';
import { rankedRows } from './long-rows';
import { tablePicture } from './picture';
import { planTable, type TablePlan } from './plan';

type ToldTable = ToldChart<TableOwn, StandingsCourse>;

function courseOf(input: CourseInput<TableOwn>): StandingsCourse {
  const { chart, cube } = input;
  const { between, gaps, own, pace } = chart;
  const places = rankedRows(own, cube.categories.length);
  const { order } = own;
  return standingsCourse(input, { places, order, between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec });
}

function frameAt(told: ToldTable, timeSec: number) {
  const { course, chart } = told;
  const position = positionOf(course, timeSec);
  const rows = standingsNumbers(told, timeSec, ({ series }) => {
    const change = changeAt(course.race.series, series, position, chart.own);
    return change ? { change: change.amount } : {};
  });
  return { rows };
}

/** Rows of names and counting numbers that change places. */
export const table = defineFamily<TableOwn, StandingsCourse, TablePlan>({
  ...tableKnown,
  courseOf,
  valueEnds: ({ course }: ToldTable) => extremesOf(prepareDomain(course.race, { kind: 'fixed' })),
  planOf: (input: PlanInput<TableOwn, StandingsCourse>) => planTable(input),
  pictureAt: (plan, timeSec) => (plan.grid ? gridPicture(plan, plan.grid, timeSec) : tablePicture(plan, timeSec)),
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, course }) =>
    Array.from(course.race.series.categories).flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt: standingsReadout,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldTable) => standingsMoments(told, told.chart.own.order),
  numbers: {
    frameAt,
    events: (told) => standingsEvents(told),
    order: ({ own }) => (own.order === 'smallest' ? 'smallest' : 'largest'),
  },
});
