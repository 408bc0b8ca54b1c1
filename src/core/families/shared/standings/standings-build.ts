import { placesAt } from '../../../motion/race';
import type { PlanInput } from '../../family';
import { type BuildCourse, prepareBuild, turnsOf } from '../build';
import type { StandingsCourse } from './course';

/** How the marks of standings come and go. */
export interface StandingsBuild {
  readonly build: BuildCourse;
  /** By series of the race. */
  readonly turns: readonly number[];
}

/** Lays out how marks come and go: those on stage at the start, and at the end, in the order of their places. */
export function standingsBuild({ chart, course, cube }: PlanInput<unknown, StandingsCourse>): StandingsBuild {
  const { race, clock } = course;
  const turns = new Array<number>(race.series.categories.length).fill(0);
  const build = prepareBuild(clock, chart, (wanted, closes) => {
    const marks = placesAt(race, closes ? clock.lengthSec : 0).sort((a, b) => a.slot - b.slot);
    const found = turnsOf(
      wanted,
      marks.map(({ category, value }) => ({ category, value, name: cube.categories[category] ?? '' })),
    );
    marks.forEach(({ series }, i) => {
      turns[series] = found.turns[i] ?? 0;
    });
    return found;
  });
  return { build, turns };
}
