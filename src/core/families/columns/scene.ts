import type { Box } from '../../chart/box';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { alongEntrance } from '../shared/along/along-build';
import { bandHeads } from '../shared/along/band-heads';
import { pushHeadLabel } from '../shared/along/head-labels';
import { periodAxisNodes } from '../shared/along/period-axis';
import { alongInView } from '../shared/along/period-places';
import { headsAt } from '../shared/along/value-heads';
import { pushBarShape } from '../shared/bar-shape';
import { type Depth, depthOf, MOST_DEPTH } from '../shared/depth';
import { domainAt, extremesOf } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { refusalNodes } from '../shared/refusal';
import { axisNodes, zeroLine } from '../shared/value-axis';
import { pushInsideValues } from './inside-values';
import { Merged } from './merged';
import { boxOf, type ColumnsView, valuePx } from './places';
import type { ColumnsPlan } from './plan';
import { type Column, columnsOf, crowded, grown, innerArea, type Stand, standsOf, thickOf } from './stands';
import { acrossOfTotal, pushEndValues } from './values';

/** More columns than these are drawn as one shape for each series, without corners and outlines. */
const MANY = 1500;

/**
 * The chart's part of the picture at a moment. Each column is pulled out of the one before: the latest stands at the
 * playhead with the value that is reached there, behind those that are done. Cost: O(series × periods in view).
 */
export function columnsPicture(plan: ColumnsPlan, timeSec: number): ChartPicture {
  const { chart, course, field, axis, parts, periodAxis, frame, measure, refused } = plan;
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const entrance = alongEntrance(plan.build, chart, timeSec);
  const { opacityOf, words } = entrance;
  const lastPeriod = course.clock.periodCount - 1;
  // Names stand beside the latest columns, and come with them.
  const labelOf = (k: number) =>
    Math.min(entrance.labelOf(k), opacityOf(k, lastPeriod), entrance.uncoveredOf(k, lastPeriod));
  const moment = alongInView(course.periods, timeSec);
  const domain = domainAt(plan.domain, timeSec);
  const { area, slotPx } = innerArea(plan, moment);
  const { direction } = chart.own;
  const lying = direction === 'lying';
  const view: ColumnsView = { area, domain, moment, periods: course.periods, direction };
  const stands = standsOf(plan, view, slotPx);
  const latest = stands[0];
  const [ends, share] = [extremesOf(plan.domain), chart.own.grouping === 'share'];
  const shapes: SceneNode[] = [];
  const values: SceneNode[] = [];
  const zero = valuePx(view, Math.min(domain.max, Math.max(domain.min, 0)));
  const merged = crowded(slotPx) || stands.length * plan.stack.order.length > MANY ? new Merged(plan) : null;
  const latestPx = latest ? acrossOfTotal(plan, columnsOf(plan, latest, view, slotPx)) : 0;
  const depth = columnDepth(plan, slotPx);
  // Values stand beyond the faces of what stands out.
  const backPx = depth ? (lying ? Math.max(0, depth.dx) : -Math.abs(depth.dy)) : 0;
  const frontPx = depth ? (lying ? Math.max(0, -depth.dx) : Math.abs(depth.dy)) : 0;
  const colourOf = (k: number, value: number, at = -1) =>
    plan.marked.has(at)
      ? chart.dress.colour.highlight
      : markColour(plan.colours, course.places[k] ?? 0, share ? Number.NaN : value, ends);
  for (const stand of stands) {
    const period = stand.period < 0 ? lastPeriod : stand.period;
    if (merged && stand !== latest) {
      merged.addStand({ stand, view, slotPx, zero, entrance, period });
      continue;
    }
    const columns = columnsOf(plan, stand, view, slotPx).map((column) => grown(column, zero, entrance, period));
    for (const column of columns) {
      const { k, from, to, value } = column;
      const opacity = opacityOf(k, period);
      const category = course.places[k] ?? 0;
      const box = boxOf(direction, column);
      if (opacity <= 0 || to === from) continue;
      const id = `column:${category}:${stand.period}`;
      const colour = colourOf(k, value, stand.period);
      const bar = {
        id,
        subject: { part: 'mark' as const, category, ...(stand.period < 0 ? {} : { period: stand.period }) },
        box,
        lying,
        from,
        to,
        onFloor: Math.abs(from - zero) < 0.01,
      };
      const uncovered = entrance.uncoveredOf(k, period);
      const wiped: SceneNode[] = [];
      pushBarShape(uncovered < 1 ? wiped : shapes, { ...bar, colour, opacity }, chart.dress.bars, frame, depth);
      if (uncovered >= 1) continue;
      shapes.push({
        kind: 'group',
        id: `wipe:${id}`,
        clip: { ...box, widthPx: box.widthPx * uncovered },
        children: wiped,
      });
    }
    if (latest) {
      const before = stand === latest && stands[1] ? columnsOf(plan, stands[1], view, slotPx) : [];
      const valued = {
        stand,
        latest,
        columns,
        before,
        beforeX: stands[1]?.x ?? latest.x,
        under: crowded(slotPx) ? underLatest(plan, stands, view, { slotPx, latestPx }) : [],
        latestPx,
        slotPx,
        zero,
        opacityOf: (k: number) => Math.min(opacityOf(k, period), entrance.uncoveredOf(k, period)),
      };
      pushInsideValues(plan, valued, (k, value) => colourOf(k, value, stand.period), values);
      const outer = columns.map((column) => ({ ...column, to: column.to + (column.value < 0 ? frontPx : backPx) }));
      pushEndValues(plan, { ...valued, columns: outer }, values);
    }
  }
  for (const [k, path] of merged?.paths() ?? []) {
    const category = course.places[k] ?? 0;
    shapes.push({
      kind: 'path',
      id: `columns:${category}`,
      subject: { part: 'mark', category },
      path,
      fill: plan.colours.ofCategory[category] ?? '#888888',
      opacity: opacityOf(k),
    });
  }
  const labels: SceneNode[] = [];
  const heads = latest && !lying ? headsOf(plan, view, latest, timeSec) : [];
  const edge = latest ? latest.x + thickOf(plan, slotPx) / 2 : 0;
  for (const { k, value, y, labelY, strength } of heads) {
    const category = course.places[k] ?? 0;
    const label = {
      category,
      line: k,
      value,
      colour: colourOf(k, value),
      x: edge,
      y,
      labelY,
      strength: strength * labelOf(k),
    };
    pushHeadLabel(plan.labels, label, labels);
  }
  const { plot } = frame;
  const clip = lying
    ? { x: plot.x, y: plan.area.y, widthPx: plot.widthPx, heightPx: plan.area.heightPx + 1 }
    : { x: plan.area.x, y: plot.y, widthPx: plan.area.widthPx + 1, heightPx: plot.heightPx };
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      id: 'axis',
      opacity: words,
      children: [
        ...axisNodes(axis, { field, domain, parts, average: Number.NaN }),
        ...periodAxisNodes(periodAxis, axisBox(plan, area), moment),
      ],
    },
    {
      kind: 'group',
      id: 'columns',
      clip,
      children: shapes,
    },
    { kind: 'group', id: 'zero', opacity: words, children: zeroLine(axis, field, domain) },
    { kind: 'group', id: 'values', children: values },
    { kind: 'group', id: 'heads', children: labels },
  ];
  const marks = () => {
    if (latest && lying) return lyingMarks(plan, columnsOf(plan, latest, view, slotPx));
    return new Map(
      heads.map(({ k, y, strength }): [number, Mark] => {
        const sizePx = plan.labels.rowPx;
        const outline = { x: edge - sizePx, y: y - sizePx / 2, widthPx: sizePx, heightPx: sizePx };
        return [course.places[k] ?? 0, { x: edge, y, opacity: labelOf(k) * strength, outline }];
      }),
    );
  };
  return { nodes, words, marks };
}

