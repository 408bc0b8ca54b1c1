import { ASCENT, cased, DESCENT, fontOf, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn } from '../../scale/colour';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode } from '../../scene/scene';
import { type Font, plainLine } from '../../scene/text-fit';
import { type AlongView, heightPx } from '../shared/along/along-view';
import { acrossPx } from '../shared/along/period-axis';
import { alongAt } from '../shared/along/period-places';
import { domainAt } from '../shared/domain';
import type { AreasPlan } from './plan';
import { type Slice, slicesOf } from './slices';

/** Sizes that a name in a band may have, the largest that fits is taken; in hundredths of the stage's shorter side. */
const SIZES = [3.4, 2.8, 2.3];
/** A name comes and goes over this part of its width. */
const COMES = 0.25;
/** Room to the start of the band, in heights of the name. */
const EDGE = 0.4;
/** A band that grows has its name when it is nearly as it will be. */
const GROWN = 0.15;
/** A band holds a name that is so much less high than it. */
const ROOM = 1.3;

/** Where the name of a band stands for the whole film: where the band is thickest when all of it is drawn. */
interface NamePlace {
  readonly text: string;
  readonly font: Font;
  readonly widthPx: number;
  /** In the units of the periods' places. */
  readonly along: number;
}

interface InsideInput {
  readonly view: AlongView;
  readonly slices: readonly Slice[];
  /** The screen height of a value of a band. */
  readonly y: (k: number, value: number) => number;
  readonly colourOf: (k: number) => string;
  /** How far a band has grown; 1 is all of it. */
  readonly growthOf: (k: number) => number;
}

interface InsideNames {
  /** How much of a name stands inside its band, in [0, 1], by series; what is left stands at the head. */
  readonly strengths: ReadonlyMap<number, number>;
  /** The names, as strong as their bands show. */
  readonly nodesOf: (opacityOf: (k: number) => number) => SceneNode[];
}

/**
 * The names inside bands at a moment. Each has one place along the periods, comes when the playhead has passed it, and
 * steps back while its band is too thin, so that nothing jumps.
 */
export function insideNames(plan: AreasPlan, { view, slices, y, colourOf, growthOf }: InsideInput): InsideNames {
  const strengths = new Map<number, number>();
  // What lies over another has no place of its own for a name.
  if (!plan.chart.own.inside || plan.stack.mode === 'layered') return { strengths, nodesOf: () => [] };
  const { area, moment } = view;
  const headX = acrossPx(area, moment, moment.head);
  const found: { k: number; x: number; y: number; place: NamePlace }[] = [];
  for (const [k, place] of placesOf(plan)) {
    const x = acrossPx(area, moment, place.along);
    const [from, to] = [x - place.widthPx / 2, x + place.widthPx / 2];
    const room = roomIn(slices, from, to, (slice) => [y(k, slice.at.top[k] ?? 0), y(k, slice.at.base[k] ?? 0)]);
    const linePx = place.font.sizePx * (ASCENT + DESCENT);
    const edge = place.widthPx * COMES;
    const strength =
      smoothStep(((room.base - room.top) / linePx - 1) / (ROOM - 1)) *
      smoothStep(1 - Math.abs(growthOf(k) - 1) / GROWN) *
      smoothStep((headX - to) / edge) *
      smoothStep((from - area.x) / edge + 1);
    if (strength <= 0) continue;
    strengths.set(k, strength);
    found.push({ k, x, y: (room.top + room.base) / 2, place });
  }
  const nodesOf = (opacityOf: (k: number) => number) => {
    const nodes: SceneNode[] = [];
    for (const { k, x, y: middle, place } of found) {
      const category = plan.course.places[k] ?? 0;
      const node = labelNode({
        id: `inside:${category}`,
        subject: { part: 'name', category },
        text: place.text,
        x,
        y: middle + place.font.sizePx * ((ASCENT - DESCENT) / 2),
        font: place.font,
        fill: inkOn(colourOf(k)),
        align: 'middle',
        opacity: (strengths.get(k) ?? 0) * opacityOf(k),
        tabular: false,
      });
      if (node.opacity && node.opacity > 0) pushWithShadow(nodes, node, plan.chart.dress.labels.name.shadow);
    }
    return nodes;
  };
  return { strengths, nodesOf };
}

