import { smoothStep } from '../../motion/slots';
import type { SceneNode, TextNode } from '../../scene/scene';
import { axisNodes, zeroLine } from '../axis';
import { ASCENT, withShadow } from '../text-block';
import { BarDrawing } from './bar-drawing';
import { type BarAt, barsAt } from './bars-at';
import type { PreparedRankedBars } from './prepare-ranked-bars';

/** The chart's part of the picture at a moment: axis, bars, labels. Cost: O(n²) in the places on stage, O(n log P) in the data. */
export function rankedBarsNodes(
  prepared: PreparedRankedBars,
  timeSec: number,
): { nodes: SceneNode[]; bars: BarAt[]; words: number } {
  const { axis, bars: box, parts } = prepared;
  const { bars, domain, words } = barsAt(prepared, timeSec);
  const shapes: SceneNode[] = [];
  const labels: SceneNode[] = [];
  const drawn = bars.map((bar) => new BarDrawing(prepared, bar));
  drawn.forEach((drawing, i) => {
    shapes.push(...drawing.shape());
    labels.push(...drawing.labels(strengthOf(drawn, i, prepared.slotPx)));
  });
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      id: 'axis',
      opacity: words,
      children: [...axisNodes(axis, box, domain, parts, averageOf(bars)), ...rankNodes(prepared)],
    },
    { kind: 'group', id: 'bars', clip: prepared.clip, children: [...shapes, ...labels] },
    { kind: 'group', id: 'zero', opacity: words, children: zeroLine(axis, box, domain) },
  ];
  return { nodes, bars, words };
}

/** Of what is on stage; bars that come or go count as far as they show, so that nothing jumps. */
function averageOf(bars: readonly BarAt[]): number {
  let [sum, weight] = [0, 0];
  for (const { value, opacity } of bars) {
    sum += value * opacity;
    weight += opacity;
  }
  return weight > 0 ? sum / weight : Number.NaN;
}

/**
 * How strongly the labels of a bar show while another bar passes over it: of two that are level, only the upper one's
 * can be read, so the lower one's are gone before they touch. In [0, 1], without a jump.
 */
function strengthOf(drawn: readonly BarDrawing[], i: number, slotPx: number): number {
  let strength = 1;
  const own = drawn[i];
  if (!own) return 0;
  for (let j = i + 1; j < drawn.length; j++) {
    const other = drawn[j];
    if (!other) continue;
    const apart = Math.abs(other.bar.across - own.bar.across);
    const need = (own.acrossPx + other.acrossPx) / 2;
    if (apart < slotPx)
      strength = Math.min(
        strength,
        smoothStep((apart - need) / Math.max(slotPx * 0.05, Math.min(slotPx * 0.25, slotPx - need))),
      );
  }
  return strength;
}

/** The number of each place; they stand still. */
function rankNodes(prepared: PreparedRankedBars): SceneNode[] {
  const { chart, bars, slotPx, fonts, ink, places } = prepared;
  if (!chart.dress.bars.ranks || chart.order === 'table') return [];
  const { labels } = chart.dress;
  return Array.from({ length: places }, (_, place) => {
    const middle = (place + 0.5) * slotPx;
    const base = {
      kind: 'text' as const,
      id: `rank:${place}`,
      subject: { part: 'rank' as const },
      text: String(place + 1),
      font: fonts.rank,
      fill: ink.rank,
      tabular: true,
    };
    const node: TextNode =
      chart.dress.bars.direction === 'lying'
        ? { ...base, x: prepared.rankAt, y: bars.y + middle + fonts.rank.sizePx * 0.35, align: 'start' }
        : { ...base, x: bars.x + middle, y: prepared.rankAt + fonts.rank.sizePx * ASCENT, align: 'middle' };
    return withShadow(node, labels.rank.shadow);
  }).flat();
}
