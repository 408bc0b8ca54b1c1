import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { ChartReadout, PlanInput } from '../family';
import { defineFamily } from '../family';
import { percentFormat } from '../shared/percent';
import { portionName, REST, REST_COLOUR, type SharesCourse, sharesCourse } from '../shared/shares/shares-course';
import { sharesEnds, sharesReadout, sharesRefusal, sharesToken } from '../shared/shares/told-shares';
import { shownLegend } from '../shared/shown-legend';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { standingsReadout } from '../shared/standings/readout';
import { cellsAt, type ToldHundred } from './course';
import type { HundredOwn } from './document';
import { hundredKnown } from './known';
import { hundredPicture } from './picture';
import { type HundredPlan, planHundred } from './plan';

/** How many cells each has, and its share of all. */
function frameAt(told: ToldHundred, timeSec: number) {
  const { course, chart } = told;
  if (sharesRefusal(course) !== null) return { rows: [] };
  const { list } = cellsAt(course, chart.own, timeSec);
  const rows = list.map((portion) => ({
    category: portionName(told, portion),
    value: portion.value,
    ...(portion.category === REST ? {} : { rank: portion.rank + 1, slot: portion.slot }),
    share: portion.share,
    cells: portion.share * chart.own.cells,
  }));
  return { rows };
}

function readoutAt(told: ToldHundred, timeSec: number): ChartReadout {
  const { course, chart } = told;
  const readout = sharesReadout(told, timeSec);
  if (chart.own.whole === 'sum' || sharesRefusal(course) !== null) return readout;
  const percent = percentFormat(chart.numbers);
  const { list, over } = cellsAt(course, chart.own, timeSec);
  const shareOf = new Map(list.map(({ category, share }) => [category, share]));
  const rows = standingsReadout(told, timeSec).rows.map((row) => ({
    ...row,
    valueText: `${row.valueText} (${percent(shareOf.get(row.category) ?? 0)})`,
  }));
  const said = rows.map(({ name, valueText }) => `${name}, ${valueText}`).join('; ');
  const more = over ? ' Together this is more than the number given, so all of it is the whole.' : '';
  return { ...readout, rows, sentence: `${readout.periodLabel}: ${said || 'there is nothing to share'}.${more}` };
}

/** Where names do not stand aside the legend has them. */
function legendOf(told: ToldHundred, colours: Colours): LegendContent | null {
  const { labels, places, rest, restName, under, whole } = told.chart.own;
  const legend = labels === 'aside' ? null : shownLegend(told, colours);
  const gathers = whole === 'sum' && rest === 'gather' && (told.cube.categories.length > places || under > 0);
  if (legend?.kind !== 'names' || !gathers) return legend;
  return { ...legend, entries: [...legend.entries, { name: restName, colour: REST_COLOUR }] };
}

/** A hundred cells, or any number of them, that belong to names by their shares. */
export const hundred = defineFamily<HundredOwn, SharesCourse, HundredPlan>({
  ...hundredKnown,
  courseOf: sharesCourse,
  valueEnds: sharesEnds,
  legendOf,
  planOf: (input: PlanInput<HundredOwn, SharesCourse>) => planHundred(input),
  pictureAt: hundredPicture,
  buildOf: ({ build }) => build,
  imageIds: ({ chart, pictureRefs, course }) =>
    chart.own.form === 'picture'
      ? Array.from(course.race.series.categories).flatMap((c) => pictureRefs[c]?.imageId ?? [])
      : [],
  readoutAt,
  tokenAt: sharesToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldHundred) => standingsMoments(told, told.chart.own.order),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
