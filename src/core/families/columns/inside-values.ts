import { ASCENT, DESCENT } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn } from '../../scale/colour';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode } from '../../scene/scene';
import type { ColumnsPlan } from './plan';
import { thickOf } from './stands';
import { hasValues, push, type StandValues } from './values';

/** Part of its column that a value may take across. */
const ACROSS = 0.94;
/** A value comes while the room along its column grows by this part of its size. */
const COMES = 0.4;

/**
 * Values inside the columns of a stand, where they fit: in the middle of parts, at the end of columns of their own. On the
 * latest they come once it stands clear of the one before, which is in front of it.
 *
 * @param colourOf The colour that a column is drawn with.
 */
export function pushInsideValues(
  plan: ColumnsPlan,
  values: StandValues,
  colourOf: (k: number, value: number) => string,
  nodes: SceneNode[],
): void {
  const { chart, labels, measure, area } = plan;
  const { stand, latest, columns, before, beforeX, slotPx, opacityOf } = values;
  const { grouping, valuesAt, direction } = chart.own;
  const isLatest = stand === latest;
  if (valuesAt === 'end' || !hasValues(plan, isLatest)) return;
  const lying = direction === 'lying';
  const [low, high] = lying ? [area.x, area.x + area.widthPx] : [area.y, area.y + area.heightPx];
  const font = labels.fonts.value;
  const linePx = font.sizePx * (ASCENT + DESCENT);
  const padPx = font.sizePx * 0.3;
  const coveredTo = before.length > 0 ? beforeX + thickOf(plan, slotPx) / 2 : Number.NEGATIVE_INFINITY;
  for (const { k, x, widthPx, from, to, value } of columns) {
    const text = plan.formatValue(value);
    const textPx = lineWidth(text, font, true, measure);
    const [acrossPx, alongPx] = lying ? [linePx, textPx] : [textPx, linePx];
    if (acrossPx > widthPx * ACROSS) continue;
    // Of a column that reaches beyond the axis, the part on stage.
    const [foot, end] = [from, to].map((px) => Math.min(high, Math.max(low, px))) as [number, number];
    const room = smoothStep((Math.abs(end - foot) - alongPx - 2 * padPx) / (font.sizePx * COMES) + 1);
    const clear = isLatest ? smoothStep((x - acrossPx / 2 - coveredTo) / (font.sizePx * COMES) + 1) : 1;
    // What leaves a window that slides takes its value with it.
    const inView = smoothStep((x - acrossPx / 2 - (lying ? area.y : area.x)) / font.sizePx + 1);
    const opacity = Math.min(room, clear, inView) * opacityOf(k);
    if (opacity <= 0) continue;
    const towards = Math.sign(end - foot);
    const middle = grouping === 'grouped' ? end - towards * (padPx + alongPx / 2) : (foot + end) / 2;
    const ink = inkOn(colourOf(k, value));
    const place = lying
      ? { x: middle, y: x + font.sizePx * 0.35 }
      : { x, y: middle + font.sizePx * ((ASCENT - DESCENT) / 2) };
    push(plan, { ...place, align: 'middle', id: `inside:${k}:${stand.period}`, k, text, opacity, ink }, nodes);
  }
}
