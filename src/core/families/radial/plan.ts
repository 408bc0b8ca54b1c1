import { type PictureRef, picturesOf } from '../../chart/pictures';
import { cased, fontOf, widestLine } from '../../chart/text-block';
import { largestOf } from '../../scale/number-format';
import { remembered } from '../../scale/remembered';
import { type Font, fitText } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import type { Depth } from '../shared/depth';
import { type DomainCourse, extremesOf } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import type { StandingsCourse } from '../shared/standings/course';
import { prepareDomain } from '../shared/standings/race-domain';
import { type StandingsBuild, standingsBuild } from '../shared/standings/standings-build';
import { tickFormats } from '../shared/tick-formats';
import type { RadialOwn } from './document';

/** Everything of radial bars that stays the same through the film. */
export interface RadialPlan extends PlanInput<RadialOwn, StandingsCourse>, StandingsBuild {
  readonly domain: DomainCourse;
  readonly x: number;
  readonly y: number;
  readonly outerPx: number;
  /** Where the backs of rings lie; null for flat ones. */
  readonly depth: Depth | null;
  readonly pictureRefs: readonly (PictureRef | null)[];
  readonly slotPx: number;
  readonly thickPx: number;
  readonly places: number;
  readonly sweep: number;
  readonly nameFont: Font;
  readonly valueFont: Font;
  readonly tickFont: Font;
  readonly formatTick: (decimals: number) => (value: number) => string;
  /** By category, cut to the room beside the rings. */
  readonly names: readonly string[];
  /** Right end of values and of names, on screen. */
  readonly valueEnd: number;
  readonly nameEnd: number;
}

/** The farthest that backs lie behind, in places of rings: within the gaps between them, and a little beyond. */
const MOST_DEPTH = 0.9;
/** Beside names a ring goes round this far at most. */
const BESIDE = 0.75;

/** Sizes, fonts and texts that stay the same through the film. */
export function planRadial(input: PlanInput<RadialOwn, StandingsCourse>): RadialPlan {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { plot, unit } = frame;
  const { race } = course;
  const domain = focusedDomain(prepareDomain(race, own.domain), input);
  const formatValue = remembered(input.formatValue);
  const tickFont = fontOf(dress.labels.tick, 1.9 * unit * dress.labels.tick.size);
  const asidePx = dress.axis.ticks ? tickFont.sizePx * 1.9 : 0;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  const deep = (dress.bars.depth * MOST_DEPTH * (1 - own.hole)) / places;
  const outerPx = Math.max(1, Math.min(plot.widthPx / 2 - asidePx * 1.4, plot.heightPx / 2 - asidePx) / (1 + deep));
  const angle = (dress.bars.depthAngle * Math.PI) / 180;
  const slotPx = (outerPx * (1 - own.hole)) / places;
  const along = own.labels === 'along';
  const sizePx = Math.max(0.5, Math.min(2.6 * unit, slotPx * (along ? own.thickness * 0.8 : 0.66)));
  const nameFont = fontOf(dress.labels.name, sizePx * dress.labels.name.size);
  const valueFont = fontOf(dress.labels.value, sizePx * dress.labels.value.size);
  const [x, y] = [plot.x + plot.widthPx / 2, plot.y + plot.heightPx / 2];
  const [min, max] = extremesOf(prepareDomain(race, { kind: 'fixed' }));
  const shown = own.values && own.labels === 'beside';
  const valuePx = shown ? widestLine([formatValue(min), formatValue(max)], valueFont, measure) : 0;
  const valueEnd = x - sizePx * 0.7;
  const nameEnd = valueEnd - (shown ? valuePx + sizePx * 0.6 : 0);
  return {
    ...input,
    formatValue,
    domain,
    x,
    y,
    outerPx,
    depth: deep > 0 ? { dx: Math.cos(angle) * deep * outerPx, dy: -Math.sin(angle) * deep * outerPx } : null,
    pictureRefs: picturesOf(input.pictures, chart, cube),
    slotPx,
    thickPx: slotPx * own.thickness,
    places,
    sweep: own.labels === 'beside' ? Math.min(BESIDE, own.sweep) : own.sweep,
    nameFont,
    valueFont,
    tickFont,
    formatTick: tickFormats(chart.numbers, largestOf(cube.values)),
    names: cube.categories.map((name) =>
      fitText(
        cased(name, dress.labels.name),
        nameFont,
        own.labels === 'beside' ? Math.max(0, nameEnd - plot.x) : outerPx * 3,
        measure,
      ),
    ),
    valueEnd,
    nameEnd,
    ...standingsBuild(input),
  };
}
