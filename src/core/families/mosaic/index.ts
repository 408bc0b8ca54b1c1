import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { ChartReadout } from '../family';
import { defineFamily } from '../family';
import { percentFormat } from '../shared/percent';
import { portionName, type SharesCourse, sharesCourse } from '../shared/shares/shares-course';
import { sharesEnds, sharesReadout, sharesRefusal, sharesToken } from '../shared/shares/told-shares';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { columnsAt, isOfParts, layersOf, type MosaicInput, type ToldMosaic } from './course';
import type { MosaicOwn } from './document';
import { mosaicKnown } from './known';
import { mosaicPicture } from './picture';
import { type MosaicPlan, planMosaic } from './plan';

function frameAt(told: ToldMosaic, timeSec: number) {
  const { course } = told;
  if (sharesRefusal(course) !== null) return { rows: [] };
  const layers = layersOf(told);
  const kind = isOfParts(told) ? 'part' : 'period';
  const { list, stretches } = columnsAt(told, timeSec);
  const rows = stretches.flatMap(({ of, from, to }) => {
    const column = list[of];
    if (!column) return [];
    let y = 0;
    return column.pieces.map(({ layer, value, share }) => {
      const row = {
        category: portionName(told, column),
        ...(layer === null ? {} : { [kind]: layers[layer]?.key ?? '' }),
        value: value * (column.share > 0 ? (to - from) / column.share : 0),
        x: from,
        y,
        width: to - from,
        height: share,
      };
      y += share;
      return row;
    });
  });
  return { rows };
}

/** What layers are called in the legend. */
function layerNames(told: ToldMosaic): string[] {
  return layersOf(told).map(({ key, at }) => (isOfParts(told) ? key : (told.periodLabels[at] ?? key)));
}

function legendOf(told: ToldMosaic, { ofPlace }: Colours): LegendContent | null {
  if (isOfParts(told)) return null;
  return { kind: 'names', entries: layerNames(told).map((name, i) => ({ name, colour: ofPlace(i) })) };
}

/** Columns that are told in words with their pieces; more are told by the whole alone. */
const MOST_TOLD = 12;

function readoutAt(told: ToldMosaic, timeSec: number): ChartReadout {
  const readout = sharesReadout(told, timeSec);
  if (sharesRefusal(told.course) !== null) return readout;
  const percent = percentFormat(told.chart.numbers);
  const names = layerNames(told);
  const { list } = columnsAt(told, timeSec);
  const shown = new Set(list.map(({ category }) => category));
  const said = list.slice(0, MOST_TOLD).map((column) => {
    const pieces = column.pieces.flatMap(({ layer, share }) =>
      layer === null || share <= 0 ? [] : [`${names[layer]} ${percent(share)}`],
    );
    return `${portionName(told, column)} ${percent(column.share)}${pieces.length > 0 ? ` (${pieces.join(', ')})` : ''}`;
  });
  const without =
    told.chart.own.of === 'parts' && !isOfParts(told) ? ' The table has no parts, so periods share the columns.' : '';
  const left = list.length - said.length;
  const more = left > 0 ? ` ${left} more.` : '';
  const rows = readout.rows.filter(({ category }) => shown.has(category));
  const nothing = said.length === 0 ? 'there is nothing to share' : said.join('; ');
  return { ...readout, rows, sentence: `${readout.periodLabel}: ${nothing}.${more}${without}` };
}

/** Columns as wide as their share of the whole, in boxes as high as their part of the column. */
export const mosaic = defineFamily<MosaicOwn, SharesCourse, MosaicPlan>({
  ...mosaicKnown,
  courseOf: sharesCourse,
  valueEnds: sharesEnds,
  legendOf,
  planOf: (input: MosaicInput) => planMosaic(input),
  pictureAt: mosaicPicture,
  buildOf: ({ build }) => build,
  imageIds: () => [],
  readoutAt,
  tokenAt: sharesToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldMosaic) => standingsMoments(told, told.chart.own.order),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
