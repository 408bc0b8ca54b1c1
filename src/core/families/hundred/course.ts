import { stretchesOf } from '../shared/round/ring-order';
import { type Portion, portionsAt, REST, type SharesCourse, type ToldShares } from '../shared/shares/shares-course';
import type { HundredOwn } from './document';

/** A grid of cells in words. */
export type ToldHundred = ToldShares<HundredOwn>;

/** Cells in a row that one name has, counted from 0 in the order in which they are filled; parts of cells count. */
export interface CellRun {
  /** Place in the list of portions. */
  readonly of: number;
  readonly from: number;
  readonly to: number;
}

/** What has which cells at a moment. */
export interface Cells {
  readonly list: readonly Portion[];
  readonly runs: readonly CellRun[];
  /** Does what is shown come to more than the number that was given? Then all of it is the whole. */
  readonly over: boolean;
}

/** Who has which cells: shares of the sum, or of a given number, of which the rest stays empty. */
export function cellsAt(course: SharesCourse, own: HundredOwn, timeSec: number): Cells {
  const given = own.whole === 'given';
  const { list: all } = portionsAt(course, given ? { ...own, rest: 'leave' } : own, timeSec);
  if (!given) return { list: all, runs: runsOf(all, own.cells), over: false };
  const shown = all.filter(({ category }) => category !== REST);
  const sum = shown.reduce((total, { value, presence }) => total + value * presence, 0);
  const whole = Math.max(own.wholeValue, sum);
  const list = shown.map((portion) => ({ ...portion, share: (portion.value * portion.presence) / whole }));
  return { list, runs: runsOf(list, own.cells), over: sum > own.wholeValue * (1 + 1e-9) };
}

const runsOf = (list: readonly Portion[], cells: number): CellRun[] =>
  stretchesOf(list).map(({ of, from, to }) => ({ of, from: from * cells, to: to * cells }));
