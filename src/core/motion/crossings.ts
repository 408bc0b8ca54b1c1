import { type Cubic, cubicAt, cubicSlopeAt } from './interpolation';

/** Width, in parts of a step, to which crossings of cubics are found. */
const TOLERANCE = 1e-12;
/** A sum that is no more than this part of its terms is what rounding leaves of nothing. */
const NOTHING = 1e-14;

/** Sign of a sum whose terms have a size in all. */
const signOf = (sum: number, size: number): number => (Math.abs(sum) <= NOTHING * size ? 0 : Math.sign(sum));

/**
 * Sign just after the step's start of a cubic difference: -1, 0 (equal for a while) or 1.
 */
export function signAfterStart({ c0, c1, c2, c3 }: Cubic): number {
  const [size2, size3] = [Math.abs(c2), Math.abs(c3)];
  return Math.sign(c0) || signOf(c1, Math.abs(c1) + size2 + size3) || signOf(c2, size2 + size3) || Math.sign(c3);
}

/** Sign of a cubic difference just before the step's end, where its value at the end is `endValue`. */
export function signBeforeEnd(d: Cubic, endValue: number): number {
  if (endValue !== 0) return Math.sign(endValue);
  const [c1, c2, c3] = [Math.abs(d.c1), Math.abs(d.c2), Math.abs(d.c3)];
  return (
    -signOf(cubicSlopeAt(d, 1), c1 + 2 * c2 + 3 * c3) ||
    signOf(2 * d.c2 + 6 * d.c3, 2 * c2 + 6 * c3) ||
    -Math.sign(d.c3)
  );
}

/**
 * The places in (0, 1) at which a difference of two courses changes its sign, in ascending order. Touching without
 * crossing is no change.
 *
 * @param endValue The difference at the step's end, computed from the end values themselves.
 * Source: closed form for straight courses; else Newton's method between the turning points, kept in a bracket. Cost: some 3 x 6 steps, at most 3 x 40 and a few.
 */
export function signChanges(d: Cubic, endValue: number): number[] {
  if (d.c2 === 0 && d.c3 === 0) {
    if (Math.sign(d.c0) * Math.sign(endValue) >= 0) return [];
    return [d.c0 / (d.c0 - endValue)];
  }
  const stops = [0, ...turningPoints(d), 1];
  const size = Math.abs(d.c0) + Math.abs(d.c1) + Math.abs(d.c2) + Math.abs(d.c3);
  const changes: number[] = [];
  let sign = signAfterStart(d);
  let from = 0;
  for (let i = 1; i < stops.length; i++) {
    const to = stops[i] ?? 1;
    const there = i === stops.length - 1 ? signBeforeEnd(d, endValue) : signOf(cubicAt(d, to), size);
    if (there !== 0 && sign !== 0 && there !== sign) changes.push(rootBetween(d, from, to, sign));
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

/** The root between two stops, at which a cubic has different signs: Newton's steps, halving where one would lead outside. */
function rootBetween(d: Cubic, from: number, to: number, signFrom: number): number {
  let [low, high] = [from, to];
  let at = (low + high) / 2;
  while (high - low > TOLERANCE) {
    const value = cubicAt(d, at);
    if (value === 0) return at;
    if (Math.sign(value) === signFrom) low = at;
    else high = at;
    const newton = at - value / cubicSlopeAt(d, at);
    const next = newton > low && newton < high ? newton : (low + high) / 2;
    // Steps of Newton come from one side, so the far end of the bracket may never move.
    if (Math.abs(next - at) < TOLERANCE / 4) return next;
    at = next;
  }
  return at;
}
