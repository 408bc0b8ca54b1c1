import type { Box } from '../../chart/box';
import { valueInStep } from '../../motion/series';
import { PathSink } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { alongEntrance } from '../shared/along/along-plan';
import { bandHeads } from '../shared/along/band-heads';
import { pushHeadLabel } from '../shared/along/head-labels';
import { type AlongView, firstInView, heightPx } from '../shared/along/line-path';
import { acrossPx, periodAxisNodes } from '../shared/along/period-axis';
import { type AlongMoment, alongAt } from '../shared/along/period-places';
import type { Stack } from '../shared/along/stack';
import { headsAt } from '../shared/along/value-heads';
import { pushBarShape } from '../shared/bar-shape';
import { domainAt, extremesOf } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { refusalNodes } from '../shared/refusal';
import { axisNodes, zeroLine } from '../shared/value-axis';
import type { ColumnsPlan } from './plan';
import { type Column, LANE, pushValues, type Stand, widthOfTotal } from './values';

/** Stands closer than this are not told apart; of those the one that reaches farthest is drawn. */
const CLOSE_PX = 1.5;
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
  const { opacityOf, growthOf, words } = alongEntrance(plan, timeSec);
  const moment = alongAt(course.periods, timeSec);
  const domain = domainAt(plan.domain, timeSec);
  const { area, slotPx } = innerArea(plan, moment);
  const view: AlongView = { area, domain, moment, periods: course.periods };
  const stands = standsOf(plan, view);
  const latest = stands[0];
  const [ends, share] = [extremesOf(plan.domain), chart.own.grouping === 'share'];
  const shapes: SceneNode[] = [];
  const values: SceneNode[] = [];
  const zero = heightPx(view, Math.min(domain.max, Math.max(domain.min, 0)));
  const merged = stands.length * plan.stack.order.length > MANY ? new Map<number, PathSink>() : null;
  const latestPx = latest ? widthOfTotal(plan, columnsOf(plan, latest, view, slotPx)) : 0;
  for (const stand of stands) {
    const columns = columnsOf(plan, stand, view, slotPx);
    for (const { k, x, widthPx, from, to, value } of columns) {
      const opacity = opacityOf(k);
      const category = course.places[k] ?? 0;
      const [foot, end] = [from, to].map((y) => zero + (y - zero) * growthOf(k)) as [number, number];
      const box = { x: x - widthPx / 2, y: Math.min(foot, end), widthPx, heightPx: Math.abs(end - foot) };
      if (opacity <= 0 || box.heightPx <= 0) continue;
      if (merged) {
        const sink = merged.get(k) ?? new PathSink();
        merged.set(k, sink);
        sink.rect(box.x, box.y, box.widthPx, box.heightPx);
        continue;
      }
      const id = `column:${category}:${stand.period}`;
      const colour = markColour(plan.colours, category, share ? Number.NaN : value, ends);
      const bar = { id, subject: { part: 'mark' as const, category }, box, lying: false, from: foot, to: end };
      pushBarShape(shapes, { ...bar, colour, opacity }, chart.dress.bars, frame);
    }
    if (latest) {
      const before = stand === latest && stands[1] ? columnsOf(plan, stands[1], view, slotPx) : [];
      pushValues(
        plan,
        { stand, latest, columns, before, beforeX: stands[1]?.x ?? latest.x, latestPx, slotPx, zero, opacityOf },
        values,
      );
    }
  }
  for (const [k, sink] of merged ?? []) {
    const category = course.places[k] ?? 0;
    shapes.push({
      kind: 'path',
      id: `columns:${category}`,
      subject: { part: 'mark', category },
      path: sink.path(),
      fill: plan.colours.ofCategory[category] ?? '#888888',
      opacity: opacityOf(k),
    });
  }
  const labels: SceneNode[] = [];
  const heads = latest ? headsOf(plan, view, latest, timeSec) : [];
  const edge = latest ? latest.x + (slotPx * chart.dress.bars.thickness) / 2 : 0;
  for (const { k, value, y, labelY, strength } of heads) {
    const category = course.places[k] ?? 0;
    const colour = markColour(plan.colours, category, share ? Number.NaN : value, ends);
    const label = { category, line: k, value, colour, x: edge, y, labelY, strength: strength * opacityOf(k) };
    pushHeadLabel(plan.labels, label, labels);
  }
  const outer = { x: plan.area.x, y: frame.plot.y, widthPx: plan.area.widthPx + 1 };
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
      clip: { ...outer, heightPx: frame.plot.heightPx },
      children: shapes,
    },
    { kind: 'group', id: 'zero', opacity: words, children: zeroLine(axis, field, domain) },
    { kind: 'group', id: 'values', children: values },
    { kind: 'group', id: 'heads', children: labels },
  ];
  const marks = () =>
    new Map(
      heads.map(({ k, y, strength }): [number, Mark] => {
        const sizePx = plan.labels.rowPx;
        const outline = { x: edge - sizePx, y: y - sizePx / 2, widthPx: sizePx, heightPx: sizePx };
        return [course.places[k] ?? 0, { x: edge, y, opacity: opacityOf(k) * strength, outline }];
      }),
    );
  return { nodes, words, marks };
}

