import type { ImageNode } from '../scene';
import { escapeXml, svgOpacity } from '../svg-writer';
import { svgBox, svgRoundness, traceBox } from './box-shape';
import { boundsOfBox, holds, type Primitive } from './primitive';

const whole = { x: 0, y: 0, width: 1, height: 1 };

/** Pictures, cropped and cut round or not. */
export const image: Primitive<ImageNode> = {
  draw(surface, node, { images }) {
    const picture = images.get(node.imageId);
    if (!picture || node.widthPx <= 0 || node.heightPx <= 0) return;
    const { x, y, width, height } = node.crop ?? whole;
    if (node.radiusPx) {
      surface.save();
      traceBox(surface, node);
      surface.clip();
    }
    surface.drawImage(
      picture,
      x * picture.width,
      y * picture.height,
      width * picture.width,
      height * picture.height,
      node.x,
      node.y,
      node.widthPx,
      node.heightPx,
    );
    if (node.radiusPx) surface.restore();
  },
  /** The picture stands in a space of its own, one wide and one high, of which the crop is the window. */
  svg(node, writer) {
    const href = writer.images.get(node.imageId);
    if (!href) return '';
    const { x, y, width, height } = node.crop ?? whole;
    const window = `<svg ${svgBox(node)} viewBox="${x} ${y} ${width} ${height}" preserveAspectRatio="none"><image width="1" height="1" preserveAspectRatio="none" href="${escapeXml(href)}"/></svg>`;
    if (!node.radiusPx) return `<g${svgOpacity(node.opacity)}>${window}</g>`;
    const id = writer.id();
    return `<clipPath id="${id}"><rect ${svgBox(node)}${svgRoundness(node)}/></clipPath><g clip-path="url(#${id})"${svgOpacity(node.opacity)}>${window}</g>`;
  },
  bounds: boundsOfBox,
  covers: (node, x, y) => holds(boundsOfBox(node), x, y),
  rows(node) {
    const { top, bottom } = boundsOfBox(node);
    return { from: top, to: bottom };
  },
};
