import { labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn, mixColours } from '../../scale/colour';
import { decimalsOfInterval, fadingTicks } from '../../scale/ticks';
import { polyline } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, wordsProgress } from '../shared/build';
import { type Domain, domainAt, placeInDomain } from '../shared/domain';
import { pictureNode } from '../shared/picture-node';
import { ringWalls } from '../shared/round/ring-walls';
import { bandPath, boxAround, onCircle } from '../shared/round/sector';
import { letterNodes } from './along';
import type { RadialPlan } from './plan';
import { type RingAt, ringsAt } from './rings';

const PARTS = 5;
const TRACK = 0.9;

/** The chart's part of the picture at a moment. Cost: O(rings²). */
export function radialPicture(plan: RadialPlan, timeSec: number): ChartPicture {
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const domain = domainAt(plan.domain, timeSec);
  const rings = ringsAt(plan, timeSec);
  const bands: SceneNode[] = [];
  const labels: SceneNode[] = [];
  for (const ring of rings) {
    pushRing(plan, ring, bands);
    pushPicture(plan, ring, bands);
    if (plan.chart.own.labels === 'along') labels.push(...letterNodes(plan, ring, inkOn(ring.colour)));
  }
  if (plan.chart.own.labels === 'beside') pushBeside(plan, rings, labels);
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'axis', opacity: words, children: [...trackNodes(plan), ...tickNodes(plan, domain)] },
    ...backNodes(plan, rings),
    { kind: 'group', id: 'rings', children: bands },
    { kind: 'group', id: 'labels', children: labels },
  ];
  return { nodes, words, marks: () => marksOf(plan, rings) };
}

function pushRing(
  { x, y, chart }: RadialPlan,
  { category, radiusPx, thickPx, from, to, opacity, colour }: RingAt,
  nodes: SceneNode[],
): void {
  if (opacity <= 0) return;
  const sector = { x, y, innerPx: Math.max(0, radiusPx - thickPx / 2), outerPx: radiusPx + thickPx / 2, from, to };
  const path = bandPath(sector, chart.own.roundEnds);
  if (path.verbs.length > 0)
    nodes.push({
      kind: 'path',
      id: `ring:${category}`,
      subject: { part: 'mark', category },
      path,
      fill: colour,
      opacity,
    });
}

/** What rings stand out by. */
function backNodes({ x, y, depth, chart }: RadialPlan, rings: readonly RingAt[]): SceneNode[] {
  if (!depth) return [];
  const solids = rings
    .filter(({ opacity, from, to }) => opacity > 0 && to > from)
    .map(({ category, radiusPx, thickPx, from, to, colour, opacity }) => ({
      id: String(category),
      sector: { x, y, innerPx: Math.max(0, radiusPx - thickPx / 2), outerPx: radiusPx + thickPx / 2, from, to },
      colour,
      opacity,
    }));
  return [{ kind: 'group', id: 'backs', children: ringWalls(solids, depth, chart.dress.bars.light) }];
}

/** The picture of a ring at its head, where the ring is long enough to hold it. */
function pushPicture(
  { x, y, chart, pictureRefs }: RadialPlan,
  { category, radiusPx, thickPx, from, to, opacity }: RingAt,
  nodes: SceneNode[],
): void {
  const ref = pictureRefs[category];
  if (!ref || radiusPx <= 0) return;
  const around = 2 * Math.PI * radiusPx;
  const room = smoothStep((((to - from) * around) / thickPx - 1) / 0.5);
  if (room * opacity <= 0) return;
  const [atX, atY] = onCircle(x, y, radiusPx, to - (thickPx * 0.5) / around);
  const sidePx = Math.min(thickPx, thickPx * 0.84 * chart.dress.pictures.size);
  nodes.push(pictureNode(category, ref, chart.dress.pictures, { x: atX, y: atY, sidePx, opacity: opacity * room }));
}

const tracks = new WeakMap<RadialPlan, SceneNode[]>();

/** The whole way of each place; they stand still, so they are made once. */
function trackNodes(plan: RadialPlan): SceneNode[] {
  const known = tracks.get(plan);
  if (known) return known;
  const { chart, x, y, outerPx, slotPx, thickPx, places, sweep, frame } = plan;
  const fill = mixColours(frame.inks.strong, frame.inks.ground, TRACK);
  const nodes: SceneNode[] = chart.own.tracks
    ? Array.from({ length: places }, (_, place) => {
        const middle = outerPx - slotPx * (place + 0.5);
        const sector = { x, y, innerPx: middle - thickPx / 2, outerPx: middle + thickPx / 2, from: 0, to: sweep };
        return { kind: 'path', id: `track:${place}`, path: bandPath(sector, chart.own.roundEnds), fill };
      })
    : [];
  tracks.set(plan, nodes);
  return nodes;
}

