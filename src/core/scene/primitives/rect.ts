import type { RectNode } from '../scene';
import { svgOpacity } from '../svg-writer';
import { svgBox, svgRoundness, traceBox } from './box-shape';
import { surfacePaint, svgPaint } from './paint';
import { boundsOfBox, holds, type Primitive } from './primitive';
import { strokeSurface, svgStroke } from './stroke';

/** Boxes, rounded or not. */
export const rect: Primitive<RectNode> = {
  draw(surface, node) {
    traceBox(surface, node);
    if (node.fill) {
      surface.fillStyle = surfacePaint(surface, node.fill);
      surface.fill();
    }
    if (node.stroke) strokeSurface(surface, node.stroke, node);
  },
  svg(node, writer) {
    const fill = svgPaint(node.fill, writer);
    const stroke = svgStroke(node.stroke, node, writer);
    const shape = `<rect ${svgBox(node)}${svgRoundness(node)} fill="${fill.name}"${stroke.attributes}${svgOpacity(node.opacity)}/>`;
    return `${fill.definition}${stroke.definition}${shape}`;
  },
  bounds: boundsOfBox,
  covers: (node, x, y) => holds(boundsOfBox(node), x, y),
  rows(node) {
    const { top, bottom } = boundsOfBox(node);
    const reach = node.stroke ? (node.strokeWidthPx ?? 1) : 0;
    return { from: top - reach, to: bottom + reach };
  },
};
