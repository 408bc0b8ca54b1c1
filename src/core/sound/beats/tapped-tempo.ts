import { soundLimits } from '../../project/sound';

/** Taps that are farther apart begin anew, in seconds; and taps that count. */
const PAUSE_SEC = 2.2;
const MOST_TAPS = 16;
const LEAST_TAPS = 4;

/**
 * The tempo of taps: the slope of the straight line through them.
 *
 * @param taps Seconds, in order.
 * @returns The taps that still count, and beats a minute, to a tenth; null for fewer than four.
 */
export function tappedTempo(taps: readonly number[]): { readonly kept: number[]; readonly bpm: number | null } {
  let start = 0;
  for (let i = 1; i < taps.length; i++) if ((taps[i] as number) - (taps[i - 1] as number) > PAUSE_SEC) start = i;
  const kept = taps.slice(start).slice(-MOST_TAPS);
  if (kept.length < LEAST_TAPS) return { kept, bpm: null };
  const middle = (kept.length - 1) / 2;
  const mean = kept.reduce((sum, sec) => sum + sec, 0) / kept.length;
  let [over, under] = [0, 0];
  kept.forEach((sec, i) => {
    over += (i - middle) * (sec - mean);
    under += (i - middle) ** 2;
  });
  const [low, high] = soundLimits.bpm;
  const bpm = over > 0 ? Math.round((600 * under) / over) / 10 : high;
  return { kept, bpm: Math.min(high, Math.max(low, bpm)) };
}
