import { easeBackOut, easeCubicOut } from 'd3-ease';
import { smoothStep } from '../../motion/slots';
import type { FilmClock } from '../../pace/film-clock';
import { type Build, closingOf } from '../../pace/pace';
import type { BuildStepTime, Chart } from '../../project/chart';

export type { Build };

/** How far a mark has come on stage. */
export interface Entrance {
  readonly how: Build['how'];
  /** 0 is not there, 1 is there; a spring goes a little beyond. */
  readonly progress: number;
}

/** Nothing moves. */
export const present: Entrance = { how: 'none', progress: 1 };

/** When each turn of a build begins, and how long it takes; seconds from the build's start. */
export interface BuildTimes {
  readonly startSec: Float64Array;
  readonly takesSec: Float64Array;
}

/** Who comes when, as a family sees its marks. */
export interface BuildTurns {
  /** By mark: its turn, from 0. */
  readonly turns: readonly number[];
  /** By turn: what names its group in the document, and how it is called. */
  readonly groups: readonly BuildGroup[];
}

/** Marks that come together: what names them in the document, and how they are called. */
export interface BuildGroup {
  readonly key: string;
  readonly name: string;
}

/** The opening or the closing of a chart, ready to be asked. */
export interface BuildSide extends BuildTurns {
  readonly build: Build;
  readonly times: BuildTimes;
}

/** How a chart opens and closes. */
export interface BuildCourse {
  readonly clock: FilmClock;
  readonly opening: BuildSide;
  readonly closing: BuildSide;
}

/** A moment of an opening or a closing. */
export interface BuildMoment extends BuildSide {
  readonly closes: boolean;
  /** Seconds since it began; in a closing, until it ends. */
  readonly sec: number;
  /** The same as a share of the whole, in [0, 1]. */
  readonly x: number;
}

/** A group of a build that the person can give a time of its own. */
export interface BuildStep extends BuildGroup {
  /** Seconds from the start of the piece. */
  readonly atSec: number;
  readonly takesSec: number;
}

/** No step lasts less, in seconds. */
const LEAST_SEC = 0.05;

/**
 * Lays out a chart's opening and closing.
 *
 * @param turnsOf Who comes when, by a build's order. A closing that runs the opening backwards has the opening's turns.
 */
export function prepareBuild(
  clock: FilmClock,
  { pace, play }: Pick<Chart, 'pace' | 'play'>,
  turnsOf: (build: Build, closes: boolean) => BuildTurns,
): BuildCourse {
  const [opening, closing] = [pace.opening, closingOf(pace)];
  const coming = turnsOf(opening, false);
  const backwards = pace.closing.how === 'backwards';
  const going = backwards ? coming : turnsOf(closing, true);
  const own = new Map(play.kind === 'built' ? play.steps.map((step) => [step.key, step]) : []);
  const shorter = opening.sec > 0 ? clock.openingSec / opening.sec : 1;
  const steps = coming.groups.map(({ key }) => {
    const step = own.get(key);
    if (!step) return null;
    return { atSec: Math.min(step.atSec * shorter, clock.openingSec), takesSec: step.takesSec };
  });
  const times = buildTimes(opening, clock.openingSec, coming.groups.length, steps);
  const ratio = clock.openingSec > 0 ? clock.closingSec / clock.openingSec : 0;
  const reversed = { startSec: times.startSec.map((s) => s * ratio), takesSec: times.takesSec.map((s) => s * ratio) };
  return {
    clock,
    opening: { build: opening, times, ...coming },
    closing: {
      build: closing,
      times: backwards ? reversed : buildTimes(closing, clock.closingSec, going.groups.length),
      ...going,
    },
  };
}

/**
 * When each of several turns begins: at an even pace, or at a time of its own. A turn with a time of its own is over when
 * the next one begins, so that the chart rests between them.
 *
 * @param lengthSec Of the whole build.
 * @param steps By turn, seconds from its start, and how long it takes where it says so; null keeps the even pace.
 */
export function buildTimes(
  build: Pick<Build, 'stagger'>,
  lengthSec: number,
  count: number,
  steps: readonly (Pick<BuildStepTime, 'atSec' | 'takesSec'> | null)[] = [],
): BuildTimes {
  const takes = lengthSec / (1 + build.stagger * Math.max(0, count - 1));
  const startSec = Float64Array.from(
    { length: count },
    (_, turn) => steps[turn]?.atSec ?? turn * build.stagger * takes,
  );
  const takesSec = new Float64Array(count).fill(takes);
  if (steps.some((step) => step !== null)) {
    const starts = Float64Array.from(startSec).sort();
    startSec.forEach((from, turn) => {
      const next = starts.find((sec) => sec > from + 1e-9) ?? lengthSec;
      takesSec[turn] = Math.max(LEAST_SEC, Math.min(steps[turn]?.takesSec ?? takes, next - from));
    });
  }
  return { startSec, takesSec };
}

