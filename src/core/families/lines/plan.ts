import type { Box } from '../../chart/box';
import type { Colours } from '../../chart/colours';
import type { Frame } from '../../chart/frame';
import { fontOf } from '../../chart/text-block';
import { remembered } from '../../scale/remembered';
import { lineWidth } from '../../scene/layout-text';
import { type Font, fitText, type MeasureText, plainLine } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import { alongDomain, headExtremes, seriesExtremes } from '../shared/along/along-domain';
import { type PeriodAxis, preparePeriodAxis } from '../shared/along/period-axis';
import type { ValueAxis } from '../shared/axis-place';
import { turnsOf } from '../shared/build';
import { type DomainCourse, extremesOf } from '../shared/domain';
import { tickFormats } from '../shared/tick-formats';
import { fixedParts, prepareAxis } from '../shared/value-axis';
import type { LinesCourse } from './course';
import type { LinesChart, LinesOwn } from './document';

/** A line's words, measured once. */
export interface LineName {
  readonly text: string;
  readonly widthPx: number;
}

/** Everything of a chart of lines that stays the same through the film. */
export interface LinesPlan {
  readonly chart: LinesChart;
  readonly course: LinesCourse;
  readonly frame: Frame;
  readonly colours: Colours;
  readonly domain: DomainCourse;
  readonly axis: ValueAxis;
  readonly parts: number;
  readonly periodAxis: PeriodAxis;
  /** Where grid lines run. */
  readonly field: Box;
  /** Where lines run: the field without the room of the labels at their heads. */
  readonly area: Box;
  /** By line. */
  readonly names: readonly LineName[];
  readonly fonts: { readonly name: Font; readonly value: Font };
  /** Along the column of heads. */
  readonly rowPx: number;
  readonly gapPx: number;
  readonly widthPx: number;
  /** By line: the order in which it comes and goes. */
  readonly turns: { readonly opening: readonly number[]; readonly closing: readonly number[] };
  readonly highlighted: ReadonlySet<number>;
  /** Has the table a value of a line at a period? */
  readonly known: (line: number, period: number) => boolean;
  readonly formatValue: (value: number) => string;
  readonly measure: MeasureText;
}

/** Labels at the heads take at most this part of the chart. */
const MOST_ROOM = 0.34;

/** The axis' course, remembered: an edit of a text or a colour changes nothing of it. */
const courses = new WeakMap<LinesCourse['race'], Map<string, DomainCourse>>();

/** Where the value axis ends through the film. */
export function linesDomain(course: LinesCourse, own: LinesOwn): DomainCourse {
  const known = courses.get(course.race) ?? new Map<string, DomainCourse>();
  courses.set(course.race, known);
  const { domain, fromZero } = own;
  const key = JSON.stringify([domain, fromZero, course.periods.rule]);
  const { series } = course.race;
  const found =
    known.get(key) ??
    alongDomain({
      periods: course.periods,
      extremes: seriesExtremes(series),
      headAt: (step, s) => headExtremes(series, step, s),
      rule: { domain, fromZero },
    });
  known.set(key, found);
  return found;
}

/** Sizes, fonts and texts of lines that stay the same through the film. */
export function planLines(input: PlanInput<LinesOwn, LinesCourse>): LinesPlan {
  const { chart, cube, frame, colours, measure, course } = input;
  const formatValue = remembered(input.formatValue);
  const domain = linesDomain(course, chart.own);
  const axis = prepareAxis({
    chart,
    frame,
    direction: 'standing',
    course: domain,
    formatValue,
    formatTick: tickFormats(chart.numbers),
    measure,
  });
  const { plot, unit } = frame;
  const { insets } = axis;
  const periodAxis = preparePeriodAxis({ ...input, periods: course.periods });
  const field: Box = {
    x: plot.x + insets.left,
    y: plot.y + insets.top,
    widthPx: Math.max(unit, plot.widthPx - insets.left - insets.right),
    heightPx: Math.max(plot.heightPx * 0.1, plot.heightPx - insets.top - insets.bottom - periodAxis.heightPx),
  };
  const count = Math.max(1, course.places.length);
  const { labels } = chart.dress;
  const sizePx = Math.max(1, Math.min(2.8 * unit, field.heightPx / count / 1.3));
  const fonts = {
    name: fontOf(labels.name, sizePx * labels.name.size),
    value: fontOf(labels.value, sizePx * labels.value.size),
  };
  const gapPx = sizePx * 0.45;
  const { heads } = chart.own;
  const limitPx = plot.widthPx * MOST_ROOM;
  const valuePx =
    heads === 'name-value' || heads === 'value' ? widestValue(domain, formatValue, fonts.value, measure) : 0;
  const namePx = Math.max(limitPx * 0.3, limitPx - (valuePx > 0 ? valuePx + gapPx : 0));
  const showsNames = heads === 'name-value' || heads === 'name';
  const names = course.shown.categories.map((name): LineName => {
    if (!showsNames) return { text: '', widthPx: 0 };
    const plain = plainLine(name.slice(0, 300));
    const text = fitText(labels.name.capitals ? plain.toUpperCase() : plain, fonts.name, namePx, measure);
    return { text, widthPx: lineWidth(text, fonts.name, false, measure) };
  });
  const widest = names.reduce((most, { widthPx }) => Math.max(most, widthPx), 0);
  const linePx = chart.dress.lines.width * unit;
  const dotPx = chart.dress.lines.points === 'none' ? linePx : linePx * chart.dress.lines.pointSize;
  const roomPx =
    heads === 'none' ? dotPx : widest + valuePx + (widest > 0 && valuePx > 0 ? gapPx : 0) + 2.4 * gapPx + dotPx;
  const edgePx = dotPx / 2;
  const area: Box = {
    x: field.x + edgePx,
    y: field.y + edgePx,
    widthPx: Math.max(unit, field.widthPx - edgePx - roomPx),
    heightPx: Math.max(unit, field.heightPx - 2 * edgePx),
  };
  const chosen = new Set(chart.highlights);
  const width = cube.categories.length;
  return {
    chart,
    course,
    frame,
    colours,
    domain,
    axis,
    parts: fixedParts(axis, field, domain),
    periodAxis,
    field: { ...field, y: area.y, heightPx: area.heightPx },
    area,
    names,
    fonts,
    rowPx: Math.max(fonts.name.sizePx, fonts.value.sizePx) * 1.12,
    gapPx,
    widthPx: linePx,
    turns: {
      opening: turnsOf(chart.pace.opening, marksOf(course)),
      closing: turnsOf(chart.pace.closing, marksOf(course)),
    },
    highlighted: new Set(
      course.shown.categories.flatMap((name, k) => (chart.dress.colour.by === 'one' && chosen.has(name) ? [k] : [])),
    ),
    known: (line, period) => !Number.isNaN(cube.values[period * width + (course.places[line] ?? 0)] ?? Number.NaN),
    formatValue,
    measure,
  };
}

const marksOf = ({ shown }: LinesCourse) => shown.categories.map((name, category) => ({ name, category }));

/** Room for the longest number that the axis passes through. */
function widestValue(
  domain: DomainCourse,
  formatValue: (value: number) => string,
  font: Font,
  measure: MeasureText,
): number {
  const [min, max] = extremesOf(domain);
  let widest = 0;
  for (const end of [min, max])
    for (let size = Math.abs(end); size > Math.abs(end) * 1e-7; size /= 10)
      for (const value of [size, size * 0.999]) {
        const text = plainLine(formatValue(Math.sign(end) * value)).replace(/\d/g, '0');
        widest = Math.max(widest, lineWidth(text, font, true, measure));
      }
  return widest;
}
