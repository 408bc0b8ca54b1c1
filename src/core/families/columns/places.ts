import type { Box } from '../../chart/box';
import { type AlongView, heightPx } from '../shared/along/along-view';
import { acrossPx } from '../shared/along/period-axis';
import type { Direction } from '../shared/axis-place';
import { shareOfDomain } from '../shared/domain';

/** What is in view of columns that stand, or of bars that lie one below the other. */
export interface ColumnsView extends AlongView {
  readonly direction: Direction;
}

/** The screen place of a value, in the direction in which columns grow. */
export function valuePx(view: ColumnsView, value: number): number {
  if (view.direction === 'standing') return heightPx(view, value);
  const { area, domain } = view;
  return area.x + area.widthPx * Math.min(4, Math.max(-3, shareOfDomain(domain, value)));
}

/** The screen place of a period, in the direction in which periods follow each other. */
export function periodPx({ area, moment, direction }: ColumnsView, place: number): number {
  return acrossPx(area, moment, place, direction);
}

/** The box of a column: `x` is its middle across, `from` and `to` are its ends along. */
export function boxOf(
  direction: Direction,
  { x, widthPx, from, to }: { x: number; widthPx: number; from: number; to: number },
): Box {
  const [start, longPx] = [Math.min(from, to), Math.abs(to - from)];
  return direction === 'lying'
    ? { x: start, y: x - widthPx / 2, widthPx: longPx, heightPx: widthPx }
    : { x: x - widthPx / 2, y: start, widthPx, heightPx: longPx };
}
