import { type PictureRef, squareOf } from '../../chart/pictures';
import type { PictureStyle } from '../../project/dress';
import type { ImageNode } from '../../scene/scene';

/** Where a picture stands: its middle, and the longer of its sides. */
export interface PicturePlace {
  readonly x: number;
  readonly y: number;
  readonly sidePx: number;
  readonly opacity: number;
}

/** The picture of a category in the shape that the look gives it: round, a square, or as it is. */
export function pictureNode(
  category: number,
  ref: PictureRef,
  { shape }: Pick<PictureStyle, 'shape'>,
  { x, y, sidePx, opacity }: PicturePlace,
): ImageNode {
  const aspect = shape === 'plain' ? ref.aspect : 1;
  const [widthPx, heightPx] = aspect >= 1 ? [sidePx, sidePx / aspect] : [sidePx * aspect, sidePx];
  return {
    kind: 'image',
    id: `picture:${category}`,
    subject: { part: 'picture', category },
    x: x - widthPx / 2,
    y: y - heightPx / 2,
    widthPx,
    heightPx,
    imageId: ref.imageId,
    opacity,
    ...(shape === 'plain' ? {} : { crop: squareOf(ref.aspect) }),
    ...(shape === 'round' ? { radiusPx: sidePx / 2 } : shape === 'square' ? { radiusPx: sidePx * 0.12 } : {}),
  };
}
