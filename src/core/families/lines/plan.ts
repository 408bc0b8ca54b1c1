import type { PlanInput } from '../family';
import { alongDomain, headExtremes, seriesExtremes } from '../shared/along/along-domain';
import { type AlongPlan, planAlong } from '../shared/along/along-plan';
import type { SeriesCourse } from '../shared/along/series-course';
import type { DomainCourse } from '../shared/domain';
import type { LinesOwn } from './document';

/** Everything of a chart of lines that stays the same through the film. */
export interface LinesPlan extends AlongPlan<LinesOwn> {
  /** Has the table a value of a line at a period? */
  readonly known: (line: number, period: number) => boolean;
}

/** The axis' course, remembered: an edit of a text or a colour changes nothing of it. */
const courses = new WeakMap<SeriesCourse['race'], Map<string, DomainCourse>>();

/** Where the value axis ends through the film. */
export function linesDomain(course: SeriesCourse, own: LinesOwn): DomainCourse {
  const known = courses.get(course.race) ?? new Map<string, DomainCourse>();
  courses.set(course.race, known);
  const { domain, fromZero } = own;
  const key = JSON.stringify([domain, fromZero, course.periods.rule]);
  const { series } = course.race;
  const found =
    known.get(key) ??
    alongDomain({
      periods: course.periods,
      extremes: seriesExtremes(series),
      headAt: (step, s) => headExtremes(series, step, s),
      rule: { domain, fromZero },
    });
  known.set(key, found);
  return found;
}

/** Sizes, fonts and texts of lines that stay the same through the film. */
export function planLines(input: PlanInput<LinesOwn, SeriesCourse>): LinesPlan {
  const { chart, cube, course } = input;
  const width = cube.categories.length;
  return {
    ...planAlong({
      ...input,
      domain: linesDomain(course, chart.own),
      heads: chart.own.heads,
      edgePx: ({ dotPx }) => dotPx / 2,
    }),
    known: (line, period) => !Number.isNaN(cube.values[period * width + (course.places[line] ?? 0)] ?? Number.NaN),
  };
}
