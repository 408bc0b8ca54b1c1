import type { Motion, Place } from '../motion/motion';
import { placesAt } from '../motion/motion';
import { smoothStep, stepAt } from '../motion/slots';
import { findPalette } from '../project/palettes';
import type { RankedBarsChart, Stage } from '../project/project';
import { hexColour } from '../scale/colour';
import { decimalsOf, numberFormat, tickFormat } from '../scale/number-format';
import { fadingTicks, tickDecimals } from '../scale/ticks';
import { lineWidth } from '../scene/layout-text';
import type { Scene, SceneNode } from '../scene/scene';
import { type Font, fitText, type MeasureText } from '../scene/text-fit';
import type { Cube } from '../shaping/cube';
import { type Domain, type DomainCourse, domainAt, prepareDomain } from './domain';
import { type Box, type Frame, layoutFrame, textFamily } from './frame';

/** A race of ranked bars, ready to be drawn at any moment. */
export interface PreparedRankedBars {
  readonly family: 'ranked-bars';
  readonly stage: Stage;
  readonly motion: Motion;
  readonly domain: DomainCourse;
  readonly frame: Frame;
  readonly stampTexts: readonly string[];
  readonly places: number;
  /** Where bars may lie: from the zero line of the smallest domain to the end of the longest bar. */
  readonly bars: Box;
  readonly clip: Box;
  readonly slotPx: number;
  readonly fonts: { readonly name: Font; readonly value: Font; readonly rank: Font; readonly tick: Font };
  /** By series: the name as it fits, and the colour. */
  readonly names: readonly string[];
  readonly colours: readonly string[];
  readonly rankX: number;
  readonly nameX: number;
  readonly parts: number;
  readonly formatValue: (value: number) => string;
  readonly formatTick: (decimals: number) => (value: number) => string;
}

/** The colour of a category: the person's own, or the palette's by the category's place in the table. */
export function categoryColours(chart: RankedBarsChart, cube: Cube): string[] {
  const own = new Map(chart.colours.map(({ category, colour }) => [category, colour]));
  const { colours } = findPalette(chart.palette);
  const ofPalette = (place: number) => colours[place % colours.length] ?? '#888888';
  const groups = new Map<string, number>();
  return cube.categories.map((name, c) => {
    const given = cube.colours?.[c];
    if (given === undefined || given === '') return own.get(name) ?? ofPalette(c);
    // The colour column holds colours, or names of groups that share one.
    if (!groups.has(given)) groups.set(given, groups.size);
    return own.get(name) ?? hexColour(given) ?? ofPalette(groups.get(given) ?? 0);
  });
}

/**
 * Prepares a race for drawing: sizes, fonts and texts that stay the same through the film.
 *
 * @param stampTexts What the period stamp shows, one text a period.
 */
export function prepareRankedBars(
  chart: RankedBarsChart,
  stage: Stage,
  cube: Cube,
  motion: Motion,
  stampTexts: readonly string[],
  measure: MeasureText,
): PreparedRankedBars {
  const frame = layoutFrame(chart, stage, stampTexts, measure);
  const { unit, plot } = frame;
  const domain = prepareDomain(motion, chart.domain);
  const places = Math.max(1, Math.min(chart.places, Math.max(cube.categories.length, 1)));
  const tick: Font = { family: textFamily, weight: 500, sizePx: 2 * unit };
  const barsY = plot.y + 2 * tick.sizePx;
  const slotPx = Math.min(24 * unit, (plot.y + plot.heightPx - barsY) / places);
  // A tall stage has less room beside the bars, so names and numbers are smaller there.
  const largest = stage.heightPx > stage.widthPx ? 3.2 : 4.2;
  const sizePx = Math.max(1, Math.min(largest * unit, slotPx * 0.5));
  const name: Font = { family: textFamily, weight: 600, sizePx };
  const rank: Font = { family: textFamily, weight: 600, sizePx: sizePx * 0.8 };
  const rankPx = lineWidth('0'.repeat(String(places).length), rank, true, measure) + sizePx * 0.5;
  const series = Array.from(motion.series.categories);
  const limitPx = plot.widthPx * 0.3;
  const names = series.map((c) => fitText(cube.categories[c] ?? '', name, limitPx, measure));
  const gutterPx = Math.max(0, ...names.map((text) => measure(text, name)));
  const formatValue = numberFormat(chart.numbers, decimalsOf(cube.values));
  const bothSides = hasNegative(domain) && hasPositive(domain);
  const value = valueFont(sizePx * 0.94, plot.widthPx * (bothSides ? 0.2 : 0.34), domain, formatValue, measure);
  const widest = (sign: 1 | -1) => widestValue(domain, sign, formatValue, value, measure);
  const gapPx = sizePx * 0.4;
  const leftRoom = hasNegative(domain) ? widest(-1) + gapPx : 0;
  const rightRoom = hasPositive(domain) ? widest(1) + gapPx : tick.sizePx;
  const x = plot.x + rankPx + gutterPx + 2 * gapPx + leftRoom;
  const widthPx = Math.max(plot.widthPx * 0.1, plot.x + plot.widthPx - rightRoom - x);
  const colours = categoryColours(chart, cube);
  const heightPx = slotPx * places;
  const formats = new Map<number, (value: number) => string>();
  const formatTick = (decimals: number) => {
    const format = formats.get(decimals) ?? tickFormat(chart.numbers, decimals);
    formats.set(decimals, format);
    return format;
  };
  return {
    family: 'ranked-bars',
    stage,
    motion,
    domain,
    frame,
    stampTexts,
    places,
    bars: { x, y: barsY, widthPx, heightPx },
    clip: { x: 0, y: barsY, widthPx: stage.widthPx, heightPx },
    slotPx,
    fonts: { name, value, rank, tick },
    names,
    colours: series.map((c) => colours[c] ?? '#888888'),
    rankX: plot.x,
    nameX: plot.x + rankPx + gutterPx + gapPx,
    parts: partsFor(domain, widthPx, formatTick, tick, measure),
    formatValue,
    formatTick,
  };
}

