import { layoutText } from '@/core/scene/layout-text';
import type { ImageNode, Paint, PathNode, RectNode, Scene, SceneNode, TextNode } from '@/core/scene/scene';
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
  if (scene.background === null) context.clearRect(0, 0, scene.widthPx, scene.heightPx);
  else {
    context.fillStyle = scene.background;
    context.fillRect(0, 0, scene.widthPx, scene.heightPx);
  }
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
    else if (node.kind === 'image') paintImage(context, node, resources.images);
    else {
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

function styleOf(context: Context, paint: Paint): string | CanvasGradient {
  if (typeof paint === 'string') return paint;
  const gradient =
    paint.kind === 'linear'
      ? context.createLinearGradient(paint.x0, paint.y0, paint.x1, paint.y1)
      : context.createRadialGradient(paint.x, paint.y, 0, paint.x, paint.y, paint.radiusPx);
  gradient.addColorStop(0, paint.from);
  gradient.addColorStop(1, paint.to);
  return gradient;
}

function boxPath(context: Context, node: RectNode | ImageNode): void {
  context.beginPath();
  const radius = Math.max(0, Math.min(node.radiusPx ?? 0, node.widthPx / 2, node.heightPx / 2));
  if (radius > 0) context.roundRect(node.x, node.y, node.widthPx, node.heightPx, radius);
  else context.rect(node.x, node.y, node.widthPx, node.heightPx);
}

function paintRect(context: Context, node: RectNode): void {
  boxPath(context, node);
  if (node.fill) {
    context.fillStyle = styleOf(context, node.fill);
    context.fill();
  }
  if (node.stroke) {
    context.strokeStyle = node.stroke;
    context.lineWidth = node.strokeWidthPx ?? 1;
    context.stroke();
  }
}

function paintImage(context: Context, node: ImageNode, images: ReadonlyMap<string, ImageBitmap>): void {
  const image = images.get(node.imageId);
  if (!image || node.widthPx <= 0 || node.heightPx <= 0) return;
  const { x, y, width, height } = node.crop ?? { x: 0, y: 0, width: 1, height: 1 };
  if (node.radiusPx) {
    context.save();
    boxPath(context, node);
    context.clip();
  }
  context.drawImage(
    image,
    x * image.width,
    y * image.height,
    width * image.width,
    height * image.height,
    node.x,
    node.y,
    node.widthPx,
    node.heightPx,
  );
  if (node.radiusPx) context.restore();
}

function paintText(context: Context, node: TextNode, measure: MeasureText): void {
  context.font = cssFont(node.font);
  context.letterSpacing = `${(node.font.spacing ?? 0) * node.font.sizePx}px`;
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
  if (!node.stroke) return;
  context.strokeStyle = node.stroke;
  context.lineWidth = node.strokeWidthPx ?? 1;
  if (node.dashPx) context.setLineDash([node.dashPx, node.dashPx]);
  context.stroke();
  if (node.dashPx) context.setLineDash([]);
}
