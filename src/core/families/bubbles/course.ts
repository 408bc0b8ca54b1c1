import { eachShowing, momentOf, type Race, type RaceMoment, shownValue, withSeries } from '../../motion/race';
import { buildSeries, fillGaps } from '../../motion/series';
import { smoothStep } from '../../motion/slots';
import type { Cube } from '../../shaping/cube';
import type { CourseInput, ToldChart } from '../family';
import { type StandingsCourse, standingsCourse } from '../shared/standings/course';
import type { BubblesOwn, ValueRole } from './document';
import { bubblesRefusal } from './refused';

/** Who is there when, and the values of each axis. */
export interface BubblesCourse extends StandingsCourse {
  /** By role: the race with the values of that role in place of its own; null where the table has none. */
  readonly ofRole: Readonly<Record<ValueRole, Race | null>>;
  /** The greatest value that is an area; 0 where areas stand for nothing. */
  readonly greatest: number;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

/** Bubbles in words. */
export type ToldBubbles = ToldChart<BubblesOwn, BubblesCourse>;

/** A bubble at a moment. */
export interface BubbleValue {
  readonly series: number;
  readonly category: number;
  /** The first value, in data units; NaN where there is none. */
  readonly value: number;
  /** How far it is there, in [0, 1]. */
  readonly presence: number;
  readonly across: number;
  readonly up: number;
  /** NaN where areas stand for nothing. */
  readonly size: number;
}

/** The values of a role in the layout of the cube; null where the table has none. */
export function valuesOfRole(cube: Cube, role: ValueRole): Float64Array | null {
  return role === 'value' ? cube.values : (cube.further?.[role]?.values ?? null);
}

/** Which values areas stand for: none where the table does not have those that are chosen. */
export function sizeRole(cube: Cube, { size }: Pick<BubblesOwn, 'size'>): ValueRole | null {
  return size !== 'same' && valuesOfRole(cube, size) ? size : null;
}

/** Roles that decide where a bubble stands and how large it is: without one of them there is no bubble. */
function neededRoles(cube: Cube, own: BubblesOwn): ValueRole[] {
  const size = sizeRole(cube, own);
  return [...new Set([own.across, own.up, ...(size ? [size] : [])])].filter((role) => valuesOfRole(cube, role));
}

/**
 * The first values where all that a bubble needs is there, gaps filled as the person wants; NaN elsewhere. It decides who
 * is there when.
 */
function completeCube(cube: Cube, roles: readonly ValueRole[], { gaps, between }: CourseInput['chart']): Cube {
  const filled = (role: ValueRole) =>
    fillGaps({ ...cube, values: valuesOfRole(cube, role) ?? cube.values }, { gaps, between }).values;
  const needed = roles.map(filled);
  const first = filled('value');
  const values = cube.values.map((value, at) => {
    if (needed.some((each) => Number.isNaN(each[at]))) return Number.NaN;
    // One that is known by its other values alone stands behind all others.
    const own = Number.isNaN(value) ? (first[at] ?? Number.NaN) : value;
    return Number.isNaN(own) ? 0 : own;
  });
  return { ...cube, values };
}

/** Ranks all by their first values, and works out the courses of all that bubbles stand for. */
export function bubblesCourse(input: CourseInput<BubblesOwn>): BubblesCourse {
  const { chart, cube, memory } = input;
  const { between, gaps, own, pace } = chart;
  const roles = neededRoles(cube, own);
  const complete = memory.once('complete bubbles', [cube, roles.join(), gaps, between], () =>
    completeCube(cube, roles, input.chart),
  );
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  const settings = { places, order: 'largest', between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse({ ...input, cube: complete }, settings);
  const { race } = standings;
  const ofRole = (role: ValueRole): Race | null => {
    const values = valuesOfRole(cube, role);
    if (!values) return null;
    const { categories } = race.series;
    const series = memory.once(`series of ${role}`, [cube, categories, gaps, between], () =>
      buildSeries({ ...cube, values }, categories, { gaps, between }),
    );
    return withSeries(race, series);
  };
  const size = sizeRole(cube, own);
  const found = { value: ofRole('value'), second: ofRole('second'), third: ofRole('third') };
  return {
    ...standings,
    ofRole: found,
    greatest: size ? greatestOf(found[size]) : 0,
    refused: bubblesRefusal(cube, own, size),
  };
}

function greatestOf(race: Race | null): number {
  let greatest = 0;
  if (race)
    for (const value of race.series.values)
      if (value * race.series.unit > greatest) greatest = value * race.series.unit;
  return greatest;
}

/** The value of a role at a moment; NaN where the table has none. */
export function roleAt({ ofRole }: BubblesCourse, role: ValueRole, k: number, moment: RaceMoment): number {
  const race = ofRole[role];
  return race ? shownValue(race, k, moment) : Number.NaN;
}

/** The bubbles of a moment, in the table's order; none where they are refused. */
export function bubblesAt(course: BubblesCourse, cube: Cube, own: BubblesOwn, timeSec: number): BubbleValue[] {
  if (course.refused !== null) return [];
  const { race } = course;
  const time = Math.min(race.clock.lengthSec, Math.max(0, timeSec));
  const moment = momentOf(race, time);
  const size = sizeRole(cube, own);
  const found: BubbleValue[] = [];
  eachShowing(race, time, (series) => {
    const presence = presenceAt(race, series, time);
    if (presence <= 0) return;
    found.push({
      series,
      category: race.series.categories[series] ?? 0,
      value: roleAt(course, 'value', series, moment),
      presence,
      across: roleAt(course, own.across, series, moment),
      up: roleAt(course, own.up, series, moment),
      size: size ? roleAt(course, size, series, moment) : Number.NaN,
    });
  });
  return found;
}

/** How far a name is there: it comes and goes in the time of a change of places, in [0, 1]. */
function presenceAt({ showing, swapSec, clock }: Race, series: number, timeSec: number): number {
  for (const [from, to] of showing[series] ?? []) {
    if (timeSec < from || timeSec > to) continue;
    const came = from <= 0 ? 1 : (timeSec - from) / swapSec;
    const goes = to >= clock.lengthSec ? 1 : (to - timeSec) / swapSec;
    return smoothStep(Math.min(1, came, goes));
  }
  return 0;
}
