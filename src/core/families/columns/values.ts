import { ASCENT, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode } from '../../scene/scene';
import type { ColumnsPlan } from './plan';

/** The columns of one place along the periods. */
export interface Stand {
  /** The middle on screen. */
  readonly x: number;
  readonly step: number;
  readonly s: number;
  /** Its period; -1 for the one that is on its way to the next period. */
  readonly period: number;
}

/** One column, or a part of one. */
export interface Column {
  readonly k: number;
  readonly x: number;
  readonly widthPx: number;
  readonly from: number;
  readonly to: number;
  readonly value: number;
}

/** Part of a lane that a column fills beside the others of its period. */
export const LANE = 0.92;

interface StandValues {
  readonly stand: Stand;
  readonly latest: Stand;
  readonly columns: readonly Column[];
  /** Those that the latest is pulled out of, and where they stand. */
  readonly before: readonly Column[];
  readonly beforeX: number;
  /** The width of the value on the latest column, where it has but one. */
  readonly latestPx: number;
  readonly slotPx: number;
  readonly zero: number;
  readonly opacityOf: (series: number) => number;
}

/** Values on top: of each column, or of the whole stack. Those that the latest passes step back before it touches them. */
export function pushValues(plan: ColumnsPlan, values: StandValues, nodes: SceneNode[]): void {
  const { chart, labels, measure, frame, stack } = plan;
  const { stand, latest, columns, before, beforeX, slotPx, zero, opacityOf } = values;
  const { grouping, values: shown, heads } = chart.own;
  const isLatest = stand === latest;
  if (shown === 'none' || grouping === 'share' || (shown === 'latest' && !isLatest)) return;
  const font = labels.fonts.value;
  const [first] = stack.order;
  const valuesOf = (of: readonly Column[], x: number): ColumnValue[] =>
    grouping === 'grouped'
      ? of.map((column) => ({ ...column, roomPx: column.widthPx / LANE }))
      : totalOf(of, x, slotPx, first ?? 0);
  const list = valuesOf(columns, stand.x);
  const last = new Map(valuesOf(before, beforeX).map(({ k, to }) => [k, to]));
  const halfPx = (slotPx * chart.dress.bars.thickness) / 2;
  for (const { k, x, roomPx, to, value } of list) {
    const text = plan.formatValue(value);
    const widthPx = lineWidth(text, font, true, measure);
    // What is wider than its column would touch the next one; one alone has all the room.
    if ((!isLatest || list.length > 1) && widthPx > roomPx * 0.98) continue;
    if (Math.abs(to - zero) < 0.01 && value !== 0) continue;
    const half = widthPx / 2;
    // Beside the latest column stand the names, so its value ends where it does.
    const end = isLatest && heads !== 'none' && list.length === 1 ? stand.x + halfPx : Number.POSITIVE_INFINITY;
    const middle = Math.max(plan.area.x + half, Math.min(x, end - half, frame.plot.x + frame.plot.widthPx - half));
    const clear = isLatest
      ? (end - middle - half) / font.sizePx + 1
      : (latestStart(values, plan) - middle - half) / font.sizePx;
    const strength = smoothStep(clear) * opacityOf(k);
    if (strength <= 0) continue;
    // While a column stands half behind a longer one, its value is beyond both.
    const behind = last.get(k) ?? to;
    const beyond = value < 0 ? Math.max(to, behind) : Math.min(to, behind);
    const out = smoothStep((latest.x - beforeX) / Math.max(1, (roomPx + widthPx) / 2));
    const at = to + (beyond - to) * (1 - out);
    pushWithShadow(
      nodes,
      labelNode({
        id: `value:${k}:${stand.period}`,
        subject: { part: 'value', category: plan.course.places[k] ?? 0 },
        text,
        x: middle,
        y: value < 0 ? at + font.sizePx * (ASCENT + 0.3) : at - font.sizePx * (DESCENT + 0.2),
        font,
        fill: chart.dress.labels.value.colour ?? frame.inks.strong,
        align: 'middle',
        opacity: strength,
        tabular: true,
      }),
      chart.dress.labels.value.shadow,
    );
  }
}

/** Where what stands on the latest columns begins, on screen. */
function latestStart({ latest, latestPx, slotPx }: StandValues, { chart }: ColumnsPlan): number {
  const halfPx = (slotPx * chart.dress.bars.thickness) / 2;
  const end = chart.own.heads === 'none' ? latest.x + latestPx / 2 : latest.x + halfPx;
  return Math.min(latest.x - halfPx, end - latestPx);
}

interface ColumnValue {
  readonly k: number;
  readonly x: number;
  readonly roomPx: number;
  readonly to: number;
  readonly value: number;
}

/** How wide the value of a whole stack is written; nothing where each column has its own. */
export function widthOfTotal({ chart, labels, formatValue, measure }: ColumnsPlan, columns: readonly Column[]): number {
  if (chart.own.grouping === 'grouped' && columns.length > 1) return 0;
  const sum = columns.reduce((total, { value }) => total + value, 0);
  return lineWidth(formatValue(sum), labels.fonts.value, true, measure);
}

/** The sum of a stack, at its outer end: of what is above 0, where there is such. */
function totalOf(columns: readonly Column[], x: number, roomPx: number, k: number): ColumnValue[] {
  const sum = columns.reduce((total, { value }) => total + value, 0);
  const ends = columns.map(({ to }) => to);
  if (columns.length === 0) return [];
  const above = columns.some(({ value }) => value > 0);
  return [{ k, x, roomPx, to: above ? Math.min(...ends) : Math.max(...ends), value: sum }];
}
