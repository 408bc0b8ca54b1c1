import { PathSink } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { alongEntrance } from '../shared/along/along-plan';
import { bandHeads } from '../shared/along/band-heads';
import { pushHeadLabel } from '../shared/along/head-labels';
import { type AlongView, firstInView, heightPx } from '../shared/along/line-path';
import { acrossPx, periodAxisNodes } from '../shared/along/period-axis';
import { type AlongMoment, alongAt, placeInStep } from '../shared/along/period-places';
import type { StackAt } from '../shared/along/stack';
import { type Domain, domainAt, extremesOf } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { refusalNodes } from '../shared/refusal';
import { axisNodes, zeroLine } from '../shared/value-axis';
import type { AreasPlan } from './plan';

/** A step of this many pixels is drawn as straight pieces, each of so many. */
const PIECE_PX = 4;
const MOST_PIECES = 12;
/** Of steps closer than this only some are drawn. */
const CLOSE_PX = 1.5;

/** The stack at a place of the screen. */
interface Slice {
  readonly x: number;
  readonly at: StackAt;
}

/** The chart's part of the picture at a moment. Cost: O(series × pieces in view); never more pieces than twice the pixels. */
export function areasPicture(plan: AreasPlan, timeSec: number): ChartPicture {
  const { chart, course, area, field, axis, parts, periodAxis, frame, measure, refused } = plan;
  const { opacityOf, growthOf, words } = alongEntrance(plan, timeSec);
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = alongAt(course.periods, timeSec);
  const domain = domainAt(plan.domain, timeSec);
  const view: AlongView = { area, domain, moment, periods: course.periods };
  const slices = slicesOf(plan, view);
  const head = slices.at(-1);
  const middle = middleOf(plan, domain);
  // While areas grow on stage, they do so from the foot of the chart, or from its middle.
  const y = (k: number, value: number) => middle + (heightPx(view, value) - middle) * growthOf(k);
  const bands: SceneNode[] = [];
  for (const k of plan.stack.order) {
    const opacity = opacityOf(k);
    const category = course.places[k] ?? 0;
    if (opacity <= 0 || slices.length < 2) continue;
    const sink = new PathSink();
    slices.forEach(({ x, at }, i) => {
      const top = y(k, at.top[k] ?? 0);
      if (i === 0) sink.moveTo(x, top);
      else sink.lineTo(x, top);
    });
    for (let i = slices.length - 1; i >= 0; i--) sink.lineTo(slices[i]?.x ?? 0, y(k, slices[i]?.at.base[k] ?? 0));
    sink.closePath();
    bands.push({
      kind: 'path',
      id: `band:${category}`,
      subject: { part: 'mark', category },
      path: sink.path(),
      fill: colourOf(plan, k, moment),
      stroke: frame.inks.ground,
      strokeWidthPx: plan.labels.linePx * 0.3,
      join: 'round',
      opacity,
    });
  }
  const labels: SceneNode[] = [];
  const headX = acrossPx(area, moment, moment.head);
  const heads = head ? bandHeads(plan, plan.stack, head.at, view) : [];
  for (const { k, labelY, middleY, value, strength } of heads) {
    const category = course.places[k] ?? 0;
    const label = { category, line: k, value, colour: colourOf(plan, k, moment), x: headX, y: middleY, labelY };
    pushHeadLabel(plan.labels, { ...label, strength: strength * opacityOf(k) }, labels);
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
      clip: { x: area.x, y: frame.plot.y, widthPx: area.widthPx + 1, heightPx: area.y + area.heightPx - frame.plot.y },
      children: bands,
    },
    {
      kind: 'group',
      id: 'zero',
      opacity: words,
      children: plan.stack.mode === 'centred' ? [] : zeroLine(axis, field, domain),
    },
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

function colourOf({ colours, course, stack, domain }: AreasPlan, k: number, { step, s }: AlongMoment): string {
  const value = stack.mode === 'share' ? Number.NaN : stack.thickness(k, step, s);
  return markColour(colours, course.places[k] ?? 0, value, extremesOf(domain));
}

/** Where areas grow from: 0, or the nearest end of the axis. */
function middleOf({ area }: AreasPlan, domain: Domain): number {
  return heightPx({ area, domain }, Math.min(domain.max, Math.max(domain.min, 0)));
}

/** The stack from the window's start to the playhead: at each period, and between them as finely as can be seen. */
function slicesOf({ stack, area, course }: AreasPlan, view: AlongView): Slice[] {
  const { moment, periods } = view;
  const first = firstInView(view);
  const slices: Slice[] = [];
  const put = (step: number, s: number) => {
    const at = s === 0 ? stack.atPeriod(step) : stack.at(step, s);
    slices.push({ x: acrossPx(area, moment, placeInStep(periods, step, s)), at });
  };
  const { between } = course.race.series;
  const straight = stack.mode !== 'share' && between !== 'monotone';
  for (let p = first; p <= moment.step; p++) {
    const until = p < moment.step ? 1 : moment.s;
    const stepPx = acrossPx(area, moment, periods.places[p + 1] ?? 0) - acrossPx(area, moment, periods.places[p] ?? 0);
    const last = p === moment.step;
    // Of many steps within one pixel the first is enough.
    const before = slices.at(-1)?.x ?? Number.NEGATIVE_INFINITY;
    if (!last && stepPx < CLOSE_PX && acrossPx(area, moment, periods.places[p] ?? 0) < before + CLOSE_PX) continue;
    put(p, 0);
    if (until <= 0) continue;
    const pieces = straight ? 1 : Math.max(1, Math.min(MOST_PIECES, Math.round(stepPx / PIECE_PX)));
    for (let i = 1; i < pieces && i / pieces < until; i++) put(p, i / pieces);
    // A value that stands still until the next period has its edge there.
    if (between === 'step' && until >= 1)
      slices.push({ ...sliceBefore(slices), x: acrossPx(area, moment, periods.places[p + 1] ?? 0) });
    if (last || between === 'step') put(p, until);
  }
  return slices;
}

const sliceBefore = (slices: readonly Slice[]): Slice => slices.at(-1) as Slice;
