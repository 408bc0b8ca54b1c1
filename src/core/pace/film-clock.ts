import { bisectRight } from 'd3-array';
import { easeCubicInOut, easeLinear, easeSinInOut } from 'd3-ease';
import type { Period } from '../shaping/cube';
import { buildSec, closingOf, type EaseName, type Pace, paceLimits } from './pace';
import { bentFraction, type StepWarp } from './step-warp';

/** Curves from [0, 1] onto [0, 1] that never go back. */
const eases: Readonly<Record<EaseName, (x: number) => number>> = {
  even: easeLinear,
  soft: easeSinInOut,
  swift: easeCubicInOut,
};

/**
 * A film's course in time: opening, hold, run of `periodCount - 1` steps (travel, then rest), hold, closing.
 *
 * A *span* is a stretch of the film in which nothing but the fraction travelled changes: span `2 p` is the dwell at
 * period `p` (its rest; for the first and the last period also opening and hold, hold and closing), span `2 i + 1` the travel of step `i`.
 */
export interface FilmClock {
  readonly lengthSec: number;
  readonly framesPerSec: number;
  /** `max(1, round(lengthSec * framesPerSec))` */
  readonly frameCount: number;
  readonly periodCount: number;
  /**
   * Start of each span in seconds, and the film's end: `2 * periodCount` numbers. The first is 0, or less where the run
   * lies before the film, since only its last moment is shown.
   */
  readonly spanStartSec: Float64Array;
  readonly ease: (x: number) => number;
  /** Bends of single steps, behind their easing; most films have none. */
  readonly warps?: ReadonlyMap<number, StepWarp>;
  /** Seconds at the start and at the end in which marks come on stage and leave it. */
  readonly openingSec: number;
  readonly closingSec: number;
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
 * @param changes For each step how much happens in it, for a pace that slows down where places change.
 * @throws RangeError if there is no period.
 */
export function createFilmClock(
  periods: readonly Period[],
  pace: Pace,
  framesPerSec: number,
  changes: Float64Array | null = null,
): FilmClock {
  const periodCount = periods.length;
  if (periodCount < 1) throw new RangeError('periods: a film needs at least one period, received 0');
  const weights = stepWeights(periods, pace, changes);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const { openingSec, closingSec, holdStartSec, holdEndSec, runSec } = shareLength(pace, weights);
  const spanStartSec = new Float64Array(2 * periodCount);
  let at = openingSec + holdStartSec;
  for (let step = 0; step < periodCount - 1; step++) {
    const stepSec = (runSec * (weights[step] ?? 0)) / total;
    spanStartSec[2 * step + 1] = at;
    spanStartSec[2 * step + 2] = at + stepSec * (1 - pace.restShare);
    at += stepSec;
  }
  const lengthSec = at + holdEndSec + closingSec;
  spanStartSec[2 * periodCount - 1] = lengthSec;
  const frameCount = Math.max(1, Math.round(lengthSec * framesPerSec));
  const ease = eases[pace.ease];
  return { lengthSec, framesPerSec, frameCount, periodCount, spanStartSec, ease, openingSec, closingSec };
}

/** Seconds between the end of a run that lies before the film and the film: longer than a change of place takes. */
const BEFORE_SEC = paceLimits.swapSec[1];

/**
 * Lays out a film that shows one moment, the last of its periods: opening, hold, closing. The run that leads there has
 * the pace that it would have, and is over before the film begins.
 *
 * @param lengthSec Of the whole; opening and closing give way where it is too short for both.
 * @throws RangeError if there is no period.
 */
export function createStillClock(
  periods: readonly Period[],
  pace: Pace,
  framesPerSec: number,
  lengthSec: number,
): FilmClock {
  const run = createFilmClock(periods, pace, framesPerSec);
  const spans = run.spanStartSec;
  const endSec = spans[spans.length - 2] ?? 0;
  const spanStartSec = spans.map((sec) => Math.min(-BEFORE_SEC, sec - endSec - BEFORE_SEC));
  spanStartSec[spans.length - 1] = lengthSec;
  const [opening, closing] = [buildSec(pace.opening), buildSec(closingOf(pace))];
  const share = Math.min(1, lengthSec / Math.max(1e-9, opening + closing));
  return {
    ...run,
    lengthSec,
    frameCount: Math.max(1, Math.round(lengthSec * framesPerSec)),
    spanStartSec,
    openingSec: opening * share,
    closingSec: closing * share,
  };
}

/** Does the film show one moment only? */
export function standsStill({ spanStartSec }: Pick<FilmClock, 'spanStartSec'>): boolean {
  return (spanStartSec[0] ?? 0) < 0;
}

/** Weight of each step: the calendar's or even, times what the person gave its beat, and more where places change. */
function stepWeights(periods: readonly Period[], pace: Pace, changes: Float64Array | null): number[] {
  const busiest = changes?.reduce((most, count) => Math.max(most, count), 0) ?? 0;
  const own = new Map(pace.beats.map((beat) => [beat.periodKey, beat.weight]));
  const gaps = periods.slice(1).map((period, i) => period.spacing - (periods[i]?.spacing ?? 0));
  const mean = gaps.reduce((sum, gap) => sum + gap, 0) / Math.max(1, gaps.length);
  return gaps.map((gap, i) => {
    const base = pace.sharing === 'calendar' && mean > 0 ? gap / mean : 1;
    const busy = busiest > 0 ? (changes?.[i] ?? 0) / busiest : 0;
    return base * (own.get(periods[i]?.key ?? '') ?? 1) * (1 + pace.slowAtSwaps * busy);
  });
}

/** Opening, holds and closing give way when the whole length is too short for them; the run keeps at least a tenth of it. */
function shareLength(pace: Pace, weights: readonly number[]) {
  const still = {
    openingSec: buildSec(pace.opening),
    holdStartSec: pace.holdStartSec,
    holdEndSec: pace.holdEndSec,
    closingSec: buildSec(closingOf(pace)),
  };
  const stillSec = still.openingSec + still.holdStartSec + still.holdEndSec + still.closingSec;
  if (pace.length.by === 'period') {
    const runSec = pace.length.sec * weights.reduce((total, weight) => total + weight, 0);
    return { ...still, holdEndSec: runSec + stillSec <= 0 ? pace.length.sec : still.holdEndSec, runSec };
  }
  const whole = pace.length.sec;
  const room = weights.length === 0 ? whole : whole * 0.9;
  const share = stillSec > room ? room / stillSec : 1;
  const { openingSec, closingSec } = { openingSec: still.openingSec * share, closingSec: still.closingSec * share };
  // A single period has nothing to run through: it is held.
  if (weights.length === 0)
    return { openingSec, holdStartSec: 0, holdEndSec: whole - openingSec - closingSec, closingSec, runSec: 0 };
  return {
    openingSec,
    holdStartSec: still.holdStartSec * share,
    holdEndSec: still.holdEndSec * share,
    closingSec,
    runSec: whole - stillSec * share,
  };
}

/** The time that frame `frame` shows, in seconds. */
export function frameTimeSec(clock: Pick<FilmClock, 'framesPerSec'>, frame: number): number {
  return frame / clock.framesPerSec;
}

/** The frame on show at a time: the last one that has begun, in [0, frameCount - 1]. */
export function frameAt(clock: Pick<FilmClock, 'framesPerSec' | 'frameCount'>, timeSec: number): number {
  return Math.min(clock.frameCount - 1, Math.max(0, Math.floor(timeSec * clock.framesPerSec + 1e-6)));
}

/**
 * Where the film stands at a time.
 *
 * @param timeSec Seconds from the film's start; clamped to the spans.
 * @throws RangeError if timeSec is not finite. Cost: O(log P).
 */
export function positionAt(clock: FilmClock, timeSec: number): FilmPosition {
  if (!Number.isFinite(timeSec)) throw new RangeError(`timeSec: must be finite, received ${timeSec}`);
  const starts = clock.spanStartSec;
  return positionInSpan(clock, bisectRight(starts, Math.max(starts[0] ?? 0, timeSec)) - 1, timeSec);
}

/**
 * Calls `visit` with where the film stands at each of many times, and which of them it is.
 *
 * @param timeSec Ascending and finite. Cost: O(times + periods).
 */
export function eachPosition(
  clock: FilmClock,
  timeSec: Float64Array,
  visit: (position: FilmPosition, i: number) => void,
): void {
  const starts = clock.spanStartSec;
  for (let i = 0, found = 0; i < timeSec.length; i++) {
    const time = timeSec[i] ?? 0;
    while (found + 1 < starts.length && (starts[found + 1] ?? 0) <= time) found++;
    visit(positionInSpan(clock, found, time), i);
  }
}

/** The `position` of many times, ascending and finite. Cost: O(times + periods). */
export function positionsThrough(clock: FilmClock, timeSec: Float64Array): Float64Array {
  const positions = new Float64Array(timeSec.length);
  eachPosition(clock, timeSec, ({ position }, i) => {
    positions[i] = position;
  });
  return positions;
}

function positionInSpan(clock: FilmClock, found: number, timeSec: number): FilmPosition {
  const starts = clock.spanStartSec;
  const span = Math.min(2 * clock.periodCount - 2, Math.max(0, found));
  if (span % 2 === 0) return { span, fraction: 0, position: span / 2 };
  const start = starts[span] ?? 0;
  const end = starts[span + 1] ?? start;
  const travelled = end > start ? Math.min(1, Math.max(0, (timeSec - start) / (end - start))) : 1;
  const fraction = fractionAt(clock, (span - 1) / 2, travelled);
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
  const step = (span - 1) / 2;
  const travelled = clock.warps?.has(step)
    ? inverse((x) => fractionAt(clock, step, x), fraction)
    : invertEase(clock.ease, fraction);
  return start + (end - start) * travelled;
}

/** The fraction of a step after easing, and its bend. @param travelled Share of its seconds, in [0, 1]. */
function fractionAt({ ease, warps }: FilmClock, step: number, travelled: number): number {
  const warp = warps?.get(step);
  return warp ? bentFraction(warp, ease(travelled)) : ease(travelled);
}

function invertEase(ease: (x: number) => number, y: number): number {
  return ease === easeLinear ? Math.min(1, Math.max(0, y)) : inverse(ease, y);
}

/** Where a curve from 0 to 1 that never goes back has a value. */
function inverse(curve: (x: number) => number, y: number): number {
  if (y <= 0 || y >= 1) return Math.min(1, Math.max(0, y));
  let [low, high] = [0, 1];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (curve(middle) < y) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The moment at which the film reaches each period, in seconds; the first stands at 0, and so do all that lie before the film. */
export function periodTimesSec(clock: FilmClock): Float64Array {
  return Float64Array.from({ length: clock.periodCount }, (_, p) => Math.max(0, clock.spanStartSec[2 * p] ?? 0));
}

/** A share of a beat: the stretch from one period to the next, with the time before the first and after the last. */
export interface BeatPlace {
  readonly period: number;
  /** In [0, 1]. */
  readonly share: number;
}

/** The time of a share of a beat, in seconds. */
export function timeOfBeat(clock: FilmClock, { period, share }: BeatPlace): number {
  const from = Math.max(0, clock.spanStartSec[2 * period] ?? 0);
  const to = Math.max(0, clock.spanStartSec[2 * period + 2] ?? clock.lengthSec);
  return from + (to - from) * share;
}

/** The beat in which a time lies, and how far into it. */
export function beatAt(spanStartSec: Float64Array, timeSec: number): BeatPlace {
  const count = spanStartSec.length / 2;
  let period = 0;
  while (period < count - 1 && (spanStartSec[2 * period + 2] ?? 0) <= timeSec) period++;
  const from = Math.max(0, spanStartSec[2 * period] ?? 0);
  const to = spanStartSec[Math.min(2 * period + 2, spanStartSec.length - 1)] ?? from;
  return { period, share: to > from ? Math.min(1, Math.max(0, (timeSec - from) / (to - from))) : 0 };
}
