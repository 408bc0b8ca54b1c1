import { type Path, PathSink } from '../../scene/path';
import type { PathNode, SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { alongEntrance } from '../shared/along/along-build';
import { type AlongView, heightPx } from '../shared/along/along-view';
import { bandHeads } from '../shared/along/band-heads';
import { pushHeadLabel } from '../shared/along/head-labels';
import { acrossPx, periodAxisNodes } from '../shared/along/period-axis';
import { type AlongMoment, alongAt, alongInView } from '../shared/along/period-places';
import type { StackAt } from '../shared/along/stack';
import { headsAt } from '../shared/along/value-heads';
import { type Domain, domainAt, extremesOf } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { refusalNodes } from '../shared/refusal';
import { axisNodes, zeroLine } from '../shared/value-axis';
import { type BandEdge, pushBandFaces } from './faces';
import { insideNames } from './inside-names';
import type { AreasPlan } from './plan';
import { slicesOf } from './slices';

/** The chart's part of the picture at a moment. Cost: O(series × pieces in view); never more pieces than twice the pixels. */
export function areasPicture(plan: AreasPlan, timeSec: number): ChartPicture {
  const { chart, course, area, field, axis, parts, periodAxis, frame, measure, refused, depth } = plan;
  const { opacityOf, growthOf, labelOf, drawnTo, together, words } = alongEntrance(plan.build, chart, timeSec);
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = alongInView(course.periods, together ?? timeSec, timeSec);
  const domain = domainAt(plan.domain, timeSec);
  const view: AlongView = { area, domain, moment, periods: course.periods };
  const slices = slicesOf(plan, view);
  const head = slices.at(-1);
  const middle = middleOf(plan, domain);
  // While areas grow on stage, they do so from the foot of the chart, or from its middle.
  const y = (k: number, value: number) => middle + (heightPx(view, value) - middle) * growthOf(k);
  const layered = plan.stack.mode === 'layered';
  const bands: SceneNode[] = [];
  const lines: SceneNode[] = [];
  for (const k of plan.stack.order) {
    const opacity = opacityOf(k);
    const category = course.places[k] ?? 0;
    if (opacity <= 0 || slices.length < 2) continue;
    const edges = slices.map(({ x, at }) => {
      const [top, base] = [y(k, at.top[k] ?? 0), y(k, at.base[k] ?? 0)];
      return { x, top, base, value: (at.top[k] ?? 0) > 0 ? top : base };
    });
    const colour = colourOf(plan, k, moment);
    const band: PathNode = {
      kind: 'path',
      id: `band:${category}`,
      subject: { part: 'mark', category },
      path: outlineOf(edges),
      fill: colour,
      stroke: frame.inks.ground,
      strokeWidthPx: plan.labels.linePx * 0.3,
      join: 'round',
      opacity,
    };
    const solid: SceneNode[] = [];
    if (depth) pushBandFaces(solid, { category, edges, colour, opacity }, depth, chart.dress.bars.light);
    solid.push(layered ? { ...band, stroke: undefined, opacity: opacity * OVER } : band);
    const drawn = drawnTo(k);
    const layers = [{ id: `wipe:${category}`, into: bands, nodes: solid }];
    // All lines lie over all fills, so that each can be followed.
    if (layered) layers.push({ id: `wipe:edge:${category}`, into: lines, nodes: [edgeNode(plan, band, edges)] });
    for (const { id, into, nodes } of layers) {
      if (drawn === null) into.push(...nodes);
      else {
        const widthPx = acrossPx(area, moment, alongAt(course.periods, drawn).head) - area.x;
        const clip = { x: area.x, y: frame.plot.y, widthPx, heightPx: frame.plot.heightPx };
        into.push({ kind: 'group', id, clip, children: nodes });
      }
    }
  }
  const inside = insideNames(plan, { view, slices, y, growthOf, colourOf: (k) => colourOf(plan, k, moment) });
  const labels: SceneNode[] = [];
  const backPx = depth ? Math.max(0, depth.dx) : 0;
  const headX = acrossPx(area, moment, moment.head) + backPx;
  const heads = head ? headsOf(plan, view, head.at, timeSec) : [];
  for (const { k, labelY, middleY, value, strength } of heads) {
    const category = course.places[k] ?? 0;
    const label = { category, line: k, value, colour: colourOf(plan, k, moment), x: headX, y: middleY, labelY };
    pushHeadLabel(
      plan.labels,
      {
        ...label,
        strength: strength * Math.min(opacityOf(k), labelOf(k)),
        inside: inside.strengths.get(k) ?? 0,
      },
      labels,
    );
  }
  const ticks = plan.stack.mode === 'centred' ? [] : axisNodes(axis, { field, domain, parts, average: Number.NaN });
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      id: 'axis',
      opacity: words,
      children: [...ticks, ...periodAxisNodes(periodAxis, { ...area, heightPx: field.heightPx }, moment)],
    },
    {
      kind: 'group',
      id: 'bands',
      clip: {
        x: area.x - (depth ? Math.max(0, -depth.dx) : 0),
        y: frame.plot.y,
        widthPx: area.widthPx + 1 + Math.abs(depth?.dx ?? 0),
        heightPx: area.y + area.heightPx - frame.plot.y,
      },
      children: [...bands, ...lines],
    },
    {
      kind: 'group',
      id: 'zero',
      opacity: words,
      children: plan.stack.mode === 'centred' ? [] : zeroLine(axis, field, domain),
    },
    { kind: 'group', id: 'names', children: inside.nodesOf((k) => Math.min(opacityOf(k), labelOf(k))) },
    { kind: 'group', id: 'heads', children: labels },
  ];
  const marks = () =>
    new Map(
      heads.map(({ k, middleY, strength }): [number, Mark] => {
        const sizePx = plan.labels.rowPx;
        const outline = { x: headX - sizePx / 2, y: middleY - sizePx / 2, widthPx: sizePx, heightPx: sizePx };
        return [course.places[k] ?? 0, { x: headX, y: middleY, opacity: opacityOf(k) * strength, outline }];
      }),
    );
  return { nodes, words, marks };
}

