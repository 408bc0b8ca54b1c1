import type { Box } from '../../../chart/box';
import type { Colours } from '../../../chart/colours';
import type { Frame } from '../../../chart/frame';
import type { Chart } from '../../../project/chart';
import { remembered } from '../../../scale/remembered';
import type { MeasureText } from '../../../scene/text-fit';
import type { PlanInput } from '../../family';
import type { ValueAxis } from '../axis-place';
import { type Build, buildAt, entranceOf, turnsOf, wordsProgress } from '../build';
import { type DomainCourse, extremesOf } from '../domain';
import { tickFormats } from '../tick-formats';
import { fixedParts, prepareAxis } from '../value-axis';
import { type HeadLabel, type HeadLabels, prepareHeadLabels } from './head-labels';
import { type PeriodAxis, preparePeriodAxis } from './period-axis';
import type { SeriesCourse, SeriesOwn } from './series-course';

/** What of a chart of series along periods stays the same through the film, whatever it draws. */
export interface AlongPlan<Own extends SeriesOwn = SeriesOwn> {
  readonly chart: Chart<Own>;
  readonly course: SeriesCourse;
  readonly frame: Frame;
  readonly colours: Colours;
  readonly domain: DomainCourse;
  readonly axis: ValueAxis;
  readonly parts: number;
  readonly periodAxis: PeriodAxis;
  /** Where grid lines run. */
  readonly field: Box;
  /** Where marks stand: the field without the room of the labels at their heads. */
  readonly area: Box;
  readonly labels: HeadLabels;
  /** By series: the order in which it comes and goes. */
  readonly turns: { readonly opening: readonly number[]; readonly closing: readonly number[] };
  /** Series that stand out where all others have one colour. */
  readonly highlighted: ReadonlySet<number>;
  readonly formatValue: (value: number) => string;
  readonly measure: MeasureText;
}

interface AlongPlanInput<Own extends SeriesOwn> extends PlanInput<Own, SeriesCourse> {
  readonly domain: DomainCourse;
  readonly heads: HeadLabel;
  /** The least and the greatest value that is written at a head; the axis' ends when left out. */
  readonly ends?: readonly [number, number];
  /** How values on the axis are written; as the chart's numbers when left out. */
  readonly formatTick?: (decimals: number) => (value: number) => string;
  /** Room at the edges of the area for what stands around a point, in pixels. */
  readonly edgePx: (labels: HeadLabels) => number;
}

/** Lays the axes and the labels around the marks. */
export function planAlong<Own extends SeriesOwn>(input: AlongPlanInput<Own>): AlongPlan<Own> {
  const { chart, frame, colours, measure, course, domain } = input;
  const formatValue = remembered(input.formatValue);
  const formatTick = input.formatTick ?? tickFormats(chart.numbers);
  const axis = prepareAxis({ chart, frame, direction: 'standing', course: domain, formatValue, formatTick, measure });
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
    kind: input.heads,
    names: course.shown.categories,
    ends: input.ends ?? extremesOf(domain),
    fieldPx: field.heightPx,
    formatValue,
    measure,
  });
  const edgePx = input.edgePx(labels);
  const area: Box = {
    x: field.x + edgePx,
    y: field.y + edgePx,
    widthPx: Math.max(unit, field.widthPx - edgePx - labels.roomPx),
    heightPx: Math.max(unit, field.heightPx - 2 * edgePx),
  };
  const chosen = new Set(chart.highlights);
  const marks = course.shown.categories.map((name, category) => ({ name, category }));
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
    turns: { opening: turnsOf(chart.pace.opening, marks), closing: turnsOf(chart.pace.closing, marks) },
    highlighted: new Set(
      course.shown.categories.flatMap((name, k) => (chart.dress.colour.by === 'one' && chosen.has(name) ? [k] : [])),
    ),
    formatValue,
    measure,
  };
}

/** How far marks and words have come at a moment. */
export interface AlongEntrance {
  /** Of a series, in [0, 1]. */
  readonly opacityOf: (series: number) => number;
  /** Of a series: 0 is not there, 1 is there; a spring goes a little beyond. 1 where marks do not grow. */
  readonly growthOf: (series: number) => number;
  readonly words: number;
}

/** The entrance of series at a moment: they fade, or grow where the build says so. */
export function alongEntrance({ chart, course, turns }: AlongPlan, timeSec: number): AlongEntrance {
  const build = buildAt(course.clock, chart.pace.opening, chart.pace.closing, timeSec);
  if (!build) return { opacityOf: () => 1, growthOf: () => 1, words: 1 };
  const order = build.closes ? turns.closing : turns.opening;
  const progressOf = (series: number) =>
    entranceOf(build.build, build.x, order[series] ?? 0, course.shown.categories.length).progress;
  const grows = growing.includes(build.build.how);
  return {
    opacityOf: (series) => Math.min(1, Math.max(0, progressOf(series) * (grows ? 4 : 1))),
    growthOf: (series) => (grows ? progressOf(series) : 1),
    words: wordsProgress(build.build, build.x),
  };
}

const growing: readonly Build['how'][] = ['grow', 'spring'];
