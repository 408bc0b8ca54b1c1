import { placesAt } from '../../motion/race';
import type { CourseInput, ToldChart } from '../family';
import { type PositiveCourse, positiveCourse } from '../shared/standings/positive-course';
import type { PolarOwn } from './document';

/** Wedges in words. */
export type ToldPolar = ToldChart<PolarOwn, PositiveCourse>;

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
export function polarCourse(input: CourseInput<PolarOwn>): PositiveCourse {
  const { places, order } = input.chart.own;
  const instead = 'Ranked bars, radial bars and lines can show them.';
  return positiveCourse(input, { places, order, what: 'Wedges', instead });
}

/** The wedges of a moment, in the table's order, and what reaches the rim, in data units. */
export function wedgesAt(
  { race, greatest, refused }: PositiveCourse,
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
