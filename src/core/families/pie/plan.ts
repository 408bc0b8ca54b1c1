import type { Box } from '../../chart/box';
import { type PictureRef, picturesOf } from '../../chart/pictures';
import { cased, fontOf } from '../../chart/text-block';
import { fillTokens, hasTokens } from '../../chart/words';
import { remembered } from '../../scale/remembered';
import { lineWidth } from '../../scene/layout-text';
import type { Font } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import type { Depth } from '../shared/depth';
import { percentFormat } from '../shared/percent';
import { type RingLabelFonts, ringLabelFonts } from '../shared/round/ring-label-fonts';
import { type SharesBuild, sharesBuild } from '../shared/shares/shares-build';
import type { SharesCourse } from '../shared/shares/shares-course';
import { sharesRefusal, sharesToken } from '../shared/shares/told-shares';
import type { PieOwn } from './document';

/** Everything of a pie that stays the same through the film. */
export interface PiePlan extends PlanInput<PieOwn, SharesCourse>, SharesBuild, RingLabelFonts {
  readonly formatShare: (share: number) => string;
  readonly x: number;
  readonly y: number;
  readonly outerPx: number;
  readonly innerPx: number;
  /** What the whole takes of a turn, and where it begins, clockwise from the top. */
  readonly sweep: number;
  readonly start: number;
  readonly gapPx: number;
  readonly pullPx: number;
  readonly depth: Depth | null;
  /** Labels never leave it. */
  readonly box: Box;
  readonly pictureRefs: readonly (PictureRef | null)[];
  /** The lines in the hole, each with a font in which all of its words fit. */
  readonly middle: readonly { readonly template: string; readonly font: Font }[];
  readonly refused: string | null;
}

/** How far a slice is pulled out, of the radius. */
const PULL = 0.09;
const MOST_DEPTH = 0.32;

/** Sizes, fonts and texts that stay the same through the film. */
export function planPie(input: PlanInput<PieOwn, SharesCourse>): PiePlan {
  const { chart, cube, frame, course, measure } = input;
  const { own, dress } = chart;
  const { plot, unit } = frame;
  const half = own.round === 'half';
  const outside = own.labels === 'outside';
  const formatValue = remembered(input.formatValue);
  const labels = ringLabelFonts([...cube.categories, own.restName], {
    chart,
    measure,
    unit,
    heightPx: plot.heightPx / (half ? 1 : 2),
    rows: Math.ceil(Math.min(own.places, cube.categories.length) / 2) + 1,
    widthPx: plot.widthPx,
    numbers: own.numbers !== 'none',
    shown: [...Array.from(course.race.series.categories), cube.categories.length],
  });
  const { rowPx, widest } = labels;
  const leaderPx = outside ? labels.leaderPx : 0;
  const pullPx = own.pulled.length > 0 ? PULL : 0;
  const deep = dress.bars.depth * MOST_DEPTH;
  const angle = (dress.bars.depthAngle * Math.PI) / 180;
  // Room around the round, in radii: slices that are pulled out, and backs.
  const around = 1 + pullPx;
  const aside = outside ? widest + leaderPx * 1.35 : 0;
  const acrossPx = plot.widthPx - 2 * aside;
  const downPx = plot.heightPx - (outside ? (half ? 1 : 2) * (leaderPx + rowPx * 0.5) : 0);
  // Labels stand clear of the backs all around.
  const [backX, backY] = outside ? [deep, deep] : [Math.abs(Math.cos(angle)) * deep, Math.abs(Math.sin(angle)) * deep];
  const outerPx = Math.max(
    1,
    Math.min(acrossPx / (2 * around + 2 * backX), downPx / ((half ? 1.06 : 2) * around + (half ? 1 : 2) * backY)),
  );
  const x = plot.x + plot.widthPx / 2;
  const y = half
    ? plot.y + (plot.heightPx + outerPx * around + (outside ? leaderPx + rowPx * 0.5 : 0)) / 2 - outerPx * 0.03
    : plot.y + plot.heightPx / 2;
  const innerPx = outerPx * own.hole;
  const depthPx = deep * outerPx;
  return {
    ...input,
    formatValue,
    formatShare: percentFormat(chart.numbers),
    x,
    y,
    outerPx,
    innerPx,
    sweep: half ? 0.5 : 1,
    start: half ? -0.25 : own.startAngle / 360,
    gapPx: own.gap * unit,
    pullPx: pullPx * outerPx,
    depth: deep > 0 ? { dx: Math.cos(angle) * depthPx, dy: -Math.sin(angle) * depthPx } : null,
    box: { x: plot.x, y: plot.y, widthPx: plot.widthPx, heightPx: plot.heightPx },
    ...labels,
    pictureRefs: picturesOf(input.pictures, chart, cube),
    ...sharesBuild(input),
    middle: middleLines(input, innerPx, half),
    refused: sharesRefusal(course),
  };
}

/** Looks over the film for the room that counting words need. */
const LOOKS = 24;

/** The lines of the hole: the first as large as it can be, the others smaller; none where there is no room. */
function middleLines(input: PlanInput<PieOwn, SharesCourse>, innerPx: number, half: boolean): PiePlan['middle'] {
  const { chart, course, frame, measure } = input;
  const { own, dress } = chart;
  const lines = own.middle
    .split('\n')
    .filter((line) => line.trim() !== '')
    .slice(0, 3);
  if (innerPx < 4 * frame.unit) return [];
  const roomPx = innerPx * (half ? 1.1 : 1.42);
  const highPx = (innerPx * (half ? 0.72 : 1.05)) / (lines.length + 0.6);
  return lines.map((template, i) => {
    const style = i === 0 ? dress.texts.title : dress.labels.name;
    const wishPx = Math.min(highPx, i === 0 ? 9 * frame.unit : 3 * frame.unit);
    const font = fontOf(style, wishPx);
    const samples = hasTokens(template)
      ? Array.from({ length: LOOKS }, (_, look) =>
          middleWords(input, template, (course.clock.lengthSec * look) / (LOOKS - 1)),
        )
      : [template];
    const widest = Math.max(1, ...samples.map((words) => lineWidth(cased(words, style), font, true, measure)));
    return { template, font: { ...font, sizePx: wishPx * Math.min(1, roomPx / widest) } };
  });
}

type Told = Parameters<typeof sharesToken>[0];

/** Words of the hole at a moment. */
export function middleWords(told: Told, template: string, timeSec: number): string {
  return fillTokens(template, (token) => sharesToken(told, token, timeSec));
}
