import { bisectRight } from 'd3-array';
import { easeCubicInOut, easeLinear, easeSinInOut } from 'd3-ease';
import type { Period } from '../shaping/cube';
import type { EaseName, Pace } from './pace';

/** Curves from [0, 1] onto [0, 1] that never go back. */
const eases: Readonly<Record<EaseName, (x: number) => number>> = {
  even: easeLinear,
  soft: easeSinInOut,
  swift: easeCubicInOut,
};

/**
 * A film's course in time: hold, run of `periodCount - 1` steps (travel, then rest), hold.
 *
 * A *span* is a stretch of the film in which nothing but the fraction travelled changes: span `2 p` is the dwell at
 * period `p` (its rest; for the first and the last period also the hold), span `2 i + 1` the travel of step `i`.
 */
export interface FilmClock {
  readonly lengthSec: number;
  readonly framesPerSec: number;
  /** `max(1, round(lengthSec * framesPerSec))` */
  readonly frameCount: number;
  readonly periodCount: number;
  /** Start of each span in seconds, and the film's end: `2 * periodCount` numbers. */
  readonly spanStartSec: Float64Array;
  readonly ease: (x: number) => number;
}

/** Where a film stands: the span, the fraction of its travel after easing, and the position `u` in [0, P - 1]. */
export interface FilmPosition {
  readonly span: number;
  readonly fraction: number;
  readonly position: number;
}

/**
 * Lays out a film.
 *
 * @param periods In order; at least one.
 * @throws RangeError if there is no period.
 */
export function createFilmClock(periods: readonly Period[], pace: Pace, framesPerSec: number): FilmClock {
  const periodCount = periods.length;
  if (periodCount < 1) throw new RangeError('periods: a film needs at least one period, received 0');
  const weights = stepWeights(periods, pace);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const { holdStartSec, holdEndSec, runSec } = shareLength(pace, weights);
  const spanStartSec = new Float64Array(2 * periodCount);
  let at = holdStartSec;
  for (let step = 0; step < periodCount - 1; step++) {
    const stepSec = (runSec * (weights[step] ?? 0)) / total;
    spanStartSec[2 * step + 1] = at;
    spanStartSec[2 * step + 2] = at + stepSec * (1 - pace.restShare);
    at += stepSec;
  }
  const lengthSec = at + holdEndSec;
  spanStartSec[2 * periodCount - 1] = lengthSec;
  const frameCount = Math.max(1, Math.round(lengthSec * framesPerSec));
  return { lengthSec, framesPerSec, frameCount, periodCount, spanStartSec, ease: eases[pace.ease] };
}

/** Weight of each step: the calendar's or even, times what the person gave its beat. */
function stepWeights(periods: readonly Period[], pace: Pace): number[] {
  const own = new Map(pace.beats.map((beat) => [beat.periodKey, beat.weight]));
  const gaps = periods.slice(1).map((period, i) => period.spacing - (periods[i]?.spacing ?? 0));
  const mean = gaps.reduce((sum, gap) => sum + gap, 0) / Math.max(1, gaps.length);
  return gaps.map((gap, i) => {
    const base = pace.sharing === 'calendar' && mean > 0 ? gap / mean : 1;
    return base * (own.get(periods[i]?.key ?? '') ?? 1);
  });
}

/** Holds give way when the whole length is too short for them; the run keeps at least a tenth of it. */
function shareLength(pace: Pace, weights: readonly number[]) {
  const { holdStartSec, holdEndSec } = pace;
  if (pace.length.by === 'period') {
    const sum = weights.reduce((total, weight) => total + weight, 0);
    const runSec = pace.length.sec * sum;
    const needsMore = runSec + holdStartSec + holdEndSec <= 0;
    return { holdStartSec, holdEndSec: needsMore ? pace.length.sec : holdEndSec, runSec };
  }
  const whole = pace.length.sec;
  const holds = holdStartSec + holdEndSec;
  if (weights.length === 0) return { holdStartSec: 0, holdEndSec: whole, runSec: 0 };
  const share = holds > whole * 0.9 ? (whole * 0.9) / holds : 1;
  return { holdStartSec: holdStartSec * share, holdEndSec: holdEndSec * share, runSec: whole - holds * share };
}

/** The time that frame `frame` shows, in seconds. */
export function frameTimeSec(clock: FilmClock, frame: number): number {
  return frame / clock.framesPerSec;
}

/** The frame on show at a time: the last one that has begun, in [0, frameCount - 1]. */
export function frameAt(clock: FilmClock, timeSec: number): number {
  return Math.min(clock.frameCount - 1, Math.max(0, Math.floor(timeSec * clock.framesPerSec + 1e-6)));
}

/**
 * Where the film stands at a time.
 *
 * @param timeSec Seconds from the film's start; clamped to [0, lengthSec].
 * @throws RangeError if timeSec is not finite. Cost: O(log P).
 */
export function positionAt(clock: FilmClock, timeSec: number): FilmPosition {
  if (!Number.isFinite(timeSec)) throw new RangeError(`timeSec: must be finite, received ${timeSec}`);
  const starts = clock.spanStartSec;
  const lastSpan = 2 * clock.periodCount - 2;
  const found = bisectRight(starts, Math.max(0, timeSec)) - 1;
  const span = Math.min(lastSpan, Math.max(0, found));
  if (span % 2 === 0) return { span, fraction: 0, position: span / 2 };
  const start = starts[span] ?? 0;
  const end = starts[span + 1] ?? start;
  const travelled = end > start ? Math.min(1, (timeSec - start) / (end - start)) : 1;
  const fraction = clock.ease(travelled);
  return { span, fraction, position: (span - 1) / 2 + fraction };
}

/**
 * The time at which a span has been travelled to a fraction: the inverse of `positionAt`.
 *
 * @param fraction In [0, 1] after easing; ignored in a dwell.
 * Cost: O(1) without easing, else a bisection to 1e-12 of the step.
 */
export function timeOf(clock: FilmClock, span: number, fraction: number): number {
  const start = clock.spanStartSec[span] ?? 0;
  if (span % 2 === 0) return start;
  const end = clock.spanStartSec[span + 1] ?? start;
  return start + (end - start) * invertEase(clock.ease, fraction);
}

function invertEase(ease: (x: number) => number, y: number): number {
  if (ease === easeLinear || y <= 0 || y >= 1) return Math.min(1, Math.max(0, y));
  let [low, high] = [0, 1];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (ease(middle) < y) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The moment at which the film reaches each period, in seconds; the first stands at 0. */
export function periodTimesSec(clock: FilmClock): Float64Array {
  return Float64Array.from({ length: clock.periodCount }, (_, p) => clock.spanStartSec[2 * p] ?? 0);
}
