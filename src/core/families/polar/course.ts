import { placesAt } from '../../motion/race';
import { type Cube, cubeValue } from '../../shaping/cube';
import type { CourseInput, ToldChart } from '../family';
import { negativeShares } from '../shared/refusal';
import { type StandingsCourse, standingsCourse } from '../shared/standings/course';
import type { PolarOwn } from './document';

/** Wedges through a piece of the film. */
export interface PolarCourse extends StandingsCourse {
  /** The greatest value of the film; 0 where there is none above 0. */
  readonly greatest: number;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

/** Wedges in words. */
export type ToldPolar = ToldChart<PolarOwn, PolarCourse>;

/** A wedge at a moment. */
export interface WedgeValue {
  readonly series: number;
  readonly category: number;
  /** Data units. */
  readonly value: number;
  /** From 0. */
  readonly rank: number;
  readonly slot: number;
  /** How far it is there, in [0, 1]. */
  readonly presence: number;
  /** In [0, 1]: the root of its part of the greatest, or that part itself. */
  readonly radius: number;
}

/** Ranks all, and looks for the greatest and for what is below 0. */
export function polarCourse(input: CourseInput<PolarOwn>): PolarCourse {
  const { chart, cube, memory } = input;
  const { between, gaps, own, pace } = chart;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  const { order } = own;
  const settings = { places, order, between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse(input, settings);
  const { values, unit } = standings.race.series;
  let greatest = 0;
  for (const value of values) if (value * unit > greatest) greatest = value * unit;
  const negative = memory.once('names below 0', [cube], () => belowZero(cube));
  const refused =
    negative.length > 0
      ? negativeShares(negative, 'Ranked bars, radial bars and lines can show them.', 'Wedges')
      : null;
  return { ...standings, greatest, refused };
}

function belowZero(cube: Cube): string[] {
  const below = new Set<number>();
  for (let p = 0; p < cube.periods.length; p++)
    for (let c = 0; c < cube.categories.length; c++) if (cubeValue(cube, p, c) < 0) below.add(c);
  return cube.categories.filter((_, c) => below.has(c));
}

/** The wedges of a moment, in the table's order, and what reaches the rim, in data units. */
export function wedgesAt(
  { race, greatest, refused }: PolarCourse,
  { measure, scale }: PolarOwn,
  timeSec: number,
): { wedges: WedgeValue[]; rim: number } {
  if (refused !== null) return { wedges: [], rim: 0 };
  const { places } = race.tracks;
  const found = placesAt(race, timeSec).map((place) => ({ ...place, presence: Math.min(1, places - place.slot) }));
  const rim =
    scale === 'film' ? greatest : found.reduce((most, { value, presence }) => Math.max(most, value * presence), 0);
  const wedges = found.map((place): WedgeValue => {
    const part = rim > 0 ? Math.min(1, Math.max(0, (place.value * place.presence) / rim)) : 0;
    return { ...place, radius: measure === 'area' ? Math.sqrt(part) : part };
  });
  return { wedges, rim };
}
