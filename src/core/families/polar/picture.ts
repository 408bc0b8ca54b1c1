import { labelNode } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { decimalsOfInterval, fadingTicks } from '../../scale/ticks';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { markColour } from '../shared/mark-colour';
import { slimWhilePassing } from '../shared/passing';
import { pictureNode } from '../shared/picture-node';
import { refusalNodes } from '../shared/refusal';
import { ringLabelNodes } from '../shared/round/ring-label-nodes';
import { boxAround, onCircle, sectorPath } from '../shared/round/sector';
import { type WedgeValue, wedgesAt } from './course';
import type { PolarPlan } from './plan';

/** A wedge on stage. */
interface WedgeAt extends WedgeValue {
  readonly from: number;
  readonly to: number;
  readonly rimPx: number;
  readonly opacity: number;
  readonly said: number;
  readonly colour: string;
}

const PARTS = 3;

/** The chart's part of the picture at a moment. Cost: O(wedges²). */
export function polarPicture(plan: PolarPlan, timeSec: number): ChartPicture {
  const { chart, course, frame, measure } = plan;
  if (course.refused !== null)
    return { nodes: refusalNodes(course.refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const { wedges, rim } = placed(plan, timeSec);
  const shapes: SceneNode[] = [];
  for (const wedge of wedges) {
    pushWedge(plan, wedge, shapes);
    pushPicture(plan, wedge, shapes);
  }
  const rings = ringNodes(plan, rim);
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'axis', opacity: words, children: rings.lines },
    { kind: 'group', id: 'wedges', children: shapes },
    { kind: 'group', id: 'ring-labels', opacity: words, children: rings.labels },
    { kind: 'group', id: 'labels', children: labelNodes(plan, wedges) },
  ];
  return { nodes, words, marks: () => marksOf(plan, wedges) };
}

/** How far from the middle a radius in [0, 1] is drawn: with a hole, areas still are in proportion. */
function radiusPx({ chart, outerPx }: PolarPlan, radius: number): number {
  const { hole, measure } = chart.own;
  return (
    outerPx * (measure === 'area' ? Math.sqrt(hole ** 2 + (1 - hole ** 2) * radius ** 2) : hole + (1 - hole) * radius)
  );
}

function placed(plan: PolarPlan, timeSec: number): { wedges: WedgeAt[]; rim: number } {
  const { chart, course, colours, innerPx, outerPx, start, wedge, turns } = plan;
  const moment = buildAt(plan.build, timeSec);
  const { wedges, rim } = wedgesAt(course, chart.own, timeSec);
  const slim =
    chart.own.order === 'table'
      ? null
      : slimWhilePassing(
          wedges.map(({ slot }) => slot),
          1,
        );
  const found = wedges.map((each, i): WedgeAt => {
    const { how, progress } = moment ? entranceOf(moment, turns[each.series] ?? 0) : present;
    const grows = how === 'grow' || how === 'spring';
    const turning = how === 'turn' ? Math.max(0, progress) : 1;
    const fullPx = radiusPx(plan, each.radius);
    const middle = start + (each.slot + 0.5) * wedge;
    const half = (wedge / 2) * (slim?.[i] ?? 1);
    return {
      ...each,
      // One that turns open does so from where it begins.
      from: middle - half,
      to: middle - half + 2 * half * turning,
      // A spring goes a little beyond, but never over the labels.
      rimPx: grows ? Math.min(outerPx * 1.04, innerPx + (fullPx - innerPx) * Math.max(0, progress)) : fullPx,
      opacity:
        how === 'none' || how === 'turn'
          ? 1
          : grows
            ? Math.min(1, Math.max(0, progress * 4))
            : Math.min(1, Math.max(0, progress)),
      said: how === 'none' ? 1 : smoothStep((progress - 0.6) / 0.4),
      colour: markColour(colours, each.category, each.value, [0, course.greatest]),
    };
  });
  return { wedges: found, rim };
}

function pushWedge(
  { x, y, innerPx, gapPx }: PolarPlan,
  { category, from, to, rimPx, opacity, presence, colour }: WedgeAt,
  nodes: SceneNode[],
): void {
  if (opacity * presence <= 0 || rimPx <= innerPx) return;
  const path = sectorPath({ x, y, innerPx, outerPx: rimPx, from, to }, Math.min(gapPx, (to - from) * rimPx * 2));
  if (path.verbs.length === 0) return;
  const subject = { part: 'mark' as const, category };
  nodes.push({
    kind: 'path',
    id: `wedge:${category}`,
    subject,
    path,
    fill: colour,
    opacity: opacity * Math.min(1, presence * 4),
  });
}

