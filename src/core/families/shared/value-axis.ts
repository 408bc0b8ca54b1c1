import type { Box } from '../../chart/box';
import type { Frame } from '../../chart/frame';
import { ASCENT, cased, DESCENT, fontOf, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import type { Chart } from '../../project/chart';
import { fadingTicks, givenTicks, tickDecimals } from '../../scale/ticks';
import { type Path, polyline } from '../../scene/path';
import type { SceneNode, TextNode } from '../../scene/scene';
import { type Font, fitText, type MeasureText } from '../../scene/text-fit';
import { type Domain, type DomainCourse, extremesOf, placeInDomain } from './domain';

/** Which way values run: to the right, or upwards. */
export type Direction = 'lying' | 'standing';

/** Room that an axis takes on each side of the marks, in stage pixels. */
export interface Insets {
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly left: number;
}

/** A line at a value: a target, or the average of what is on stage. */
interface MarkLine {
  readonly kind: 'target' | 'average';
  readonly label: string;
  readonly value: number;
}

/** A value axis with its labels, prepared for a film. Knows nothing of what stands along it. */
export interface ValueAxis {
  readonly chart: Chart;
  readonly frame: Frame;
  readonly direction: Direction;
  readonly font: Font;
  readonly insets: Insets;
  readonly name: string;
  readonly marks: readonly MarkLine[];
  readonly markLimitPx: number;
  readonly formatValue: (value: number) => string;
  readonly formatTick: (decimals: number) => (value: number) => string;
  readonly measure: MeasureText;
}

/** Rows that labels of lines are spread over. */
const MARK_ROWS = 3;
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
    ...(chart.axis.average ? [{ kind: 'average' as const, value: Number.NaN, label: '' }] : []),
  ];
  const name = cased(fitText(chart.axis.name, font, frame.plot.widthPx * 0.9, measure), labels.tick);
  const markLimitPx = frame.plot.widthPx * 0.18;
  const nameRow = name === '' ? 0 : rowPx;
  const start = axis.side === 'start';
  let insets: Insets;
  if (direction === 'lying') {
    const own = (axis.ticks ? rowPx : 0) + nameRow;
    const other = Math.min(marks.length, MARK_ROWS) * rowPx;
    insets = { top: start ? own : other, bottom: start ? other : own, left: 0, right: 0 };
  } else {
    const [min, max] = extremesOf(course);
    const format = input.formatTick(tickDecimals(min, max, 6));
    const widest = Math.max(
      ...[min, max, max * 0.9, max / 2].map((value) => measure(format(value).replace(/\d/g, '0'), font)),
    );
    const own = axis.ticks ? Math.min(frame.plot.widthPx * 0.2, widest) + font.sizePx * 0.6 : 0;
    const other = marks.length > 0 ? markLimitPx + font.sizePx * 0.6 : 0;
    insets = { top: nameRow + font.sizePx * 0.5, bottom: 0, left: start ? own : other, right: start ? other : own };
  }
  const { formatValue, formatTick } = input;
  return { chart, frame, direction, font, insets, name, marks, markLimitPx, formatValue, formatTick, measure };
}

/** The screen place of a value along the axis. */
export function alongPx(direction: Direction, field: Box, domain: Domain, value: number): number {
  const share = placeInDomain(domain, value);
  return direction === 'lying' ? field.x + field.widthPx * share : field.y + field.heightPx * (1 - share);
}

/** How many parts of the axis have room for their labels. */
function partsOf(axis: ValueAxis, field: Box, domain: Domain): number {
  const { chart, direction, font, measure } = axis;
  const wanted = chart.dress.axis.parts ?? 6;
  if (direction === 'standing') return Math.max(1, Math.min(wanted, Math.floor(field.heightPx / (font.sizePx * 2.4))));
  const format = axis.formatTick(tickDecimals(domain.min, domain.max, 5));
  const labelPx = Math.max(...[domain.min, domain.max].map((value) => measure(format(value), font)), font.sizePx);
  return Math.max(1, Math.min(wanted, Math.floor(field.widthPx / (labelPx * 2.4))));
}

/**
 * Grid, tick labels, zero line, targets and average at a moment.
 *
 * @param parts From `fixedParts`, so that the number of ticks does not change during the film.
 * @param average The average of what is on stage, in data units; NaN for none.
 */
export function axisNodes(axis: ValueAxis, field: Box, domain: Domain, parts: number, average: number): SceneNode[] {
  return [
    ...tickNodes(axis, field, domain, parts),
    ...nameNode(axis, field),
    ...markNodes(axis, field, domain, average),
  ];
}

/** Parts for a whole film: as many as have room where labels are longest. */
export function fixedParts(axis: ValueAxis, field: Box, course: DomainCourse): number {
  const [min, max] = extremesOf(course);
  return partsOf(axis, field, { min, max: max > min ? max : min + 1 });
}

const subject = { part: 'axis' as const };

function gridLine(axis: ValueAxis, field: Box, along: number): Path {
  return polyline(
    axis.direction === 'lying'
      ? Float64Array.of(along, field.y, along, field.y + field.heightPx)
      : Float64Array.of(field.x, along, field.x + field.widthPx, along),
  );
}

