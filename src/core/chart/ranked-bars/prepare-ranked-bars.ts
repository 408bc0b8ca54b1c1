import type { Motion } from '../../motion/motion';
import { placesAt } from '../../motion/motion';
import type { Build } from '../../pace/pace';
import type { Project, RankedBarsChart, Stage } from '../../project/project';
import { decimalsOf, numberFormat, tickFormat } from '../../scale/number-format';
import { lineWidth } from '../../scene/layout-text';
import { type Font, type MeasureText, plainLine } from '../../scene/text-fit';
import type { Cube } from '../../shaping/cube';
import { fixedParts, prepareAxis, type ValueAxis } from '../axis';
import type { Box } from '../box';
import { turnsOf } from '../build';
import type { Colours } from '../colours';
import { type DomainCourse, extremesOf, prepareDomain } from '../domain';
import type { Frame } from '../frame';
import { type PictureRef, picturesOf } from '../pictures';
import { ASCENT, DESCENT, fontOf } from '../text-block';
import { type FittedName, fitNames } from './names';

/** A race of ranked bars, ready to be drawn at any moment. */
export interface PreparedRankedBars {
  readonly family: 'ranked-bars';
  readonly chart: RankedBarsChart;
  readonly stage: Stage;
  readonly motion: Motion;
  readonly domain: DomainCourse;
  readonly frame: Frame;
  readonly axis: ValueAxis;
  readonly parts: number;
  readonly places: number;
  /** Where bars may be: along, from the zero line of the smallest domain to the end of the longest bar. */
  readonly bars: Box;
  /** Bars and their labels are cut to this. */
  readonly clip: Box;
  /** Room of one place, across. */
  readonly slotPx: number;
  readonly thickPx: number;
  readonly picturePx: number;
  readonly fonts: { readonly value: Font; readonly rank: Font; readonly monogram: Font };
  readonly colours: Colours;
  readonly ink: { readonly name: string; readonly value: string; readonly rank: string };
  /** By series. */
  readonly names: readonly FittedName[];
  readonly pictures: readonly (PictureRef | null)[];
  readonly categoryNames: readonly string[];
  /** Where names beside the bars end (lying) or start (standing), along; pictures beside and ranks likewise. */
  readonly nameAt: number;
  readonly pictureAt: number;
  readonly rankAt: number;
  readonly formatValue: (value: number) => string;
  /** By series: the turn in the opening and the closing. */
  readonly turns: { readonly opening: ReadonlyMap<number, number>; readonly closing: ReadonlyMap<number, number> };
  readonly measure: MeasureText;
}

const NAME_SHARE = 0.3;
/** A label is at most this share of its place high, so that labels of neighbours keep apart. */
const LABEL_SHARE = 0.6;

/** Prepares a race for drawing: sizes, fonts and texts that stay the same through the film. */
export function prepareRankedBars(
  project: Project,
  chart: RankedBarsChart,
  cube: Cube,
  motion: Motion,
  frame: Frame,
  colours: Colours,
  measure: MeasureText,
): PreparedRankedBars {
  const { stage } = project.film;
  const { dress } = chart;
  const { direction } = dress.bars;
  const domain = prepareDomain(motion, chart.domain);
  const formatValue = numberFormat(chart.numbers, decimalsOf(cube.values));
  const formatTick = tickFormats(chart);
  const axis = prepareAxis({ chart, frame, direction, course: domain, formatValue, formatTick, measure });
  const places = Math.max(1, Math.min(chart.places, Math.max(cube.categories.length, 1)));
  const series = Array.from(motion.series.categories);
  const room: Room = {
    chart,
    stage,
    frame,
    axis,
    places,
    domain,
    formatValue,
    measure,
    // Of thousands that could tie for a place few are ever seen; only their names need room.
    categoryNames: series.map((c, k) => ((motion.showing[k]?.length ?? 0) > 0 ? (cube.categories[c] ?? '') : '')),
  };
  const plan = direction === 'lying' ? planLying(room) : planStanding(room);
  const pictures = picturesOf(project, chart, cube);
  const { labels } = dress;
  const turns = (build: Build, timeSec: number) => {
    const marks = placesAt(motion, timeSec).sort((a, b) => a.slot - b.slot);
    const list = turnsOf(
      build,
      marks.map(({ category }) => ({ category, name: cube.categories[category] ?? '' })),
    );
    return new Map(marks.map(({ series: k }, i) => [k, list[i] ?? 0]));
  };
  return {
    family: 'ranked-bars',
    chart,
    stage,
    motion,
    domain,
    frame,
    axis,
    places,
    ...plan,
    parts: fixedParts(axis, plan.bars, domain),
    colours,
    ink: {
      name: labels.name.colour ?? frame.inks.strong,
      value: labels.value.colour ?? frame.inks.strong,
      rank: labels.rank.colour ?? frame.inks.quiet,
    },
    pictures: series.map((c) => pictures[c] ?? null),
    categoryNames: room.categoryNames,
    formatValue,
    turns: { opening: turns(chart.pace.opening, 0), closing: turns(chart.pace.closing, motion.clock.lengthSec) },
    measure,
  };
}

