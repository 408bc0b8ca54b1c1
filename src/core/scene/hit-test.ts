import { primitiveOf } from './primitives';
import { boundsOfBox, holds } from './primitives/primitive';
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
      const { dx, dy } = node.shift ?? { dx: 0, dy: 0 };
      const within = !node.clip || holds(boundsOfBox(node.clip), x - dx, y - dy);
      const found = within ? topmost(node.children, x - dx, y - dy, measure) : null;
      if (found) return found;
    } else if (node.subject && primitiveOf(node).covers(node, x, y, measure)) return node.subject;
  }
  return null;
}
