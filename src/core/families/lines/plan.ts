import type { Box } from '../../chart/box';
import type { Colours } from '../../chart/colours';
import type { Frame } from '../../chart/frame';
import { remembered } from '../../scale/remembered';
import type { MeasureText } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import { alongDomain, headExtremes, seriesExtremes } from '../shared/along/along-domain';
import { type HeadLabels, prepareHeadLabels } from '../shared/along/head-labels';
import { type PeriodAxis, preparePeriodAxis } from '../shared/along/period-axis';
import type { SeriesCourse } from '../shared/along/series-course';
import type { ValueAxis } from '../shared/axis-place';
import { turnsOf } from '../shared/build';
import { type DomainCourse, extremesOf } from '../shared/domain';
import { tickFormats } from '../shared/tick-formats';
import { fixedParts, prepareAxis } from '../shared/value-axis';
import type { LinesChart, LinesOwn } from './document';

/** Everything of a chart of lines that stays the same through the film. */
export interface LinesPlan {
  readonly chart: LinesChart;
  readonly course: SeriesCourse;
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
  readonly labels: HeadLabels;
  /** By line: the order in which it comes and goes. */
  readonly turns: { readonly opening: readonly number[]; readonly closing: readonly number[] };
  readonly highlighted: ReadonlySet<number>;
  /** Has the table a value of a line at a period? */
  readonly known: (line: number, period: number) => boolean;
  readonly formatValue: (value: number) => string;
  readonly measure: MeasureText;
}

/** The axis' course, remembered: an edit of a text or a colour changes nothing of it. */
const courses = new WeakMap<SeriesCourse['race'], Map<string, DomainCourse>>();

/** Where the value axis ends through the film. */
export function linesDomain(course: SeriesCourse, own: LinesOwn): DomainCourse {
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
export function planLines(input: PlanInput<LinesOwn, SeriesCourse>): LinesPlan {
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
  const labels = prepareHeadLabels({
    chart,
    frame,
    kind: chart.own.heads,
    names: course.shown.categories,
    ends: extremesOf(domain),
    fieldPx: field.heightPx,
    formatValue,
    measure,
  });
  const edgePx = labels.dotPx / 2;
  const area: Box = {
    x: field.x + edgePx,
    y: field.y + edgePx,
    widthPx: Math.max(unit, field.widthPx - edgePx - labels.roomPx),
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
    labels,
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

const marksOf = ({ shown }: SeriesCourse) => shown.categories.map((name, category) => ({ name, category }));
