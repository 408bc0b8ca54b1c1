import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { CourseInput, PlanInput, ToldChart } from '../family';
import { defineFamily } from '../family';
import { domainAt, extremesOf } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import { shownLegend } from '../shared/shown-legend';
import { type StandingsCourse, standingsCourse } from '../shared/standings/course';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { prepareDomain } from '../shared/standings/race-domain';
import { standingsReadout } from '../shared/standings/readout';
import { standingsNumbers } from '../shared/standings/rows';
import { standingsToken } from '../shared/standings/tokens';
import type { RadialOwn } from './document';
import { radialKnown } from './known';
import { radialPicture } from './picture';
import { planRadial, type RadialPlan } from './plan';

type ToldRadial = ToldChart<RadialOwn, StandingsCourse>;

function courseOf(input: CourseInput<RadialOwn>): StandingsCourse {
  const { chart, cube } = input;
  const { between, gaps, own, pace } = chart;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  return standingsCourse(input, {
    places,
    order: own.order,
    between,
    gaps,
    swapMode: 'at-crossing',
    swapSec: pace.swapSec,
  });
}

function frameAt(told: ToldRadial, timeSec: number) {
  const { min, max } = domainAt(focusedDomain(prepareDomain(told.course.race, told.chart.own.domain), told), timeSec);
  return { domain: [min, max] as const, rows: standingsNumbers(told, timeSec) };
}

function legendOf(told: ToldRadial, colours: Colours): LegendContent | null {
  return told.chart.own.labels === 'beside' ? null : shownLegend(told, colours);
}

/** Bars around a middle, in rings that change places. */
export const radial = defineFamily<RadialOwn, StandingsCourse, RadialPlan>({
  ...radialKnown,
  courseOf,
  valueEnds: ({ course }: ToldRadial) => extremesOf(prepareDomain(course.race, { kind: 'fixed' })),
  legendOf,
  planOf: (input: PlanInput<RadialOwn, StandingsCourse>) => planRadial(input),
  pictureAt: radialPicture,
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, course }) =>
    Array.from(course.race.series.categories).flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt: standingsReadout,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldRadial) => standingsMoments(told, told.chart.own.order),
  numbers: {
    frameAt,
    events: (told) => standingsEvents(told),
    order: ({ own }) => (own.order === 'smallest' ? 'smallest' : 'largest'),
  },
});