const extreme = (values: Float64Array) =>
  values.reduce((most, value) => (Math.abs(value) > Math.abs(most) ? value : most), 0);
const hasNegative = (domain: DomainCourse) => extreme(domain.low) < 0;
const hasPositive = (domain: DomainCourse) => extreme(domain.high) > 0 || !hasNegative(domain);

/** The font of the value labels, made smaller when long numbers would leave the bars no room. */
function valueFont(
  sizePx: number,
  limitPx: number,
  domain: DomainCourse,
  format: (value: number) => string,
  measure: MeasureText,
): Font {
  const font: Font = { family: textFamily, weight: 600, sizePx };
  const widest = Math.max(
    widestValue(domain, 1, format, font, measure),
    widestValue(domain, -1, format, font, measure),
  );
  return widest > limitPx ? { ...font, sizePx: (sizePx * limitPx) / widest } : font;
}

/** Room for the longest label on one side: every size of number that the axis passes through is tried. */
function widestValue(
  domain: DomainCourse,
  sign: 1 | -1,
  format: (value: number) => string,
  font: Font,
  measure: MeasureText,
) {
  let widest = 0;
  const top = extreme(sign > 0 ? domain.high : domain.low);
  for (let size = Math.abs(top); size > Math.abs(top) * 1e-7; size /= 10) {
    for (const value of [size, size * 0.999]) {
      const text = format(sign * value).replace(/\d/g, '0');
      widest = Math.max(widest, lineWidth(text, font, true, measure));
    }
  }
  return widest;
}

/** Parts of the axis that leave its labels room, from 2 to 6. */
function partsFor(
  domain: DomainCourse,
  widthPx: number,
  formatTick: (decimals: number) => (value: number) => string,
  font: Font,
  measure: MeasureText,
): number {
  const [min, max] = [extreme(domain.low), extreme(domain.high)];
  const format = formatTick(tickDecimals(min, max, 5));
  const labelPx = Math.max(measure(format(min), font), measure(format(max), font), font.sizePx);
  return Math.min(6, Math.max(2, Math.floor(widthPx / (labelPx * 2.4))));
}

/** The picture at a moment. Cost: O(n log P). */
export function rankedBarsScene(prepared: PreparedRankedBars, timeSec: number): Scene {
  const { stage, frame } = prepared;
  const domain = domainAt(prepared.domain, timeSec);
  const bars: SceneNode[] = [];
  const labels: SceneNode[] = [];
  const places = placesAt(prepared.motion, timeSec);
  places.forEach((place, i) => {
    pushBar(bars, labels, prepared, domain, place, labelStrength(places, i));
  });
  const nodes: SceneNode[] = [
    ...axisNodes(prepared, domain),
    { kind: 'group', id: 'bars', clip: prepared.clip, children: [...bars, ...labels] },
    zeroLine(prepared, domain),
    ...frame.still,
    stampNode(prepared, timeSec),
  ];
  return { widthPx: stage.widthPx, heightPx: stage.heightPx, background: stage.background, nodes };
}

function xOf(prepared: PreparedRankedBars, domain: Domain, value: number): number {
  const { x, widthPx } = prepared.bars;
  // Parted before it is divided, so that a range from -1e308 to 1e308 does not overflow.
  const share = (value / 2 - domain.min / 2) / (domain.max / 2 - domain.min / 2);
  return x + widthPx * Math.min(1, Math.max(0, share));
}

/** Two labels nearer than this, in places, would be read into each other. */
const CROWDED = 0.5;

/**
 * How strongly the labels of a bar show while another bar passes over it: of two that are level, only the upper one's
 * can be read, so the lower one's steps back. In [0, 1], without a jump.
 */
