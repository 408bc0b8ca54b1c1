import type { ImageNode, RectNode, SceneNode } from '../scene/scene';

/** How strongly the ink of the edge shows. */
const EDGE_OPACITY = 0.28;

/** Is it a picture whose outline is known: cut round or square, or a flag? */
const hasOutline = ({ subject, radiusPx = 0, imageId }: ImageNode) =>
  subject?.part === 'picture' && (radiusPx > 0 || imageId.startsWith('flag:'));

/**
 * The nodes with a hairline around each category's picture: a white flag in a circle would have no edge on a light stage.
 *
 * @param ink The ink of the look.
 * @param hairPx The hairline's width.
 */
export function withEdges(nodes: readonly SceneNode[], ink: string, hairPx: number): SceneNode[] {
  const edged: SceneNode[] = [];
  for (const node of nodes) {
    if (node.kind === 'group') edged.push({ ...node, children: withEdges(node.children, ink, hairPx) });
    else edged.push(node);
    if (node.kind === 'image' && hasOutline(node)) edged.push(edgeOf(node, ink, hairPx));
  }
  return edged;
}

/** It lies on the inner side of the picture's edge, so that nothing gets larger. */
function edgeOf(node: ImageNode, ink: string, hairPx: number): RectNode {
  const { id, subject, x, y, widthPx, heightPx, radiusPx = 0, opacity = 1 } = node;
  const inset = Math.min(hairPx / 2, widthPx / 2, heightPx / 2);
  return {
    kind: 'rect',
    id: `${id}:edge`,
    subject,
    x: x + inset,
    y: y + inset,
    widthPx: widthPx - 2 * inset,
    heightPx: heightPx - 2 * inset,
    radiusPx: Math.max(0, radiusPx - inset),
    stroke: ink,
    strokeWidthPx: hairPx,
    opacity: opacity * EDGE_OPACITY,
  };
}
