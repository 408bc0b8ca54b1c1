import type { Box } from '../../chart/box';
import { ASCENT, DESCENT, fontOf } from '../../chart/text-block';
import { largestOf } from '../../scale/number-format';
import { remembered } from '../../scale/remembered';
import type { Font } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import type { ValueAxis } from '../shared/axis-place';
import { type BuildCourse, prepareBuild, turnsOf } from '../shared/build';
import { type Depth, depthAlong, depthOf } from '../shared/depth';
import { extremesOf } from '../shared/domain';
import { type FittedName, fitNames } from '../shared/fitted-names';
import { percentFormat, percentTicks } from '../shared/percent';
import { negativeShares } from '../shared/refusal';
import { tickFormats } from '../shared/tick-formats';
import { fixedParts, prepareAxis } from '../shared/value-axis';
import type { ComparedCourse } from './course';
import type { ComparedOwn } from './document';

/** Everything of a comparison that stays the same through the film. */
export interface ComparedPlan extends PlanInput<ComparedOwn, ComparedCourse> {
  readonly axis: ValueAxis;
  readonly parts: number;
  /** Where columns stand: along, from the least to the greatest value; across, all groups. */
  readonly field: Box;
  /** Room of one group, across. */
  readonly groupPx: number;
  /** How far columns stand out of the plane; null where they are flat. */
  readonly depth: Depth | null;
  readonly valueFont: Font;
  /** By group. */
  readonly names: readonly FittedName[];
  /** Where names end (lying) or start (standing), along. */
  readonly nameAt: number;
  readonly laneColours: readonly string[];
  readonly build: BuildCourse;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

/** Space between the columns and what is written at their ends, in sizes of the type. */
const GAP = 0.4;
/** The part of a lying chart's width that names take at most. */
const NAME_SHARE = 0.3;

/** Sizes, fonts and texts that stay the same through the film. */
export function planCompared(input: PlanInput<ComparedOwn, ComparedCourse>): ComparedPlan {
  const { chart, cube, frame, course, colours, measure } = input;
  const { plot, unit } = frame;
  const { direction, longNames } = chart.dress.bars;
  const share = course.ofParts && chart.own.grouping === 'share';
  const formatValue = share ? percentFormat(chart.numbers) : remembered(input.formatValue);
  const formatTick = share ? percentTicks(chart.numbers) : tickFormats(chart.numbers, largestOf(cube.values));
  const axis = prepareAxis({ chart, frame, direction, course: course.domain, formatValue, formatTick, measure });
  const { insets } = axis;
  const lying = direction === 'lying';
  const acrossPx = lying ? plot.heightPx - insets.top - insets.bottom : plot.widthPx - insets.left - insets.right;
  const groupPx = Math.max(1, acrossPx / Math.max(1, course.groups.length));
  const { labels } = chart.dress;
  const thickPx = groupPx * chart.dress.bars.thickness;
  const depth = depthOf(chart.dress.bars, {
    thickPx: thickPx / Math.max(1, course.lanes.length),
    gapPx: (groupPx - thickPx) / 2,
  });
  const backPx = depthAlong(depth, direction);
  const sizePx = Math.max(1, Math.min(3 * unit, groupPx * (lying ? 0.5 : 0.34)));
  const names = fitNames(
    course.groups.map((c) => cube.categories[c] ?? ''),
    {
      style: labels.name,
      sizePx: Math.max(1, sizePx * labels.name.size),
      limitPx: lying ? plot.widthPx * NAME_SHARE : groupPx * 0.92,
      rule: lying && longNames === 'wrap' && groupPx < sizePx * 1.8 ? 'shrink' : longNames,
    },
    measure,
  );
  const valueFont = fontOf(labels.value, Math.max(1, Math.min(2.4 * unit, sizePx) * labels.value.size));
  const linePx = valueFont.sizePx * (ASCENT + DESCENT);
  const [min, max] = extremesOf(course.domain);
  const widest = (value: number) => measure(formatValue(value).replace(/\d/g, '0'), valueFont);
  const shown = chart.own.values !== 'none' && !share;
  const valuePx = shown ? (lying ? Math.max(widest(max), widest(min)) : linePx) + valueFont.sizePx * GAP : 0;
  const outer = backPx + valuePx;
  const namesPx = lying
    ? names.reduce((most, { widthPx }) => Math.max(most, widthPx), 0)
    : names.reduce((most, { lines, font }) => Math.max(most, lines.length * font.sizePx * 1.16), 0);
  const gapPx = sizePx * GAP;
  const field: Box = lying
    ? {
        x: plot.x + namesPx + gapPx + (min < 0 ? outer : 0),
        y: plot.y + insets.top,
        widthPx: Math.max(unit, plot.widthPx - namesPx - gapPx - insets.right - outer * (min < 0 ? 2 : 1)),
        heightPx: acrossPx,
      }
    : {
        x: plot.x + insets.left,
        y: plot.y + insets.top + outer,
        widthPx: acrossPx,
        heightPx: Math.max(
          unit,
          plot.heightPx - insets.top - insets.bottom - namesPx - gapPx - outer * (min < 0 ? 2 : 1),
        ),
      };
  const { lanes, groups } = course;
  const laneColours = course.ofParts ? colours.ofPart : lanes.map((_, i) => colours.ofPlace(i));
  return {
    ...input,
    formatValue,
    axis,
    parts: fixedParts(axis, field, course.domain),
    field,
    groupPx,
    depth,
    valueFont,
    names,
    nameAt: lying ? plot.x + namesPx : field.y + field.heightPx + (min < 0 ? outer : 0) + gapPx,
    laneColours,
    build: prepareBuild(course.clock, chart, (build) => {
      if (build.order === 'stands') {
        const stands = groups.map((c) => ({ key: cube.categories[c] ?? '', name: cube.categories[c] ?? '' }));
        return { turns: stands.map((_, i) => i), groups: stands };
      }
      const named = laneNames(input);
      return turnsOf(
        build,
        lanes.map((_, lane) => ({ name: named[lane] ?? '', category: lane, value: totalOf(input, lane) })),
      );
    }),
    refused:
      course.negative.length > 0
        ? negativeShares(course.negative, 'Columns beside or on each other can show them.')
        : null,
  };
}

/** What the lanes are called in the legend. */
export function laneNames({
  course,
  periodLabels,
}: Pick<PlanInput<ComparedOwn, ComparedCourse>, 'course' | 'periodLabels'>) {
  return course.lanes.map(({ key, at }) => (course.ofParts ? key : (periodLabels[at] ?? key)));
}

/** The sum of a lane over all groups, at the end. */
function totalOf({ course }: PlanInput<ComparedOwn, ComparedCourse>, lane: number): number {
  return course.groups.reduce(
    (sum, category) =>
      sum + (course.columnsAt(category, course.clock.lengthSec).find((each) => each.lane === lane)?.value ?? 0),
    0,
  );
}
