import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { ChartReadout, PlanInput } from '../family';
import { defineFamily } from '../family';
import { shownLegend } from '../shared/shown-legend';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import type { PositiveCourse } from '../shared/standings/positive-course';
import { standingsReadout } from '../shared/standings/readout';
import { standingsToken } from '../shared/standings/tokens';
import { polarCourse, type ToldPolar, wedgesAt } from './course';
import type { PolarOwn } from './document';
import { polarKnown } from './known';
import { polarPicture } from './picture';
import { type PolarPlan, planPolar } from './plan';

const measureWords = { area: 'The area of a wedge is its value.', radius: 'The radius of a wedge is its value.' };

function frameAt({ course, cube, chart }: ToldPolar, timeSec: number) {
  const { wedges, rim } = wedgesAt(course, chart.own, timeSec);
  const rows = [...wedges]
    .sort((a, b) => a.slot - b.slot)
    .map(({ category, value, rank, slot, radius }) => ({
      category: cube.categories[category],
      value,
      rank: rank + 1,
      slot,
      radius,
    }));
  return { domain: [0, rim] as const, rows };
}

function readoutAt(told: ToldPolar, timeSec: number): ChartReadout {
  const readout = standingsReadout(told, timeSec);
  const { refused } = told.course;
  if (refused !== null) return { ...readout, rows: [], sentence: `${readout.periodLabel}: ${refused}` };
  return { ...readout, sentence: `${readout.sentence} ${measureWords[told.chart.own.measure]}` };
}

/** The legend says what of a wedge is its value, and has the names where they do not stand outside. */
function legendOf(told: ToldPolar, colours: Colours): LegendContent | null {
  const { labels, measure } = told.chart.own;
  const names = labels === 'none' ? shownLegend(told, colours) : null;
  if (colours.ofShare) return null;
  const said = { name: measureWords[measure].replace(/\.$/, ''), colour: MEASURE_COLOUR };
  return { kind: 'names', entries: [...(names?.kind === 'names' ? names.entries : colours.groups), said] };
}

/** Of the sign in the legend that stands for any wedge. */
const MEASURE_COLOUR = '#8A8F94';

/** Wedges of equal angle around a middle, whose area (or radius) is the value. */
export const polar = defineFamily<PolarOwn, PositiveCourse, PolarPlan>({
  ...polarKnown,
  courseOf: polarCourse,
  valueEnds: ({ course }: ToldPolar) => [0, course.greatest],
  legendOf,
  planOf: (input: PlanInput<PolarOwn, PositiveCourse>) => planPolar(input),
  pictureAt: polarPicture,
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, course }) =>
    Array.from(course.race.series.categories).flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldPolar) => standingsMoments(told, told.chart.own.order),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
