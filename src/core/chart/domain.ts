import { eachShowing, type Motion, shownValue } from '../motion/motion';
import { slotAt, stepAt } from '../motion/slots';
import type { DomainRule } from '../scale/domain-rule';
import { smoothEnvelope } from '../scale/envelope';

/** The axis' range as a function of time; it always holds 0. */
export interface DomainCourse {
  readonly knotSec: number;
  readonly low: Float64Array;
  readonly high: Float64Array;
}

/** The axis' range at a moment, in data units; `min <= 0 <= max` and `min < max`. */
export interface Domain {
  readonly min: number;
  readonly max: number;
}

const KNOTS_PER_SEC = 20;
const MAX_KNOTS = 20_000;
/** Seconds that the following axis looks to each side. */
const REACH_SEC = 0.8;

/** Courses by motion and rule: an edit of a text or a colour changes neither. */
const courses = new WeakMap<Motion, Map<string, DomainCourse>>();

/** Prepares the axis' range for a whole film. Cost: O(knots × bars on stage + P), once for each motion and rule. */
export function prepareDomain(motion: Motion, rule: DomainRule): DomainCourse {
  const known = courses.get(motion) ?? new Map<string, DomainCourse>();
  courses.set(motion, known);
  const key = JSON.stringify(rule);
  const course = known.get(key) ?? courseOf(motion, rule);
  known.set(key, course);
  return course;
}

function courseOf(motion: Motion, rule: DomainRule): DomainCourse {
  if (rule.kind === 'given') return constant(Math.min(0, rule.min), Math.max(0, rule.max));
  const { lengthSec } = motion.clock;
  const cells = Math.min(MAX_KNOTS, Math.max(1, Math.ceil(lengthSec * KNOTS_PER_SEC)));
  const knotSec = lengthSec / cells || 1;
  const { low, high } = shownExtremes(motion, cells, knotSec);
  if (rule.kind === 'fixed') return constant(-greatest(low), greatest(high));
  const reach = Math.max(2, Math.ceil(Math.max(REACH_SEC, motion.swapSec) / knotSec));
  return { knotSec, low: smoothEnvelope(low, reach).map((v) => -v), high: smoothEnvelope(high, reach) };
}

function greatest(values: Float64Array): number {
  let top = 0;
  for (const value of values) if (value > top) top = value;
  return top;
}

function constant(min: number, max: number): DomainCourse {
  return { knotSec: 1, low: Float64Array.of(min, min), high: Float64Array.of(max, max) };
}

/** How far the drawn values reach below and above 0 in each cell of time; both as positive numbers. */
function shownExtremes(motion: Motion, cells: number, knotSec: number) {
  const low = new Float64Array(cells);
  const high = new Float64Array(cells);
  const widen = (cell: number, value: number) => {
    if (value > (high[cell] ?? 0)) high[cell] = value;
    if (-value > (low[cell] ?? 0)) low[cell] = -value;
  };
  const cellOf = (timeSec: number) => Math.min(cells - 1, Math.max(0, Math.floor(timeSec / knotSec)));
  for (let knot = 0; knot <= cells; knot++) {
    visitShown(motion, knot * knotSec, knotSec, (value) => {
      widen(Math.min(cells - 1, knot), value);
      widen(Math.max(0, knot - 1), value);
    });
  }
  // Between two knots a drawn value turns only where a span starts, so those moments are looked at too.
  motion.clock.spanStartSec.forEach((timeSec) => {
    visitShown(motion, timeSec, knotSec, (value) => widen(cellOf(timeSec), value));
    visitShown(motion, timeSec - 1e-9, knotSec, (value) => widen(cellOf(timeSec - 1e-9), value));
  });
  return { low, high };
}

function visitShown(motion: Motion, timeSec: number, marginSec: number, visit: (value: number) => void): void {
  const time = Math.min(motion.clock.lengthSec, Math.max(0, timeSec));
  const { step, s } = stepAt(motion.clock, time);
  eachShowing(motion, time, (k) => {
    // Wider than what shows at this very moment: a bar may come on before the next knot.
    const near = [time - marginSec, time, time + marginSec].some(
      (t) => slotAt(motion.tracks, k, t) < motion.tracks.places,
    );
    const value = near ? shownValue(motion, k, step, s, time) : Number.NaN;
    if (!Number.isNaN(value)) visit(value);
  });
}

/** The axis' range at a time; all-zero data gets the range from 0 to 1. */
export function domainAt(course: DomainCourse, timeSec: number): Domain {
  const place = Math.min(course.high.length - 1, Math.max(0, timeSec / course.knotSec));
  const knot = Math.min(course.high.length - 2, Math.floor(place));
  const share = place - knot;
  const at = (heights: Float64Array) => (heights[knot] ?? 0) * (1 - share) + (heights[knot + 1] ?? 0) * share;
  const [min, max] = [at(course.low), at(course.high)];
  return max > min ? { min, max } : { min: 0, max: 1 };
}

const extremes = new WeakMap<DomainCourse, [number, number]>();

/** The least and the greatest end that the axis ever has; `[0, 1]` for all-zero data. */
export function extremesOf(course: DomainCourse): [number, number] {
  const known = extremes.get(course);
  if (known) return known;
  let [min, max] = [0, 0];
  for (const value of course.low) if (value < min) min = value;
  for (const value of course.high) if (value > max) max = value;
  const found: [number, number] = max > min ? [min, max] : [0, 1];
  extremes.set(course, found);
  return found;
}

/** Where a value lies in a domain, in [0, 1]. Halved before parted, so that -1e308 to 1e308 does not overflow. */
export function placeInDomain({ min, max }: Domain, value: number): number {
  return Math.min(1, Math.max(0, (value / 2 - min / 2) / (max / 2 - min / 2)));
}