function labelStrength(places: readonly Place[], i: number): number {
  let strength = 1;
  const slot = places[i]?.slot ?? 0;
  for (let j = i + 1; j < places.length; j++) {
    strength = Math.min(strength, smoothStep(Math.abs((places[j]?.slot ?? 0) - slot) / CROWDED));
  }
  return strength;
}

/** Labels are drawn after all bars, so that two bars that pass each other never hide a number. */
function pushBar(
  bars: SceneNode[],
  labels: SceneNode[],
  prepared: PreparedRankedBars,
  domain: Domain,
  place: Place,
  strength: number,
): void {
  const { slotPx, fonts, frame } = prepared;
  const { series, category, value, slot } = place;
  const top = prepared.bars.y + slot * slotPx;
  const thickPx = slotPx * 0.76;
  const y = top + (slotPx - thickPx) / 2;
  const from = xOf(prepared, domain, 0);
  const to = xOf(prepared, domain, value);
  // The last place fades towards the edge of the stage, over which bars come and go.
  const opacity = Math.min(1, Math.max(0, prepared.places - slot));
  const middle = y + thickPx / 2;
  const gapPx = fonts.name.sizePx * 0.4;
  const onLeft = value < 0;
  bars.push({
    kind: 'rect',
    id: `bar:${category}`,
    subject: { part: 'bar', category },
    x: Math.min(from, to),
    y,
    widthPx: Math.abs(to - from),
    heightPx: thickPx,
    radiusPx: Math.min(0.4 * frame.unit, thickPx / 4),
    fill: prepared.colours[series] ?? '#888888',
    opacity,
  });
  labels.push({
    kind: 'text',
    id: `name:${category}`,
    subject: { part: 'name', category },
    x: prepared.nameX,
    y: middle + fonts.name.sizePx * 0.35,
    text: prepared.names[series] ?? '',
    font: fonts.name,
    fill: frame.inks.strong,
    align: 'end',
    opacity: opacity * strength,
  });
  labels.push({
    kind: 'text',
    id: `value:${category}`,
    subject: { part: 'value', category },
    x: onLeft ? to - gapPx : to + gapPx,
    y: middle + fonts.value.sizePx * 0.35,
    text: prepared.formatValue(value),
    font: fonts.value,
    fill: frame.inks.strong,
    align: onLeft ? 'end' : 'start',
    tabular: true,
    opacity: opacity * strength,
  });
}

function axisNodes(prepared: PreparedRankedBars, domain: Domain): SceneNode[] {
  const { bars, fonts, frame, parts } = prepared;
  const nodes: SceneNode[] = [];
  const format = prepared.formatTick(tickDecimals(domain.min, domain.max, parts));
  for (const { value, opacity } of fadingTicks(domain.min, domain.max, parts)) {
    const x = xOf(prepared, domain, value);
    const points = Float64Array.of(x, bars.y - fonts.tick.sizePx * 0.4, x, bars.y + bars.heightPx);
    const stroke = frame.inks.line;
    const subject = { part: 'axis' as const };
    nodes.push({
      kind: 'path',
      id: `grid:${value}`,
      subject,
      points,
      stroke,
      strokeWidthPx: 0.15 * frame.unit,
      opacity,
    });
    nodes.push({
      kind: 'text',
      id: `tick:${value}`,
      subject,
      x,
      y: bars.y - fonts.tick.sizePx * 0.8,
      text: format(value),
      font: fonts.tick,
      fill: frame.inks.quiet,
      align: 'middle',
      opacity,
    });
  }
  for (let place = 0; place < prepared.places; place++) {
    nodes.push({
      kind: 'text',
      id: `rank:${place}`,
      x: prepared.rankX,
      y: bars.y + (place + 0.5) * prepared.slotPx + fonts.rank.sizePx * 0.35,
      text: String(place + 1),
      font: fonts.rank,
      fill: frame.inks.quiet,
      align: 'start',
      tabular: true,
    });
  }
  return nodes;
}

function zeroLine(prepared: PreparedRankedBars, domain: Domain): SceneNode {
  const { bars, frame } = prepared;
  const x = xOf(prepared, domain, 0);
  return {
    kind: 'path',
    id: 'zero',
    subject: { part: 'axis' },
    points: Float64Array.of(x, bars.y, x, bars.y + bars.heightPx),
    stroke: frame.inks.strong,
    strokeWidthPx: 0.25 * frame.unit,
  };
}

function stampNode(prepared: PreparedRankedBars, timeSec: number): SceneNode {
  const { stamp, inks } = prepared.frame;
  const { step, s } = stepAt(prepared.motion.clock, timeSec);
  const text = prepared.stampTexts[s >= 1 ? step + 1 : step] ?? '';
  const { x, y, font } = stamp;
  return {
    kind: 'text',
    id: 'stamp',
    subject: { part: 'stamp' },
    x,
    y,
    text,
    font,
    fill: inks.strong,
    align: 'end',
    tabular: true,
  };
}
