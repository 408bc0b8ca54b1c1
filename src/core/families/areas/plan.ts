import type { PlanInput } from '../family';
import { type AlongPlan, planAlong } from '../shared/along/along-plan';
import type { SeriesCourse } from '../shared/along/series-course';
import type { Stack } from '../shared/along/stack';
import { type Stacked, stackedOf, stackFormats, stackRefusal } from '../shared/along/stacked';
import { type Depth, depthOfAreas } from '../shared/depth';
import { focusedDomain } from '../shared/focused-domain';
import type { AreasOwn } from './document';

/** Everything of a chart of areas that stays the same through the film. */
export interface AreasPlan extends AlongPlan<AreasOwn> {
  readonly stack: Stack;
  /** How far areas stand out of the plane; null where they are flat. */
  readonly depth: Depth | null;
  /** Why nothing can be drawn; null where all is well. */
  readonly refused: string | null;
}

/** The stack of a chart and the axis that holds it. */
export function stackOf(course: SeriesCourse, { stack, order, domain }: AreasOwn): Stacked {
  return stackedOf(course, { mode: stack, order, domain });
}

/** Why areas cannot show the values; null where they can. */
export function areasRefusal(course: SeriesCourse, stack: Stack): string | null {
  return stackRefusal(course, stack, 'Areas that lie on each other by their amounts, or lines, can show them.');
}

/** Sizes, fonts and texts of areas that stay the same through the film. */
export function planAreas(input: PlanInput<AreasOwn, SeriesCourse>): AreasPlan {
  const { chart, course } = input;
  const stacked = stackOf(course, chart.own);
  const { stack, domain } = stacked;
  const formats = stackFormats(stacked, chart.numbers);
  // Of areas over each other one would hide the sides of the next.
  const depth = stack.mode === 'layered' ? null : depthOfAreas(chart.dress.bars, input.frame.unit);
  const plan = planAlong({
    ...input,
    domain: focusedDomain(domain, input),
    heads: chart.own.heads,
    standing: stack.order,
    ...formats,
    edgePx: () => (depth ? Math.hypot(depth.dx, depth.dy) : 0),
  });
  return { ...plan, depth, stack, refused: areasRefusal(course, stack) };
}
