import type { PartMove } from '../project/card';
import { lineWidth } from '../scene/layout-text';
import type { GroupNode, SceneNode, TextNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import type { PlacedPart } from './card-plan';

/** A way to move that is settled. */
export type SettledMove = Exclude<PartMove, 'design'>;

/** How far to the side a part starts that slides, in its lines. */
const SLIDE_LINES = 2.5;
/** How far above or below its place it starts that rises or sinks, in its lines. */
const RISE_LINES = 0.9;

const segmenter = new Intl.Segmenter('en', { granularity: 'grapheme' });

/**
 * A part of a card on its way to its place.
 *
 * @param shown How much of the way is done, in [0, 1]: 0 shows nothing, 1 the part as it stands.
 * @param leaving Is it on its way out? Then it goes on in the direction in which it came.
 */
export function movedPart(
  placed: PlacedPart,
  move: SettledMove,
  shown: number,
  leaving: boolean,
  measure: MeasureText,
): SceneNode[] {
  if (shown >= 1) return [...placed.nodes];
  if (shown <= 0) return [];
  if (move === 'none') return leaving ? [] : [...placed.nodes];
  const { box, linePx, part } = placed;
  const group = (more: Partial<GroupNode>): SceneNode[] => [
    { kind: 'group', id: `part:${part}`, children: placed.nodes, ...more },
  ];
  const way = (1 - shown) * (leaving ? -1 : 1);
  if (move === 'rise') return group({ opacity: shown, shift: { dx: 0, dy: way * RISE_LINES * linePx } });
  if (move === 'sink') return group({ opacity: shown, shift: { dx: 0, dy: -way * RISE_LINES * linePx } });
  if (move === 'slide') return group({ opacity: shown, shift: { dx: -way * SLIDE_LINES * linePx, dy: 0 } });
  if (move === 'unveil') {
    // Letters reach out of their lines: room for what hangs over.
    const over = linePx * 0.3;
    const widthPx = (box.widthPx + 2 * over) * shown;
    const x = leaving ? box.x - over + (box.widthPx + 2 * over) * (1 - shown) : box.x - over;
    return group({ clip: { x, y: box.y - over, widthPx, heightPx: box.heightPx + 2 * over } });
  }
  if (move === 'letters' && part !== 'logo') return lettersOf(placed.nodes, shown, measure);
  return group({ opacity: shown });
}

/** The first letters of a text; those that are there stand where they stay. */
function lettersOf(nodes: readonly SceneNode[], shown: number, measure: MeasureText): SceneNode[] {
  const lines = nodes.map((node) =>
    node.kind === 'text' ? Array.from(segmenter.segment(node.text), ({ segment }) => segment) : [],
  );
  const longest = lines.filter((_, i) => !isShade(nodes[i])).reduce((sum, { length }) => sum + length, 0);
  let left = Math.ceil(longest * shown);
  return nodes.flatMap((node, i): SceneNode[] => {
    if (node.kind !== 'text') return [node];
    const letters = lines[i] ?? [];
    const text = letters.slice(0, Math.max(0, left)).join('');
    // A shadow stands before the text that it belongs to, and shows as much of it.
    if (!isShade(node)) left -= letters.length;
    return text === '' ? [] : [{ ...node, text, x: startOf(node, measure), align: 'start' }];
  });
}

const isShade = (node: SceneNode | undefined) => node?.kind === 'text' && node.shade === true;

/** Where the first letter of a line stands. */
function startOf(node: TextNode, measure: MeasureText): number {
  if (node.align === 'start') return node.x;
  const widthPx = lineWidth(node.text, node.font, node.tabular ?? false, measure);
  return node.x - (node.align === 'middle' ? widthPx / 2 : widthPx);
}
