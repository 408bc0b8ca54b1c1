/** Samples a second of every mix. */
export const MIX_RATE = 48_000;

/** Sound that can be read anywhere: a decoded file. */
export interface SoundSource {
  /** Frames a second. */
  readonly rate: number;
  readonly frames: number;
  /**
   * Two channels, in [-1, 1], of `to - from` samples each; mono is the same array twice. Zeros before the start and behind
   * the end. What is read is the same in whatever order it is read.
   */
  read(from: number, to: number): Promise<readonly [Float32Array, Float32Array]>;
}

/** Sound that lies in memory as one array a channel, as long as each other. */
export function sourceOf(rate: number, channels: readonly Float32Array[]): SoundSource {
  const [left, right] = stereoOf(channels);
  const frames = left.length;
  const cut = (samples: Float32Array, from: number, to: number) => {
    const cutOut = new Float32Array(Math.max(0, to - from));
    const [low, high] = [Math.max(0, from), Math.min(frames, to)];
    if (high > low) cutOut.set(samples.subarray(low, high), low - from);
    return cutOut;
  };
  return {
    rate,
    frames,
    async read(from, to) {
      const first = cut(left, from, to);
      return [first, left === right ? first : cut(right, from, to)];
    },
  };
}

const HALF = Math.SQRT1_2;
/** Shares of each channel in left and right. Source: W3C Web Audio API, "Up-mixing and down-mixing" (3/2.1 and 2/2). */
const downMixes: Readonly<Record<number, readonly [left: readonly number[], right: readonly number[]]>> = {
  3: [
    [1, 0, HALF],
    [0, 1, HALF],
  ],
  4: [
    [0.5, 0, 0.5, 0],
    [0, 0.5, 0, 0.5],
  ],
  5: [
    [1, 0, HALF, HALF, 0],
    [0, 1, HALF, 0, HALF],
  ],
  6: [
    [1, 0, HALF, 0, HALF, 0],
    [0, 1, HALF, 0, 0, HALF],
  ],
};

/** Two channels of any number of them: mono goes to both sides, surround is mixed down, further ones go left and right by turns. */
export function stereoOf(channels: readonly Float32Array[]): readonly [Float32Array, Float32Array] {
  const [first, second] = channels;
  if (!first) return [new Float32Array(0), new Float32Array(0)];
  if (!second) return [first, first];
  if (channels.length === 2) return [first, second];
  const sides = channels.length;
  const known = downMixes[sides];
  const share = (side: number) =>
    known?.[side as 0 | 1] ?? channels.map((_, c) => (c % 2 === side ? 1 / Math.ceil((sides - side) / 2) : 0));
  return [mixed(channels, share(0)), mixed(channels, share(1))];
}

function mixed(channels: readonly Float32Array[], shares: readonly number[]): Float32Array {
  const sum = new Float32Array(channels[0]?.length ?? 0);
  channels.forEach((samples, c) => {
    const share = shares[c] ?? 0;
    if (share !== 0) for (let i = 0; i < sum.length; i++) sum[i] = (sum[i] ?? 0) + share * (samples[i] ?? 0);
  });
  return sum;
}
