import { momentOf, placesAt, type Race, shownValue } from '../../../motion/race';
import { totalAt } from '../../../motion/totals';
import { type Cube, cubeValue } from '../../../shaping/cube';
import type { CourseInput, ToldChart } from '../../family';
import { type StandingsCourse, standingsCourse } from '../standings/course';
import type { SharesOwn } from './shares-own';
import { smoothedState, type TurningState } from './smoothed-state';

/** Shares through a piece of the film. */
export interface SharesCourse extends StandingsCourse {
  /** Names of those that have a value below 0: there are no shares then. */
  readonly negative: readonly string[];
  /** Is there anything above 0 at all? */
  readonly hasAmounts: boolean;
  /** By series of the race: when it is large enough for a share of its own. */
  readonly large: readonly TurningState[];
}

/** Shares in words. */
export type ToldShares<Own extends SharesOwn = SharesOwn> = ToldChart<Own, SharesCourse>;

/** The place in the cube that stands for the rest. */
export const REST = -1;
/** Its colour, which stands back on light grounds and on dark ones. */
export const REST_COLOUR = '#A3A8AB';

/** A share of the whole at a moment. */
export interface Portion {
  /** Place in the cube; `REST` for all others. */
  readonly category: number;
  /** Data units: its own value, however much of it is shown. */
  readonly value: number;
  /** Of what is shown, in [0, 1]; those of a moment sum to 1. */
  readonly share: number;
  /** How far it is there by itself, in [0, 1]. */
  readonly presence: number;
  /** Where it stands among the others: 0 is first. Fractions while it changes places. */
  readonly slot: number;
  /** From 0. */
  readonly rank: number;
}

/** All shares of a moment, in the order of the table, the rest last. */
export interface Portions {
  readonly list: readonly Portion[];
  /** Data units. */
  readonly total: number;
}

/** Less than this of the whole is what rounding leaves. */
const LEAST_REST = 1e-9;

/** Ranks the categories, and finds which of them are gathered when. */
export function sharesCourse(input: CourseInput<SharesOwn>): SharesCourse {
  const { chart, cube, memory } = input;
  const { between, gaps, own, pace } = chart;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  const { order } = own;
  const settings = { places, order, between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse(input, settings);
  const signs = memory.once('signs', [cube], () => signsOf(cube));
  const under = own.rest === 'gather' ? own.under : 0;
  const large = memory.once('large shares', [standings.race, under], () => largeTurns(standings, under));
  return { ...standings, ...signs, large };
}

function signsOf(cube: Cube) {
  const below = new Set<number>();
  let hasAmounts = false;
  for (let p = 0; p < cube.periods.length; p++)
    for (let c = 0; c < cube.categories.length; c++) {
      const value = cubeValue(cube, p, c);
      if (value < 0) below.add(c);
      if (value > 0) hasAmounts = true;
    }
  return { negative: cube.categories.filter((_, c) => below.has(c)), hasAmounts };
}

/** Looks within a step, and halvings between two looks. */
const LOOKS = 6;
const HALVINGS = 40;

/** When each series passes the least share that it needs to stand by itself. */
function largeTurns({ race, totals }: Pick<SharesCourse, 'race' | 'totals'>, under: number): TurningState[] {
  const count = race.tracks.seriesCount;
  if (under <= 0) return Array.from({ length: count }, () => ({ startsOn: true, turnSec: [] }));
  const { clock } = race;
  const stops: number[] = [];
  for (let span = 0; span + 1 < clock.spanStartSec.length; span++) {
    const [from, to] = [clock.spanStartSec[span] ?? 0, clock.spanStartSec[span + 1] ?? 0];
    // Nothing changes while the film rests at a period; what jumps at one is seen at both of its ends.
    const looks = span % 2 === 0 ? 1 : LOOKS;
    for (let i = 0; i < looks; i++) stops.push(from + ((to - from) * i) / looks);
  }
  stops.push(clock.lengthSec);
  const sums = totals();
  const isLarge = (k: number, timeSec: number) => {
    const moment = momentOf(race, timeSec);
    const total = totalAt(sums, moment.step, moment.s);
    return shownValue(race, k, moment) >= under * total;
  };
  return Array.from({ length: count }, (_, k) => {
    const startsOn = isLarge(k, stops[0] ?? 0);
    const turnSec: number[] = [];
    let on = startsOn;
    for (let i = 1; i < stops.length; i++) {
      const to = stops[i] ?? 0;
      if (isLarge(k, to) === on) continue;
      let [low, high] = [stops[i - 1] ?? 0, to];
      for (let j = 0; j < HALVINGS && high - low > 1e-9; j++) {
        const middle = (low + high) / 2;
        if (isLarge(k, middle) === on) low = middle;
        else high = middle;
      }
      turnSec.push(high);
      on = !on;
    }
    return { startsOn, turnSec };
  });
}

const lastPortions = new WeakMap<Race, { readonly key: string; readonly portions: Portions }>();

/**
 * The shares at a moment: exactly of the sum of all where the rest is gathered, else of what is shown. Who comes on stage,
 * leaves it or is gathered does so without a jump. Cost: O(n log P).
 *
 * @param timeSec Seconds from the piece's start; clamped to it.
 */
export function portionsAt(course: SharesCourse, own: SharesOwn, timeSec: number): Portions {
  const key = `${timeSec} ${own.rest}`;
  const last = lastPortions.get(course.race);
  // Picture, numbers and tokens of one frame ask for the same moment.
  if (last?.key === key) return last.portions;
  const portions = findPortions(course, own, timeSec);
  lastPortions.set(course.race, { key, portions });
  return portions;
}

function findPortions({ race, totals, large }: SharesCourse, own: SharesOwn, timeSec: number): Portions {
  const time = Math.min(race.clock.lengthSec, Math.max(0, timeSec));
  const { places } = race.tracks;
  const moment = momentOf(race, time);
  const found = placesAt(race, time).map(({ series, category, value, slot, rank }) => {
    const state = large[series];
    const presence = Math.min(1, places - slot) * (state ? smoothedState(state, time, race.swapSec) : 1);
    return { category, value: Math.max(0, value), presence, slot, rank };
  });
  const shown = found.reduce((sum, { value, presence }) => sum + value * presence, 0);
  const whole = own.rest === 'gather' ? Math.max(shown, totalAt(totals(), moment.step, moment.s)) : shown;
  if (!(whole > 0)) return { list: [], total: 0 };
  const list: Portion[] = found.map((each) => ({ ...each, share: (each.value * each.presence) / whole }));
  const rest = 1 - shown / whole;
  if (rest > LEAST_REST)
    // One place behind whoever is just leaving: nobody changes places with the rest.
    list.push({ category: REST, value: whole - shown, share: rest, presence: 1, slot: places + 1, rank: places });
  return { list, total: whole };
}

/** The name of a portion. */
export function portionName({ cube, chart }: Pick<ToldShares, 'cube' | 'chart'>, { category }: Portion): string {
  return category === REST ? chart.own.restName : (cube.categories[category] ?? '');
}
