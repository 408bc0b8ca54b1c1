import type { Box } from '../../chart/box';
import type { PlanInput } from '../family';
import { type AlongPlan, planAlong } from '../shared/along/along-plan';
import { widestValue } from '../shared/along/head-labels';
import type { SeriesCourse } from '../shared/along/series-course';
import type { Stack } from '../shared/along/stack';
import { type Stacked, stackedOf, stackFormats, stackRefusal } from '../shared/along/stacked';
import { MOST_DEPTH } from '../shared/depth';
import { extremesOf } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import type { ColumnsOwn } from './document';

/** Everything of a chart of columns that stays the same through the film. */
export interface ColumnsPlan extends AlongPlan<ColumnsOwn> {
  readonly stack: Stack;
  /** Of two periods that are next to each other, the least distance, in places of periods. */
  readonly closest: number;
  /** Places of the periods whose columns stand out. */
  readonly marked: ReadonlySet<number>;
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
  const { chart, course, frame } = input;
  const stacked = stackOf(course, chart.own);
  const { stack, domain } = stacked;
  const formats = stackFormats(stacked, chart.numbers);
  const lying = chart.own.direction === 'lying';
  const plan = planAlong({
    ...input,
    domain: focusedDomain(domain, input),
    direction: chart.own.direction,
    // Beside lying bars there is no column for names: the legend has them.
    heads: lying ? 'none' : chart.own.heads,
    standing: stack.order,
    ...formats,
    edgePx: () => 0,
  });
  const { places } = course.periods;
  let closest = Number.POSITIVE_INFINITY;
  for (let p = 1; p < places.length; p++) closest = Math.min(closest, (places[p] ?? 0) - (places[p - 1] ?? 0));
  // Values stand above the columns, so the greatest of them may not reach the end of the room.
  const backPx = chart.dress.bars.depth * MOST_DEPTH * frame.unit;
  const atEnds = chart.own.values !== 'none' && chart.own.valuesAt !== 'inside' && stack.mode !== 'share';
  const [min, max] = extremesOf(domain);
  const font = plan.labels.fonts.value;
  const valuePx = lying
    ? widestValue([min, max], plan.formatValue, font, input.measure) + font.sizePx * 0.6
    : font.sizePx * 1.5;
  const endPx = backPx + (atEnds ? Math.min(valuePx, plan.area.widthPx * 0.4) : 0);
  const footPx = min < 0 ? endPx : 0;
  const trimmed = (box: Box): Box =>
    lying
      ? { ...box, x: box.x + footPx, widthPx: Math.max(1, box.widthPx - endPx - footPx) }
      : { ...box, y: box.y + endPx, heightPx: Math.max(1, box.heightPx - endPx - footPx) };
  return {
    ...plan,
    // Lying bars reach as far as the axis does: there are no heads beside them.
    area: trimmed(lying ? plan.field : plan.area),
    field: trimmed(plan.field),
    stack,
    closest: Number.isFinite(closest) ? closest : 1,
    marked: new Set(input.cube.periods.flatMap(({ key }, p) => (chart.own.marked.includes(key) ? [p] : []))),
    refused: columnsRefusal(course, stack),
  };
}
