import type { Box } from '../../chart/box';
import type { Frame } from '../../chart/frame';
import { ASCENT, cased, DESCENT, fontOf, labelNode, pushWithShadow } from '../../chart/text-block';
import type { Chart } from '../../project/chart';
import { decimalsOfInterval, fadingTicks, givenTicks, logTicks, roundAbove, tickDecimals } from '../../scale/ticks';
import type { SceneNode } from '../../scene/scene';
import { fitText, type MeasureText } from '../../scene/text-fit';
import { MARK_ROWS, markNodes } from './axis-marks';
import {
  alongPx,
  clampedX,
  type Direction,
  gridLine,
  type Insets,
  type MarkLine,
  subject,
  type ValueAxis,
} from './axis-place';
import { type Domain, type DomainCourse, extremesOf } from './domain';

const TICK_SIZE = 2;

interface AxisInput {
  readonly chart: Chart;
  readonly frame: Frame;
  readonly direction: Direction;
  readonly course: DomainCourse;
  readonly formatValue: (value: number) => string;
  readonly formatTick: (decimals: number) => (value: number) => string;
  readonly measure: MeasureText;
}

/** Works out what room the axis needs. */
export function prepareAxis(input: AxisInput): ValueAxis {
  const { chart, frame, direction, course, measure } = input;
  const { axis, labels } = chart.dress;
  const font = fontOf(labels.tick, TICK_SIZE * frame.unit * labels.tick.size);
  const rowPx = font.sizePx * (ASCENT + DESCENT + 0.35);
  const marks: MarkLine[] = [
    ...chart.axis.targets.map(({ value, label }) => ({ kind: 'target' as const, value, label })),
    ...chart.axis.bands.map(({ from, to, label }) => ({ kind: 'band' as const, value: from, to, label })),
    ...(chart.axis.average ? [{ kind: 'average' as const, value: Number.NaN, label: '' }] : []),
  ];
  const name = cased(fitText(chart.axis.name, font, frame.plot.widthPx * 0.9, measure), labels.tick);
  const markLimitPx = frame.plot.widthPx * 0.18;
  const nameRow = name === '' ? 0 : rowPx;
  const [start, both] = [axis.side !== 'end', axis.side === 'both'];
  let insets: Insets;
  let markOffsetPx = 0;
  if (direction === 'lying') {
    const own = (axis.ticks ? rowPx : 0) + nameRow;
    const other = Math.min(marks.length, MARK_ROWS) * rowPx;
    markOffsetPx = both && axis.ticks ? rowPx : 0;
    const far = other + markOffsetPx;
    insets = { top: start ? own : far, bottom: start ? far : own, left: 0, right: 0 };
  } else {
    const [min, max] = extremesOf(course);
    const format = input.formatTick(tickDecimals(min, max, 6));
    // Very large numbers are written shorter than those before them.
    const widest = Math.max(
      ...(course.log ? [measure(input.formatTick(decimalsOfLog(min))(min).replace(/\d/g, '0'), font)] : []),
      ...[min, min / 2, min / 8, max, max * 0.9, max / 2, max / 4, max / 8].map((value) =>
        measure(format(value).replace(/\d/g, '0'), font),
      ),
    );
    const own = axis.ticks ? Math.min(frame.plot.widthPx * 0.2, widest) + font.sizePx * 0.6 : 0;
    const other = marks.length > 0 ? markLimitPx + font.sizePx * 0.6 : 0;
    markOffsetPx = both ? own : 0;
    const far = other + markOffsetPx;
    insets = { top: nameRow + font.sizePx * 0.5, bottom: 0, left: start ? own : far, right: start ? far : own };
  }
  const { formatValue, formatTick } = input;
  return {
    chart,
    frame,
    direction,
    font,
    insets,
    name,
    marks,
    markLimitPx,
    markOffsetPx,
    formatValue,
    formatTick,
    measure,
  };
}

/** How many parts of the axis have room for their labels. */
function partsOf(axis: ValueAxis, field: Box, domain: Domain): number {
  const { chart, direction, font, measure } = axis;
  const wanted = chart.dress.axis.parts ?? 6;
  if (direction === 'standing') return Math.max(1, Math.min(wanted, Math.floor(field.heightPx / (font.sizePx * 2.4))));
  const format = axis.formatTick(tickDecimals(domain.min, domain.max, 5));
  const labelPx = Math.max(...[domain.min, domain.max].map((value) => measure(format(value), font)), font.sizePx);
  // A single part has but one label, so two stand as close as they can.
  const least = field.widthPx >= labelPx * 2.8 ? 2 : 1;
  return Math.max(Math.min(wanted, least), Math.min(wanted, Math.floor(field.widthPx / (labelPx * 2.4))));
}

/** An axis at one moment of the film. */
export interface AxisMoment {
  readonly field: Box;
  readonly domain: Domain;
  /** From `fixedParts`, so that the number of ticks does not change during the film. */
  readonly parts: number;
  /** The average of what is on stage, in data units; NaN for none. */
  readonly average: number;
}

/** Grid, tick labels, zero line, targets and average at a moment. */
export function axisNodes(axis: ValueAxis, { field, domain, parts, average }: AxisMoment): SceneNode[] {
  return [
    ...tickNodes(axis, field, domain, parts),
    ...nameNode(axis, field),
    ...markNodes(axis, field, domain, average),
  ];
}

