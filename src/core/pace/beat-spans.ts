import { paceLimits } from './pace';

/** Seconds of the film from and to. */
export type SecRange = readonly [from: number, to: number];

/** How a film's run is laid out. */
export interface RunSpans {
  /** Of the film clock: the start of each span, and the film's end. */
  readonly spanStartSec: ArrayLike<number>;
  /** Share of each step spent at rest after its travel, in [0, 0.9]. */
  readonly restShare: number;
}

/** The run: from the first travel to the end of the last step, its rest included. A film of one period has none. */
export function runRange(run: RunSpans): SecRange {
  const steps = run.spanStartSec.length / 2 - 1;
  return steps < 1 ? [0, 0] : beatRange(run, 0, steps - 1);
}

/**
 * One beat, or several in a row: from the travel of the first to the end of the rest of the last. The holds at the
 * film's ends belong to none.
 *
 * @param first Step in [0, P - 2].
 * @param last Step in [first, P - 2].
 */
export function beatRange({ spanStartSec, restShare }: RunSpans, first: number, last: number = first): SecRange {
  const sec = (span: number) => spanStartSec[span] ?? 0;
  const [leaves, arrives] = [sec(2 * last + 1), sec(2 * last + 2)];
  return [sec(2 * first + 1), leaves + (arrives - leaves) / (1 - restShare)];
}

/** Beats that are to become slower or quicker. */
export interface BeatWish extends RunSpans {
  readonly first: number;
  readonly last: number;
  /** The weight that the beats have now; their mean where there are several. */
  readonly weight: number;
  /** Is the run's length kept? Then the other beats share what is left; else the film grows or shrinks. */
  readonly keepsRun: boolean;
}

/** The most of a run of kept length that some of its beats can take, so that the others are still seen. */
export const MOST_OF_RUN = 0.98;

/**
 * The weight with which beats last so many seconds in all.
 *
 * @returns Within `paceLimits.weight`; the weight as it is where no other beat is left to make room.
 */
export function weightLasting(wish: BeatWish, sec: number): number {
  const { runSec, nowSec } = secondsOf(wish);
  if (!(nowSec > 0)) return wish.weight;
  if (!wish.keepsRun) return clampWeight((wish.weight * sec) / nowSec);
  if (nowSec >= runSec * (1 - 1e-9)) return wish.weight;
  // factor × now / (run − now + factor × now) is the share of the run that is wanted.
  const share = Math.min(MOST_OF_RUN, sec / runSec);
  return clampWeight((wish.weight * share * (runSec - nowSec)) / (nowSec * (1 - share)));
}

/**
 * The weight with which the travel of the last of the beats ends at a second of the film that is made with it, or as near
 * to it as the limits let it. Where the run's length is kept, the beats' own start moves too.
 *
 * @returns Within `paceLimits.weight`; the weight as it is where none would make a difference.
 */
export function weightArriving(wish: BeatWish, arrivesSec: number): number {
  const { runSec, nowSec, runFrom, from } = secondsOf(wish);
  if (!(nowSec > 0)) return wish.weight;
  const arrival = (wish.spanStartSec[2 * wish.last + 2] ?? 0) - from;
  if (!wish.keepsRun) return clampWeight((wish.weight * (arrivesSec - from)) / arrival);
  // before × k + arrival × f × k = arrives − runFrom, where k = run / (others + now × f) is what others shrink by.
  const [before, others] = [from - runFrom, runSec - nowSec];
  const target = (arrivesSec - runFrom) / runSec;
  // Heavier beats arrive later, but earlier where their own rest takes more from those before than their travel needs.
  const later = arrival * others - before * nowSec;
  if (Math.abs(later) <= 1e-9 * runSec * nowSec) return wish.weight;
  const way = Math.sign(later);
  const room = way * (arrival - target * nowSec);
  return room > 0 ? clampWeight((wish.weight * way * (target * others - before)) / room) : paceLimits.weight[1];
}

function secondsOf(wish: BeatWish) {
  const [runFrom, runTo] = runRange(wish);
  const [from, to] = beatRange(wish, wish.first, wish.last);
  return { runFrom, from, runSec: runTo - runFrom, nowSec: to - from };
}

function clampWeight(weight: number): number {
  const [least, most] = paceLimits.weight;
  return Math.min(most, Math.max(least, weight));
}
