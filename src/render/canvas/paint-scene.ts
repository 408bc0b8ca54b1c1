import { layoutText } from '@/core/scene/layout-text';
import type { PathNode, RectNode, Scene, SceneNode, TextNode } from '@/core/scene/scene';
import type { MeasureText } from '@/core/scene/text-fit';
import { cssFont } from './canvas-font';

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** What a painter needs besides the scene: everything is loaded before it is called. */
export interface PaintResources {
  readonly measure: MeasureText;
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
  context.fillStyle = scene.background;
  context.fillRect(0, 0, scene.widthPx, scene.heightPx);
  context.textBaseline = 'alphabetic';
  context.textAlign = 'left';
  paintNodes(context, scene.nodes, 1, resources);
}

function paintNodes(context: Context, nodes: readonly SceneNode[], opacity: number, resources: PaintResources): void {
  for (const node of nodes) {
    const alpha = opacity * (node.opacity ?? 1);
    if (alpha <= 0) continue;
    context.globalAlpha = alpha;
    if (node.kind === 'rect') paintRect(context, node);
    else if (node.kind === 'text') paintText(context, node, resources.measure);
    else if (node.kind === 'path') paintPath(context, node);
    else if (node.kind === 'image') {
      const image = resources.images.get(node.imageId);
      if (image) context.drawImage(image, node.x, node.y, node.widthPx, node.heightPx);
    } else {
      context.save();
      if (node.clip) {
        context.beginPath();
        context.rect(node.clip.x, node.clip.y, node.clip.widthPx, node.clip.heightPx);
        context.clip();
      }
      paintNodes(context, node.children, alpha, resources);
      context.restore();
    }
  }
}

function paintRect(context: Context, node: RectNode): void {
  context.fillStyle = node.fill;
  const radius = Math.min(node.radiusPx ?? 0, node.widthPx / 2, node.heightPx / 2);
  if (radius <= 0) {
    context.fillRect(node.x, node.y, node.widthPx, node.heightPx);
    return;
  }
  context.beginPath();
  context.roundRect(node.x, node.y, node.widthPx, node.heightPx, radius);
  context.fill();
}

function paintText(context: Context, node: TextNode, measure: MeasureText): void {
  context.font = cssFont(node.font);
  context.fillStyle = node.fill;
  for (const run of layoutText(node, measure)) context.fillText(run.text, run.x, node.y);
}

function paintPath(context: Context, node: PathNode): void {
  const { points } = node;
  context.beginPath();
  for (let i = 0; i < points.length; i += 2) {
    if (i === 0) context.moveTo(points[0] ?? 0, points[1] ?? 0);
    else context.lineTo(points[i] ?? 0, points[i + 1] ?? 0);
  }
  if (node.fill) {
    context.closePath();
    context.fillStyle = node.fill;
    context.fill();
  }
  if (node.stroke) {
    context.strokeStyle = node.stroke;
    context.lineWidth = node.strokeWidthPx ?? 1;
    context.stroke();
  }
}