/** Ticks as rays, with their numbers outside. */
function tickNodes(
  { chart, x, y, outerPx, slotPx, places, sweep, tickFont, formatTick, frame }: RadialPlan,
  domain: Domain,
): SceneNode[] {
  const { axis, labels } = chart.dress;
  if (!axis.ticks && axis.gridWidth <= 0) return [];
  const ticks = fadingTicks(domain.min, domain.max, axis.parts ?? PARTS);
  const steps = ticks.slice(1).map((tick, i) => tick.value - (ticks[i]?.value ?? 0));
  const format = formatTick(decimalsOfInterval(Math.min(...steps, Number.POSITIVE_INFINITY) || 1));
  const innerPx = outerPx - slotPx * places;
  return ticks.flatMap(({ value, opacity, labelOpacity }): SceneNode[] => {
    const turn = sweep * placeInDomain(domain, value);
    const [textX, textY] = onCircle(x, y, outerPx + tickFont.sizePx * 0.8, turn);
    const side = Math.sin(turn * 2 * Math.PI);
    const line: SceneNode = {
      kind: 'path',
      id: `tick:${value}`,
      subject: { part: 'axis' },
      path: polyline(
        Float64Array.of(...onCircle(x, y, innerPx, turn), ...onCircle(x, y, outerPx + tickFont.sizePx * 0.2, turn)),
      ),
      stroke: axis.gridColour ?? frame.inks.line,
      strokeWidthPx: axis.gridWidth * frame.unit,
      opacity,
    };
    const label = labelNode({
      id: `tick:${value}:text`,
      subject: { part: 'axis' },
      text: format(value),
      x: textX,
      y: textY + tickFont.sizePx * (0.35 - 0.3 * Math.cos(turn * 2 * Math.PI)),
      font: tickFont,
      fill: labels.tick.colour ?? frame.inks.quiet,
      align: side > 0.25 ? 'start' : side < -0.25 ? 'end' : 'middle',
      opacity: labelOpacity,
      tabular: false,
    });
    return [...(axis.gridWidth > 0 ? [line] : []), ...(axis.ticks && labelOpacity > 0 ? [label] : [])];
  });
}

/** Names and values left of where the rings begin; of two that pass each other the one that comes later steps back. */
function pushBeside(plan: RadialPlan, rings: readonly RingAt[], nodes: SceneNode[]): void {
  const { y, slotPx, chart, frame, nameFont, valueFont, names, nameEnd, valueEnd, formatValue } = plan;
  const { labels } = chart.dress;
  const rowPx = Math.max(nameFont.sizePx, valueFont.sizePx) * 1.02;
  rings.forEach((ring, i) => {
    let strength = ring.opacity * ring.said;
    rings.forEach((other, j) => {
      if (j >= i && !(other.opacity > ring.opacity)) return;
      if (i === j || other.opacity <= 0) return;
      const apart = (Math.abs(other.slot - ring.slot) * slotPx) / rowPx;
      strength = Math.min(strength, smoothStep((apart - 0.93) / 0.07));
    });
    if (strength <= 0) return;
    const { category, radiusPx, value } = ring;
    const baseline = y - radiusPx + nameFont.sizePx * 0.35;
    const name = labelNode({
      id: `name:${category}`,
      subject: { part: 'name', category },
      text: names[category] ?? '',
      x: nameEnd,
      y: baseline,
      font: nameFont,
      fill: labels.name.colour ?? frame.inks.strong,
      align: 'end',
      opacity: strength,
      tabular: false,
    });
    pushWithShadow(nodes, name, labels.name.shadow);
    if (!chart.own.values) return;
    const number = labelNode({
      id: `value:${category}`,
      subject: { part: 'value', category },
      text: formatValue(value),
      x: valueEnd,
      y: baseline,
      font: valueFont,
      fill: labels.value.colour ?? frame.inks.quiet,
      align: 'end',
      opacity: strength,
      tabular: true,
    });
    pushWithShadow(nodes, number, labels.value.shadow);
  });
}

/** The ends of the rings, for notes that travel with them. */
function marksOf({ x, y }: RadialPlan, rings: readonly RingAt[]): ReadonlyMap<number, Mark> {
  return new Map(
    rings.map(({ category, radiusPx, thickPx, from, to, opacity }) => {
      const [markX, markY] = onCircle(x, y, radiusPx, to);
      const sector = { x, y, innerPx: Math.max(0, radiusPx - thickPx / 2), outerPx: radiusPx + thickPx / 2, from, to };
      return [
        category,
        {
          x: markX,
          y: markY,
          opacity,
          outline: boxAround(sector),
        },
      ];
    }),
  );
}
