import { type QuickResampling, quickResampling, type ResampleCourse } from './quick-resampling';

/** Zero crossings of the filter to each side: with the window below, what is folded back stays under -95 dB. */
const CROSSINGS = 40;
/** Where the filter cuts, as a share of the lower rate's half. */
const CUT = 0.92;
const BETA = 10;

/**
 * A filter that reads between the samples of one rate at the samples of another one. Both are whole numbers, so places are
 * whole numbers too: sample `n` stands at `n * down / up` of the source, exactly, however far it is.
 *
 * Source: J. O. Smith, "Digital Audio Resampling", CCRMA, Stanford: a sinc with a Kaiser window, one row of taps a phase.
 */
export interface Resampler {
  readonly up: number;
  readonly down: number;
  /** Samples of the source to each side of a place. */
  readonly half: number;
  /** `up` rows of `2 * half` taps; the first one belongs to sample `floor(place) - half + 1`. */
  readonly taps: Float32Array;
  /** Does the same much quicker; null where there is no WebAssembly with SIMD. */
  readonly quick: QuickResampling | null;
}

const made = new Map<string, Resampler>();

/** @param fromRate,toRate Frames a second, whole and above 0. */
export function resamplerOf(fromRate: number, toRate: number): Resampler {
  const key = `${fromRate}/${toRate}`;
  const known = made.get(key);
  if (known) return known;
  const common = gcd(fromRate, toRate);
  const [up, down] = [toRate / common, fromRate / common];
  const width = Math.min(1, toRate / fromRate);
  // Rows of taps are whole fours.
  const half = up === down ? 0 : 2 * Math.ceil(CROSSINGS / width / 2);
  const taps = tapsOf(up, half, CUT * width);
  const resampler = { up, down, half, taps, quick: half === 0 ? null : quickResampling(taps) };
  made.set(key, resampler);
  return resampler;
}

function tapsOf(phases: number, half: number, cut: number): Float32Array {
  const taps = new Float32Array(phases * 2 * half);
  const row = new Float64Array(2 * half);
  for (let phase = 0; phase < phases; phase++) {
    let sum = 0;
    for (let i = 0; i < row.length; i++) {
      const at = i - half + 1 - phase / phases;
      const tap = sinc(cut * at) * kaiser(at / half);
      row[i] = tap;
      sum += tap;
    }
    // A constant stays what it is.
    for (let i = 0; i < row.length; i++) taps[phase * row.length + i] = (row[i] ?? 0) / sum;
  }
  return taps;
}

const sinc = (x: number) => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

/** Kaiser's window over [-1, 1]. Source: J. F. Kaiser, 1974. */
function kaiser(x: number): number {
  return Math.abs(x) >= 1 ? 0 : bessel(BETA * Math.sqrt(1 - x * x)) / bessel(BETA);
}

/** The modified Bessel function of order 0, by its series. */
function bessel(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > sum * 1e-17; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/** Samples of the source that a stretch of the other rate is made from: [from, to). */
export function sourceWindow({ up, down, half }: Resampler, from: number, to: number): [number, number] {
  return [Math.floor((from * down) / up) - half + (half > 0 ? 1 : 0), Math.floor(((to - 1) * down) / up) + half + 1];
}

/**
 * Samples `[from, to)` of the other rate. Each is worked out for itself, so a part is the same as in the whole.
 *
 * @param source Samples of the source from the start of `sourceWindow` on.
 */
export function resampled(resampler: Resampler, source: Float32Array, from: number, to: number): Float32Array {
  const { up, down, half, taps, quick } = resampler;
  if (half === 0) return source;
  const whole = Math.floor((from * down) / up);
  const course: ResampleCourse = {
    width: 2 * half,
    count: to - from,
    first: whole - half + 1 - sourceWindow(resampler, from, to)[0],
    phase: from * down - whole * up,
    stepWhole: Math.floor(down / up),
    stepPhase: down % up,
    up,
  };
  return quick ? quick(source, course) : plainResampled(source, taps, course);
}

/** What `quick` does, in plain steps that give the same bits: single precision, four sums, each in its order. */
export function plainResampled(source: Float32Array, taps: Float32Array, course: ResampleCourse): Float32Array {
  const { width, count, stepWhole, stepPhase, up } = course;
  let { first, phase } = course;
  const out = new Float32Array(count);
  const single = Math.fround;
  for (let n = 0; n < count; n++) {
    const row = phase * width;
    let [a, b, c, d] = [0, 0, 0, 0];
    for (let i = 0; i < width; i += 4) {
      a = single(a + single((source[first + i] as number) * (taps[row + i] as number)));
      b = single(b + single((source[first + i + 1] as number) * (taps[row + i + 1] as number)));
      c = single(c + single((source[first + i + 2] as number) * (taps[row + i + 2] as number)));
      d = single(d + single((source[first + i + 3] as number) * (taps[row + i + 3] as number)));
    }
    out[n] = single(single(a + b) + single(c + d));
    first += stepWhole;
    phase += stepPhase;
    if (phase >= up) {
      phase -= up;
      first++;
    }
  }
  return out;
}
