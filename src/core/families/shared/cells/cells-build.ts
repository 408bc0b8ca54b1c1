import type { PlanInput } from '../../family';
import { type BuildCourse, prepareBuild, turnsOf } from '../build';
import { type CellsCourse, cellValue } from './cells-course';
import type { CellsOwn } from './cells-own';

/** How cells come and go; marks are cells. */
export function cellsBuild({ chart, course, cube }: PlanInput<CellsOwn, CellsCourse>): BuildCourse {
  return prepareBuild(course.clock, chart, (build, closes) =>
    turnsOf(
      build,
      course.picked.map((category, cell) => ({
        name: cube.categories[category] ?? '',
        category,
        value: cellValue(course, cell, closes ? course.clock.lengthSec : 0),
      })),
    ),
  );
}
