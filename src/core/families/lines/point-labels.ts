import { ASCENT, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode } from '../../scene/scene';
import { type AlongView, firstInView, heightPx } from '../shared/along/along-view';
import { acrossPx } from '../shared/along/period-axis';
import type { LinesPlan } from './plan';

/** More labels than this beside points are a smear; the first ones stay. */
const MOST = 80;
const SIZE = 0.82;

interface Placed {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/**
 * Values beside points that the playhead has passed. Each stands above its point, or below where the line comes from
 * above; one that would touch an earlier one is left out, stepping back before they meet.
 */
export function pointLabelNodes(
  plan: LinesPlan,
  view: AlongView,
  headX: number,
  opacityOf: (line: number) => number,
): SceneNode[] {
  const { chart, area, labels, measure, frame } = plan;
  const { fonts } = labels;
  if (chart.own.pointLabels === 'none') return [];
  const font = { ...fonts.value, sizePx: fonts.value.sizePx * SIZE };
  const placed: Placed[] = [];
  const nodes: SceneNode[] = [];
  for (const { line, period, value } of pointsOf(plan, view)) {
    const x = acrossPx(area, view.moment, view.periods.places[period] ?? 0);
    const y = heightPx(view, value);
    if (x < area.x - 1 || y < area.y - 1 || y > area.y + area.heightPx + 1) continue;
    const text = plan.formatValue(value);
    const half = lineWidth(text, font, true, measure) / 2;
    const middle = Math.max(area.x + half, x);
    const below = isLow(plan, line, period);
    const gap = labels.dotPx * 0.5 + font.sizePx * 0.3;
    const wished = below ? y + gap + font.sizePx * ASCENT : y - gap - font.sizePx * DESCENT;
    const baseline = Math.min(
      area.y + area.heightPx - font.sizePx * DESCENT,
      Math.max(area.y + font.sizePx * ASCENT, wished),
    );
    const box = {
      left: middle - half,
      right: middle + half,
      top: baseline - font.sizePx * ASCENT,
      bottom: baseline + font.sizePx * DESCENT,
    };
    // Labels at the heads begin to the right of the playhead; this one is there once it stands clear of them.
    let strength = smoothStep((headX - box.right) / font.sizePx);
    for (const other of placed) strength = Math.min(strength, smoothStep(clearance(box, other) / (font.sizePx * 0.5)));
    if (strength <= 0) continue;
    placed.push(box);
    const category = plan.course.places[line] ?? 0;
    pushWithShadow(
      nodes,
      labelNode({
        id: `at:${category}:${period}`,
        subject: { part: 'value', category },
        text,
        x: middle,
        y: baseline,
        font,
        fill: chart.dress.labels.value.colour ?? frame.inks.quiet,
        align: 'middle',
        opacity: strength * opacityOf(line),
        tabular: true,
      }),
      chart.dress.labels.value.shadow,
    );
    if (placed.length >= MOST) break;
  }
  return nodes;
}

/** How far two boxes are apart; negative where they lie on each other. */
const clearance = (a: Placed, b: Placed) =>
  Math.max(Math.max(a.left - b.right, b.left - a.right), Math.max(a.top - b.bottom, b.top - a.bottom));

interface PointAt {
  readonly line: number;
  readonly period: number;
  readonly value: number;
}

/** The points that are labelled and passed, in the order in which the playhead passes them. */
function pointsOf(plan: LinesPlan, view: AlongView): PointAt[] {
  const { series } = plan.course.race;
  const { pointLabels } = plan.chart.own;
  const passed = view.moment.step + (view.moment.s >= 1 ? 1 : 0);
  const first = firstInView(view);
  const points: PointAt[] = [];
  const chosen = pointLabels === 'chosen' ? chosenOf(plan) : null;
  const valueAt = (k: number, p: number) => (series.values[k * series.periodCount + p] ?? Number.NaN) * series.unit;
  series.categories.forEach((line, k) => {
    const add = (period: number) => {
      const value = valueAt(k, period);
      if (period >= first && period <= passed && !Number.isNaN(value)) points.push({ line, period, value });
    };
    if (chosen) for (const p of chosen.get(line) ?? []) add(p);
    else if (pointLabels === 'all') for (let p = first; p <= passed && points.length < 50 * MOST; p++) add(p);
    else if (pointLabels === 'ends') add(firstKnown(valueAt, k, series.periodCount));
    else for (const p of extremesOf(valueAt, k, series.periodCount)) add(p);
  });
  return points.sort((a, b) => a.period - b.period || a.line - b.line);
}

/** By plan: it stays the same while the film plays. */
const chosenBy = new WeakMap<LinesPlan, ReadonlyMap<number, readonly number[]>>();

/** By line: the places of the periods that are chosen. */
function chosenOf(plan: LinesPlan): ReadonlyMap<number, readonly number[]> {
  const known = chosenBy.get(plan);
  if (known) return known;
  const { categories, periods } = plan.course.shown;
  const lineOf = new Map(categories.map((name, line) => [name, line]));
  const placeOf = new Map(periods.map(({ key }, p) => [key, p]));
  const chosen = new Map<number, number[]>();
  for (const { name, period } of plan.chart.own.labelled) {
    const [line, place] = [lineOf.get(name), placeOf.get(period)];
    if (line === undefined || place === undefined) continue;
    chosen.set(line, [...(chosen.get(line) ?? []), place]);
  }
  chosenBy.set(plan, chosen);
  return chosen;
}

type ValueAt = (k: number, p: number) => number;

function firstKnown(valueAt: ValueAt, k: number, count: number): number {
  let p = 0;
  while (p < count && Number.isNaN(valueAt(k, p))) p++;
  return p;
}

/** The periods of the highest and the lowest value. */
function extremesOf(valueAt: ValueAt, k: number, count: number): number[] {
  let [low, high] = [-1, -1];
  for (let p = 0; p < count; p++) {
    const value = valueAt(k, p);
    if (Number.isNaN(value)) continue;
    if (low < 0 || value < valueAt(k, low)) low = p;
    if (high < 0 || value > valueAt(k, high)) high = p;
  }
  return low === high ? [low] : [low, high];
}

/** Does a line come down to a point, so that there is more room below it? */
function isLow(plan: LinesPlan, line: number, period: number): boolean {
  const { series } = plan.course.race;
  const k = series.categories.indexOf(line);
  const at = k * series.periodCount + period;
  const [before, here] = [series.values[at - 1], series.values[at]];
  return period > 0 && before !== undefined && here !== undefined && before > here;
}
