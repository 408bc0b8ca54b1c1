import type { PlanInput } from '../../family';
import { type BuildCourse, type BuildTurns, prepareBuild, turnsOf } from '../build';
import { portionName, portionsAt, type SharesCourse } from './shares-course';
import type { SharesOwn } from './shares-own';

/** The opening and closing of a chart of shares, and the turn in which each category comes and goes. */
export interface SharesBuild {
  readonly build: BuildCourse;
  /** By category, the rest too. */
  readonly comes: ReadonlyMap<number, number>;
  readonly goes: ReadonlyMap<number, number>;
}

/** Lays out how shares come and go: those on stage at the start, and at the end. */
export function sharesBuild(input: PlanInput<SharesOwn, SharesCourse>): SharesBuild {
  const { chart, course } = input;
  const comes = new Map<number, number>();
  const goes = new Map<number, number>();
  const build = prepareBuild(course.clock, chart, (wanted, closes): BuildTurns => {
    const { list } = portionsAt(course, chart.own, closes ? course.clock.lengthSec : 0);
    const marks = [...list].sort((a, b) => a.slot - b.slot);
    const found = turnsOf(
      wanted,
      marks.map((portion) => ({
        category: portion.category,
        value: portion.value,
        name: portionName(input, portion),
      })),
    );
    marks.forEach(({ category }, i) => {
      (closes ? goes : comes).set(category, found.turns[i] ?? 0);
    });
    return found;
  });
  return { build, comes, goes };
}

/** The turn of a category in the opening or the closing that runs; one that runs backwards has the opening's. */
export function turnOfShare({ comes, goes }: SharesBuild, closes: boolean, category: number): number {
  return (closes ? goes.get(category) : undefined) ?? comes.get(category) ?? 0;
}
