import { type AlongView, firstInView } from '../shared/along/along-view';
import { acrossPx } from '../shared/along/period-axis';
import { placeInStep } from '../shared/along/period-places';
import type { StackAt } from '../shared/along/stack';
import type { AreasPlan } from './plan';

/** A step of this many pixels is drawn as straight pieces, each of so many. */
const PIECE_PX = 4;
const MOST_PIECES = 12;
/** Of steps closer than this only some are drawn. */
const CLOSE_PX = 1.5;

/** The stack at a place of the screen. */
export interface Slice {
  readonly x: number;
  readonly at: StackAt;
}

/** The stack from the window's start to the playhead: at each period, and between them as finely as can be seen. */
export function slicesOf(
  { stack, area, course }: Pick<AreasPlan, 'stack' | 'area' | 'course'>,
  view: AlongView,
): Slice[] {
  const { moment, periods } = view;
  const first = firstInView(view);
  const slices: Slice[] = [];
  const put = (step: number, s: number) => {
    const at = s === 0 ? stack.atPeriod(step) : stack.at(step, s);
    slices.push({ x: acrossPx(area, moment, placeInStep(periods, step, s)), at });
  };
  const { between } = course.race.series;
  const straight = stack.mode !== 'share' && between !== 'monotone';
  for (let p = first; p <= moment.step; p++) {
    const until = p < moment.step ? 1 : moment.s;
    const stepPx = acrossPx(area, moment, periods.places[p + 1] ?? 0) - acrossPx(area, moment, periods.places[p] ?? 0);
    const last = p === moment.step;
    // Of many steps within one pixel the first is enough.
    const before = slices.at(-1)?.x ?? Number.NEGATIVE_INFINITY;
    if (!last && stepPx < CLOSE_PX && acrossPx(area, moment, periods.places[p] ?? 0) < before + CLOSE_PX) continue;
    put(p, 0);
    if (until <= 0) continue;
    const pieces = straight ? 1 : Math.max(1, Math.min(MOST_PIECES, Math.round(stepPx / PIECE_PX)));
    for (let i = 1; i < pieces && i / pieces < until; i++) put(p, i / pieces);
    // A value that stands still until the next period has its edge there.
    if (between === 'step' && until >= 1)
      slices.push({ ...sliceBefore(slices), x: acrossPx(area, moment, periods.places[p + 1] ?? 0) });
    if (last || between === 'step') put(p, until);
  }
  return slices;
}

const sliceBefore = (slices: readonly Slice[]): Slice => slices.at(-1) as Slice;
