import { MIX_RATE } from './source';

/** Numbers in [-1, 1) that look like noise and are the same every time. Source: xorshift32, G. Marsaglia, 2003. */
export function noiseOf(seed: number): () => number {
  let state = seed | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return state / 0x8000_0000;
  };
}

/** A plucked string. */
export interface Pluck {
  readonly hz: number;
  readonly sec: number;
  /** In [0, 1]: how bright the stroke is. */
  readonly bright: number;
  readonly seed: number;
  /** Seconds until it is a thousandth as loud; shorter strings die away sooner by themselves. */
  readonly ringSec: number;
}

/**
 * A plucked string: noise that goes round a delay and loses its high parts a little each time.
 *
 * Source: K. Karplus and A. Strong, 1983, with the tuning filter of D. Jaffe and J. Smith, 1983.
 *
 * @returns Samples at 48,000 a second, at most 1 in size.
 */
export function plucked({ hz, sec, bright, seed, ringSec }: Pluck): Float32Array {
  const period = MIX_RATE / hz - 0.5;
  const size = Math.max(2, Math.floor(period - 0.1));
  // An all-pass filter makes up what the delay lacks of the period.
  const rest = period - size;
  const tune = (1 - rest) / (1 + rest);
  const lose = 0.001 ** (1 / (hz * ringSec));
  const noise = noiseOf(seed);
  const line = Float64Array.from({ length: size }, () => noise());
  const mean = line.reduce((sum, value) => sum + value, 0) / size;
  let soft = 0;
  for (let i = 0; i < size; i++) {
    soft += (0.08 + 0.92 * bright) * ((line[i] as number) - mean - soft);
    line[i] = soft;
  }
  const out = new Float32Array(Math.round(sec * MIX_RATE));
  let [last, lastIn, lastOut] = [0, 0, 0];
  for (let n = 0; n < out.length; n++) {
    const at = n % size;
    const now = line[at] as number;
    out[n] = now;
    const averaged = (lose * (now + last)) / 2;
    last = now;
    const tuned = tune * averaged + lastIn - tune * lastOut;
    lastIn = averaged;
    lastOut = tuned;
    line[at] = tuned;
  }
  return faded(out);
}

/** Seconds over which a note begins and ends, so that it does not click. */
const EDGE_SEC = 0.002;

/** Brings a note to full size and rounds its ends. */
function faded(samples: Float32Array): Float32Array {
  const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 1e-9);
  const edge = EDGE_SEC * MIX_RATE;
  return samples.map(
    (value, n) => (value / peak) * Math.min(1, n / edge) * Math.min(1, (samples.length - 1 - n) / (10 * edge)),
  );
}

/** Frequency of a note by its MIDI number: 69 is 440 Hz. */
export const hzOf = (note: number) => 440 * 2 ** ((note - 69) / 12);

/** Adds a note to a longer row at a sample. Behind the end it goes on at the start where `round`, so that a loop has no gap. */
export function addNote(to: Float32Array, note: Float32Array, at: number, gain: number, round = false): void {
  for (let i = 0; i < note.length; i++) {
    const place = round ? (at + i) % to.length : at + i;
    if (place >= 0 && place < to.length) to[place] = (to[place] as number) + gain * (note[i] as number);
  }
}
