import FFT from 'fft.js';
import type { OnSeconds } from '../peaks';
import type { SoundSource } from '../source';

/** Seconds of a window, at least. */
const WINDOW_SEC = 0.042;
/** Steps a second at which onsets are looked for. */
export const STEPS_A_SEC = 200;
/** Compression of the spectrum: with it, soft and loud onsets count alike. */
const COMPRESS = 1000;
/** Bands into which the spectrum is gathered, evenly by octaves, and their ends in Hz. */
const BANDS = 24;
const [LOW_HZ, HIGH_HZ] = [40, 10_000];

/** A compressed spectrum rises most when an onset has come this far into the window: measured on made rhythms, in seconds. */
const AHEAD_SEC = 0.0095;
/** Seconds that are looked at before the sound: what begins at once is an onset too. */
const BEFORE_SEC = 0.05;

/** How strongly something begins at each step, 200 a second. */
export interface Onsets {
  readonly strength: Float64Array;
  /** Seconds of the file at step 0. */
  readonly startSec: number;
}

/**
 * Onset strength as spectral flux: what each band of the compressed spectrum has gained since the last step.
 *
 * Source: S. Dixon, "Onset Detection Revisited", DAFx 2006; compression as in A. Klapuri et al., 2006.
 */
export async function onsetsOf(source: SoundSource, onSeconds: OnSeconds = () => undefined): Promise<Onsets> {
  const { rate } = source;
  let size = 256;
  while (size < WINDOW_SEC * rate) size *= 2;
  const startSec = -BEFORE_SEC;
  const steps = Math.max(1, Math.floor((source.frames / rate - startSec) * STEPS_A_SEC));
  const strength = new Float64Array(steps);
  const fft = new FFT(size);
  const spectrum = fft.createComplexArray();
  const window = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const bands = bandsOf(size, rate);
  const framed = new Array<number>(size);
  let before = new Float64Array(BANDS);
  const kept = new SlidingMono(source);
  const early: Float64Array[] = [];
  for (let step = 0; step < steps; step++) {
    const middle = Math.round((step / STEPS_A_SEC + startSec) * rate);
    const samples = await kept.read(middle - size / 2, size);
    for (let i = 0; i < size; i++) framed[i] = (samples[i] as number) * (window[i] as number);
    fft.realTransform(spectrum, framed);
    const now = new Float64Array(BANDS);
    bands.forEach(([from, to], band) => {
      let energy = 0;
      for (let k = from; k < to; k++) energy += (spectrum[2 * k] as number) ** 2 + (spectrum[2 * k + 1] as number) ** 2;
      now[band] = Math.log1p((COMPRESS * Math.sqrt(energy)) / size);
    });
    strength[step] = gained(before, now);
    before = now;
    if (early.length < FLOOR_STEPS) early.push(now);
    if (step % STEPS_A_SEC === 0) onSeconds(step / STEPS_A_SEC);
  }
  // Where the file begins, its noise begins too; that is no onset.
  const floor = floorOf(early);
  const above = (row: Float64Array) => row.map((value, band) => Math.max(value, floor[band] as number));
  for (let step = 1; step < Math.min(early.length, 2 * BEFORE_SEC * STEPS_A_SEC); step++)
    strength[step] = gained(above(early[step - 1] as Float64Array), above(early[step] as Float64Array));
  return { strength, startSec: startSec + AHEAD_SEC };
}

/** What all bands together have gained between two steps. */
function gained(before: Float64Array, now: Float64Array): number {
  let gain = 0;
  for (let band = 0; band < BANDS; band++) gain += Math.max(0, (now[band] as number) - (before[band] as number));
  return gain;
}

/** Steps from which the noise of a file is known. */
const FLOOR_STEPS = 10 * STEPS_A_SEC;

/** What each band seldom falls below. */
function floorOf(rows: readonly Float64Array[]): Float64Array {
  return Float64Array.from({ length: BANDS }, (_, band) => {
    const sorted = rows.map((row) => row[band] as number).sort((a, b) => a - b);
    return sorted[Math.floor(sorted.length / 8)] ?? 0;
  });
}

function bandsOf(size: number, rate: number): [number, number][] {
  const top = Math.min(HIGH_HZ, rate / 2);
  const bin = (hz: number) => Math.round((hz * size) / rate);
  return Array.from({ length: BANDS }, (_, band) => {
    const hz = (share: number) => LOW_HZ * (top / LOW_HZ) ** share;
    const from = bin(hz(band / BANDS));
    return [from, Math.max(from + 1, bin(hz((band + 1) / BANDS)))];
  });
}

/** A sound in one channel, read forwards in windows that overlap. */
class SlidingMono {
  private samples = new Float32Array(0);
  private start = 0;

  constructor(private readonly source: SoundSource) {}

  async read(from: number, count: number): Promise<Float32Array> {
    const inside = from - this.start;
    if (inside < 0 || inside + count > this.samples.length) {
      const [left, right] = await this.source.read(from, from + count + this.source.rate * 4);
      this.samples = left.map((sample, i) => (sample + (right[i] as number)) / 2);
      this.start = from;
    }
    return this.samples.subarray(from - this.start, from - this.start + count);
  }
}
