import { STEPS_A_SEC } from './onsets';

/** How much an uneven beat costs against the onsets that it meets. */
const TIGHTNESS = 400;

/**
 * Beats of a tempo along the onsets, in steps: those that meet the most while they stay even.
 *
 * Source: D. Ellis, "Beat Tracking by Dynamic Programming", Journal of New Music Research 36 (2007).
 */
export function trackBeats(onsets: Float64Array, bpm: number): number[] {
  const period = (60 / bpm) * STEPS_A_SEC;
  const [near, far] = [Math.round(period / 2), Math.round(period * 2)];
  const costs = Float64Array.from(
    { length: far - near + 1 },
    (_, i) => -TIGHTNESS * Math.log((near + i) / period) ** 2,
  );
  const scores = new Float64Array(onsets.length);
  const before = new Int32Array(onsets.length).fill(-1);
  for (let i = 0; i < onsets.length; i++) {
    let [best, from] = [0, -1];
    for (let back = near; back <= far && back <= i; back++) {
      const score = (scores[i - back] as number) + (costs[back - near] as number);
      if (score > best) [best, from] = [score, i - back];
    }
    scores[i] = (onsets[i] as number) + best;
    before[i] = from;
  }
  let last = onsets.length - 1;
  // The track ends at its best place within the last beat.
  for (let i = Math.max(0, onsets.length - Math.round(period)); i < onsets.length; i++)
    if ((scores[i] as number) > (scores[last] as number)) last = i;
  const beats: number[] = [];
  for (let i = last; i >= 0; i = before[i] as number) beats.push(i);
  return beats.reverse();
}

/** An even row of beats: beat `k` lies at `first + k * period`. */
export interface EvenBeats {
  readonly first: number;
  readonly period: number;
}

/** The even row that is nearest to tracked beats, each weighed by its onset; beats that lie far off are left out in the end. */
export function evenBeats(beats: readonly number[], onsets: Float64Array, period: number): EvenBeats {
  let row: EvenBeats = { first: beats[0] ?? 0, period };
  // Numbered along the track, so that a tempo that is a little off does not lose count.
  let k = 0;
  const numbered = beats.map((beat, i) => {
    if (i > 0) k += Math.max(1, Math.round((beat - (beats[i - 1] as number)) / period));
    return [k, refined(onsets, beat), onsets[beat] ?? 0] as const;
  });
  let used = numbered;
  for (let round = 0; round < 4; round++) {
    const fitted = lineThrough(used);
    if (!fitted) break;
    row = fitted;
    const { first, period: own } = row;
    used = numbered.filter(([n, beat]) => Math.abs(beat - first - n * own) < own * 0.12);
    if (used.length < 3) break;
  }
  return row;
}

/** Where an onset is at its greatest, between steps. */
function refined(onsets: Float64Array, beat: number): number {
  let at = beat;
  for (let i = beat - 4; i <= beat + 4; i++) if ((onsets[i] ?? 0) > (onsets[at] ?? 0)) at = i;
  const [a, b, c] = [onsets[at - 1] ?? 0, onsets[at] ?? 0, onsets[at + 1] ?? 0];
  const bend = a - 2 * b + c;
  return bend < 0 ? at + Math.max(-0.5, Math.min(0.5, (0.5 * (a - c)) / bend)) : at;
}

/** The weighted straight line of least squares. */
function lineThrough(points: readonly (readonly [number, number, number])[]): EvenBeats | null {
  let [w, x, y, xx, xy] = [0, 0, 0, 0, 0];
  for (const [n, beat, weight] of points) {
    w += weight;
    x += weight * n;
    y += weight * beat;
    xx += weight * n * n;
    xy += weight * n * beat;
  }
  const spread = w * xx - x * x;
  if (!(spread > 0)) return null;
  const period = (w * xy - x * y) / spread;
  return { first: (y - period * x) / w, period };
}
