import type { PlanInput } from '../family';
import { alongDomain, headExtremes, seriesExtremes } from '../shared/along/along-domain';
import { type AlongPlan, planAlong } from '../shared/along/along-plan';
import type { SeriesCourse } from '../shared/along/series-course';
import { Stack } from '../shared/along/stack';
import { constantDomain, type DomainCourse, extremesOf } from '../shared/domain';
import { percentFormat, percentTicks } from '../shared/percent';
import { negativeShares } from '../shared/refusal';
import type { ColumnsOwn } from './document';

/** Everything of a chart of columns that stays the same through the film. */
export interface ColumnsPlan extends AlongPlan<ColumnsOwn> {
  readonly stack: Stack;
  /** Of two periods that are next to each other, the least distance, in places of periods. */
  readonly closest: number;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

interface Stacked {
  readonly stack: Stack;
  readonly domain: DomainCourse;
}

type StackOwn = Pick<ColumnsOwn, 'grouping' | 'order' | 'domain'>;

const stacks = new WeakMap<SeriesCourse['race'], Map<string, Stacked>>();

/** The columns of each period and the axis that holds them, remembered: an edit of a text or a colour changes neither. */
export function stackOf(course: SeriesCourse, own: StackOwn): Stacked {
  const known = stacks.get(course.race) ?? new Map<string, Stacked>();
  stacks.set(course.race, known);
  const key = JSON.stringify([own.grouping, own.order, own.domain, course.periods.rule]);
  const found = known.get(key) ?? makeStack(course, own);
  known.set(key, found);
  return found;
}

function makeStack(course: SeriesCourse, own: StackOwn): Stacked {
  const { series } = course.race;
  const stack = new Stack(series, own.grouping === 'share' ? 'share' : 'amounts', own.order);
  if (own.grouping === 'share') return { stack, domain: constantDomain(0, 1) };
  const grouped = own.grouping === 'grouped';
  const domain = alongDomain({
    periods: course.periods,
    extremes: grouped ? seriesExtremes(series) : stack.extremes(),
    headAt: (step, s) => (grouped ? headExtremes(series, step, s) : stack.ends(step, s)),
    rule: { domain: own.domain, fromZero: true },
  });
  return { stack, domain };
}

/** Why columns cannot show the values; null where they can. */
export function columnsRefusal({ shown }: SeriesCourse, stack: Stack): string | null {
  if (stack.mode !== 'share') return null;
  const names = stack.negatives().map((k) => shown.categories[k] ?? '');
  return names.length === 0 ? null : negativeShares(names, 'Columns beside or on each other can show them.');
}

/** Sizes, fonts and texts of columns that stay the same through the film. */
export function planColumns(input: PlanInput<ColumnsOwn, SeriesCourse>): ColumnsPlan {
  const { chart, course } = input;
  const { stack, domain } = stackOf(course, chart.own);
  const share = chart.own.grouping === 'share';
  const plan = planAlong({
    ...input,
    domain,
    heads: chart.own.heads,
    ...(share
      ? { formatValue: percentFormat(chart.numbers), formatTick: percentTicks(chart.numbers) }
      : { ends: extremesOf(domain) }),
    edgePx: () => 0,
  });
  const { places } = course.periods;
  let closest = Number.POSITIVE_INFINITY;
  for (let p = 1; p < places.length; p++) closest = Math.min(closest, (places[p] ?? 0) - (places[p - 1] ?? 0));
  // Values stand above the columns, so the greatest of them may not reach the end of the room.
  const topPx = chart.own.values === 'none' || share ? 0 : plan.labels.fonts.value.sizePx * 1.5;
  const { min } = { min: extremesOf(domain)[0] };
  const footPx = min < 0 ? topPx : 0;
  const trimmed = <T extends { readonly y: number; readonly heightPx: number }>(box: T): T => ({
    ...box,
    y: box.y + topPx,
    heightPx: Math.max(1, box.heightPx - topPx - footPx),
  });
  return {
    ...plan,
    area: trimmed(plan.area),
    field: trimmed(plan.field),
    stack,
    closest: Number.isFinite(closest) ? closest : 1,
    refused: columnsRefusal(course, stack),
  };
}
