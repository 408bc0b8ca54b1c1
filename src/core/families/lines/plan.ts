import type { DomainRule } from '../../scale/domain-rule';
import type { PlanInput } from '../family';
import { alongDomain, headExtremes, seriesExtremes } from '../shared/along/along-domain';
import { type AlongPlan, planAlong } from '../shared/along/along-plan';
import type { SeriesCourse } from '../shared/along/series-course';
import { constantDomain, type DomainCourse } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import type { LinesOwn } from './document';

/** Everything of a chart of lines that stays the same through the film. */
export interface LinesPlan extends AlongPlan<LinesOwn> {
  /** Has the table a value of a line at a period? */
  readonly known: (line: number, period: number) => boolean;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

/** The axis' course, remembered: an edit of a text or a colour changes nothing of it. */
const courses = new WeakMap<SeriesCourse['race'], Map<string, DomainCourse>>();

/** Where the value axis ends through the film. */
export function linesDomain(course: SeriesCourse, own: LinesOwn): DomainCourse {
  const known = courses.get(course.race) ?? new Map<string, DomainCourse>();
  courses.set(course.race, known);
  const { domain, fromZero, scale } = own;
  const key = JSON.stringify([domain, fromZero, scale, course.periods.rule]);
  const { series } = course.race;
  const found =
    known.get(key) ??
    (scale === 'log' && linesRefusal(course, own) === null ? logDomain(course, own) : null) ??
    alongDomain({
      periods: course.periods,
      extremes: seriesExtremes(series),
      headAt: (step, s) => headExtremes(series, step, s),
      rule: { domain, fromZero },
    });
  known.set(key, found);
  return found;
}

/** The same where equal multiples are equally far apart: ends are logarithms. */
function logDomain({ race, periods }: SeriesCourse, { domain }: LinesOwn): DomainCourse {
  const { series } = race;
  const { high, low } = seriesExtremes(series);
  const greatest = high.reduce((most, value) => Math.max(most, value), 0);
  if (!(greatest > 0)) return { ...constantDomain(0, 1), log: true };
  const rule: DomainRule =
    domain.kind === 'given'
      ? {
          kind: 'given',
          min: Math.log(domain.min > 0 ? domain.min : greatest * LOWEST),
          max: Math.log(domain.max > 0 ? domain.max : greatest),
        }
      : domain;
  const course = alongDomain({
    periods,
    extremes: { high: high.map(Math.log), low: low.map(Math.log) },
    headAt: (step, s) => {
      const [least, most] = headExtremes(series, step, s);
      return [Math.log(least), Math.log(most)];
    },
    rule: { domain: rule, fromZero: false },
  });
  return { ...course, log: true };
}

/** Why lines cannot be drawn on a logarithmic axis: who has values that are not above 0; null where all is well. */
export function linesRefusal({ race, shown }: SeriesCourse, { scale }: LinesOwn): string | null {
  if (scale !== 'log') return null;
  const { values, categories, periodCount } = race.series;
  const names = Array.from(categories).flatMap((line, k) =>
    values.subarray(k * periodCount, (k + 1) * periodCount).some((value) => value <= 0)
      ? [shown.categories[line] ?? '']
      : [],
  );
  if (names.length === 0) return null;
  const more = names.length > NAMED ? ` and ${names.length - NAMED} more` : '';
  return `A logarithmic axis needs values above 0, and ${names.slice(0, NAMED).join(', ')}${more} ${names.length === 1 ? 'has' : 'have'} others. An axis with equal steps can show them.`;
}

/** Names that a refusal lists; more are counted. */
const NAMED = 3;
/** The foot of a logarithmic axis whose given end is not above 0, as a share of the greatest value. */
const LOWEST = 1e-3;

/** Sizes, fonts and texts of lines that stay the same through the film. */
export function planLines(input: PlanInput<LinesOwn, SeriesCourse>): LinesPlan {
  const { chart, cube, course } = input;
  const width = cube.categories.length;
  return {
    ...planAlong({
      ...input,
      domain: focusedDomain(linesDomain(course, chart.own), input),
      heads: chart.own.heads,
      edgePx: ({ dotPx }) => dotPx / 2,
    }),
    refused: linesRefusal(course, chart.own),
    known: (line, period) => !Number.isNaN(cube.values[period * width + (course.places[line] ?? 0)] ?? Number.NaN),
  };
}
