import type { Background } from '../project/background';
import type { Stage } from '../project/film';
import type { Picture } from '../project/film-parts';
import type { SceneNode } from '../scene/scene';
import { blurredImageId } from './pictures';

/** The colour under everything; null in a film that lies over other footage. */
export function backgroundColour(background: Background): string | null {
  return background.kind === 'clear' ? null : background.colour;
}

/** Gradient or picture behind everything. */
export function backgroundNodes(stage: Stage, pictures: readonly Picture[]): SceneNode[] {
  const { background, widthPx, heightPx } = stage;
  const whole = { x: 0, y: 0, widthPx, heightPx };
  const subject = { part: 'background' as const };
  if (background.kind === 'linear') {
    const angle = (background.angleDeg / 180) * Math.PI;
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    // Long enough that the corners have the pure colours.
    const reach = (Math.abs(dx) * widthPx + Math.abs(dy) * heightPx) / 2;
    const [x, y] = [widthPx / 2, heightPx / 2];
    const fill = {
      kind: 'linear' as const,
      x0: x - dx * reach,
      y0: y - dy * reach,
      x1: x + dx * reach,
      y1: y + dy * reach,
      from: background.colour,
      to: background.to,
    };
    return [{ kind: 'rect', id: 'background', subject, ...whole, fill }];
  }
  if (background.kind === 'radial') {
    const fill = {
      kind: 'radial' as const,
      x: widthPx / 2,
      y: heightPx / 2,
      radiusPx: Math.hypot(widthPx, heightPx) / 2,
      from: background.colour,
      to: background.to,
    };
    return [{ kind: 'rect', id: 'background', subject, ...whole, fill }];
  }
  if (background.kind !== 'picture') return [];
  const picture = pictures.find(({ id }) => id === background.pictureId);
  if (!picture) return [];
  const aspect = picture.widthPx / picture.heightPx;
  const stageAspect = widthPx / heightPx;
  const imageId = background.blur > 0 ? blurredImageId(picture.id, background.blur) : picture.id;
  const wider = aspect > stageAspect;
  const image: SceneNode =
    background.fit === 'fill'
      ? {
          kind: 'image',
          id: 'background',
          subject,
          ...whole,
          imageId,
          crop: wider
            ? { x: (1 - stageAspect / aspect) / 2, y: 0, width: stageAspect / aspect, height: 1 }
            : { x: 0, y: (1 - aspect / stageAspect) / 2, width: 1, height: aspect / stageAspect },
        }
      : {
          kind: 'image',
          id: 'background',
          subject,
          x: wider ? 0 : (widthPx - heightPx * aspect) / 2,
          y: wider ? (heightPx - widthPx / aspect) / 2 : 0,
          widthPx: wider ? widthPx : heightPx * aspect,
          heightPx: wider ? widthPx / aspect : heightPx,
          imageId,
        };
  const dim: SceneNode = {
    kind: 'rect',
    id: 'background:dim',
    subject,
    ...whole,
    fill: background.colour,
    opacity: background.dim,
  };
  return background.dim > 0 ? [image, dim] : [image];
}