/** The same few round numbers are written frame after frame. */
function remembered(format: (value: number) => string): (value: number) => string {
  const texts = new Map<number, string>();
  return (value) => {
    const known = texts.get(value);
    if (known !== undefined) return known;
    const text = format(value);
    if (texts.size > 2000) texts.clear();
    texts.set(value, text);
    return text;
  };
}

/** Formats of tick labels by their decimals, made once each. */
function tickFormats(chart: RankedBarsChart): (decimals: number) => (value: number) => string {
  const formats = new Map<number, (value: number) => string>();
  return (decimals) => {
    const format = formats.get(decimals) ?? remembered(tickFormat(chart.numbers, decimals));
    formats.set(decimals, format);
    return format;
  };
}

interface Room {
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

type Plan = Pick<
  PreparedRankedBars,
  'bars' | 'clip' | 'slotPx' | 'thickPx' | 'picturePx' | 'fonts' | 'names' | 'nameAt' | 'pictureAt' | 'rankAt'
>;

function showsRanks({ chart }: Room): boolean {
  return chart.dress.bars.ranks && chart.order !== 'table';
}

function fontsOf({ chart }: Room, sizePx: number, valueSizePx: number, picturePx: number): Plan['fonts'] {
  const { labels } = chart.dress;
  return {
    value: fontOf(labels.value, valueSizePx),
    rank: fontOf(labels.rank, Math.max(1, sizePx * 0.8 * labels.rank.size)),
    monogram: fontOf({ ...labels.name, weight: 700, italic: false, spacing: 0 }, Math.max(1, picturePx * 0.42)),
  };
}

function planLying(room: Room): Plan {
  const { chart, stage, frame, axis, places, domain, measure } = room;
  const { plot, unit } = frame;
  const { bars: style, labels, pictures } = chart.dress;
  const top = plot.y + axis.insets.top;
  const heightPx = Math.max(1, plot.heightPx - axis.insets.top - axis.insets.bottom);
  const slotPx = Math.min(24 * unit, heightPx / places);
  const thickPx = slotPx * style.thickness;
  // A tall stage has less room beside the bars, so names and numbers are smaller there.
  const largest = stage.heightPx > stage.widthPx ? 3.2 : 4.2;
  const sizePx = Math.max(1, Math.min(largest * unit, slotPx * 0.5));
  const limitSize = (times: number) => Math.max(1, Math.min(sizePx * times, slotPx * LABEL_SHARE));
  const gapPx = sizePx * 0.4;
  const [min, max] = extremesOf(domain);
  const valueLimit = plot.widthPx * (min < 0 && max > 0 ? 0.2 : 0.34);
  const valueFont = valueFontOf(room, limitSize(labels.value.size * 0.94), valueLimit);
  const picturePx = pictures.shown ? thickPx * pictures.size : 0;
  const fonts = fontsOf(room, sizePx, valueFont, picturePx);
  const mixed = min < 0 && max > 0;
  const inside = style.names === 'inside';
  // A bar that is too short for labels inside has them outside, so there is room for them wherever bars may be short.
  const widest = (sign: 1 | -1) =>
    style.values === 'outside' || (style.values === 'inside' && (mixed || inside))
      ? widestValue(room, sign, fonts.value) + gapPx
      : 0;
  const rankPx = showsRanks(room)
    ? lineWidth('0'.repeat(String(places).length), fonts.rank, true, measure) + sizePx * 0.5
    : 0;
  const names =
    style.names === 'hidden'
      ? room.categoryNames.map(() => emptyName(fonts.value))
      : fitNames(
          room.categoryNames,
          labels.name,
          limitSize(labels.name.size),
          plot.widthPx * (inside && mixed ? NAME_SHARE / 2 : NAME_SHARE),
          twoLinesFit(style.longNames, slotPx, limitSize(labels.name.size)),
          measure,
        );
  const gutterPx = style.names === 'beside' ? widestOf(names) : 0;
  const besidePx = pictures.shown && pictures.at === 'beside' ? picturePx * widestAspect(pictures.shape) + gapPx : 0;
  const nameAt = plot.x + rankPx + gutterPx + (rankPx > 0 && gutterPx > 0 ? gapPx * 0.5 : 0);
  const pictureAt = nameAt + (gutterPx > 0 ? gapPx : 0) + besidePx - (besidePx > 0 ? gapPx : 0);
  const foot = besidePx > 0 ? pictureAt : nameAt;
  const namesPx = inside && mixed ? widestOf(names) + gapPx : 0;
  const insidePx = namesPx + (mixed ? onBarPx(room, picturePx) : 0);
  const x = foot + (foot > plot.x ? gapPx : 0) + (min < 0 ? widest(-1) + insidePx : 0);
  // Without a label behind it the longest bar still ends clear of the margin.
  const rightPx = (max > 0 ? widest(1) + insidePx : 0) || (axis.chart.dress.axis.ticks ? axis.font.sizePx : 0);
  const widthPx = Math.max(plot.widthPx * 0.1, plot.x + plot.widthPx - axis.insets.right - rightPx - x);
  const box = { x, y: top, widthPx, heightPx: slotPx * places };
  return {
    bars: box,
    clip: { x: 0, y: top, widthPx: stage.widthPx, heightPx: box.heightPx },
    slotPx,
    thickPx,
    picturePx,
    fonts,
    names,
    nameAt,
    pictureAt,
    rankAt: plot.x,
  };
}

/** Two lines need room enough in their place. */
function twoLinesFit(rule: RankedBarsChart['dress']['bars']['longNames'], slotPx: number, sizePx: number) {
  return rule === 'wrap' && slotPx < sizePx * 1.8 ? 'shrink' : rule;
}

/** Pictures as they are may be wider than high. */
function widestAspect(shape: RankedBarsChart['dress']['pictures']['shape']): number {
  return shape === 'plain' ? 1.5 : 1;
}

/** The widest of many names: more of them than a call takes arguments. */
function widestOf(names: readonly FittedName[]): number {
  return names.reduce((most, { widthPx }) => Math.max(most, widthPx), 0);
}

/** Room for a picture on a bar that may be shorter than it. */
function onBarPx({ chart }: Room, picturePx: number): number {
  const { shown, at, shape } = chart.dress.pictures;
  return shown && at !== 'beside' ? picturePx * (widestAspect(shape) + 0.2) : 0;
}

const emptyName = (font: Font): FittedName => ({ lines: [], font, widthPx: 0 });

function planStanding(room: Room): Plan {
  const { chart, stage, frame, axis, places, domain, measure } = room;
  const { plot, unit } = frame;
  const { bars: style, labels, pictures } = chart.dress;
  const x = plot.x + axis.insets.left;
  const widthPx = Math.max(1, plot.widthPx - axis.insets.left - axis.insets.right);
  const slotPx = Math.min(60 * unit, widthPx / places);
  const thickPx = slotPx * style.thickness;
  const sizePx = Math.max(1, Math.min(3.2 * unit, slotPx * 0.34));
  const gapPx = sizePx * 0.4;
  const [min, max] = extremesOf(domain);
  const valueSize = valueFontOf(room, sizePx * labels.value.size, slotPx * 0.94);
  const picturePx = pictures.shown ? Math.min(thickPx * pictures.size, 12 * unit, plot.heightPx * 0.16) : 0;
  const fonts = fontsOf(room, sizePx, valueSize, picturePx);
  const nameSize = Math.max(1, sizePx * labels.name.size);
  const names =
    style.names === 'hidden'
      ? room.categoryNames.map(() => emptyName(fonts.value))
      : fitNames(room.categoryNames, labels.name, nameSize, slotPx * 0.92, style.longNames, measure);
  const lines = names.reduce((most, { lines: own }) => Math.max(most, own.length), 1);
  const linePx = (font: Font) => font.sizePx * (ASCENT + DESCENT);
  const namesPx = style.names === 'beside' ? gapPx + lines * nameSize * 1.16 : 0;
  const besidePx = pictures.shown && pictures.at === 'beside' ? picturePx + gapPx : 0;
  const ranksPx = showsRanks(room) ? linePx(fonts.rank) + gapPx * 0.5 : 0;
  const mixed = min < 0 && max > 0;
  const outerPx = style.names === 'inside' ? lines * nameSize * 1.16 + gapPx : 0;
  const valuePx =
    (style.values === 'hidden' ? 0 : linePx(fonts.value) + gapPx) + (mixed ? outerPx + onBarPx(room, picturePx) : 0);
  const top = plot.y + axis.insets.top + (max > 0 ? valuePx : 0);
  const bottom = plot.y + plot.heightPx - axis.insets.bottom - namesPx - besidePx - ranksPx - (min < 0 ? valuePx : 0);
  const box = { x, y: top, widthPx: slotPx * places, heightPx: Math.max(plot.heightPx * 0.1, bottom - top) };
  const foot = box.y + box.heightPx + (min < 0 ? valuePx : 0);
  return {
    bars: box,
    clip: { x, y: 0, widthPx: box.widthPx, heightPx: stage.heightPx },
    slotPx,
    thickPx,
    picturePx,
    fonts,
    names,
    pictureAt: foot + gapPx,
    nameAt: foot + besidePx + gapPx,
    rankAt: foot + besidePx + namesPx + gapPx * 0.5,
  };
}

/** The size of value labels: smaller where long numbers would leave too little room. */
function valueFontOf(room: Room, sizePx: number, limitPx: number): number {
  const font = fontOf(room.chart.dress.labels.value, sizePx);
  const widest = Math.max(widestValue(room, 1, font), widestValue(room, -1, font));
  return Math.max(1, widest > limitPx ? (sizePx * limitPx) / widest : sizePx);
}

/** Room for the longest label on one side: every size of number that the axis passes through is tried. */
function widestValue({ domain, formatValue, measure }: Room, sign: 1 | -1, font: Font): number {
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
