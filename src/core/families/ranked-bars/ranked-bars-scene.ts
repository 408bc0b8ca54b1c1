import { ASCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import type { SceneNode } from '../../scene/scene';
import { breakNodes } from '../shared/axis-break';
import { axisNodes, zeroLine } from '../shared/value-axis';
import { clearLabels } from './aside-labels';
import { BarDrawing } from './bar-drawing';
import { type BarAt, barsAt } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';

/** The chart's part of the picture at a moment: axis, bars, labels. Cost: O(n²) in the places on stage, O(n log P) in the data. */
export function rankedBarsNodes(
  prepared: RankedBarsPlan,
  timeSec: number,
): { nodes: SceneNode[]; bars: BarAt[]; words: number } {
  const { axis, field: box, parts } = prepared;
  const { bars, domain, words } = barsAt(prepared, timeSec);
  const shapes: SceneNode[] = [];
  const drawn = bars.map((bar) => new BarDrawing(prepared, bar));
  for (const drawing of drawn) drawing.pushShape(shapes);
  clearLabels(prepared, drawn);
  // Labels come after all bars, so that two bars that pass each other never hide a number.
  for (const drawing of drawn) drawing.pushLabels(shapes);
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      id: 'axis',
      opacity: words,
      children: [
        ...axisNodes(axis, { field: box, domain, parts, average: averageOf(bars) }),
        ...shownRanks(rankNodes(prepared), bars),
        ...breakNodes({ field: box, frame: prepared.frame, direction: axis.direction }, domain),
      ],
    },
    { kind: 'group', id: 'bars', clip: prepared.clip, children: shapes },
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

const ranks = new WeakMap<RankedBarsPlan, SceneNode[][]>();

/** The numbers of the places that somebody takes: each comes and goes with whoever is there. */
function shownRanks(places: readonly (readonly SceneNode[])[], bars: readonly BarAt[]): SceneNode[] {
  const taken = new Float64Array(places.length + 1);
  for (const { slot, opacity } of bars) {
    const place = Math.floor(slot);
    const beyond = slot - place;
    taken[place] = (taken[place] ?? 0) + opacity * (1 - beyond);
    taken[place + 1] = (taken[place + 1] ?? 0) + opacity * beyond;
  }
  return places.flatMap((nodes, place) => {
    // Bars that pass each other leave gaps for a moment that nobody sees as one.
    const shown = Math.min(1, (taken[place] ?? 0) * 2);
    if (shown <= 0.002) return [];
    return shown === 1 ? nodes : nodes.map((node) => ({ ...node, opacity: (node.opacity ?? 1) * shown }));
  });
}

/** The number of each place; they stand still, so they are made once. */
function rankNodes(prepared: RankedBarsPlan): SceneNode[][] {
  const known = ranks.get(prepared);
  if (known) return known;
  const { chart, field, slotPx, fonts, ink, places } = prepared;
  const found: SceneNode[][] = [];
  const shown = chart.dress.bars.ranks && chart.own.order !== 'table';
  for (let place = 0; shown && place < places; place++) {
    const middle = (place + 0.5) * slotPx;
    const lying = chart.dress.bars.direction === 'lying';
    const x = lying ? prepared.rankAt : field.x + middle;
    const y = lying ? field.y + middle + fonts.rank.sizePx * 0.35 : prepared.rankAt + fonts.rank.sizePx * ASCENT;
    const node = labelNode({
      id: `rank:${place}`,
      subject: { part: 'rank' },
      text: String(place + 1),
      x,
      y,
      font: fonts.rank,
      fill: ink.rank,
      align: lying ? 'start' : 'middle',
      opacity: 1,
      tabular: true,
    });
    const nodes: SceneNode[] = [];
    pushWithShadow(nodes, node, chart.dress.labels.rank.shadow);
    found.push(nodes);
  }
  ranks.set(prepared, found);
  return found;
}
