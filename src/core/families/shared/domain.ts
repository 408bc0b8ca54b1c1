import type { TimeSpan } from '../../chart/captions';
import { focusStrength } from '../../chart/focus';

/** The axis' range as a function of time. */
export interface DomainCourse {
  readonly knotSec: number;
  readonly low: Float64Array;
  readonly high: Float64Array;
  /** The ends are natural logarithms of values: equal multiples are equally far apart. */
  readonly log?: boolean;
  /** Spans in which the axis closes in on a range, in data units; left out where it never does. */
  readonly zooms?: readonly DomainZoom[];
}

/** A span in which an axis closes in on a range, and opens again. */
export interface DomainZoom extends TimeSpan {
  readonly easeSec: number;
  readonly min: number;
  readonly max: number;
}

/** The axis' range at a moment, in data units; `min < max`. */
export interface Domain {
  readonly min: number;
  readonly max: number;
  /** Equal multiples are equally far apart; then both ends are above 0. */
  readonly log?: boolean;
}

/** A range that stays as it is. */
export function constantDomain(min: number, max: number): DomainCourse {
  return { knotSec: 1, low: Float64Array.of(min, min), high: Float64Array.of(max, max) };
}

/** The axis' range at a time; all-zero data gets the range from 0 to 1. */
export function domainAt(course: DomainCourse, timeSec: number): Domain {
  const place = Math.min(course.high.length - 1, Math.max(0, timeSec / course.knotSec));
  const knot = Math.min(course.high.length - 2, Math.floor(place));
  const share = place - knot;
  const at = (heights: Float64Array) => (heights[knot] ?? 0) * (1 - share) + (heights[knot + 1] ?? 0) * share;
  const [min, max] = zoomed(course, at(course.low), at(course.high), timeSec);
  if (course.log) return { min: Math.exp(min), max: Math.exp(max), log: true };
  return max > min ? { min, max } : { min: 0, max: 1 };
}

/** The ends of an axis that closes in on ranges, one after the other; ends are logarithms where the axis has those. */
function zoomed({ zooms = [], log }: DomainCourse, low: number, high: number, timeSec: number): [number, number] {
  let [min, max] = [low, high];
  for (const zoom of zooms) {
    const strength = focusStrength(zoom, timeSec);
    if (strength <= 0 || (log && !(zoom.min > 0))) continue;
    const [from, to] = log ? [Math.log(zoom.min), Math.log(zoom.max)] : [zoom.min, zoom.max];
    min += (from - min) * strength;
    max += (to - max) * strength;
  }
  return [min, max];
}

const extremes = new WeakMap<DomainCourse, [number, number]>();

/** The least and the greatest end that the axis ever has; `[0, 1]` for all-zero data. */
export function extremesOf(course: DomainCourse): [number, number] {
  const known = extremes.get(course);
  if (known) return known;
  let [min, max] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of course.low) if (value < min) min = value;
  for (const value of course.high) if (value > max) max = value;
  const ends: [number, number] = course.log ? [Math.exp(min), Math.exp(max)] : [min, max];
  const found: [number, number] = max > min ? ends : [0, 1];
  extremes.set(course, found);
  return found;
}

/** Where a value lies in a domain, in [0, 1]. Halved before parted, so that -1e308 to 1e308 does not overflow. */
export function placeInDomain(domain: Domain, value: number): number {
  return Math.min(1, Math.max(0, shareOfDomain(domain, value)));
}

/** The same beyond the ends too: below 0 and above 1. On a logarithmic axis what is not above 0 lies far below it. */
export function shareOfDomain({ min, max, log }: Domain, value: number): number {
  if (log) return value > 0 ? Math.log(value / min) / Math.log(max / min) : -1e3;
  return (value / 2 - min / 2) / (max / 2 - min / 2);
}
