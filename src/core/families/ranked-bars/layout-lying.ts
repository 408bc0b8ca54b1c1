import { lineWidth } from '../../scene/layout-text';
import { extremesOf } from '../shared/domain';
import { fitNames } from '../shared/fitted-names';
import { barStyleOf } from './document';
import {
  type BarLayout,
  emptyName,
  endOf,
  fontsOf,
  onBarPx,
  type Room,
  showsRanks,
  twoLinesFit,
  valueFontOf,
  widestAspect,
  widestOf,
  widestValue,
} from './label-room';

const NAME_SHARE = 0.3;
/** A label is at most this share of its place high, so that labels of neighbours keep apart. */
const LABEL_SHARE = 0.6;

/** Bars that grow to the right: names, pictures and ranks stand at their left. */
export function layoutLying(room: Room): BarLayout {
  const { chart, stage, frame, axis, places, domain, measure } = room;
  const { plot, unit } = frame;
  const { labels, pictures } = chart.dress;
  const style = barStyleOf(chart);
  const top = plot.y + axis.insets.top;
  const heightPx = Math.max(1, plot.heightPx - axis.insets.top - axis.insets.bottom);
  const slotPx = Math.min(24 * unit, heightPx / places);
  const thickPx = slotPx * style.thickness;
  // A tall stage has less room beside the bars, so names and numbers are smaller there.
  const largest = stage.heightPx > stage.widthPx ? 3.2 : 4.2;
  const { headPx, depth } = endOf(room, thickPx, slotPx);
  const sizePx = Math.max(1, Math.min(largest * unit, slotPx * 0.5));
  const limitSize = (times: number) => Math.max(1, Math.min(sizePx * times, slotPx * LABEL_SHARE));
  const gapPx = sizePx * 0.4;
  const [min, max] = extremesOf(domain);
  const valueLimit = plot.widthPx * (min < 0 && max > 0 ? 0.2 : 0.34);
  const valueFont = valueFontOf(room, limitSize(labels.value.size * 0.94), valueLimit);
  const picturePx = pictures.shown ? thickPx * pictures.size : 0;
  const fonts = fontsOf(room, sizePx, valueFont, picturePx);
  const mixed = min < 0 && max > 0;
  const inside = style.names === 'inside';
  // A bar that is too short for labels inside has them outside, so there is room for them wherever bars may be short.
  const widest = (sign: 1 | -1) =>
    style.values === 'outside' || (style.values === 'inside' && (mixed || inside))
      ? widestValue(room, sign, fonts.value) + gapPx
      : 0;
  const rankPx = showsRanks(room)
    ? lineWidth('0'.repeat(String(places).length), fonts.rank, true, measure) + sizePx * 0.5
    : 0;
  const names =
    style.names === 'hidden'
      ? room.categoryNames.map(() => emptyName(fonts.value))
      : fitNames(
          room.categoryNames,
          {
            style: labels.name,
            sizePx: limitSize(labels.name.size),
            limitPx: plot.widthPx * (inside && mixed ? NAME_SHARE / 2 : NAME_SHARE),
            rule: twoLinesFit(style.longNames, slotPx, limitSize(labels.name.size)),
          },
          measure,
        );
  const gutterPx = style.names === 'beside' ? widestOf(names) : 0;
  const besidePx = pictures.shown && pictures.at === 'beside' ? picturePx * widestAspect(pictures.shape) + gapPx : 0;
  const nameAt = plot.x + rankPx + gutterPx + (rankPx > 0 && gutterPx > 0 ? gapPx * 0.5 : 0);
  const pictureAt = nameAt + (gutterPx > 0 ? gapPx : 0) + besidePx - (besidePx > 0 ? gapPx : 0);
  const foot = besidePx > 0 ? pictureAt : nameAt;
  const namesPx = inside && mixed ? widestOf(names) + gapPx : 0;
  const insidePx = namesPx + (mixed ? onBarPx(room, picturePx) : 0);
  const lesser = foot + (foot > plot.x ? gapPx : 0) + headPx;
  const x = lesser + (min < 0 ? widest(-1) + insidePx : 0);
  // Without a label behind it the longest bar still ends clear of the margin.
  const rightPx =
    headPx + ((max > 0 ? widest(1) + insidePx : 0) || (axis.chart.dress.axis.ticks ? axis.font.sizePx : 0));
  const widthPx = Math.max(plot.widthPx * 0.1, plot.x + plot.widthPx - axis.insets.right - rightPx - x);
  const box = { x, y: top, widthPx, heightPx: slotPx * places };
  return {
    field: box,
    clip: { x: 0, y: top, widthPx: stage.widthPx, heightPx: box.heightPx },
    slotPx,
    thickPx,
    picturePx,
    headPx,
    depth,
    fonts,
    names,
    nameAt,
    pictureAt,
    rankAt: plot.x,
    nameRoomPx: gutterPx,
    reach: { lesser, greater: plot.x + plot.widthPx - axis.insets.right },
  };
}
