import type { SoundSource } from './source';

/** Steps a second at which a wave is kept to be drawn. */
export const PEAKS_A_SEC = 100;

/** The outline of a sound: its least and greatest sample in each step. */
export interface Peaks {
  /** Pairs of least and greatest, in 127ths of full scale. */
  readonly pairs: Int8Array;
  readonly sec: number;
}

/** Samples that are read at once. */
const READ_SEC = 10;

/** What is told while a whole sound is looked at: seconds that are done. */
export type OnSeconds = (sec: number) => void;

/** Reads a sound from start to end, in pieces of some seconds. */
export async function* piecesOf(source: SoundSource, from = 0, to = source.frames) {
  const size = READ_SEC * source.rate;
  for (let at = from; at < to; at += size) {
    const [left, right] = await source.read(at, Math.min(to, at + size));
    yield { at, left, right };
  }
}

/** Works out the outline of a whole sound. */
export async function peaksOf(source: SoundSource, onSeconds: OnSeconds = () => undefined): Promise<Peaks> {
  const sec = source.frames / source.rate;
  const steps = Math.max(1, Math.ceil(sec * PEAKS_A_SEC));
  const lows = new Float32Array(steps);
  const highs = new Float32Array(steps);
  for await (const { at, left, right } of piecesOf(source)) {
    for (let i = 0; i < left.length; i++) {
      const step = Math.min(steps - 1, Math.floor(((at + i) * PEAKS_A_SEC) / source.rate));
      const [a, b] = [left[i] as number, right[i] as number];
      lows[step] = Math.min(lows[step] as number, a, b);
      highs[step] = Math.max(highs[step] as number, a, b);
    }
    onSeconds((at + left.length) / source.rate);
  }
  const pairs = new Int8Array(2 * steps);
  for (let step = 0; step < steps; step++) {
    pairs[2 * step] = Math.max(-127, Math.round((lows[step] as number) * 127));
    pairs[2 * step + 1] = Math.min(127, Math.round((highs[step] as number) * 127));
  }
  return { pairs, sec };
}

/** The least and the greatest sample between two times of the file, in [-1, 1]. */
export function peakBetween({ pairs }: Peaks, fromSec: number, toSec: number): [number, number] {
  const last = pairs.length / 2 - 1;
  const first = Math.min(last, Math.max(0, Math.floor(fromSec * PEAKS_A_SEC)));
  const end = Math.min(last, Math.max(first, Math.ceil(toSec * PEAKS_A_SEC) - 1));
  let [low, high] = [0, 0];
  for (let step = first; step <= end; step++) {
    low = Math.min(low, pairs[2 * step] as number);
    high = Math.max(high, pairs[2 * step + 1] as number);
  }
  return [low / 127, high / 127];
}
