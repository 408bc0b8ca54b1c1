import { smoothStep } from '../../motion/slots';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, type Entrance, entranceOf, present, wordsProgress } from '../shared/build';
import { domainAt, shareOfDomain } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { pictureNode } from '../shared/picture-node';
import { refusalNodes } from '../shared/refusal';
import { axisNodes } from '../shared/value-axis';
import type { BubbleAt } from './bubble-at';
import { type BubbleValue, bubblesAt } from './course';
import { fieldNodes, quadrantsAt } from './field';
import { nameNodes } from './names';
import type { BubblesPlan } from './plan';
import { type PlaceOf, stagePlace, trailNodes } from './trail';

/** Strength of bubbles that step back behind those that the eye follows. */
const BACK = 0.28;
const FILLED = 0.88;

/** The chart's part of the picture at a moment. Cost: O(bubbles × (labels + places of a path)). */
export function bubblesPicture(plan: BubblesPlan, timeSec: number): ChartPicture {
  const { chart, course, frame, measure, field } = plan;
  if (course.refused !== null)
    return { nodes: refusalNodes(course.refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const domains = { across: domainAt(plan.across.course, timeSec), up: domainAt(plan.up.course, timeSec) };
  const bubbles = placed(plan, domains, timeSec);
  const parts = quadrantsAt(plan, bubbles);
  const average = chart.axis.average ? meanOf(bubbles) : Number.NaN;
  const axes = [plan.across, plan.up].flatMap((each) => {
    const { axis, field: along, parts: count } = each;
    const lying = axis.direction === 'lying';
    const domain = lying ? domains.across : domains.up;
    return withIds(
      axisNodes(axis, { field: along, domain, parts: count, average: lying ? average : Number.NaN }),
      lying,
    );
  });
  const [lines, texts] = [axes.filter(({ kind }) => kind !== 'text'), axes.filter(({ kind }) => kind === 'text')];
  const under = fieldNodes(plan, domains, bubbles, parts);
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'axis', opacity: words, children: [...lines, ...texts] },
    { kind: 'group', id: 'field', opacity: words, clip: field, children: under.lines },
    { kind: 'group', id: 'trails', clip: field, children: trailsOf(plan, domains, bubbles, timeSec) },
    { kind: 'group', id: 'bubbles', clip: field, children: bubbles.flatMap((bubble) => bubbleNodes(plan, bubble)) },
    { kind: 'group', id: 'labels', children: nameNodes(plan, bubbles) },
    { kind: 'group', id: 'field-words', opacity: words, children: under.words },
  ];
  return { nodes, words, marks: () => marksOf(bubbles) };
}

/** Ticks of two axes may have the same values, and so the same ids. */
function withIds(nodes: readonly SceneNode[], lying: boolean): SceneNode[] {
  return lying ? [...nodes] : nodes.map((node) => ({ ...node, id: `up:${node.id}` }));
}

function meanOf(bubbles: readonly BubbleAt[]): number {
  const sum = bubbles.reduce((total, { presence }) => total + presence, 0);
  return bubbles.reduce((total, { across, presence }) => total + (across * presence) / sum, 0);
}

/** All bubbles, the largest of the film first, so that small ones stand before large ones; followed ones before all. */
function placed(plan: BubblesPlan, domains: PlaceOf, timeSec: number): BubbleAt[] {
  const { chart, course, cube, followed } = plan;
  const moment = buildAt(plan.build, timeSec);
  const ends = shadeEnds(plan);
  const at: (BubbleValue | undefined)[] = new Array(plan.bySize.length);
  for (const bubble of bubblesAt(course, cube, chart.own, timeSec)) at[bubble.series] = bubble;
  const quiet: BubbleAt[] = [];
  const loud: BubbleAt[] = [];
  for (const series of plan.bySize) {
    const bubble = at[series];
    if (!bubble || Number.isNaN(bubble.across) || Number.isNaN(bubble.up)) continue;
    const entrance = moment ? entranceOf(moment, plan.turns[series] ?? 0) : present;
    (followed.has(bubble.category) ? loud : quiet).push(bubbleOf(plan, domains, bubble, { entrance, ends }));
  }
  return [...quiet, ...loud];
}

interface Staged {
  readonly entrance: Entrance;
  readonly ends: readonly [number, number];
}

