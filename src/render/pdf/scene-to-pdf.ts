import { primitiveOf } from '@/core/scene/primitives';
import type { GroupNode, Scene, SceneNode } from '@/core/scene/scene';
import type { DrawResources } from '@/core/scene/surface';
import { type PdfBook, POINTS_PER_PX } from './pdf-book';
import { PdfSurface } from './pdf-surface';

/** Adds a scene as a page: shapes as shapes, text as text, the same marks at the same places as on the canvas. */
export function sceneToPdf(scene: Scene, book: PdfBook, resources: DrawResources): void {
  const { widthPx, heightPx, background, nodes } = scene;
  const page = new PdfSurface(book, [POINTS_PER_PX, 0, 0, -POINTS_PER_PX, 0, heightPx * POINTS_PER_PX]);
  if (background !== null) {
    page.beginPath();
    page.rect(0, 0, widthPx, heightPx);
    page.fillStyle = background;
    page.fill();
  }
  // Nothing that is shown lies further from where a group starts.
  const writer = { book, resources, reachPx: 4 * (widthPx + heightPx) };
  drawNodes(writer, page, nodes, 1);
  book.page(widthPx, heightPx, page.content());
}

interface Writer {
  readonly book: PdfBook;
  readonly resources: DrawResources;
  readonly reachPx: number;
}

function drawNodes(writer: Writer, surface: PdfSurface, nodes: readonly SceneNode[], opacity: number): void {
  for (const node of nodes) {
    const own = opacity * (node.opacity ?? 1);
    if (own <= 0) continue;
    if (node.kind === 'group') drawGroup(writer, surface, node, own);
    else {
      surface.globalAlpha = own;
      const draw = () => primitiveOf(node).draw(surface, node, writer.resources);
      // Digits that all have the same room stand apart, and would be read as several words.
      if (node.kind === 'text' && node.tabular) surface.saying(node.text, draw);
      else draw();
    }
  }
}

function drawGroup(writer: Writer, surface: PdfSurface, group: GroupNode, opacity: number): void {
  const { clip, shift, children } = group;
  surface.save();
  if (shift) surface.translate(shift.dx, shift.dy);
  if (clip) {
    surface.beginPath();
    surface.rect(clip.x, clip.y, clip.widthPx, clip.heightPx);
    surface.clip();
  }
  if (opacity >= 1) drawNodes(writer, surface, children, 1);
  else {
    const inside = new PdfSurface(writer.book, [1, 0, 0, 1, 0, 0]);
    drawNodes(writer, inside, children, 1);
    surface.globalAlpha = opacity;
    surface.drawGroup(writer.book.group(inside.content(), writer.reachPx));
  }
  surface.restore();
}
