import { monogramOf, squareOf } from '../../chart/pictures';
import { labelNode } from '../../chart/text-block';
import { inkOn, mixColours } from '../../scale/colour';
import type { SceneNode, Subject } from '../../scene/scene';
import type { BarAt } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';

/** A picture's place on its bar. */
interface PicturePlace {
  readonly bar: BarAt;
  /** The middle of the bar across, on screen. */
  readonly middle: number;
  /** Along, on screen: where it starts, unless pictures stand beside the bars. */
  readonly along: number;
  /** Width by height. */
  readonly aspect: number;
  /** How strongly letters instead of a picture show, in [0, 1]. */
  readonly letters: number;
}

/** Adds the picture of a bar, or the letters that stand for it. It is as much smaller as the bar is slimmer. */
export function pushPicture(nodes: SceneNode[], plan: RankedBarsPlan, place: PicturePlace): void {
  const { chart, pictures, picturePx, pictureAt, thickPx } = plan;
  const { bar, middle, aspect } = place;
  const { pictures: style } = chart.dress;
  const { opacity } = bar;
  if (opacity <= 0) return;
  const lying = chart.dress.bars.direction === 'lying';
  const ref = pictures[bar.series] ?? null;
  const sidePx = picturePx * (bar.thickPx / thickPx);
  const restPx = picturePx * (lying ? aspect : 1);
  const alongPx = sidePx * (lying ? aspect : 1);
  const acrossPx = sidePx * (lying ? 1 : aspect);
  const start = style.at === 'beside' ? (lying ? pictureAt - restPx : pictureAt) : place.along;
  const along = start + (restPx - alongPx) / 2;
  const across = middle - acrossPx / 2;
  const box = lying
    ? { x: along, y: across, widthPx: alongPx, heightPx: acrossPx }
    : { x: across, y: along, widthPx: acrossPx, heightPx: alongPx };
  const id = `picture:${bar.category}`;
  const subject: Subject = { part: 'picture', category: bar.category };
  const radiusPx = style.shape === 'round' ? sidePx / 2 : style.shape === 'square' ? sidePx * 0.12 : 0;
  if (!ref) {
    pushLetters(nodes, plan, place, { id, subject, box, radiusPx: radiusPx || sidePx * 0.12 });
    return;
  }
  const crop = style.shape === 'plain' ? {} : { crop: squareOf(ref.aspect) };
  const round = radiusPx > 0 ? { radiusPx } : {};
  nodes.push({ kind: 'image', id, subject, ...box, imageId: ref.imageId, opacity, ...crop, ...round });
}

interface Disc {
  readonly id: string;
  readonly subject: Subject;
  readonly box: { readonly x: number; readonly y: number; readonly widthPx: number; readonly heightPx: number };
  readonly radiusPx: number;
}

/** A disc with the first letters of the name. */
function pushLetters(
  nodes: SceneNode[],
  { fonts, categoryNames, thickPx }: RankedBarsPlan,
  { bar, letters }: PicturePlace,
  { id, subject, box, radiusPx }: Disc,
): void {
  const { opacity } = bar;
  const disc = mixColours(bar.colour, '#FFFFFF', 0.78);
  nodes.push({ kind: 'rect', id, subject, ...box, radiusPx, fill: disc, opacity });
  const slim = bar.thickPx / thickPx;
  const font = slim === 1 ? fonts.monogram : { ...fonts.monogram, sizePx: fonts.monogram.sizePx * slim };
  nodes.push(
    labelNode({
      id: `${id}:letters`,
      subject,
      text: monogramOf(categoryNames[bar.series] ?? ''),
      x: box.x + box.widthPx / 2,
      y: box.y + box.heightPx / 2 + font.sizePx * 0.35,
      font,
      fill: inkOn(disc),
      align: 'middle',
      opacity: opacity * letters,
      tabular: false,
    }),
  );
}