/** Where the opening or the closing stands; null while neither runs. */
export function buildAt({ clock, opening, closing }: BuildCourse, timeSec: number): BuildMoment | null {
  const { lengthSec, openingSec, closingSec } = clock;
  if (timeSec < openingSec) return { ...opening, closes: false, sec: timeSec, x: timeSec / openingSec };
  if (closingSec > 0 && timeSec > lengthSec - closingSec) {
    const sec = Math.max(0, lengthSec - timeSec);
    return { ...closing, closes: true, sec, x: sec / closingSec };
  }
  return null;
}

/** How far one of several marks has come. @param turn See `turns`. */
export function entranceOf(
  { build, times, sec }: Pick<BuildMoment, 'build' | 'times' | 'sec'>,
  turn: number,
): Entrance {
  const { how } = build;
  if (how === 'none') return present;
  const takes = times.takesSec[turn] ?? 0;
  const from = times.startSec[turn] ?? 0;
  const share = takes > 0 ? Math.min(1, Math.max(0, (sec - from) / takes)) : Number(sec >= from);
  const progress = how === 'spring' ? easeBackOut(share) : how === 'grow' ? easeCubicOut(share) : smoothStep(share);
  return { how, progress };
}

/**
 * How far each group of marks has come at a moment, by its key and by its name, in [0, 1] (a spring goes a little beyond);
 * nothing while neither the opening nor the closing runs.
 */
export function comingAt(course: BuildCourse | null, timeSec: number): ReadonlyMap<string, number> {
  const moment = course && buildAt(course, timeSec);
  if (!moment || moment.build.how === 'none') return new Map();
  return new Map(
    moment.groups.flatMap(({ key, name }, turn) => {
      const { progress } = entranceOf(moment, turn);
      return [[name, progress] as const, [key, progress] as const];
    }),
  );
}

/** How far the texts and the axis have come: they are there before the marks are. */
export function wordsProgress({ build, x }: Pick<BuildMoment, 'build' | 'x'>): number {
  return build.words === 'none' ? 1 : smoothStep(Math.min(1, x / 0.6));
}

/** The groups of an opening, where the chart is built from one moment and its marks move; none elsewhere. */
export function stepsOf({ play }: Pick<Chart, 'play'>, course: BuildCourse | null): BuildStep[] {
  if (!course) return [];
  const { opening } = course;
  if (play.kind !== 'built' || opening.build.how === 'none') return [];
  const { startSec, takesSec } = opening.times;
  return opening.groups.map((group, turn) => ({
    ...group,
    atSec: startSec[turn] ?? 0,
    takesSec: takesSec[turn] ?? 0,
  }));
}

/** A mark as builds see it. */
export interface BuildMark {
  readonly name: string;
  readonly category: number;
  /** Data units; NaN where it has none. */
  readonly value: number;
}

/**
 * The order in which marks come, each a group of its own.
 *
 * @param marks In the order of their places.
 */
export function turnsOf(build: Build, marks: readonly BuildMark[]): BuildTurns {
  const order = marks.map((_, i) => i);
  const { seed } = build;
  const sortBy = (key: (mark: BuildMark) => number) => {
    const keys = marks.map(key);
    order.sort((a, b) => (keys[a] ?? 0) - (keys[b] ?? 0) || a - b);
  };
  if (build.order === 'name') order.sort((a, b) => (marks[a]?.name ?? '').localeCompare(marks[b]?.name ?? '', 'en'));
  if (build.order === 'random') sortBy(({ category }) => scatter(category, seed));
  if (build.order === 'value') sortBy(({ value }) => (Number.isNaN(value) ? -Number.MAX_VALUE : value));
  const turns = new Array<number>(marks.length);
  order.forEach((mark, turn) => {
    turns[mark] = turn;
  });
  return { turns, groups: order.map((i) => ({ key: marks[i]?.name ?? '', name: marks[i]?.name ?? '' })) };
}

/** A number in [0, 1) that looks random and is always the same. Source: the mixing step of MurmurHash3. */
function scatter(category: number, seed: number): number {
  let h = (Math.imul(category + 1, 0x9e3779b1) ^ Math.imul(seed + 1, 0x85ebca6b)) >>> 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32;
}