/** The picture of a wedge next to its rim, as large as the wedge lets it be. */
function pushPicture(
  { x, y, innerPx, chart, frame, pictureRefs }: PolarPlan,
  { category, from, to, rimPx, opacity, presence }: WedgeAt,
  nodes: SceneNode[],
): void {
  const ref = pictureRefs[category];
  if (!ref) return;
  // The largest circle between the two sides of a wedge that touches its rim.
  const half = Math.sin(Math.min(0.25, (to - from) / 2) * 2 * Math.PI);
  const fits = (2 * rimPx * half) / (1 + half);
  const sidePx = Math.min(fits, rimPx - innerPx, 9 * frame.unit) * Math.min(1, 0.8 * chart.dress.pictures.size);
  const shown = opacity * presence * smoothStep((sidePx / frame.unit - 1.2) / 0.8);
  if (shown <= 0) return;
  const [atX, atY] = onCircle(x, y, rimPx - sidePx * 0.62, (from + to) / 2);
  nodes.push(pictureNode(category, ref, chart.dress.pictures, { x: atX, y: atY, sidePx, opacity: shown }));
}

/** Rings at round values with their numbers, which stand on the line between the last wedge and the first. */
function ringNodes(plan: PolarPlan, rim: number): { lines: SceneNode[]; labels: SceneNode[] } {
  const { chart, x, y, start, frame, tickFont, formatTick, measure } = plan;
  const { axis, labels: styles } = chart.dress;
  const [lines, labels]: [SceneNode[], SceneNode[]] = [[], []];
  if (!chart.own.rings || !(rim > 0)) return { lines, labels };
  const ticks = fadingTicks(0, rim, PARTS).filter(({ value }) => value > 0);
  const steps = ticks.map((tick, i) => tick.value - (ticks[i - 1]?.value ?? 0));
  const format = formatTick(decimalsOfInterval(Math.min(...steps, Number.POSITIVE_INFINITY) || 1));
  let taken = 0;
  for (const { value, opacity, labelOpacity } of ticks) {
    const part = value / rim;
    const px = radiusPx(plan, chart.own.measure === 'area' ? Math.sqrt(part) : part);
    lines.push({
      kind: 'path',
      id: `ring:${value}`,
      subject: { part: 'axis' },
      path: sectorPath({ x, y, innerPx: 0, outerPx: px, from: 0, to: 1 }),
      stroke: axis.gridColour ?? frame.inks.line,
      strokeWidthPx: Math.max(0.12, axis.gridWidth) * frame.unit,
      opacity,
    });
    const apart = smoothStep(((px - taken) / tickFont.sizePx - 1.3) / 0.3);
    if (labelOpacity * apart <= 0) continue;
    taken = px;
    const text = format(value);
    const [textX, textY] = onCircle(x, y, px, start);
    const widthPx = measure(text, tickFont) + tickFont.sizePx * 0.6;
    const shown = labelOpacity * apart;
    labels.push(
      {
        kind: 'rect',
        id: `ring:${value}:ground`,
        x: textX - widthPx / 2,
        y: textY - tickFont.sizePx * 0.62,
        widthPx,
        heightPx: tickFont.sizePx * 1.24,
        radiusPx: tickFont.sizePx * 0.4,
        fill: frame.inks.ground,
        opacity: shown * 0.86,
      },
      labelNode({
        id: `ring:${value}:text`,
        subject: { part: 'axis' },
        text,
        x: textX,
        y: textY + tickFont.sizePx * 0.35,
        font: tickFont,
        fill: styles.tick.colour ?? frame.inks.quiet,
        align: 'middle',
        opacity: shown,
        tabular: false,
      }),
    );
  }
  return { lines, labels };
}

function labelNodes(plan: PolarPlan, wedges: readonly WedgeAt[]): SceneNode[] {
  const { chart, x, y, outerPx, wedge, names, formatValue } = plan;
  if (chart.own.labels === 'none') return [];
  return ringLabelNodes(
    { ...plan, reachPx: outerPx },
    wedges.map(({ category, from, to, presence, said, opacity, rimPx, value }) => ({
      id: String(category),
      category,
      turn: (from + to) / 2,
      share: wedge,
      presence: presence * said,
      opacity,
      x,
      y,
      rimPx,
      name: names[category] ?? '',
      number: chart.own.values ? formatValue(value) : '',
    })),
  );
}

function marksOf({ x, y, innerPx }: PolarPlan, wedges: readonly WedgeAt[]): ReadonlyMap<number, Mark> {
  return new Map(
    wedges.map(({ category, from, to, rimPx, opacity, presence }) => {
      const [markX, markY] = onCircle(x, y, rimPx, (from + to) / 2);
      const outline = boxAround({ x, y, innerPx, outerPx: rimPx, from, to });
      return [category, { x: markX, y: markY, opacity: opacity * presence, outline }];
    }),
  );
}
