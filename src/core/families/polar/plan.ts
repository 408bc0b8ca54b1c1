import type { Box } from '../../chart/box';
import { type PictureRef, picturesOf } from '../../chart/pictures';
import { fontOf } from '../../chart/text-block';
import { largestOf } from '../../scale/number-format';
import { remembered } from '../../scale/remembered';
import type { Font } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import { type RingLabelFonts, ringLabelFonts } from '../shared/round/ring-label-fonts';
import type { PositiveCourse } from '../shared/standings/positive-course';
import { type StandingsBuild, standingsBuild } from '../shared/standings/standings-build';
import { tickFormats } from '../shared/tick-formats';
import type { PolarOwn } from './document';

/** Everything of wedges that stays the same through the film. */
export interface PolarPlan extends PlanInput<PolarOwn, PositiveCourse>, StandingsBuild, RingLabelFonts {
  readonly x: number;
  readonly y: number;
  readonly outerPx: number;
  readonly innerPx: number;
  readonly gapPx: number;
  readonly pictureRefs: readonly (PictureRef | null)[];
  /** Turns, clockwise from the top. */
  readonly start: number;
  /** What a wedge takes of a turn. */
  readonly wedge: number;
  /** Labels never leave it. */
  readonly box: Box;
  readonly tickFont: Font;
  readonly formatTick: (decimals: number) => (value: number) => string;
}

/** Sizes, fonts and texts that stay the same through the film. */
export function planPolar(input: PlanInput<PolarOwn, PositiveCourse>): PolarPlan {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { plot, unit } = frame;
  const { race } = course;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  const outside = own.labels === 'outside';
  const labels = ringLabelFonts(cube.categories, {
    chart,
    measure,
    unit,
    heightPx: plot.heightPx / 2,
    rows: Math.ceil(places / 2) + 1,
    widthPx: plot.widthPx,
    numbers: own.values,
    shown: Array.from(race.series.categories),
  });
  const leaderPx = outside ? labels.leaderPx : 0;
  const aside = outside ? labels.widest + leaderPx * 1.35 : 0;
  const outerPx = Math.max(
    1,
    Math.min(plot.widthPx / 2 - aside, plot.heightPx / 2 - leaderPx - (outside ? labels.rowPx * 0.5 : 0)),
  );
  return {
    ...input,
    ...labels,
    formatValue: remembered(input.formatValue),
    x: plot.x + plot.widthPx / 2,
    y: plot.y + plot.heightPx / 2,
    outerPx,
    innerPx: outerPx * own.hole,
    gapPx: own.gap * unit,
    pictureRefs: picturesOf(input.pictures, chart, cube),
    start: own.startAngle / 360,
    wedge: 1 / places,
    box: plot,
    tickFont: fontOf(dress.labels.tick, 1.7 * unit * dress.labels.tick.size),
    formatTick: tickFormats(chart.numbers, largestOf(cube.values)),
    ...standingsBuild(input),
  };
}
