import { easeBackOut, easeCubicOut } from 'd3-ease';
import { smoothStep } from '../../motion/slots';
import type { FilmClock } from '../../pace/film-clock';
import type { Build } from '../../pace/pace';

export type { Build };

/** How far a mark has come on stage. */
export interface Entrance {
  readonly how: Build['how'];
  /** 0 is not there, 1 is there; a spring goes a little beyond. */
  readonly progress: number;
}

/** Nothing moves. */
export const present: Entrance = { how: 'none', progress: 1 };

/** How much of the opening or closing has passed; null while neither runs. */
export function buildAt(
  clock: FilmClock,
  opening: Build,
  closing: Build,
  timeSec: number,
): { build: Build; x: number; closes: boolean } | null {
  if (timeSec < clock.openingSec) return { build: opening, x: timeSec / clock.openingSec, closes: false };
  const closingFrom = clock.lengthSec - clock.closingSec;
  if (clock.closingSec > 0 && timeSec > closingFrom)
    return { build: closing, x: (clock.lengthSec - timeSec) / clock.closingSec, closes: true };
  return null;
}

/**
 * How far one of several marks has come.
 *
 * @param x Share of the build, in [0, 1].
 * @param turn Place of the mark in the order of coming, from 0.
 * @param count Marks in all.
 */
export function entranceOf(build: Build, x: number, turn: number, count: number): Entrance {
  if (build.how === 'none') return present;
  const own = 1 / (1 + build.stagger * Math.max(0, count - 1));
  const share = Math.min(1, Math.max(0, (x - turn * build.stagger * own) / own));
  const progress =
    build.how === 'spring' ? easeBackOut(share) : build.how === 'grow' ? easeCubicOut(share) : smoothStep(share);
  return { how: build.how, progress };
}

/** How far the texts and the axis have come: they are there before the marks are. */
export function wordsProgress(build: Build, x: number): number {
  return build.words === 'none' ? 1 : smoothStep(Math.min(1, x / 0.6));
}

/**
 * The order in which marks come: `turns[i]` is the turn of the mark at index `i`.
 *
 * @param marks In the order of their places.
 */
export function turnsOf(
  build: Build,
  marks: readonly { readonly name: string; readonly category: number }[],
): number[] {
  const order = marks.map((_, i) => i);
  const { seed } = build;
  if (build.order === 'name') order.sort((a, b) => (marks[a]?.name ?? '').localeCompare(marks[b]?.name ?? '', 'en'));
  if (build.order === 'random') {
    order.sort((a, b) => scatter(marks[a]?.category ?? 0, seed) - scatter(marks[b]?.category ?? 0, seed));
  }
  const turns = new Array<number>(marks.length);
  order.forEach((mark, turn) => {
    turns[mark] = turn;
  });
  return turns;
}

/** A number in [0, 1) that looks random and is always the same. Source: the mixing step of MurmurHash3. */
function scatter(category: number, seed: number): number {
  let h = (Math.imul(category + 1, 0x9e3779b1) ^ Math.imul(seed + 1, 0x85ebca6b)) >>> 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32;
}
