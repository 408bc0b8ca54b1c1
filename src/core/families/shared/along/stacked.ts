import type { DomainRule } from '../../../scale/domain-rule';
import { constantDomain, type DomainCourse, extremesOf } from '../domain';
import { percentFormat, percentTicks } from '../percent';
import { negativeShares } from '../refusal';
import { alongDomain, headExtremes, seriesExtremes } from './along-domain';
import type { SeriesCourse } from './series-course';
import { Stack } from './stack';
import type { StackMode, StackOrder } from './stack-choices';

/** How series lie on each other, and where their axis ends. */
export interface StackedRule {
  readonly mode: StackMode;
  readonly order: StackOrder;
  readonly domain: DomainRule;
  /** Beside each other instead: the axis then holds each by itself. */
  readonly grouped?: boolean;
}

/** Series on each other with the axis that holds them. */
export interface Stacked {
  readonly stack: Stack;
  readonly domain: DomainCourse;
}

/** By race and rule: an edit of a text or a colour changes neither. */
const kept = new WeakMap<SeriesCourse['race'], Map<string, Stacked>>();

/** The stack of a chart and the axis that holds it, remembered. */
export function stackedOf(course: SeriesCourse, rule: StackedRule): Stacked {
  const known = kept.get(course.race) ?? new Map<string, Stacked>();
  kept.set(course.race, known);
  const key = JSON.stringify([rule, course.periods.rule]);
  const found = known.get(key) ?? makeStacked(course, rule);
  known.set(key, found);
  return found;
}

function makeStacked(course: SeriesCourse, { mode, order, domain, grouped }: StackedRule): Stacked {
  const { series } = course.race;
  const stack = new Stack(series, mode, order);
  if (mode === 'share') return { stack, domain: constantDomain(0, 1) };
  const held = alongDomain({
    periods: course.periods,
    extremes: grouped ? seriesExtremes(series) : stack.extremes(),
    headAt: (step, s) => (grouped ? headExtremes(series, step, s) : stack.ends(step, s)),
    rule: { domain, fromZero: true },
  });
  return { stack, domain: held };
}

/** Why a stack cannot show the values, and what can; null where it can. */
export function stackRefusal({ shown }: SeriesCourse, stack: Stack, instead: string): string | null {
  if (stack.mode === 'amounts' || stack.mode === 'layered') return null;
  const names = stack.negatives().map((k) => shown.categories[k] ?? '');
  return names.length === 0 ? null : negativeShares(names, instead);
}

/** How the values of a stack are written: shares as percent, amounts as the chart's numbers. */
export function stackFormats({ stack, domain }: Stacked, numbers: Parameters<typeof percentFormat>[0]) {
  if (stack.mode !== 'share') return { ends: extremesOf(domain) };
  return { formatValue: percentFormat(numbers), formatTick: percentTicks(numbers) };
}
