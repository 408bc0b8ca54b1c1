import { factorOf } from './gain';

/** Where the limiter holds a mix, in dB of full scale. */
export const CEILING_DB = -1;
const CEILING = factorOf(CEILING_DB);
/** Samples of a block; blocks begin at multiples of it, counted from the film's start. */
const BLOCK = 64;
/** Blocks to each side over which the gain is smoothed. */
const REACH = 24;
/** Blocks to each side that a block's gain depends on. */
const AROUND = 2 * REACH + 1;

/** Samples on each side of a stretch that have to be known to limit it: whole blocks. */
export function limiterWindow(from: number, to: number): [number, number] {
  return [(Math.floor(from / BLOCK) - AROUND) * BLOCK, (Math.ceil(to / BLOCK) + 1 + AROUND) * BLOCK];
}

const weights = (() => {
  const row = Float64Array.from(
    { length: 2 * REACH + 1 },
    (_, i) => 1 + Math.cos((Math.PI * (i - REACH)) / (REACH + 1)),
  );
  const sum = row.reduce((total, weight) => total + weight, 0);
  return row.map((weight) => weight / sum);
})();

/**
 * Turns a mix down where it would clip, smoothly, ahead of what is loud: each gain is the mean of the least ones around it,
 * so no sample is above the ceiling, and it depends on its surroundings alone, so a part is the same as in the whole.
 *
 * @param left,right Samples of `limiterWindow(from, to)`; they are changed in place between `from` and `to`.
 * @returns The least gain between `from` and `to`; 1 where nothing was turned down.
 */
export function limit(left: Float32Array, right: Float32Array, from: number, to: number): number {
  const [start] = limiterWindow(from, to);
  const count = left.length / BLOCK;
  const needed = new Float64Array(count).fill(1);
  let loud = false;
  for (let b = 0; b < count; b++) {
    let peak = 0;
    for (let i = b * BLOCK; i < (b + 1) * BLOCK; i++)
      peak = Math.max(peak, Math.abs(left[i] as number), Math.abs(right[i] as number));
    if (peak > CEILING) {
      needed[b] = CEILING / peak;
      loud = true;
    }
  }
  if (!loud) return 1;
  const least = needed.map((_, b) => {
    let low = 1;
    for (let i = Math.max(0, b - REACH - 1); i <= Math.min(count - 1, b + REACH + 1); i++)
      low = Math.min(low, needed[i] ?? 1);
    return low;
  });
  const gains = least.map((_, b) => meanAround(least, b));
  let lowest = 1;
  for (let n = from; n < to; n++) {
    const i = n - start;
    const b = Math.floor(i / BLOCK);
    const share = (i - b * BLOCK) / BLOCK;
    const gain = (gains[b] ?? 1) * (1 - share) + (gains[b + 1] ?? 1) * share;
    if (gain < 1) {
      left[i] = (left[i] as number) * gain;
      if (right !== left) right[i] = (right[i] as number) * gain;
      lowest = Math.min(lowest, gain);
    }
  }
  return lowest;
}

function meanAround(least: Float64Array, b: number): number {
  let sum = 0;
  let quiet = true;
  for (let j = -REACH; j <= REACH; j++) {
    const low = least[b + j] ?? 1;
    if (low < 1) quiet = false;
    sum += low * (weights[j + REACH] as number);
  }
  // Rounding must not touch a mix that is never too loud.
  return quiet ? 1 : sum;
}
