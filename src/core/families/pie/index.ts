import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { PlanInput } from '../family';
import { defineFamily } from '../family';
import { startsOf } from '../shared/round/ring-order';
import { REST_COLOUR, type SharesCourse, sharesCourse, type ToldShares } from '../shared/shares/shares-course';
import { sharesEnds, sharesNumbers, sharesReadout, sharesToken } from '../shared/shares/told-shares';
import { shownLegend } from '../shared/shown-legend';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import type { PieOwn } from './document';
import { pieKnown } from './known';
import { piePicture } from './picture';
import { type PiePlan, planPie } from './plan';

type ToldPie = ToldShares<PieOwn>;

function frameAt(told: ToldPie, timeSec: number) {
  const sweep = told.chart.own.round === 'half' ? 0.5 : 1;
  return sharesNumbers(told, timeSec, (list) => {
    const starts = startsOf(list);
    return list.map(({ share }, i) => ({ from: (starts[i] ?? 0) * sweep, to: ((starts[i] ?? 0) + share) * sweep }));
  });
}

/** Where names do not stand beside the slices, the legend has them. */
function legendOf(told: ToldPie, colours: Colours): LegendContent | null {
  const { labels, places, rest, restName, under } = told.chart.own;
  const legend = labels === 'outside' ? null : shownLegend(told, colours);
  if (legend?.kind !== 'names' || rest !== 'gather' || (told.cube.categories.length <= places && under === 0))
    return legend;
  return { ...legend, entries: [...legend.entries, { name: restName, colour: REST_COLOUR }] };
}

/** A pie, or a ring: shares of the whole as slices that change places where values cross. */
export const pie = defineFamily<PieOwn, SharesCourse, PiePlan>({
  ...pieKnown,
  courseOf: sharesCourse,
  valueEnds: sharesEnds,
  legendOf,
  planOf: (input: PlanInput<PieOwn, SharesCourse>) => planPie(input),
  pictureAt: piePicture,
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, course }) =>
    Array.from(course.race.series.categories).flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt: sharesReadout,
  tokenAt: sharesToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldPie) => standingsMoments(told, told.chart.own.order),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
