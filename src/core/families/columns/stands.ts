import type { Box } from '../../chart/box';
import type { AlongEntrance } from '../shared/along/along-build';
import { firstInView } from '../shared/along/along-view';
import type { AlongMoment } from '../shared/along/period-places';
import { type ColumnsView, periodPx, valuePx } from './places';
import type { ColumnsPlan } from './plan';

/** The columns of one place along the periods. */
export interface Stand {
  /** The middle on screen, across. */
  readonly x: number;
  readonly step: number;
  readonly s: number;
  /** Its period; -1 for the one that is on its way to the next period. */
  readonly period: number;
}

/** One column, or a part of one. */
export interface Column {
  readonly k: number;
  /** Its middle, across. */
  readonly x: number;
  readonly widthPx: number;
  /** Along, on screen. */
  readonly from: number;
  readonly to: number;
  readonly value: number;
}

/**
 * Stands closer than this are not told apart: of those within so many pixels the one that reaches farthest is drawn, and
 * fills them all.
 */
const CLOSE_PX = 2;

/** Are there more stands than can be told apart? */
export const crowded = (slotPx: number) => slotPx <= CLOSE_PX;

/** How thick all columns of a stand are together. @param slotPx Room of a stand. */
export function thickOf({ chart }: Pick<ColumnsPlan, 'chart'>, slotPx: number): number {
  return crowded(slotPx) ? slotPx : slotPx * chart.dress.bars.thickness;
}

/** A column as far as it has grown, with the value that it has come to. */
export function grown(column: Column, zero: number, { growthOf }: AlongEntrance, period: number): Column {
  const growth = growthOf(column.k, period);
  if (growth === 1) return column;
  const at = (px: number) => zero + (px - zero) * growth;
  return { ...column, from: at(column.from), to: at(column.to), value: column.value * Math.min(1, growth) };
}

/** Periods stand in the middle of their columns, so the first and the last are half a column away from the edges. */
export function innerArea(
  { chart, area, closest }: ColumnsPlan,
  { from, to }: AlongMoment,
): { area: Box; slotPx: number } {
  const lying = chart.own.direction === 'lying';
  const longPx = lying ? area.heightPx : area.widthPx;
  // Stands that are not told apart fill their pixels, so that they do not pale.
  const slotPx = Math.min(longPx / 2, Math.max(CLOSE_PX, (longPx * closest) / (to - from + closest)));
  const inner = lying
    ? { ...area, y: area.y + slotPx / 2, heightPx: area.heightPx - slotPx }
    : { ...area, x: area.x + slotPx / 2, widthPx: area.widthPx - slotPx };
  return { area: inner, slotPx };
}

/** The places along the periods that have columns, the latest first, since it stands behind all others. */
export function standsOf({ course, stack }: ColumnsPlan, view: ColumnsView, slotPx: number): Stand[] {
  const { moment, periods } = view;
  const { step, s } = moment;
  const last = s >= 1 ? step + 1 : step;
  const stands: Stand[] = [];
  if (s > 0 && s < 1) stands.push({ x: periodPx(view, moment.head), step, s, period: -1 });
  const standAt = (p: number, x: number): Stand => {
    const atEnd = p > 0 && p === course.race.series.periodCount - 1;
    return { x, step: atEnd ? p - 1 : p, s: atEnd ? 1 : 0, period: p };
  };
  const placeOf = (p: number) => periods.places[p] ?? 0;
  const first = firstInView(view);
  if (!crowded(slotPx)) {
    for (let p = last; p >= first; p--) stands.push(standAt(p, periodPx(view, placeOf(p))));
    return stands;
  }
  // Pixels are counted from the first period, so that what shares them stays the same while time goes on.
  const placesOfStand = slotPx / (periodPx(view, 1) - periodPx(view, 0));
  const bucketOf = (p: number) => Math.floor(placeOf(p) / placesOfStand);
  for (let p = last; p >= first; ) {
    const bucket = bucketOf(p);
    let farthest = p;
    for (; p >= first && bucketOf(p) === bucket; p--) if (stack.reachAt(p) >= stack.reachAt(farthest)) farthest = p;
    stands.push(standAt(farthest, periodPx(view, (bucket + 0.5) * placesOfStand)));
  }
  return stands;
}

/** The columns of a stand, or the parts of its one column. */
export function columnsOf(plan: ColumnsPlan, { x, step, s }: Stand, view: ColumnsView, slotPx: number): Column[] {
  const { chart, stack } = plan;
  const thickPx = thickOf(plan, slotPx);
  if (chart.own.grouping !== 'grouped') {
    const { base, top } = s === 0 ? stack.atPeriod(step) : stack.at(step, s);
    return stack.order.flatMap((k): Column[] => {
      if (stack.absent(k, step, s)) return [];
      const [low, high] = [base[k] ?? 0, top[k] ?? 0];
      const below = high <= 0 && low < 0;
      const [from, to] = below ? [high, low] : [low, high];
      const value = below ? low - high : high - low;
      return [{ k, x, widthPx: thickPx, from: valuePx(view, from), to: valuePx(view, to), value }];
    });
  }
  const lanePx = thickPx / stack.order.length;
  const zero = valuePx(view, Math.min(view.domain.max, Math.max(view.domain.min, 0)));
  return stack.order.flatMap((k, lane): Column[] => {
    const value = stack.thickness(k, step, s);
    if (stack.absent(k, step, s)) return [];
    const middle = x - thickPx / 2 + lanePx * (lane + 0.5);
    const widthPx = lanePx * (stack.order.length > 1 ? 1 - chart.own.spacingWithin : 1);
    return [{ k, x: middle, widthPx, from: zero, to: valuePx(view, value), value }];
  });
}
