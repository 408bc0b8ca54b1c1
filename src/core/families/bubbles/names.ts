import { labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn, mixColours } from '../../scale/colour';
import type { SceneNode } from '../../scene/scene';
import type { BubbleAt } from './bubble-at';
import { placeLabels } from './labels';
import type { BubblesPlan } from './plan';

/** How many names stand at most: more cannot be read while they move. */
const MOST_NAMES = { all: 120, largest: 14 } as const;

/** The names of bubbles, pushed apart; over other bubbles they stand on a pale plate. */
export function nameNodes(plan: BubblesPlan, bubbles: readonly BubbleAt[]): SceneNode[] {
  const { chart, followed, names, nameFont, frame, field, sizePlaces } = plan;
  const { labels } = chart.own;
  if (labels === 'none') return [];
  // Bubbles come in the order of their sizes, those that are followed last: their names come first.
  const most = labels === 'followed' ? 0 : MOST_NAMES[labels];
  const named = [
    ...bubbles.filter(({ category }) => followed.has(category)),
    ...bubbles.filter(({ category, series }) => !followed.has(category) && (sizePlaces[series] ?? 0) < most),
  ];
  const heightPx = nameFont.sizePx * 1.15;
  const wishes = named.map(({ category, x, y, radiusPx, opacity, said, presence }) => {
    const widthPx = (names[category]?.widthPx ?? 0) + nameFont.sizePx * 0.4;
    // A name moves into a bubble that has room for it.
    const inside = smoothStep((radiusPx * 1.8 - widthPx) / (widthPx * 0.25));
    const above = y - radiusPx - heightPx * 0.62;
    return {
      x,
      y: above * (1 - inside) + y * inside,
      widthPx,
      heightPx,
      inside,
      presence: opacity > 0 ? presence * said : 0,
    };
  });
  const places = placeLabels(wishes, field);
  const style = chart.dress.labels.name;
  return named.flatMap(({ category, opacity, colour, series }, i): SceneNode[] => {
    const [place, wish] = [places[i], wishes[i]];
    if (!place || !wish || place.strength <= 0 || opacity <= 0) return [];
    const shown = place.strength * opacity;
    const over = coverOf(bubbles, series, { ...place, ...{ widthPx: wish.widthPx, heightPx } }) * (1 - wish.inside);
    const plate: SceneNode[] =
      over > 0
        ? [
            {
              kind: 'rect',
              id: `plate:${category}`,
              x: place.x - wish.widthPx / 2,
              y: place.y - heightPx / 2,
              widthPx: wish.widthPx,
              heightPx,
              radiusPx: heightPx * 0.3,
              fill: frame.inks.ground,
              opacity: 0.8 * over * shown,
            },
          ]
        : [];
    const nodes: SceneNode[] = [...plate];
    const label = labelNode({
      id: `name:${category}`,
      subject: { part: 'name', category },
      text: names[category]?.lines[0] ?? '',
      x: place.x,
      y: place.y + nameFont.sizePx * 0.34,
      font: nameFont,
      fill: style.colour ?? mixColours(frame.inks.strong, inkOn(colour), wish.inside),
      align: 'middle',
      opacity: shown,
      tabular: false,
    });
    pushWithShadow(nodes, label, style.shadow);
    return nodes;
  });
}

/** How far a name lies over other bubbles than its own, in [0, 1]. */
function coverOf(
  bubbles: readonly BubbleAt[],
  series: number,
  { x, y, widthPx, heightPx }: { x: number; y: number; widthPx: number; heightPx: number },
): number {
  let most = 0;
  for (const other of bubbles) {
    const { radiusPx } = other;
    const dx = Math.abs(other.x - x) - widthPx / 2;
    if (dx >= radiusPx) continue;
    const dy = Math.abs(other.y - y) - heightPx / 2;
    if (dy >= radiusPx || other.series === series || other.opacity <= 0) continue;
    const reach = radiusPx - Math.sqrt(Math.max(0, dx) ** 2 + Math.max(0, dy) ** 2);
    if (reach > 0) most = Math.max(most, smoothStep(reach / (heightPx * 0.4)) * other.opacity);
  }
  return most;
}
