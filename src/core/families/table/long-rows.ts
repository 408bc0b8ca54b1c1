import { placesAt, type Race } from '../../motion/race';
import { smoothStep } from '../../motion/slots';
import type { StandingsCourse } from '../shared/standings/course';
import type { TableOwn } from './document';

/** More rows than these nobody waits for. */
export const MOST_ROWS = 500;
/** Seconds that a page takes to turn, at most a part of the page's time. */
const TURN_SEC = 0.7;
const TURN_SHARE = 0.4;

/** How many rows are ranked: those that have room, or all that will come into view. */
export function rankedRows({ long, places }: TableOwn, categoryCount: number): number {
  return Math.max(1, Math.min(long === 'cut' ? places : MOST_ROWS, categoryCount));
}

const counts = new WeakMap<Race, number>();

/** How many rows there ever are: looked for at a few moments. */
function rowCount(race: Race): number {
  const known = counts.get(race);
  if (known !== undefined) return known;
  const found = [0, 0.25, 0.5, 0.75, 1].map((share) => placesAt(race, race.clock.lengthSec * share).length);
  const count = Math.max(0, ...found);
  counts.set(race, count);
  return count;
}

/**
 * How many rows have passed out of view at the top: 0 at first, and all but those in view at the end. Continuous in time.
 *
 * @param visible Rows that have room.
 */
export function rowsPassed({ race }: StandingsCourse, { long }: TableOwn, visible: number, timeSec: number): number {
  const hidden = long === 'cut' ? 0 : Math.max(0, rowCount(race) - visible);
  if (hidden === 0) return 0;
  const { lengthSec, openingSec, closingSec } = race.clock;
  const length = Math.max(1e-6, lengthSec - openingSec - closingSec);
  const share = Math.min(1, Math.max(0, (timeSec - openingSec) / length));
  const pages = Math.ceil(hidden / visible) + 1;
  // The first and the last rows are held, so that they can be read.
  if (long === 'scroll') return hidden * Math.min(1, Math.max(0, (share * (pages + 1) - 0.5) / pages));
  const pageSec = length / pages;
  const page = Math.min(pages - 1, Math.floor(share * pages));
  const turnSec = Math.min(TURN_SEC, pageSec * TURN_SHARE);
  const left = (page + 1) * pageSec - share * length;
  const turned = page < pages - 1 ? smoothStep(1 - left / turnSec) : 0;
  return Math.min(hidden, (page + turned) * visible);
}
