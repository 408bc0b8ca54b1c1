import type { PlanInput } from '../family';
import { alongDomain } from '../shared/along/along-domain';
import { type AlongPlan, planAlong } from '../shared/along/along-plan';
import type { SeriesCourse } from '../shared/along/series-course';
import { Stack } from '../shared/along/stack';
import { constantDomain, type DomainCourse, extremesOf } from '../shared/domain';
import { percentFormat, percentTicks } from '../shared/percent';
import { negativeShares } from '../shared/refusal';
import type { AreasOwn } from './document';

/** Everything of a chart of areas that stays the same through the film. */
export interface AreasPlan extends AlongPlan<AreasOwn> {
  readonly stack: Stack;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

interface Stacked {
  readonly stack: Stack;
  readonly domain: DomainCourse;
}

const stacks = new WeakMap<SeriesCourse['race'], Map<string, Stacked>>();

/** The stack of a chart and the axis that holds it, remembered: an edit of a text or a colour changes neither. */
export function stackOf(course: SeriesCourse, own: Pick<AreasOwn, 'stack' | 'order' | 'domain'>): Stacked {
  const known = stacks.get(course.race) ?? new Map<string, Stacked>();
  stacks.set(course.race, known);
  const key = JSON.stringify([own.stack, own.order, own.domain, course.periods.rule]);
  const found = known.get(key) ?? makeStack(course, own);
  known.set(key, found);
  return found;
}

function makeStack(course: SeriesCourse, own: Pick<AreasOwn, 'stack' | 'order' | 'domain'>): Stacked {
  const stack = new Stack(course.race.series, own.stack, own.order);
  if (own.stack === 'share') return { stack, domain: constantDomain(0, 1) };
  const domain = alongDomain({
    periods: course.periods,
    extremes: stack.extremes(),
    headAt: (step, s) => stack.ends(step, s),
    rule: { domain: own.domain, fromZero: true },
  });
  return { stack, domain };
}

/** Why areas cannot show the values; null where they can. */
export function areasRefusal({ shown }: SeriesCourse, stack: Stack): string | null {
  if (stack.mode === 'amounts') return null;
  const names = stack.negatives().map((k) => shown.categories[k] ?? '');
  if (names.length === 0) return null;
  return negativeShares(names, 'Areas that lie on each other by their amounts, or lines, can show them.');
}

/** Sizes, fonts and texts of areas that stay the same through the film. */
export function planAreas(input: PlanInput<AreasOwn, SeriesCourse>): AreasPlan {
  const { chart, course } = input;
  const { stack, domain } = stackOf(course, chart.own);
  const share = stack.mode === 'share';
  const plan = planAlong({
    ...input,
    domain,
    heads: chart.own.heads,
    ...(share
      ? { formatValue: percentFormat(chart.numbers), formatTick: percentTicks(chart.numbers) }
      : { ends: extremesOf(domain) }),
    edgePx: () => 0,
  });
  return { ...plan, stack, refused: areasRefusal(course, stack) };
}
