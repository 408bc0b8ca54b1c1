import { type FilmClock, timeOf } from '../pace/film-clock';
import { BEND_LIMITS, type BeatGrid, type StepWarp } from '../pace/step-warp';
import type { RankEvents } from './rank-events';

/**
 * The clock of a film whose changes of place fall on beats as far as the data allow: in each step the most weighty one (the highest
 * place that is taken) is drawn to the nearest beat within the step, by going slower before it and quicker after it, or the other way
 * round. Periods are reached when they were. A step in which that would take too much is left as it is.
 */
export function withSwapsOnBeats(clock: FilmClock, events: RankEvents, grid: BeatGrid): FilmClock {
  const warps = new Map<number, StepWarp>();
  for (const [step, fraction] of weightiest(events)) {
    const warp = bendOf(clock, step, fraction, grid);
    if (warp) warps.set(step, warp);
  }
  return warps.size > 0 ? { ...clock, warps } : clock;
}

/** By step: the fraction at which the highest place is taken within its travel; the first such one. */
function weightiest({ startRank, series, span, fraction, delta }: RankEvents): Map<number, number> {
  const ranks = Int32Array.from(startRank);
  const found = new Map<number, { readonly rank: number; readonly fraction: number }>();
  for (let i = 0; i < series.length; i++) {
    const who = series[i] as number;
    const rank = (ranks[who] as number) + (delta[i] as number);
    ranks[who] = rank;
    const travel = span[i] as number;
    const at = fraction[i] as number;
    if ((delta[i] as number) >= 0 || travel % 2 === 0 || at <= 0 || at >= 1) continue;
    const step = (travel - 1) / 2;
    if (rank < (found.get(step)?.rank ?? Number.POSITIVE_INFINITY)) found.set(step, { rank, fraction: at });
  }
  return new Map([...found].map(([step, each]) => [step, each.fraction]));
}

function bendOf(clock: FilmClock, step: number, fraction: number, { firstSec, eachSec }: BeatGrid): StepWarp | null {
  const span = 2 * step + 1;
  const from = clock.spanStartSec[span] ?? 0;
  const to = clock.spanStartSec[span + 1] ?? from;
  const sec = timeOf(clock, span, fraction);
  const beat = firstSec + Math.round((sec - firstSec) / eachSec) * eachSec;
  if (!(beat > from + 1e-6 && beat < to - 1e-6)) return null;
  const at = clock.ease((beat - from) / (to - from));
  const slopes = [fraction / at, (1 - fraction) / (1 - at)];
  const [least, most] = BEND_LIMITS;
  return slopes.every((slope) => slope >= least && slope <= most) ? { at, fraction } : null;
}