function tickNodes(axis: ValueAxis, field: Box, domain: Domain, parts: number): SceneNode[] {
  const { chart, frame, font, direction } = axis;
  const { dress } = chart;
  const { interval } = chart.axis;
  const ticks =
    interval === null
      ? fadingTicks(domain.min, domain.max, parts)
      : givenTicks(domain.min, domain.max, interval, parts * 2);
  const decimals =
    interval === null
      ? tickDecimals(domain.min, domain.max, parts)
      : Math.min(12, Math.max(0, decimalsOfInterval(interval)));
  const format = axis.formatTick(decimals);
  const stroke = dress.axis.gridColour ?? frame.inks.line;
  const start = dress.axis.side === 'start';
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
    const outside = start
      ? field.y - font.sizePx * (DESCENT + 0.2)
      : field.y + field.heightPx + font.sizePx * (ASCENT + 0.2);
    const beside = start ? field.x - font.sizePx * 0.5 : field.x + field.widthPx + font.sizePx * 0.5;
    const x = lying ? clampedX(axis, text, along) : beside;
    const y = lying ? outside : Math.min(field.y + field.heightPx, Math.max(field.y, along)) + font.sizePx * 0.35;
    const align = lying ? 'middle' : start ? 'end' : 'start';
    pushWithShadow(
      nodes,
      labelNode(`tick:${value}`, subject, text, x, y, font, fill, align, labelOpacity, false),
      style.shadow,
    );
  }
  return nodes;
}

function decimalsOfInterval(interval: number): number {
  const text = interval.toPrecision(12);
  const fraction = /\.(\d*?)0*(e|$)/.exec(text)?.[1] ?? '';
  const exponent = Number(/e([+-]\d+)$/.exec(text)?.[1] ?? 0);
  return fraction.length - exponent;
}

/** A label in the middle of its line, but never beyond the stage's margins. */
function clampedX({ frame, font, measure }: ValueAxis, text: string, along: number): number {
  const half = measure(text, font) / 2;
  const { plot } = frame;
  return Math.max(plot.x - frame.unit + half, Math.min(plot.x + plot.widthPx + frame.unit - half, along));
}

function nameNode(axis: ValueAxis, field: Box): SceneNode[] {
  if (axis.name === '') return [];
  const { chart, frame, font, direction } = axis;
  const start = chart.dress.axis.side === 'start';
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
  if (!chart.dress.axis.zeroLine) return [];
  const path = gridLine(axis, field, alongPx(direction, field, domain, 0));
  return [{ kind: 'path', id: 'zero', subject, path, stroke: frame.inks.strong, strokeWidthPx: 0.25 * frame.unit }];
}

/** How near the end of the axis a line begins to fade, as a share of it. */
const EDGE = 0.02;

function markNodes(axis: ValueAxis, field: Box, domain: Domain, average: number): SceneNode[] {
  const { chart, frame, font, direction, marks, measure } = axis;
  const start = chart.dress.axis.side === 'start';
  const drawn: { along: number; sizePx: number; row: number }[] = [];
  return marks.flatMap((mark, i): SceneNode[] => {
    const value = mark.kind === 'average' ? average : mark.value;
    if (!Number.isFinite(value)) return [];
    const share = (value / 2 - domain.min / 2) / (domain.max / 2 - domain.min / 2);
    // A target comes into view as the axis reaches it.
    const inside = Math.min(smoothStep((share + EDGE) / EDGE), smoothStep((1 - share + EDGE) / EDGE));
    if (inside <= 0) return [];
    const along = alongPx(direction, field, domain, value);
    const label =
      mark.kind === 'average'
        ? `Average ${axis.formatValue(value)}`
        : [mark.label, axis.formatValue(value)].filter(Boolean).join(' ');
    const text = fitText(
      cased(label, chart.dress.labels.tick),
      font,
      direction === 'lying' ? frame.plot.widthPx * 0.4 : axis.markLimitPx,
      measure,
    );
    const sizePx =
      direction === 'lying'
        ? measure(text.replace(/\d/g, '0'), font) + font.sizePx
        : font.sizePx * (ASCENT + DESCENT + 0.1);
    const row = direction === 'lying' ? i % MARK_ROWS : 0;
    const place = direction === 'lying' ? clampedX(axis, text, along) : along;
    // Of two labels that meet, the later one steps back before they touch.
    let strength = inside;
    for (const other of drawn) {
      if (other.row === row)
        strength = Math.min(
          strength,
          smoothStep((Math.abs(other.along - place) / ((other.sizePx + sizePx) / 2) - 1) * 4),
        );
    }
    drawn.push({ along: place, sizePx, row });
    const stroke = mark.kind === 'average' ? frame.inks.quiet : frame.inks.strong;
    const line: SceneNode = {
      kind: 'path',
      id: `mark:${i}`,
      subject,
      path: gridLine(axis, field, along),
      stroke,
      strokeWidthPx: 0.22 * frame.unit,
      dashPx: 0.9 * frame.unit,
      opacity: inside,
    };
    if (strength <= 0) return [line];
    const rowPx = font.sizePx * (ASCENT + DESCENT + 0.35);
    const base = { kind: 'text' as const, id: `mark:${i}:label`, subject, text, font, fill: stroke, opacity: strength };
    const node: TextNode =
      direction === 'lying'
        ? {
            ...base,
            align: 'middle',
            x: place,
            y: start
              ? field.y + field.heightPx + row * rowPx + font.sizePx * (ASCENT + 0.2)
              : field.y - row * rowPx - font.sizePx * (DESCENT + 0.2),
            tabular: true,
          }
        : {
            ...base,
            align: start ? 'start' : 'end',
            x: start ? field.x + field.widthPx + font.sizePx * 0.5 : field.x - font.sizePx * 0.5,
            y: place + font.sizePx * 0.35,
            tabular: true,
          };
    return [line, node];
  });
}
