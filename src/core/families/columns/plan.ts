import type { PlanInput } from '../family';
import { type AlongPlan, planAlong } from '../shared/along/along-plan';
import type { SeriesCourse } from '../shared/along/series-course';
import type { Stack } from '../shared/along/stack';
import { type Stacked, stackedOf, stackFormats, stackRefusal } from '../shared/along/stacked';
import { extremesOf } from '../shared/domain';
import type { ColumnsOwn } from './document';

/** Everything of a chart of columns that stays the same through the film. */
export interface ColumnsPlan extends AlongPlan<ColumnsOwn> {
  readonly stack: Stack;
  /** Of two periods that are next to each other, the least distance, in places of periods. */
  readonly closest: number;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

/** The columns of each period and the axis that holds them. */
export function stackOf(course: SeriesCourse, { grouping, order, domain }: ColumnsOwn): Stacked {
  return stackedOf(course, {
    mode: grouping === 'share' ? 'share' : 'amounts',
    order,
    domain,
    grouped: grouping === 'grouped',
  });
}

/** Why columns cannot show the values; null where they can. */
export function columnsRefusal(course: SeriesCourse, stack: Stack): string | null {
  return stackRefusal(course, stack, 'Columns beside or on each other can show them.');
}

/** Sizes, fonts and texts of columns that stay the same through the film. */
export function planColumns(input: PlanInput<ColumnsOwn, SeriesCourse>): ColumnsPlan {
  const { chart, course } = input;
  const stacked = stackOf(course, chart.own);
  const { stack, domain } = stacked;
  const formats = stackFormats(stacked, chart.numbers);
  const plan = planAlong({ ...input, domain, heads: chart.own.heads, ...formats, edgePx: () => 0 });
  const { places } = course.periods;
  let closest = Number.POSITIVE_INFINITY;
  for (let p = 1; p < places.length; p++) closest = Math.min(closest, (places[p] ?? 0) - (places[p - 1] ?? 0));
  // Values stand above the columns, so the greatest of them may not reach the end of the room.
  const topPx = chart.own.values === 'none' || stack.mode === 'share' ? 0 : plan.labels.fonts.value.sizePx * 1.5;
  const [min] = extremesOf(domain);
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
