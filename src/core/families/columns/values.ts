import { ASCENT, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode, TextNode } from '../../scene/scene';
import type { ColumnsPlan } from './plan';
import { type Column, type Stand, thickOf } from './stands';

/** What values stand on: the columns of a stand, and those that the latest is pulled out of. */
export interface StandValues {
  readonly stand: Stand;
  readonly latest: Stand;
  readonly columns: readonly Column[];
  /** Those that the latest is pulled out of, and where they stand. */
  readonly before: readonly Column[];
  readonly beforeX: number;
  /** Stands before those that the value of the latest would lie on, where stands are not told apart. */
  readonly under: readonly { readonly x: number; readonly columns: readonly Column[] }[];
  /** Across: the size of the value on the latest column, where it has but one. */
  readonly latestPx: number;
  readonly slotPx: number;
  readonly zero: number;
  readonly opacityOf: (series: number) => number;
}

/** A value at the outer end of a column, or of a whole stack. */
interface EndValue {
  readonly k: number;
  readonly x: number;
  readonly roomPx: number;
  readonly to: number;
  readonly value: number;
}

/** Have the columns of a stand values at all? */
export function hasValues({ chart }: ColumnsPlan, isLatest: boolean): boolean {
  const { values } = chart.own;
  return values === 'all' || (values === 'latest' && isLatest);
}

/**
 * Values at the ends of the columns of a stand, or of the whole stack. Those that the latest passes step back before it
 * touches them.
 */
export function pushEndValues(plan: ColumnsPlan, values: StandValues, nodes: SceneNode[]): void {
  const { chart, labels, measure, frame, stack } = plan;
  const { stand, latest, columns, before, beforeX, slotPx, zero, opacityOf } = values;
  const { grouping, heads, direction, valuesAt } = chart.own;
  const isLatest = stand === latest;
  const stacked = grouping !== 'grouped';
  if (!hasValues(plan, isLatest) || grouping === 'share' || valuesAt === 'inside') return;
  if (valuesAt === 'both' && !stacked) return;
  const lying = direction === 'lying';
  const font = labels.fonts.value;
  const linePx = font.sizePx * (ASCENT + DESCENT);
  const [first] = stack.order;
  const valuesOf = (of: readonly Column[], x: number): EndValue[] => {
    if (stacked) return totalOf(of, x, slotPx, first ?? 0, lying);
    const free = stack.order.length > 1 ? 1 - chart.own.spacingWithin : 1;
    return of.map((column) => ({ ...column, roomPx: column.widthPx / free }));
  };
  const list = valuesOf(columns, stand.x);
  const last = new Map(valuesOf(before, beforeX).map(({ k, to }) => [k, to]));
  const halfPx = thickOf(plan, slotPx) / 2;
  for (const { k, x, roomPx, to, value } of list) {
    const text = plan.formatValue(value);
    const widthPx = lineWidth(text, font, true, measure);
    const acrossPx = lying ? linePx : widthPx;
    // What is wider than its column would touch the next one; one alone has all the room.
    if ((!isLatest || list.length > 1) && acrossPx > roomPx * 0.98) continue;
    if (Math.abs(to - zero) < 0.01 && value !== 0) continue;
    const half = acrossPx / 2;
    // Beside the latest column stand the names, so its value ends where it does.
    const end = isLatest && heads !== 'none' && list.length === 1 && !lying ? stand.x + halfPx : Infinity;
    const middle = lying
      ? x
      : Math.max(plan.area.x + half, Math.min(x, end - half, frame.plot.x + frame.plot.widthPx - half));
    const clear = isLatest
      ? (end - middle - half) / font.sizePx + 1
      : (latestStart(values, plan) - middle - half) / font.sizePx;
    // What leaves a window that slides takes its value with it.
    const inView = lying ? smoothStep((middle - half - plan.area.y) / font.sizePx + 1) : 1;
    const strength = smoothStep(clear) * inView * opacityOf(k);
    if (strength <= 0) continue;
    // While a column stands half behind a longer one, its value is beyond both.
    const behind = last.get(k) ?? to;
    const beyond = value < 0 === lying ? Math.min(to, behind) : Math.max(to, behind);
    const out = smoothStep((latest.x - beforeX) / Math.max(1, (roomPx + acrossPx) / 2));
    const at = beyondAll(plan, values, { value, acrossPx, at: to + (beyond - to) * (1 - out) }, valuesOf);
    const place: Placed = lying
      ? {
          x: at + (value < 0 ? -1 : 1) * font.sizePx * 0.4,
          y: middle + font.sizePx * 0.35,
          align: value < 0 ? 'end' : 'start',
        }
      : {
          x: middle,
          y: value < 0 ? at + font.sizePx * (ASCENT + 0.3) : at - font.sizePx * (DESCENT + 0.2),
          align: 'middle',
        };
    push(
      plan,
      { ...place, id: `value:${k}:${stand.period}`, k, text, opacity: strength, ink: frame.inks.strong },
      nodes,
    );
  }
}