/** Periods stand in the middle of their columns, so the first and the last are half a column away from the edges. */
function innerArea({ area, closest }: ColumnsPlan, { from, to }: AlongMoment): { area: Box; slotPx: number } {
  const unitPx = area.widthPx / (to - from + closest);
  const slotPx = unitPx * closest;
  return { area: { ...area, x: area.x + slotPx / 2, widthPx: area.widthPx - slotPx }, slotPx };
}

/** Below what the columns reach: labels of the values of negative ones stand between. */
function axisBox({ field, frame, axis, periodAxis }: ColumnsPlan, area: Box): Box {
  const bottom = frame.plot.y + frame.plot.heightPx - axis.insets.bottom - periodAxis.heightPx;
  return { ...area, y: field.y, heightPx: bottom - field.y };
}

/** The places along the periods that have columns, the latest first, since it stands behind all others. */
function standsOf({ course, stack }: ColumnsPlan, view: AlongView): Stand[] {
  const { moment, periods } = view;
  const { step, s } = moment;
  const last = s >= 1 ? step + 1 : step;
  const stands: Stand[] = [];
  if (s > 0 && s < 1) stands.push({ x: acrossPx(view.area, moment, moment.head), step, s, period: -1 });
  const { periodCount } = course.race.series;
  let reach = Number.NaN;
  for (let p = last; p >= firstInView(view); p--) {
    const x = acrossPx(view.area, moment, periods.places[p] ?? 0);
    const atEnd = p > 0 && p === periodCount - 1;
    const stand = { x, step: atEnd ? p - 1 : p, s: atEnd ? 1 : 0, period: p };
    const before = stands.at(-1);
    if (before && before.period >= 0 && before.x - x < CLOSE_PX) {
      const own = reachOf(stack, p);
      if (own > reach) stands[stands.length - 1] = { ...stand, x: before.x };
      reach = Math.max(reach, own);
      continue;
    }
    reach = reachOf(stack, p);
    stands.push(stand);
  }
  return stands;
}

/** How far the columns of a period reach from 0. */
function reachOf(stack: Stack, period: number): number {
  const { base, top } = stack.atPeriod(period);
  let reach = 0;
  for (const k of stack.order) reach = Math.max(reach, top[k] ?? 0, -(base[k] ?? 0));
  return reach;
}

/** The columns of a stand, or the parts of its one column. */
function columnsOf(plan: ColumnsPlan, { x, step, s }: Stand, view: AlongView, slotPx: number): Column[] {
  const { chart, stack, course } = plan;
  const { series } = course.race;
  const thickPx = slotPx * chart.dress.bars.thickness;
  if (chart.own.grouping !== 'grouped') {
    const { base, top } = s === 0 ? stack.atPeriod(step) : stack.at(step, s);
    return stack.order.map((k) => {
      const [low, high] = [base[k] ?? 0, top[k] ?? 0];
      const below = high <= 0 && low < 0;
      const [from, to] = below ? [high, low] : [low, high];
      const value = below ? low - high : high - low;
      return { k, x, widthPx: thickPx, from: heightPx(view, from), to: heightPx(view, to), value };
    });
  }
  const lanePx = thickPx / stack.order.length;
  const zero = heightPx(view, Math.min(view.domain.max, Math.max(view.domain.min, 0)));
  return stack.order.flatMap((k, lane): Column[] => {
    const value = stack.thickness(k, step, s);
    if (value === 0 && Number.isNaN(valueInStep(series, k, step, s))) return [];
    const middle = x - thickPx / 2 + lanePx * (lane + 0.5);
    const widthPx = lanePx * (stack.order.length > 1 ? LANE : 1);
    return [{ k, x: middle, widthPx, from: zero, to: heightPx(view, value), value }];
  });
}

/** The heads of the series at the latest columns, with labels that keep apart. */
function headsOf(plan: ColumnsPlan, view: AlongView, { step, s }: Stand, timeSec: number) {
  if (plan.chart.own.grouping !== 'grouped')
    return bandHeads(plan, plan.stack, plan.stack.at(step, s), view).map(({ middleY, ...head }) => ({
      ...head,
      y: middleY,
    }));
  return headsAt(plan, view.domain, view.moment, timeSec).map(({ line, ...head }) => ({ ...head, k: line }));
}
