import { monogramOf, type PictureRef, squareOf } from '../../../chart/pictures';
import { fontOf, labelNode } from '../../../chart/text-block';
import type { Chart } from '../../../project/chart';
import { inkOn, mixColours } from '../../../scale/colour';
import type { SceneNode, Subject } from '../../../scene/scene';

/** How pictures at heads look. */
interface PictureLook {
  readonly chart: Chart;
  readonly picturePx: number;
  readonly gapPx: number;
}

/** Whose picture it is, and where it stands. */
interface PicturedHead {
  readonly category: number;
  /** null where letters stand for it. */
  readonly ref: PictureRef | null;
  readonly called: string;
  readonly colour: string;
  /** Where it starts, and its middle. */
  readonly x: number;
  readonly y: number;
  readonly opacity: number;
}

/**
 * Adds the picture before the label of a head, or the letters that stand for one.
 *
 * @returns How far the label has to move along for it.
 */
export function pushHeadPicture(look: PictureLook, head: PicturedHead, nodes: SceneNode[]): number {
  const { picturePx: heightPx, gapPx, chart } = look;
  if (heightPx <= 0) return 0;
  const { category, ref, called, colour, x, y, opacity } = head;
  const { shape, monograms } = chart.dress.pictures;
  if (!ref && !monograms) return 0;
  const aspect = ref && shape === 'plain' ? Math.min(1.5, Math.max(0.5, ref.aspect)) : 1;
  const box = { x, y: y - heightPx / 2, widthPx: heightPx * aspect, heightPx };
  const id = `picture:${category}`;
  const subject: Subject = { part: 'picture', category };
  const radiusPx = shape === 'round' ? heightPx / 2 : shape === 'square' ? heightPx * 0.12 : 0;
  if (ref) {
    const cut = shape === 'plain' ? {} : { crop: squareOf(ref.aspect), radiusPx };
    nodes.push({ kind: 'image', id, subject, ...box, imageId: ref.imageId, opacity, ...cut });
  } else {
    const disc = mixColours(colour, '#FFFFFF', 0.78);
    const font = fontOf({ ...chart.dress.labels.name, weight: 700, italic: false, spacing: 0 }, heightPx * 0.42);
    nodes.push(
      { kind: 'rect', id, subject, ...box, radiusPx: radiusPx || heightPx * 0.12, fill: disc, opacity },
      labelNode({
        id: `${id}:letters`,
        subject,
        text: monogramOf(called),
        x: x + box.widthPx / 2,
        y: y + font.sizePx * 0.35,
        font,
        fill: inkOn(disc),
        align: 'middle',
        opacity,
        tabular: false,
      }),
    );
  }
  return box.widthPx + gapPx;
}
