import { type Cubic, cubicAt, cubicSlopeAt } from './interpolation';

/** Width, in parts of a step, to which crossings of cubics are found. */
const TOLERANCE = 1e-12;

/**
 * Sign just after the step's start of a cubic difference: -1, 0 (equal for a while) or 1.
 */
export function signAfterStart(d: Cubic): number {
  return Math.sign(d.c0) || Math.sign(d.c1) || Math.sign(d.c2) || Math.sign(d.c3);
}

/** Sign of a cubic difference just before the step's end, where its value at the end is `endValue`. */
export function signBeforeEnd(d: Cubic, endValue: number): number {
  if (endValue !== 0) return Math.sign(endValue);
  return -Math.sign(cubicSlopeAt(d, 1)) || Math.sign(2 * d.c2 + 6 * d.c3) || -Math.sign(d.c3);
}

/**
 * The places in (0, 1) at which a difference of two courses changes its sign, in ascending order. Touching without
 * crossing is no change.
 *
 * @param endValue The difference at the step's end, computed from the end values themselves.
 * Source: closed form for straight courses; else bisection between the turning points. Cost: at most 3 x 40 steps.
 */
export function signChanges(d: Cubic, endValue: number): number[] {
  if (d.c2 === 0 && d.c3 === 0) {
    if (Math.sign(d.c0) * Math.sign(endValue) >= 0) return [];
    return [d.c0 / (d.c0 - endValue)];
  }
  const stops = [0, ...turningPoints(d), 1];
  const changes: number[] = [];
  let sign = signAfterStart(d);
  let from = 0;
  for (let i = 1; i < stops.length; i++) {
    const to = stops[i] ?? 1;
    const there = i === stops.length - 1 ? signBeforeEnd(d, endValue) : Math.sign(cubicAt(d, to));
    if (there !== 0 && sign !== 0 && there !== sign) changes.push(bisect(d, from, to, sign));
    if (there !== 0) {
      sign = there;
      from = to;
    }
  }
  return changes.filter((s) => s > 0 && s < 1);
}

function turningPoints(d: Cubic): number[] {
  const [a, b, c] = [3 * d.c3, 2 * d.c2, d.c1];
  const roots: number[] = [];
  if (a === 0) roots.push(-c / b);
  else {
    const root = Math.sqrt(b * b - 4 * a * c);
    const q = -(b + (b < 0 ? -root : root)) / 2;
    roots.push(q / a, c / q);
  }
  return roots.filter((s) => s > 0 && s < 1).sort((x, y) => x - y);
}

function bisect(d: Cubic, from: number, to: number, signFrom: number): number {
  let [low, high] = [from, to];
  while (high - low > TOLERANCE) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    const sign = Math.sign(cubicAt(d, middle));
    if (sign === 0) return middle;
    if (sign === signFrom) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
