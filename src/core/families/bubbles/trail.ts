import { type SeriesSet, valueInStep } from '../../motion/series';
import { stepAt } from '../../motion/slots';
import { type Path, polyline } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import { type Domain, shareOfDomain } from '../shared/domain';
import type { BubbleAxis, BubblesPlan } from './plan';

/** More places on a path than these are not seen. */
const MOST_PLACES = 64;
/** A path fades in so many stretches. */
const STRETCHES = 3;

/** Where things stand at a moment. */
export interface PlaceOf {
  readonly across: Domain;
  readonly up: Domain;
}

/** Stage pixels of two values. */
export function stagePlace({ across, up }: BubblesPlan, domains: PlaceOf, x: number, y: number): [number, number] {
  return [
    across.field.x + across.field.widthPx * shareOfDomain(domains.across, x),
    up.field.y + up.field.heightPx * (1 - shareOfDomain(domains.up, y)),
  ];
}

/** The path of a bubble over the periods behind it, the older the fainter; nothing where it was not there. */
export function trailNodes(
  plan: BubblesPlan,
  series: number,
  { domains, timeSec, colour, opacity }: { domains: PlaceOf; timeSec: number; colour: string; opacity: number },
): SceneNode[] {
  const { chart, course, frame } = plan;
  const { trailPeriods } = chart.own;
  const { step, s } = stepAt(course.clock, timeSec);
  const now = step + s;
  const perStep = Math.max(1, Math.min(4, Math.floor(MOST_PLACES / trailPeriods)));
  const nodes: SceneNode[] = [];
  for (let i = 0; i < STRETCHES; i++) {
    const from = now - trailPeriods * (1 - i / STRETCHES);
    const to = now - trailPeriods * (1 - (i + 1) / STRETCHES);
    const path = stretch(plan, series, domains, { from, to, perStep });
    if (!path) continue;
    nodes.push({
      kind: 'path',
      id: `trail:${series}:${i}`,
      path,
      stroke: colour,
      strokeWidthPx: 0.35 * frame.unit,
      join: 'round',
      cap: 'round',
      opacity: (opacity * (i + 1)) / (STRETCHES + 1),
    });
  }
  return nodes;
}

/** Places at even parts of each step, so that they stay where they are while the path grows; null for none. */
function stretch(
  plan: BubblesPlan,
  series: number,
  domains: PlaceOf,
  { from, to, perStep }: { from: number; to: number; perStep: number },
): Path | null {
  const { course, chart } = plan;
  const [across, up] = [course.ofRole[chart.own.across], course.ofRole[chart.own.up]];
  if (!across || !up || to <= 0) return null;
  const [x, y] = [placerOf(plan.across, domains.across, true), placerOf(plan.up, domains.up, false)];
  const start = Math.max(0, from);
  const first = Math.floor(start * perStep) + 1;
  const last = Math.ceil(to * perStep) - 1;
  const points = new Float64Array(2 * (Math.max(0, last - first + 1) + 2));
  let count = 0;
  for (let i = first - 1; i <= last + 1; i++) {
    const position = i < first ? start : i > last ? to : i / perStep;
    const step = Math.min(across.series.periodCount - 2, Math.floor(position));
    const s = position - step;
    const px = x(valueAt(across.series, series, step, s) * across.series.unit);
    const py = y(valueAt(up.series, series, step, s) * up.series.unit);
    // A path has a beginning: what lies before a gap is left out.
    if (Number.isNaN(px) || Number.isNaN(py)) count = 0;
    else {
      points[count++] = px;
      points[count++] = py;
    }
  }
  return count >= 4 ? polyline(points.subarray(0, count)) : null;
}

/** Stage pixels of a value along an axis, as `stagePlace` has them, worked out once for many. */
function placerOf({ field }: BubbleAxis, domain: Domain, lying: boolean): (value: number) => number {
  const [from, lengthPx] = lying ? [field.x, field.widthPx] : [field.y + field.heightPx, -field.heightPx];
  if (domain.log) {
    const scale = lengthPx / Math.log(domain.max / domain.min);
    return (value) => (value > 0 ? from + Math.log(value / domain.min) * scale : Number.NaN);
  }
  const half = domain.max / 2 - domain.min / 2;
  const scale = lengthPx / 2 / half;
  return (value) => from + (value - domain.min) * scale;
}

function valueAt(set: SeriesSet, k: number, step: number, s: number): number {
  return step < 0 ? (set.values[k * set.periodCount] ?? Number.NaN) : valueInStep(set, k, step, s);
}
