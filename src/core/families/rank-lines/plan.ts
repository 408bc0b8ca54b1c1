import type { Box } from '../../chart/box';
import type { Colours } from '../../chart/colours';
import type { Frame } from '../../chart/frame';
import { picturesOf } from '../../chart/pictures';
import { fontOf } from '../../chart/text-block';
import { remembered } from '../../scale/remembered';
import { type Font, type MeasureText, plainLine } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import { alongBuild } from '../shared/along/along-build';
import { type HeadLabels, prepareHeadLabels } from '../shared/along/head-labels';
import { type PeriodAxis, preparePeriodAxis } from '../shared/along/period-axis';
import type { BuildCourse } from '../shared/build';
import type { RankLinesCourse } from './course';
import type { RankLinesChart, RankLinesOwn } from './document';

/** Everything of a chart of places that stays the same through the film. */
export interface RankLinesPlan {
  readonly chart: RankLinesChart;
  readonly course: RankLinesCourse;
  readonly frame: Frame;
  readonly colours: Colours;
  readonly periodAxis: PeriodAxis;
  /** Where the lines run: the middle of the first place to the middle of the last, and the periods in view. */
  readonly area: Box;
  readonly labels: HeadLabels;
  readonly places: number;
  readonly slotPx: number;
  readonly rankFont: Font;
  /** The least and the greatest value of the film. */
  readonly ends: readonly [number, number];
  /** How lines come and go, or the stands along the periods; marks are series. */
  readonly build: BuildCourse;
}

/** Sizes, fonts and texts that stay the same through the film. */
export function planRankLines(input: PlanInput<RankLinesOwn, RankLinesCourse>): RankLinesPlan {
  const { chart, cube, frame, course, measure } = input;
  const { plot, unit } = frame;
  const { race } = course;
  const { places } = course;
  const periodAxis = preparePeriodAxis({ ...input, periods: course.periods });
  const heightPx = Math.max(unit, plot.heightPx - periodAxis.heightPx - 0.6 * unit);
  const slotPx = heightPx / places;
  const names = Array.from(race.series.categories, (c, k) =>
    everShows(course, k) ? plainLine(cube.categories[c] ?? '') : '',
  );
  const formatValue = remembered(input.formatValue);
  const ends = greatestEnds(course);
  const pictures = picturesOf(input.pictures, chart, cube);
  const labels = prepareHeadLabels({
    chart,
    frame,
    kind: chart.own.heads,
    pictures: Array.from(race.series.categories, (c) => pictures[c] ?? null),
    // The size of labels follows the places, not how many names ever come on stage.
    names: [...names, ...new Array<string>(Math.max(0, places - names.length)).fill('')],
    ends,
    fieldPx: Math.max(heightPx, (heightPx * names.length) / places),
    formatValue,
    measure,
  });
  const { rank } = chart.dress.labels;
  const rankFont = fontOf(rank, Math.max(1, Math.min(2.6 * unit, slotPx * 0.6) * rank.size));
  const ranksPx = chart.own.numbered ? widestRank(places, rankFont, measure) + rankFont.sizePx * 0.6 : 0;
  const edgePx = labels.dotPx / 2 + ranksPx;
  const area: Box = {
    x: plot.x + edgePx,
    y: plot.y + slotPx / 2,
    widthPx: Math.max(unit, plot.widthPx - edgePx - labels.roomPx),
    heightPx: heightPx - slotPx,
  };
  const last = (cube.periods.length - 1) * cube.categories.length;
  const marks = Array.from(race.series.categories, (category, k) => {
    return { name: names[k] ?? '', category, value: cube.values[last + category] ?? Number.NaN };
  });
  return {
    chart,
    course,
    frame,
    colours: input.colours,
    periodAxis,
    area,
    labels,
    places,
    slotPx,
    rankFont,
    ends,
    build: alongBuild(input, marks),
  };
}

/** Is a series ever on stage? Where there is a place for each, no place need be worked out to know. */
function everShows({ places, race }: RankLinesCourse, series: number): boolean {
  const { values, periodCount, categories } = race.series;
  if (categories.length > places) return (race.showing[series]?.length ?? 0) > 0;
  return values.subarray(series * periodCount, (series + 1) * periodCount).some((value) => !Number.isNaN(value));
}

/** The least and the greatest value of the film; 0 lies between them. */
export function greatestEnds({ race }: RankLinesCourse): readonly [number, number] {
  let [low, high] = [0, 0];
  for (const value of race.series.values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return [low * race.series.unit, high * race.series.unit];
}

function widestRank(places: number, font: Font, measure: MeasureText): number {
  return measure('0'.repeat(String(places).length), font);
}
