import type { Frame } from '../../chart/frame';
import { fontOf } from '../../chart/text-block';
import type { Stage } from '../../project/film';
import { lineWidth } from '../../scene/layout-text';
import { type Font, type MeasureText, plainLine } from '../../scene/text-fit';
import type { ValueAxis } from '../shared/axis-place';
import { depthAlong, depthOf } from '../shared/depth';
import { type DomainCourse, extremesOf } from '../shared/domain';
import type { FittedName } from '../shared/fitted-names';
import type { RankedBarsPlan } from './bars-plan';
import type { RankedBarsChart } from './document';

/** What decides how much room bars and labels have. */
export interface Room {
  readonly chart: RankedBarsChart;
  readonly stage: Stage;
  readonly frame: Frame;
  readonly axis: ValueAxis;
  readonly places: number;
  readonly domain: DomainCourse;
  readonly formatValue: (value: number) => string;
  readonly measure: MeasureText;
  readonly categoryNames: readonly string[];
}

/** Where everything stands that depends on the direction. */
export type BarLayout = Pick<
  RankedBarsPlan,
  | 'field'
  | 'clip'
  | 'slotPx'
  | 'thickPx'
  | 'picturePx'
  | 'headPx'
  | 'depth'
  | 'fonts'
  | 'names'
  | 'nameAt'
  | 'pictureAt'
  | 'rankAt'
  | 'nameRoomPx'
  | 'reach'
>;

/** Places are numbered, unless they are the table's own. */
export function showsRanks({ chart }: Room): boolean {
  return chart.dress.bars.ranks && chart.own.order !== 'table';
}

/** The fonts of the labels that are as large as their place allows. */
export function fontsOf({ chart }: Room, sizePx: number, valueSizePx: number, picturePx: number): BarLayout['fonts'] {
  const { labels } = chart.dress;
  return {
    value: fontOf(labels.value, valueSizePx),
    rank: fontOf(labels.rank, Math.max(1, sizePx * 0.8 * labels.rank.size)),
    monogram: fontOf({ ...labels.name, weight: 700, italic: false, spacing: 0 }, Math.max(1, picturePx * 0.42)),
  };
}

/** How marks of a thickness stand out, and how far they reach beyond their ends: by that, or by their heads. */
export function endOf({ chart }: Room, thickPx: number, slotPx: number): Pick<RankedBarsPlan, 'headPx' | 'depth'> {
  const { bars } = chart.dress;
  if (chart.own.form === 'repeated') return { depth: null, headPx: 0 };
  if (chart.own.form !== 'bar') return { depth: null, headPx: thickPx / 2 };
  const depth = depthOf(bars, { thickPx, gapPx: (slotPx - thickPx) / 2 });
  return { depth, headPx: depthAlong(depth, bars.direction) };
}

/** Two lines need room enough in their place. */
export function twoLinesFit(rule: RankedBarsChart['dress']['bars']['longNames'], slotPx: number, sizePx: number) {
  return rule === 'wrap' && slotPx < sizePx * 1.8 ? 'shrink' : rule;
}

/** Pictures as they are may be wider than high. */
export function widestAspect(shape: RankedBarsChart['dress']['pictures']['shape']): number {
  return shape === 'plain' ? 1.5 : 1;
}

/** The widest of many names: more of them than a call takes arguments. */
export function widestOf(names: readonly FittedName[]): number {
  return names.reduce((most, { widthPx }) => Math.max(most, widthPx), 0);
}

/** Room for a picture on a bar that may be shorter than it. */
export function onBarPx({ chart }: Room, picturePx: number): number {
  const { shown, at, shape } = chart.dress.pictures;
  return shown && at !== 'beside' ? picturePx * (widestAspect(shape) + 0.2) : 0;
}

/** A name that is not shown. */
export const emptyName = (font: Font): FittedName => ({ lines: [], font, widthPx: 0 });

/** The size of value labels: smaller where long numbers would leave too little room. */
export function valueFontOf(room: Room, sizePx: number, limitPx: number): number {
  const font = fontOf(room.chart.dress.labels.value, sizePx);
  const widest = Math.max(widestValue(room, 1, font), widestValue(room, -1, font));
  return Math.max(1, widest > limitPx ? (sizePx * limitPx) / widest : sizePx);
}

/** Room for the longest label on one side: every size of number that the axis passes through is tried. */
export function widestValue({ domain, formatValue, measure }: Room, sign: 1 | -1, font: Font): number {
  let widest = 0;
  const [min, max] = extremesOf(domain);
  const top = Math.abs(sign > 0 ? max : min);
  for (let size = top; size > top * 1e-7; size /= 10) {
    for (const value of [size, size * 0.999]) {
      const text = plainLine(formatValue(sign * value)).replace(/\d/g, '0');
      widest = Math.max(widest, lineWidth(text, font, true, measure));
    }
  }
  return widest;
}