/** Written out: spreading objects of numbers for hundreds of bubbles takes longer than all else. */
function bubbleOf(plan: BubblesPlan, domains: PlaceOf, bubble: BubbleValue, { entrance, ends }: Staged): BubbleAt {
  const { chart, course, colours, followed, radiusPx, evenPx } = plan;
  const { how, progress } = entrance;
  const { series, category, presence, value, across, up, size } = bubble;
  const grown = how === 'grow' || how === 'spring' ? Math.max(0, progress) : 1;
  const shown = how === 'none' ? 1 : how === 'fade' ? progress : Math.min(1, Math.max(0, progress * 4));
  const part = course.greatest > 0 ? Math.sqrt(Math.max(0, size) / course.greatest) : 0;
  const [x, y] = stagePlace(plan, domains, across, up);
  const back = followed.size > 0 && !followed.has(category) ? BACK : 1;
  const shade = chart.own.shade === 'value' ? value : shadeOf(plan, bubble);
  return {
    series,
    category,
    presence,
    value,
    across,
    up,
    size,
    x,
    y,
    radiusPx: (Number.isNaN(size) ? evenPx : radiusPx * part) * grown * presence,
    opacity: Math.min(1, Math.max(0, shown)) * presence * back * insideOf(domains, bubble),
    said: how === 'none' ? 1 : smoothStep((progress - 0.7) / 0.3),
    colour: markColour(colours, category, shade, ends),
  };
}

/** Beyond the ends of an axis a bubble fades away. */
function insideOf({ across, up }: PlaceOf, bubble: BubbleValue): number {
  const over = (share: number) => Math.max(0, -share, share - 1);
  const far = Math.max(over(shareOfDomain(across, bubble.across)), over(shareOfDomain(up, bubble.up)));
  return 1 - smoothStep(far / 0.2);
}

function shadeOf(plan: BubblesPlan, bubble: BubbleValue): number {
  const { own } = plan.chart;
  if (own.shade === own.across) return bubble.across;
  if (own.shade === own.up) return bubble.up;
  return own.shade === own.size ? bubble.size : bubble.value;
}

/** The least and the greatest value that colours stand for. */
export function shadeEnds({ chart, course }: Pick<BubblesPlan, 'chart' | 'course'>): readonly [number, number] {
  const series = (course.ofRole[chart.own.shade] ?? course.race).series;
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of series.values) {
    if (value < least) least = value;
    if (value > most) most = value;
  }
  return least <= most ? [least * series.unit, most * series.unit] : [0, 1];
}

function bubbleNodes(plan: BubblesPlan, { x, y, radiusPx, opacity, colour, category }: BubbleAt): SceneNode[] {
  const { chart, frame, pictureRefs, followed } = plan;
  if (opacity <= 0 || radiusPx <= 0) return [];
  const subject = { part: 'mark' as const, category };
  const ring = (id: string, reachPx: number, more: object): SceneNode => ({
    kind: 'rect',
    id,
    subject,
    x: x - reachPx,
    y: y - reachPx,
    widthPx: 2 * reachPx,
    heightPx: 2 * reachPx,
    radiusPx: reachPx,
    ...more,
  });
  const strokeWidthPx = 0.18 * frame.unit;
  const nodes = [
    ring(`bubble:${category}`, radiusPx, {
      fill: colour,
      stroke: plan.edgeOf(colour),
      strokeWidthPx,
      opacity: opacity * FILLED,
    }),
  ];
  const ref = pictureRefs[category] ?? null;
  if (ref && chart.dress.pictures.shown) {
    const sidePx = radiusPx * 2 * Math.min(1, 0.86 * chart.dress.pictures.size);
    nodes.push(pictureNode(category, ref, { shape: 'round' }, { x, y, sidePx, opacity }));
  }
  if (followed.has(category))
    nodes.push(
      ring(`ring:${category}`, radiusPx + 0.6 * frame.unit, {
        stroke: frame.inks.strong,
        strokeWidthPx: 0.3 * frame.unit,
        opacity,
      }),
    );
  return nodes;
}

function trailsOf(plan: BubblesPlan, domains: PlaceOf, bubbles: readonly BubbleAt[], timeSec: number): SceneNode[] {
  const { trails } = plan.chart.own;
  if (trails === 'none') return [];
  return bubbles
    .filter(({ category, opacity }) => opacity > 0 && (trails === 'all' || plan.followed.has(category)))
    .flatMap(({ series, colour, opacity, said }) =>
      trailNodes(plan, series, { domains, timeSec, colour, opacity: opacity * said }),
    );
}

function marksOf(bubbles: readonly BubbleAt[]): ReadonlyMap<number, Mark> {
  return new Map(
    bubbles.map(({ category, x, y, radiusPx, opacity }) => [
      category,
      {
        x,
        y: y - radiusPx,
        opacity,
        outline: { x: x - radiusPx, y: y - radiusPx, widthPx: 2 * radiusPx, heightPx: 2 * radiusPx },
      },
    ]),
  );
}
