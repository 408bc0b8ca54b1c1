import { lineWidth } from '../scene/layout-text';
import type { Scene, SceneNode, TextNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';

/** A text as it can be seen: cut to its clip, with the opacity of its groups. */
export interface SeenText {
  readonly node: TextNode;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly opacity: number;
}

interface Cut {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Every text of a scene that can be seen, without shadows. Letters reach from 0.72 above to 0.2 below the baseline. */
export function seenTexts(scene: Scene, measure: MeasureText): SeenText[] {
  const found: SeenText[] = [];
  const visit = (nodes: readonly SceneNode[], cut: Cut, opacity: number, { dx, dy } = { dx: 0, dy: 0 }) => {
    for (const node of nodes) {
      const seen = opacity * (node.opacity ?? 1);
      if (seen <= 0) continue;
      if (node.kind === 'group') {
        const { clip, shift = { dx: 0, dy: 0 } } = node;
        const [x, y] = [dx + shift.dx, dy + shift.dy];
        const inner = clip
          ? {
              left: Math.max(cut.left, clip.x + x),
              top: Math.max(cut.top, clip.y + y),
              right: Math.min(cut.right, clip.x + x + clip.widthPx),
              bottom: Math.min(cut.bottom, clip.y + y + clip.heightPx),
            }
          : cut;
        visit(node.children, inner, seen, { dx: x, dy: y });
      }
      if (node.kind !== 'text' || node.shade || node.text === '') continue;
      const widthPx = lineWidth(node.text, node.font, node.tabular ?? false, measure);
      const start = dx + node.x - { start: 0, middle: widthPx / 2, end: widthPx }[node.align];
      const [up, down] = [node.font.sizePx * 0.72, node.font.sizePx * 0.2];
      const [x, y] = [dx + node.x, dy + node.y];
      // Texts that stand upright read from the foot to the top.
      const upright = node.turnRad !== undefined && Math.abs(node.turnRad + Math.PI / 2) < 1e-9;
      const free = upright
        ? { left: x - up, right: x + down, top: y - (start + widthPx - x), bottom: y - (start - x) }
        : { left: start, right: start + widthPx, top: y - up, bottom: y + down };
      const box = {
        left: Math.max(cut.left, free.left),
        right: Math.min(cut.right, free.right),
        top: Math.max(cut.top, free.top),
        bottom: Math.min(cut.bottom, free.bottom),
      };
      if (box.right > box.left && box.bottom > box.top) found.push({ node, ...box, opacity: seen });
    }
  };
  const far = 1e9;
  visit(scene.nodes, { left: -far, top: -far, right: far, bottom: far }, 1);
  return found;
}

/** Texts that stand on each other or leave the stage, in words; none in a sound scene. */
export function textFaults(scene: Scene, measure: MeasureText): string[] {
  const texts = seenTexts(scene, measure);
  const faults: string[] = [];
  const say = ({ node, left, top }: SeenText) => `${node.id} “${node.text}” (${Math.round(left)}, ${Math.round(top)})`;
  texts.forEach((a, i) => {
    const off = a.left < -0.5 || a.top < -0.5 || a.right > scene.widthPx + 0.5 || a.bottom > scene.heightPx + 0.5;
    if (off) faults.push(`${say(a)} leaves the stage`);
    for (let j = 0; j < i; j++) {
      const b = texts[j] as SeenText;
      const x = Math.min(a.right, b.right) - Math.max(a.left, b.left);
      const y = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
      if (x > 0.5 && y > 0.5) faults.push(`${say(a)} stands on ${say(b)}`);
    }
  });
  return faults;
}