/** The stands that the value of the latest may lie on. */
function underLatest(
  plan: ColumnsPlan,
  [latest, ...stands]: readonly Stand[],
  view: ColumnsView,
  { slotPx, latestPx }: { readonly slotPx: number; readonly latestPx: number },
) {
  const from = (latest?.x ?? 0) - latestPx * 1.6;
  return stands
    .filter(({ x }) => x >= from)
    .map((stand) => ({ x: stand.x, columns: columnsOf(plan, stand, view, slotPx) }));
}

/** Where the latest bars end, for notes that travel with them. */
function lyingMarks({ course }: ColumnsPlan, columns: readonly Column[]): Map<number, Mark> {
  return new Map(
    columns.map((column): [number, Mark] => {
      const mark = { x: column.to, y: column.x, opacity: 1, outline: boxOf('lying', column) };
      return [course.places[column.k] ?? 0, mark];
    }),
  );
}

/** How far columns stand out: never into the next place along the periods, nor above their room. */
function columnDepth(plan: ColumnsPlan, slotPx: number): Depth | null {
  const { chart, frame } = plan;
  const thickPx = thickOf(plan, slotPx);
  const mostPx = MOST_DEPTH * frame.unit * chart.dress.bars.depth;
  const depth = depthOf(
    { ...chart.dress.bars, direction: chart.own.direction },
    { thickPx, gapPx: (slotPx - thickPx) / 2 },
  );
  if (!depth) return null;
  const share = Math.min(1, mostPx / Math.max(1e-9, Math.hypot(depth.dx, depth.dy)));
  return { dx: depth.dx * share, dy: depth.dy * share };
}

/** Below what the columns reach, or to the left of it: labels of the values of negative ones stand between. */
function axisBox({ chart, field, frame, axis, periodAxis }: ColumnsPlan, area: Box): Box {
  if (chart.own.direction === 'lying') return { ...area, x: frame.plot.x + axis.insets.left + periodAxis.widthPx };
  const bottom = frame.plot.y + frame.plot.heightPx - axis.insets.bottom - periodAxis.heightPx;
  return { ...area, y: field.y, heightPx: bottom - field.y };
}

/** The heads of the series at the latest columns, with labels that keep apart. */
function headsOf(plan: ColumnsPlan, view: ColumnsView, { step, s }: Stand, timeSec: number) {
  if (plan.chart.own.grouping !== 'grouped')
    return bandHeads(plan, plan.stack, plan.stack.at(step, s), view).map(({ middleY, ...head }) => ({
      ...head,
      y: middleY,
    }));
  return headsAt(plan, view.domain, view.moment, timeSec).map(({ line, ...head }) => ({ ...head, k: line }));
}
