/** A factor for a loudness in dB. */
export const factorOf = (db: number) => 10 ** (db / 20);

/** The loudness in dB of a factor; -Infinity for 0. */
export const dbOf = (factor: number) => 20 * Math.log10(factor);

/** How far a fade has come: a quarter of a sine, so that two that cross are as loud as one. @param share In [0, 1]. */
export const fadeAt = (share: number) => (share >= 1 ? 1 : share <= 0 ? 0 : Math.sin((Math.PI / 2) * share));

/** Seconds that music takes to step back before a voice, and to come again after it. */
export const STEP_BACK_SEC = 0.25;
export const COME_AGAIN_SEC = 0.6;
/** Pauses of a voice that are shorter leave the music where it is, in seconds. */
export const SHORT_PAUSE_SEC = 1.2;

/** Stretches in order, those that are nearer than a short pause put together. */
export function joinedStretches(stretches: readonly (readonly [number, number])[], pauseSec = SHORT_PAUSE_SEC) {
  const joined: [number, number][] = [];
  for (const [from, to] of [...stretches].sort((a, b) => a[0] - b[0])) {
    const last = joined.at(-1);
    if (last && from - last[1] < pauseSec) last[1] = Math.max(last[1], to);
    else joined.push([from, to]);
  }
  return joined;
}

/**
 * How far music has stepped back at a time: 0 not at all, 1 all the way. It goes along a half cosine before each stretch
 * and comes back along one after it.
 *
 * @param stretches As `joinedStretches` gives them, in seconds of the film.
 */
export function steppedBack(stretches: readonly (readonly [number, number])[], timeSec: number): number {
  let [low, high] = [0, stretches.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((stretches[middle]?.[0] ?? 0) <= timeSec) low = middle + 1;
    else high = middle;
  }
  const [last, next] = [stretches[low - 1], stretches[low]];
  const after = last ? halfCosine(1 - (timeSec - last[1]) / COME_AGAIN_SEC) : 0;
  const before = next ? halfCosine(1 - (next[0] - timeSec) / STEP_BACK_SEC) : 0;
  return Math.max(after, before);
}

const halfCosine = (x: number) => (x <= 0 ? 0 : x >= 1 ? 1 : (1 - Math.cos(Math.PI * x)) / 2);