/** How strongly an area is filled that others show through. */
const OVER = 0.45;

/** The line of the values of an area that lies over others. */
function edgeNode({ labels }: AreasPlan, { fill, path: _, ...band }: PathNode, edges: readonly BandEdge[]): PathNode {
  const sink = new PathSink();
  edges.forEach(({ x, value }, i) => {
    if (i === 0) sink.moveTo(x, value);
    else sink.lineTo(x, value);
  });
  const stroke = typeof fill === 'string' ? fill : undefined;
  return { ...band, id: `edge:${band.id}`, path: sink.path(), stroke, strokeWidthPx: labels.linePx };
}

/** The heads of the areas: in the middle of their bands, or where all begin at 0, at their values. */
function headsOf(plan: AreasPlan, view: AlongView, at: StackAt, timeSec: number) {
  if (plan.stack.mode !== 'layered') return bandHeads(plan, plan.stack, at, view);
  return headsAt(plan, view.domain, view.moment, timeSec).map(({ line, y, ...head }) => ({
    ...head,
    k: line,
    middleY: y,
  }));
}

/** The outline of a band, along its upper edge and back along its lower one. */
function outlineOf(edges: readonly BandEdge[]): Path {
  const sink = new PathSink();
  edges.forEach(({ x, top }, i) => {
    if (i === 0) sink.moveTo(x, top);
    else sink.lineTo(x, top);
  });
  for (let i = edges.length - 1; i >= 0; i--) {
    const { x, base } = edges[i] as BandEdge;
    sink.lineTo(x, base);
  }
  sink.closePath();
  return sink.path();
}

function colourOf({ colours, course, stack, domain }: AreasPlan, k: number, { step, s }: AlongMoment): string {
  const value = stack.mode === 'share' ? Number.NaN : stack.thickness(k, step, s);
  return markColour(colours, course.places[k] ?? 0, value, extremesOf(domain));
}

/** Where areas grow from: 0, or the nearest end of the axis. */
function middleOf({ area }: AreasPlan, domain: Domain): number {
  return heightPx({ area, domain }, Math.min(domain.max, Math.max(domain.min, 0)));
}
