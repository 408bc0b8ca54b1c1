import type { Box } from '../../../chart/box';
import type { Colours } from '../../../chart/colours';
import type { Frame } from '../../../chart/frame';
import { picturesOf } from '../../../chart/pictures';
import type { Chart } from '../../../project/chart';
import { largestOf } from '../../../scale/number-format';
import { remembered } from '../../../scale/remembered';
import type { MeasureText } from '../../../scene/text-fit';
import type { PlanInput } from '../../family';
import type { Direction, ValueAxis } from '../axis-place';
import type { BuildCourse } from '../build';
import { type DomainCourse, extremesOf } from '../domain';
import { tickFormats } from '../tick-formats';
import { fixedParts, prepareAxis } from '../value-axis';
import { alongBuild } from './along-build';
import type { HeadLabel } from './head-choices';
import { type HeadLabels, prepareHeadLabels } from './head-labels';
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
  /** How series come and go, or the stands along the periods. */
  readonly build: BuildCourse;
  /** Series that stand out where all others have one colour. */
  readonly highlighted: ReadonlySet<number>;
  readonly formatValue: (value: number) => string;
  readonly measure: MeasureText;
}

interface AlongPlanInput<Own extends SeriesOwn> extends PlanInput<Own, SeriesCourse> {
  readonly domain: DomainCourse;
  /** Which way values run: upwards, where left out. */
  readonly direction?: Direction;
  readonly heads: HeadLabel;
  /** The series in the order in which they stand, where that is not the table's. */
  readonly standing?: readonly number[];
  /** The least and the greatest value that is written at a head; the axis' ends when left out. */
  readonly ends?: readonly [number, number];
  /** How values on the axis are written; as the chart's numbers when left out. */
  readonly formatTick?: (decimals: number) => (value: number) => string;
  /** Room at the edges of the area for what stands around a point, in pixels. */
  readonly edgePx: (labels: HeadLabels) => number;
}

/** Lays the axes and the labels around the marks. */
export function planAlong<Own extends SeriesOwn>(input: AlongPlanInput<Own>): AlongPlan<Own> {
  const { chart, frame, colours, measure, course, domain, direction = 'standing' } = input;
  const formatValue = remembered(input.formatValue);
  const formatTick = input.formatTick ?? tickFormats(chart.numbers, largestOf(input.cube.values));
  const axis = prepareAxis({ chart, frame, direction, course: domain, formatValue, formatTick, measure });
  const { plot, unit } = frame;
  const { insets } = axis;
  const periodAxis = preparePeriodAxis({ ...input, direction, periods: course.periods });
  const field: Box = {
    x: plot.x + insets.left + periodAxis.widthPx,
    y: plot.y + insets.top,
    widthPx: Math.max(unit, plot.widthPx - insets.left - insets.right - periodAxis.widthPx),
    heightPx: Math.max(plot.heightPx * 0.1, plot.heightPx - insets.top - insets.bottom - periodAxis.heightPx),
  };
  const pictures = picturesOf(input.pictures, chart, input.cube);
  const labels = prepareHeadLabels({
    chart,
    frame,
    kind: input.heads,
    names: course.shown.categories,
    pictures: course.places.map((c) => pictures[c] ?? null),
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
  const last = (course.shown.periods.length - 1) * course.shown.categories.length;
  const marks = course.shown.categories.map((name, category) => {
    const value = course.shown.values[last + category] ?? Number.NaN;
    return { name, category, value };
  });
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
    build: alongBuild(input, marks, input.standing),
    highlighted: new Set(
      course.shown.categories.flatMap((name, k) => (chart.dress.colour.by === 'one' && chosen.has(name) ? [k] : [])),
    ),
    formatValue,
    measure,
  };
}
