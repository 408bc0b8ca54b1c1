import type { Box } from '../../chart/box';
import { type PictureRef, picturesOf } from '../../chart/pictures';
import { fontOf } from '../../chart/text-block';
import type { Chart } from '../../project/chart';
import { mixColours } from '../../scale/colour';
import { decimalsOf, largestOf, numberFormat } from '../../scale/number-format';
import { remembered } from '../../scale/remembered';
import type { Font } from '../../scene/text-fit';
import type { Cube } from '../../shaping/cube';
import type { PlanInput } from '../family';
import type { ValueAxis } from '../shared/axis-place';
import type { DomainCourse } from '../shared/domain';
import { type FittedName, fitNames } from '../shared/fitted-names';
import { type StandingsBuild, standingsBuild } from '../shared/standings/standings-build';
import { tickFormats } from '../shared/tick-formats';
import { fixedParts, prepareAxis } from '../shared/value-axis';
import { bubblesDomain } from './axes';
import { type BubblesCourse, sizeRole, valuesOfRole } from './course';
import type { BubblesOwn, ValueRole } from './document';

/** One of the two axes, ready to be drawn. */
export interface BubbleAxis {
  readonly axis: ValueAxis;
  readonly course: DomainCourse;
  /** Marks lie along it as far as their middles go; across it, it has the whole room. */
  readonly field: Box;
  readonly parts: number;
}

/** Everything of bubbles that stays the same through the film. */
export interface BubblesPlan extends PlanInput<BubblesOwn, BubblesCourse>, StandingsBuild {
  readonly across: BubbleAxis;
  readonly up: BubbleAxis;
  /** The room of the bubbles; what reaches beyond it is cut. */
  readonly field: Box;
  readonly radiusPx: number;
  /** Radius of all, where areas stand for nothing. */
  readonly evenPx: number;
  readonly names: readonly FittedName[];
  readonly nameFont: Font;
  /** The colour of a bubble's edge, by its own. */
  readonly edgeOf: (colour: string) => string;
  readonly wordFont: Font;
  readonly pictureRefs: readonly (PictureRef | null)[];
  /** By category of the cube. */
  readonly followed: ReadonlySet<number>;
  /** Series of the race, the largest of the whole film first: who lies behind, and whose names come first. */
  readonly bySize: readonly number[];
  /** By series of the race: its place in that order. */
  readonly sizePlaces: Int32Array;
}

/** How values of a role are written: the first ones as the person says, others without the words around a number. */
export function formatOfRole(
  { chart, cube, formatValue }: Pick<PlanInput, 'chart' | 'cube' | 'formatValue'>,
  role: ValueRole,
) {
  const values = valuesOfRole(cube, role);
  if (role === 'value' || !values) return formatValue;
  return numberFormat(plainNumbers(chart), decimalsOf(values), largestOf(values));
}

const plainNumbers = ({ numbers }: Chart) => ({ ...numbers, prefix: '', suffix: '' });

/** What the values of a role are called; `''` where nothing says. */
export function nameOfRole({ further }: Cube, role: ValueRole): string {
  return role === 'value' ? (further?.first ?? '') : (further?.[role]?.name ?? '');
}

const EVEN = 0.4;
const NAME_SIZE = 2.1;

/** Sizes, fonts and texts that stay the same through the film. */
export function planBubbles(input: PlanInput<BubblesOwn, BubblesCourse>): BubblesPlan {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { plot, unit } = frame;
  const axes = (['across', 'up'] as const).map((which) => preparedAxis(input, which));
  const [across, up] = axes as [Omit<BubbleAxis, 'field' | 'parts'>, Omit<BubbleAxis, 'field' | 'parts'>];
  // Words of both stand over the field: those of the upright axis, and those of lines on the other one.
  const top = across.axis.insets.top + up.axis.insets.top;
  const { left, right } = up.axis.insets;
  const { bottom } = across.axis.insets;
  const field: Box = {
    x: plot.x + left,
    y: plot.y + top,
    widthPx: Math.max(1, plot.widthPx - left - right),
    heightPx: Math.max(1, plot.heightPx - top - bottom),
  };
  const radiusPx = Math.min(own.biggest * unit, Math.min(field.widthPx, field.heightPx) / 5);
  const lying = { ...field, x: field.x + radiusPx, widthPx: field.widthPx - 2 * radiusPx };
  const standing = { ...field, y: field.y + radiusPx, heightPx: field.heightPx - 2 * radiusPx };
  const sizePx = NAME_SIZE * unit * dress.labels.name.size;
  const names = fitNames(
    cube.categories,
    { style: dress.labels.name, sizePx, limitPx: field.widthPx * 0.3, rule: 'cut' },
    measure,
  );
  const bySize = largestFirst(course, sizeRole(cube, own) ?? 'value');
  const sizePlaces = new Int32Array(bySize.length);
  bySize.forEach((series, place) => {
    sizePlaces[series] = place;
  });
  const followedNames = new Set(own.follow);
  return {
    ...input,
    formatValue: remembered(input.formatValue),
    across: { ...across, field: lying, parts: fixedParts(across.axis, lying, across.course) },
    up: { ...up, field: standing, parts: fixedParts(up.axis, standing, up.course) },
    field,
    radiusPx,
    evenPx: radiusPx * EVEN,
    names,
    edgeOf: remembered((colour: string) => mixColours(colour, frame.inks.ground, 0.55)),
    nameFont: fontOf(dress.labels.name, sizePx),
    wordFont: fontOf(dress.labels.tick, 2 * unit * dress.labels.tick.size),
    pictureRefs: picturesOf(input.pictures, chart, cube),
    followed: new Set(cube.categories.flatMap((name, c) => (followedNames.has(name) ? [c] : []))),
    bySize,
    sizePlaces,
    ...standingsBuild(input),
  };
}

function preparedAxis(input: PlanInput<BubblesOwn, BubblesCourse>, which: 'across' | 'up') {
  const { chart, cube, frame, measure } = input;
  const { own } = chart;
  const role = own[which];
  const name = nameOfRole(cube, role);
  const lying = which === 'across';
  const words = lying
    ? { ...chart.axis, name: chart.axis.name || name }
    : { name: own.upName || name, targets: [], bands: [], average: false, interval: null };
  // Values lie under the field and left of it; a second time on the other side where the person wants both.
  const side = chart.dress.axis.side === 'both' ? 'both' : lying ? 'end' : 'start';
  const own2 = {
    ...chart,
    axis: { ...chart.axis, ...words },
    dress: { ...chart.dress, axis: { ...chart.dress.axis, side } },
  };
  const course = bubblesDomain(input, which);
  const axis = prepareAxis({
    chart: own2 as Chart,
    frame,
    direction: lying ? 'lying' : 'standing',
    course,
    formatValue: formatOfRole(input, role),
    formatTick: tickFormats(
      role === 'value' ? chart.numbers : plainNumbers(chart),
      largestOf(valuesOfRole(cube, role) ?? cube.values),
    ),
    measure,
  });
  return { axis, course };
}

function largestFirst({ ofRole, race }: BubblesCourse, role: ValueRole): number[] {
  const series = ofRole[role]?.series ?? race.series;
  const { values, periodCount } = series;
  const means = Array.from(series.categories, (_, k) => {
    const own = values.subarray(k * periodCount, (k + 1) * periodCount).filter((value) => !Number.isNaN(value));
    return own.reduce((sum, value) => sum + value / own.length, 0);
  });
  return Array.from(means.keys()).sort((a, b) => (means[b] ?? 0) - (means[a] ?? 0) || a - b);
}
