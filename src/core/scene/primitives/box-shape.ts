import type { ImageNode, RectNode } from '../scene';
import type { Surface } from '../surface';
import { svgNumber } from '../svg-writer';

type BoxNode = RectNode | ImageNode;

/** Roundness of a box's corners: never more than half its sides. */
function radiusOf({ radiusPx = 0, widthPx, heightPx }: BoxNode): number {
  return Math.max(0, Math.min(radiusPx, widthPx / 2, heightPx / 2));
}

/** Gives the surface the path of a box, rounded where it is. */
export function traceBox(surface: Surface, node: BoxNode): void {
  surface.beginPath();
  const radius = radiusOf(node);
  if (radius > 0) surface.roundRect(node.x, node.y, node.widthPx, node.heightPx, radius);
  else surface.rect(node.x, node.y, node.widthPx, node.heightPx);
}

/** Place and size of a box as SVG attributes. */
export function svgBox({ x, y, widthPx, heightPx }: Pick<BoxNode, 'x' | 'y' | 'widthPx' | 'heightPx'>): string {
  const n = svgNumber;
  return `x="${n(x)}" y="${n(y)}" width="${n(Math.max(0, widthPx))}" height="${n(Math.max(0, heightPx))}"`;
}

/** The attribute of rounded corners; nothing where they are sharp. */
export function svgRoundness(node: BoxNode): string {
  const radius = radiusOf(node);
  return radius > 0 ? ` rx="${svgNumber(radius)}"` : '';
}