/**
 * Parts for a whole film: as many as have room where labels are longest. Those of an axis that stands still end at round
 * values, so that none of its ticks rests halfway between coming and going.
 */
export function fixedParts(axis: ValueAxis, field: Box, course: DomainCourse): number {
  const [min, max] = extremesOf(course);
  const parts = partsOf(axis, field, { min, max: max > min ? max : min + 1 });
  if (!standsStill(course) || course.log || !(max > min)) return parts;
  const round = (max / 2 - min / 2) / (roundAbove(((max / 2 - min / 2) / parts) * 2) / 2);
  return round >= 2 && Number.isFinite(round) ? round : parts;
}

const standsStill = ({ low, high, zooms = [] }: DomainCourse) =>
  zooms.length === 0 && low.every((end) => end === low[0]) && high.every((end) => end === high[0]);

function tickNodes(axis: ValueAxis, field: Box, domain: Domain, parts: number): SceneNode[] {
  const { chart, frame, font, direction } = axis;
  const { dress } = chart;
  const { interval } = chart.axis;
  const ticks = domain.log
    ? logTicks(domain.min, domain.max, parts)
    : interval === null
      ? fadingTicks(domain.min, domain.max, parts)
      : givenTicks(domain.min, domain.max, interval, parts * 2);
  const decimals =
    interval === null
      ? tickDecimals(domain.min, domain.max, parts)
      : Math.min(12, Math.max(0, decimalsOfInterval(interval)));
  const format = (value: number) =>
    axis.formatTick(domain.log ? Math.max(decimals, decimalsOfInterval(value)) : decimals)(value);
  const stroke = dress.axis.gridColour ?? frame.inks.line;
  const sides = dress.axis.side === 'both' ? (['start', 'end'] as const) : [dress.axis.side];
  const { gridWidth, ticks: labelled } = dress.axis;
  const style = dress.labels.tick;
  const fill = style.colour ?? frame.inks.quiet;
  const lying = direction === 'lying';
  const nodes: SceneNode[] = [];
  for (const { value, opacity, labelOpacity } of ticks) {
    const along = alongPx(direction, field, domain, value);
    if (gridWidth > 0) {
      const path = gridLine(axis, field, along);
      nodes.push({
        kind: 'path',
        id: `grid:${value}`,
        subject,
        path,
        stroke,
        strokeWidthPx: gridWidth * frame.unit,
        opacity,
      });
    }
    if (!labelled || labelOpacity <= 0) continue;
    const text = cased(format(value), style);
    for (const side of sides) {
      const start = side === 'start';
      const outside = start
        ? field.y - font.sizePx * (DESCENT + 0.2)
        : field.y + field.heightPx + font.sizePx * (ASCENT + 0.2);
      const beside = start ? field.x - font.sizePx * 0.5 : field.x + field.widthPx + font.sizePx * 0.5;
      const x = lying ? clampedX(axis, text, along) : beside;
      const y = lying ? outside : Math.min(field.y + field.heightPx, Math.max(field.y, along)) + font.sizePx * 0.35;
      const align = lying ? 'middle' : start ? 'end' : 'start';
      // Labels of the second side are other marks than those of the first.
      const id = side === sides[0] ? `tick:${value}` : `tick:far:${value}`;
      const label = { id, subject, text, x, y, font, fill, align, opacity: labelOpacity, tabular: false } as const;
      pushWithShadow(nodes, labelNode(label), style.shadow);
    }
  }
  return nodes;
}

/** Decimals that the least label of a logarithmic axis has. */
const decimalsOfLog = (min: number) => Math.min(12, Math.max(0, -Math.floor(Math.log10(min))));

function nameNode(axis: ValueAxis, field: Box): SceneNode[] {
  if (axis.name === '') return [];
  const { chart, frame, font, direction } = axis;
  const start = chart.dress.axis.side !== 'end';
  const rowPx = font.sizePx * (ASCENT + DESCENT + 0.35);
  const ticksPx = chart.dress.axis.ticks ? rowPx : 0;
  const fill = chart.dress.labels.tick.colour ?? frame.inks.quiet;
  const above =
    direction === 'lying' ? field.y - ticksPx - font.sizePx * (DESCENT + 0.2) : frame.plot.y + font.sizePx * ASCENT;
  const below = field.y + field.heightPx + ticksPx + font.sizePx * (ASCENT + 0.2);
  const y = direction === 'standing' || start ? above : below;
  const atEnd = direction === 'lying' || !start;
  const x = atEnd ? frame.plot.x + frame.plot.widthPx : frame.plot.x;
  return [
    { kind: 'text', id: 'axis:name', subject, text: axis.name, x, y, font, fill, align: atEnd ? 'end' : 'start' },
  ];
}

/** The line of zero; drawn over the field. */
export function zeroLine(axis: ValueAxis, field: Box, domain: Domain): SceneNode[] {
  const { chart, frame, direction } = axis;
  if (!chart.dress.axis.zeroLine || domain.min > 0 || domain.max < 0) return [];
  const path = gridLine(axis, field, alongPx(direction, field, domain, 0));
  return [{ kind: 'path', id: 'zero', subject, path, stroke: frame.inks.strong, strokeWidthPx: 0.25 * frame.unit }];
}
