import type { Box } from '../../../chart/box';
import type { Frame } from '../../../chart/frame';
import { ASCENT, cased, DESCENT, fontOf, labelNode, pushWithShadow } from '../../../chart/text-block';
import { smoothStep } from '../../../motion/slots';
import type { Chart } from '../../../project/chart';
import { polyline } from '../../../scene/path';
import type { SceneNode } from '../../../scene/scene';
import { type Font, fitText, type MeasureText } from '../../../scene/text-fit';
import type { Cube } from '../../../shaping/cube';
import type { Direction } from '../axis-place';
import { periodLevels } from './period-levels';
import type { AlongMoment, PeriodPlaces } from './period-places';

const TICK_SIZE = 2;
/** Labels are at most this wide, as a share of the chart. */
const WIDEST = 0.24;
/** Room that a label needs, in its widths: ends are moved inwards, so more than one. */
const ROOM = 1.5;
/** From this much room on a tick's label begins to show, until it is there as a whole. */
const FADE = 0.35;

const subject = { part: 'axis' as const };

/** The axis of periods below a chart, or down its left side, prepared for a film. */
export interface PeriodAxis {
  /** Of the values: where they run to the right, periods follow each other downwards. */
  readonly direction: Direction;
  readonly chart: Chart;
  readonly frame: Frame;
  readonly font: Font;
  readonly periods: PeriodPlaces;
  readonly labels: readonly string[];
  readonly widths: Float64Array;
  readonly levelOf: Uint8Array;
  /** By level: what its closest ticks are apart, in places of periods; Infinity where it has one tick or none. */
  readonly closest: Float64Array;
  /** By level: the widest of its labels, in pixels. */
  readonly widest: Float64Array;
  /** Pixels that the axis takes below the marks. */
  readonly heightPx: number;
  /** Pixels that it takes to the left of them. */
  readonly widthPx: number;
}

interface PeriodAxisInput {
  /** Values run upwards where left out. */
  readonly direction?: Direction;
  readonly chart: Chart;
  readonly cube: Cube;
  readonly frame: Frame;
  readonly periods: PeriodPlaces;
  readonly periodLabels: readonly string[];
  readonly measure: MeasureText;
}

/** Measures the labels, and how close those of each level come to each other. */
export function preparePeriodAxis(input: PeriodAxisInput): PeriodAxis {
  const { chart, cube, frame, periods, measure, direction = 'standing' } = input;
  const style = chart.dress.labels.tick;
  const font = fontOf(style, TICK_SIZE * frame.unit * style.size);
  const labels = input.periodLabels.map((label) =>
    cased(fitText(label, font, frame.plot.widthPx * WIDEST, measure), style),
  );
  const widths = Float64Array.from(labels, (label) => measure(label, font));
  const { levelOf, count } = periodLevels(cube);
  const closest = new Float64Array(count).fill(Number.POSITIVE_INFINITY);
  const widest = new Float64Array(count);
  for (let level = 0; level < count; level++) {
    let last = Number.NaN;
    for (let p = 0; p < levelOf.length; p++) {
      if ((levelOf[p] ?? 0) < level) continue;
      const place = periods.places[p] ?? 0;
      if (!Number.isNaN(last)) closest[level] = Math.min(closest[level] ?? 0, place - last);
      last = place;
      widest[level] = Math.max(widest[level] ?? 0, widths[p] ?? 0);
    }
  }
  const { ticks } = chart.dress.axis;
  const lying = direction === 'lying';
  const heightPx = ticks && !lying ? font.sizePx * (ASCENT + DESCENT + 0.55) : 0;
  const widthPx = ticks && lying ? widths.reduce((most, px) => Math.max(most, px), 0) + font.sizePx * 0.7 : 0;
  return { direction, chart, frame, font, periods, labels, widths, levelOf, closest, widest, heightPx, widthPx };
}

/** The screen place of a period, or of what lies between two: from the left, or where values run to the right, from the top. */
export function acrossPx(
  area: Box,
  { from, to }: AlongMoment,
  place: number,
  direction: Direction = 'standing',
): number {
  const share = (place - from) / (to - from);
  return direction === 'lying' ? area.y + share * area.heightPx : area.x + share * area.widthPx;
}

/** Labels of the periods in view; those of rounder ones stay while others give way. */
export function periodAxisNodes(axis: PeriodAxis, area: Box, moment: AlongMoment): SceneNode[] {
  const { chart, font, frame, labels, widths, levelOf, periods } = axis;
  if (!chart.dress.axis.ticks) return [];
  const strengths = levelStrengths(axis, area, moment);
  const style = chart.dress.labels.tick;
  const fill = style.colour ?? frame.inks.quiet;
  const lying = axis.direction === 'lying';
  const foot = lying ? area.x : area.y + area.heightPx;
  const [start, longPx] = lying ? [area.y, area.heightPx] : [area.x, area.widthPx];
  const tickPx = font.sizePx * 0.35;
  const nodes: SceneNode[] = [];
  const { plot } = frame;
  for (let p = 0; p < labels.length; p++) {
    const strength = strengths[levelOf[p] ?? 0] ?? 0;
    if (strength <= 0) continue;
    const at = acrossPx(area, moment, periods.places[p] ?? 0, axis.direction);
    // At the edges of a window that moves, labels come and go without a jump.
    const inside = Math.min(at - start, start + longPx - at) / font.sizePx + 1;
    if (inside <= 0) continue;
    const half = (widths[p] ?? 0) / 2;
    const x = Math.max(plot.x - frame.unit + half, Math.min(plot.x + plot.widthPx + frame.unit - half, at));
    const opacity = strength * smoothStep(inside);
    nodes.push({
      kind: 'path',
      id: `period:tick:${p}`,
      subject,
      path: polyline(
        lying ? Float64Array.of(foot, at, foot - tickPx, at) : Float64Array.of(at, foot, at, foot + tickPx),
      ),
      stroke: chart.dress.axis.gridColour ?? frame.inks.line,
      strokeWidthPx: 0.15 * frame.unit,
      opacity,
    });
    pushWithShadow(
      nodes,
      labelNode({
        id: `period:${p}`,
        subject,
        text: labels[p] ?? '',
        x: lying ? foot - font.sizePx * 0.6 : x,
        y: lying ? at + font.sizePx * 0.35 : foot + font.sizePx * (ASCENT + 0.5),
        font,
        fill,
        align: lying ? 'end' : 'middle',
        opacity,
        tabular: false,
      }),
      style.shadow,
    );
  }
  return nodes;
}

/** How strongly the ticks show whose roundest level each is: as strongly as the finest of their levels that has room. */
function levelStrengths(
  { closest, widest, font, periods, direction }: PeriodAxis,
  area: Box,
  { from, to }: AlongMoment,
): Float64Array {
  const lying = direction === 'lying';
  const unitPx = (lying ? area.heightPx : area.widthPx) / (to - from);
  const strengths = new Float64Array(closest.length);
  const steady = periods.rule.window !== 'growing';
  let strongest = 0;
  for (let level = 0; level < closest.length; level++) {
    const needPx = lying ? font.sizePx * (ASCENT + DESCENT + 0.15) : (widest[level] ?? 0) * ROOM + font.sizePx;
    const room = ((closest[level] ?? 0) * unitPx) / needPx;
    // While the window keeps its size, ticks are there or not; while it grows they give way to each other.
    strongest = Math.max(strongest, steady ? Number(room >= 1) : smoothStep((room - 1) / FADE));
    strengths[level] = strongest;
  }
  return strengths;
}
