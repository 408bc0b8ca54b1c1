import type { RankOrder } from '../../../motion/choices';
import { type Cube, cubeValue } from '../../../shaping/cube';
import type { CourseInput } from '../../family';
import { negativeShares } from '../refusal';
import { type StandingsCourse, standingsCourse } from './course';

/** Standings of marks whose size is the value: what is below 0 has none. */
export interface PositiveCourse extends StandingsCourse {
  /** The greatest value of the film; 0 where there is none above 0. */
  readonly greatest: number;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

/** What such a chart is, and what can show values below 0 instead. */
interface PositiveRule {
  readonly places: number;
  readonly order: RankOrder;
  readonly what: string;
  readonly instead: string;
}

/** Ranks all, and looks for the greatest and for what is below 0. */
export function positiveCourse(
  input: CourseInput,
  { places: most, order, what, instead }: PositiveRule,
): PositiveCourse {
  const { chart, cube, memory } = input;
  const { between, gaps, pace } = chart;
  const places = Math.max(1, Math.min(most, cube.categories.length));
  const settings = { places, order, between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse(input, settings);
  const { values, unit } = standings.race.series;
  let greatest = 0;
  for (const value of values) if (value * unit > greatest) greatest = value * unit;
  const negative = memory.once('names below 0', [cube], () => belowZero(cube));
  const refused = negative.length > 0 ? negativeShares(negative, instead, what) : null;
  return { ...standings, greatest, refused };
}

function belowZero(cube: Cube): string[] {
  const below = new Set<number>();
  for (let p = 0; p < cube.periods.length; p++)
    for (let c = 0; c < cube.categories.length; c++) if (cubeValue(cube, p, c) < 0) below.add(c);
  return cube.categories.filter((_, c) => below.has(c));
}