/** What a band leaves free all over a stretch of the screen: from its lowest upper edge to its highest lower edge. */
function roomIn(
  slices: readonly Slice[],
  from: number,
  to: number,
  edgesOf: (slice: Slice) => readonly [number, number],
): { top: number; base: number } {
  let [top, base] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  slices.forEach((slice, i) => {
    // The slices beside the stretch count too, since edges run on to them.
    const [before, after] = [slices[i - 1]?.x ?? slice.x, slices[i + 1]?.x ?? slice.x];
    if (after < from || before > to) return;
    const [high, low] = edgesOf(slice);
    top = Math.max(top, high);
    base = Math.min(base, low);
  });
  return Number.isFinite(top) && Number.isFinite(base) ? { top, base } : { top: 0, base: 0 };
}

const known = new WeakMap<AreasPlan, ReadonlyMap<number, NamePlace>>();

/** The places of the names that fit their bands somewhere, once for a film. */
function placesOf(plan: AreasPlan): ReadonlyMap<number, NamePlace> {
  const found = known.get(plan) ?? findPlaces(plan);
  known.set(plan, found);
  return found;
}

function findPlaces(plan: AreasPlan): Map<number, NamePlace> {
  const { chart, course, area, frame, stack, measure } = plan;
  const { lengthSec } = course.clock;
  const moment = alongAt(course.periods, lengthSec);
  const view: AlongView = { area, domain: domainAt(plan.domain, lengthSec), moment, periods: course.periods };
  const slices = slicesOf(plan, view);
  const style = chart.dress.labels.name;
  const places = new Map<number, NamePlace>();
  for (const k of stack.order) {
    const text = cased(plainLine(course.shown.categories[k] ?? ''), style);
    const edges = slices.map(({ x, at }) => ({
      x,
      top: heightPx(view, at.top[k] ?? 0),
      base: heightPx(view, at.base[k] ?? 0),
    }));
    for (const size of SIZES) {
      const font = fontOf(style, size * frame.unit * style.size);
      const widthPx = lineWidth(text, font, false, measure);
      const x = thickest(edges, widthPx, font.sizePx * (ASCENT + DESCENT) * ROOM);
      if (x === null) continue;
      const along = moment.from + ((x - area.x) / area.widthPx) * (moment.to - moment.from);
      places.set(k, { text, font, widthPx, along });
      break;
    }
  }
  return places;
}

/** The middle of the stretch of a width that leaves the most room in a band; null where none leaves as much as is needed. */
function thickest(
  edges: readonly { readonly x: number; readonly top: number; readonly base: number }[],
  widthPx: number,
  neededPx: number,
): number | null {
  const [first, last] = [edges[0]?.x ?? 0, edges.at(-1)?.x ?? 0];
  let best: number | null = null;
  let most = neededPx;
  let start = 0;
  for (const { x: middle } of edges) {
    const [from, to] = [middle - widthPx / 2, middle + widthPx / 2];
    // The playhead has to be past it, by as much as the name needs to come.
    if (from < first + neededPx * EDGE || to > last - widthPx * COMES) continue;
    while (start < edges.length && (edges[start + 1]?.x ?? Number.POSITIVE_INFINITY) < from) start++;
    let [top, base] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (let i = start; i < edges.length; i++) {
      const edge = edges[i] as (typeof edges)[number];
      top = Math.max(top, edge.top);
      base = Math.min(base, edge.base);
      if (edge.x > to) break;
    }
    if (base - top > most) [best, most] = [middle, base - top];
  }
  return best;
}