/** Where a value stands that lies over many stands: beyond all of them, each as long as it is under the value. */
function beyondAll(
  { chart }: ColumnsPlan,
  { latest, under }: StandValues,
  { value, acrossPx, at }: { readonly value: number; readonly acrossPx: number; readonly at: number },
  valuesOf: (columns: readonly Column[], x: number) => readonly EndValue[],
): number {
  const lower = value < 0 === (chart.own.direction === 'lying');
  let farthest = at;
  for (const { x, columns } of under) {
    const [total] = valuesOf(columns, x);
    if (!total) continue;
    const away = smoothStep((latest.x - x - acrossPx) / (acrossPx / 2));
    const own = at + (total.to - at) * (1 - away);
    farthest = lower ? Math.min(farthest, own) : Math.max(farthest, own);
  }
  return farthest;
}

type Placed = Pick<TextNode, 'x' | 'y' | 'align'>;

interface Written extends Placed {
  readonly id: string;
  readonly k: number;
  readonly text: string;
  readonly opacity: number;
  readonly ink: string;
}

/** Adds the text of a value. */
export function push(plan: ColumnsPlan, { k, ink, ...written }: Written, nodes: SceneNode[]): void {
  const { chart, labels, course } = plan;
  const style = chart.dress.labels.value;
  const subject = { part: 'value' as const, category: course.places[k] ?? 0 };
  const font = labels.fonts.value;
  pushWithShadow(
    nodes,
    labelNode({ ...written, subject, font, fill: style.colour ?? ink, tabular: true }),
    style.shadow,
  );
}

/** Where what stands on the latest columns begins, across. */
function latestStart({ latest, latestPx, slotPx }: StandValues, plan: ColumnsPlan): number {
  const halfPx = thickOf(plan, slotPx) / 2;
  const { heads, direction } = plan.chart.own;
  const end = heads === 'none' || direction === 'lying' ? latest.x + latestPx / 2 : latest.x + halfPx;
  return Math.min(latest.x - halfPx, end - latestPx);
}

/** How much room, across, the value of a whole stack takes; nothing where each column has its own. */
export function acrossOfTotal(
  { chart, labels, formatValue, measure }: ColumnsPlan,
  columns: readonly Column[],
): number {
  if (chart.own.grouping === 'grouped' && columns.length > 1) return 0;
  const font = labels.fonts.value;
  if (chart.own.direction === 'lying') return font.sizePx * (ASCENT + DESCENT);
  const sum = columns.reduce((total, { value }) => total + value, 0);
  return lineWidth(formatValue(sum), font, true, measure);
}

/** The sum of a stack, at its outer end: of what is above 0, where there is such. */
function totalOf(columns: readonly Column[], x: number, roomPx: number, k: number, lying: boolean): EndValue[] {
  const sum = columns.reduce((total, { value }) => total + value, 0);
  const ends = columns.map(({ to }) => to);
  if (columns.length === 0) return [];
  const above = columns.some(({ value }) => value > 0);
  return [{ k, x, roomPx, to: above === lying ? Math.max(...ends) : Math.min(...ends), value: sum }];
}
