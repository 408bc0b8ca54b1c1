import { lineWidth } from './layout-text';
import type { Scene, SceneNode, Subject } from './scene';
import type { MeasureText } from './text-fit';

/**
 * What stands under a point of the stage: the topmost mark with a subject, or the background.
 *
 * @param x Stage pixels from the left.
 * @param y Stage pixels from the top.
 * @returns null outside of the stage.
 */
export function hitTest(scene: Scene, x: number, y: number, measure: MeasureText): Subject | null {
  if (x < 0 || y < 0 || x >= scene.widthPx || y >= scene.heightPx) return null;
  return topmost(scene.nodes, x, y, measure) ?? { part: 'background' };
}

function topmost(nodes: readonly SceneNode[], x: number, y: number, measure: MeasureText): Subject | null {
  for (let i = nodes.length - 1; i >= 0; i--) {
    const node = nodes[i];
    if (!node || node.opacity === 0) continue;
    if (node.kind === 'group') {
      const found = !node.clip || inBox(x, y, node.clip) ? topmost(node.children, x, y, measure) : null;
      if (found) return found;
    } else if (node.subject && covers(node, x, y, measure)) return node.subject;
  }
  return null;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

function inBox(x: number, y: number, box: Box): boolean {
  return x >= box.x && x < box.x + box.widthPx && y >= box.y && y < box.y + box.heightPx;
}

function covers(node: Exclude<SceneNode, { kind: 'group' }>, x: number, y: number, measure: MeasureText): boolean {
  if (node.kind === 'rect' || node.kind === 'image') return inBox(x, y, node);
  if (node.kind === 'path') return nearPath(node.points, x, y, Math.max(4, node.strokeWidthPx ?? 0));
  const widthPx = lineWidth(node.text, node.font, node.tabular ?? false, measure);
  const left = node.x - (node.align === 'end' ? widthPx : node.align === 'middle' ? widthPx / 2 : 0);
  const heightPx = node.font.sizePx * 1.2;
  return inBox(x, y, { x: left, y: node.y - node.font.sizePx * 0.9, widthPx, heightPx });
}

function nearPath(points: Float64Array, x: number, y: number, withinPx: number): boolean {
  for (let i = 0; i + 3 < points.length; i += 2) {
    const [x0, y0, x1, y1] = [points[i] ?? 0, points[i + 1] ?? 0, points[i + 2] ?? 0, points[i + 3] ?? 0];
    const length = (x1 - x0) ** 2 + (y1 - y0) ** 2;
    const along = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / length));
    if (Math.hypot(x - x0 - along * (x1 - x0), y - y0 - along * (y1 - y0)) <= withinPx) return true;
  }
  return false;
}
