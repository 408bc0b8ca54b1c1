/** How values move between periods. */
export const betweens = ['linear', 'monotone', 'step'] as const;
export type Between = (typeof betweens)[number];

/**
 * Slopes at the knots of a monotone cubic through `(x, y)`.
 *
 * @param x Increasing places of the knots.
 * @param y Values at the knots, finite.
 * @returns One slope per knot, in units of y over x; the curve never passes beyond its neighbouring knots.
 * Source: Fritsch & Carlson, "Monotone piecewise cubic interpolation", 1980.
 */
export function monotoneSlopes(x: ArrayLike<number>, y: ArrayLike<number>): Float64Array {
  const count = y.length;
  const slopes = new Float64Array(count);
  if (count < 2) return slopes;
  const secants = new Float64Array(count - 1);
  for (let k = 0; k < count - 1; k++) secants[k] = (at(y, k + 1) - at(y, k)) / (at(x, k + 1) - at(x, k));
  slopes[0] = at(secants, 0);
  slopes[count - 1] = at(secants, count - 2);
  for (let k = 1; k < count - 1; k++) {
    const before = at(secants, k - 1);
    const after = at(secants, k);
    slopes[k] = before * after <= 0 ? 0 : (before + after) / 2;
  }
  for (let k = 0; k < count - 1; k++) {
    const secant = at(secants, k);
    if (secant === 0) {
      slopes[k] = 0;
      slopes[k + 1] = 0;
      continue;
    }
    const start = at(slopes, k);
    const end = at(slopes, k + 1);
    const alpha = start / secant;
    const beta = end / secant;
    if (alpha * alpha + beta * beta <= 9) continue;
    // By the slopes themselves: beside a step that is nearly flat, alpha and beta may not be finite.
    const most = (3 * Math.abs(secant)) / lengthOf(start, end);
    slopes[k] = start * most;
    slopes[k + 1] = end * most;
  }
  return slopes;
}

/** `Math.hypot` of two, which is dear: parted by the greater one, so that nothing overflows. */
function lengthOf(a: number, b: number): number {
  const most = Math.max(Math.abs(a), Math.abs(b));
  return most * Math.sqrt((a / most) ** 2 + (b / most) ** 2);
}

function at(list: ArrayLike<number>, index: number): number {
  return list[index] ?? 0;
}

/** A cubic `c0 + c1 s + c2 s² + c3 s³` over one step. */
export interface Cubic {
  c0: number;
  c1: number;
  c2: number;
  c3: number;
}

/** A cubic to be written into. */
export const blankCubic = (): Cubic => ({ c0: 0, c1: 0, c2: 0, c3: 0 });

/** The values and the slopes per step at both ends of a step. */
export interface StepEnds {
  readonly a: number;
  readonly b: number;
  readonly m0: number;
  readonly m1: number;
}

/** The cubic Hermite between two ends, written into `out`. */
export function hermite(out: Cubic, { a, b, m0, m1 }: StepEnds): Cubic {
  out.c0 = a;
  out.c1 = m0;
  out.c2 = 3 * (b - a) - 2 * m0 - m1;
  out.c3 = 2 * (a - b) + m0 + m1;
  return out;
}

/** The value of a cubic at `s`. */
export function cubicAt(cubic: Cubic, s: number): number {
  return cubic.c0 + s * (cubic.c1 + s * (cubic.c2 + s * cubic.c3));
}

/** The slope of a cubic at `s`. */
export function cubicSlopeAt(cubic: Cubic, s: number): number {
  return cubic.c1 + s * (2 * cubic.c2 + s * 3 * cubic.c3);
}
