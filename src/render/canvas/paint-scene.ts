import { primitiveOf } from '@/core/scene/primitives';
import type { GroupNode, Scene, SceneNode } from '@/core/scene/scene';
import type { DrawResources } from '@/core/scene/surface';
import { type Context, takeLayer } from './layers';

/** What a painter needs besides the scene: everything is loaded before it is called. */
export interface PaintResources extends DrawResources {
  readonly images: ReadonlyMap<string, ImageBitmap>;
}

/**
 * Draws a scene. Synchronous, and the same for preview and export; the scene is not changed.
 *
 * @param scale Canvas pixels per stage pixel.
 */
export function paintScene(context: Context, scene: Scene, scale: number, resources: PaintResources): void {
  context.setTransform(scale, 0, 0, scale, 0, 0);
  context.globalAlpha = 1;
  if (scene.background === null) context.clearRect(0, 0, scene.widthPx, scene.heightPx);
  else {
    context.fillStyle = scene.background;
    context.fillRect(0, 0, scene.widthPx, scene.heightPx);
  }
  context.textBaseline = 'alphabetic';
  context.textAlign = 'left';
  paintNodes(context, scene.nodes, resources);
}

function paintNodes(context: Context, nodes: readonly SceneNode[], resources: PaintResources, opacity = 1): void {
  for (const node of nodes) {
    const own = opacity * (node.opacity ?? 1);
    if (own <= 0) continue;
    if (node.kind === 'group') paintGroup(context, node, resources, own);
    else {
      context.globalAlpha = own;
      primitiveOf(node).draw(context, node, resources);
    }
  }
}

function paintGroup(context: Context, group: GroupNode, resources: PaintResources, opacity: number): void {
  const { clip, shift, children } = group;
  context.save();
  if (shift) context.translate(shift.dx, shift.dy);
  if (clip) {
    context.beginPath();
    context.rect(clip.x, clip.y, clip.widthPx, clip.heightPx);
    context.clip();
  }
  // A single mark shows through itself as its group does, so it needs no layer.
  const alone = children.length === 1 && children[0]?.kind !== 'group';
  if (opacity >= 1 || alone) paintNodes(context, children, resources, opacity);
  else {
    const layer = takeLayer(context);
    layer.setTransform(context.getTransform());
    paintNodes(layer, children, resources);
    context.globalAlpha = opacity;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.drawImage(layer.canvas, 0, 0);
  }
  context.restore();
}
