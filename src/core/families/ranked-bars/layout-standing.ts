import { ASCENT, DESCENT } from '../../chart/text-block';
import type { Font } from '../../scene/text-fit';
import { extremesOf } from '../shared/domain';
import { fitNames } from '../shared/fitted-names';
import { barStyleOf } from './document';
import { type BarLayout, emptyName, endOf, fontsOf, onBarPx, type Room, showsRanks, valueFontOf } from './label-room';

/** Room for names below the bars while two pass, in lines. */
const PASSING_LINES = 1.5;

/** Bars that grow upwards: names, pictures and ranks stand below them. */
export function layoutStanding(room: Room): BarLayout {
  const { chart, stage, frame, axis, places, domain, measure } = room;
  const { plot, unit } = frame;
  const { labels, pictures } = chart.dress;
  const style = barStyleOf(chart);
  const x = plot.x + axis.insets.left;
  const widthPx = Math.max(1, plot.widthPx - axis.insets.left - axis.insets.right);
  const slotPx = Math.min(60 * unit, widthPx / places);
  const thickPx = slotPx * style.thickness;
  const sizePx = Math.max(1, Math.min(3.2 * unit, slotPx * 0.34));
  const gapPx = sizePx * 0.4;
  const { headPx, depth } = endOf(room, thickPx, slotPx);
  const [min, max] = extremesOf(domain);
  const valueSize = valueFontOf(room, sizePx * labels.value.size, slotPx * 0.94);
  const picturePx = pictures.shown ? Math.min(thickPx * pictures.size, 12 * unit, plot.heightPx * 0.16) : 0;
  const fonts = fontsOf(room, sizePx, valueSize, picturePx);
  const nameSize = Math.max(1, sizePx * labels.name.size);
  const names =
    style.names === 'hidden'
      ? room.categoryNames.map(() => emptyName(fonts.value))
      : fitNames(
          room.categoryNames,
          { style: labels.name, sizePx: nameSize, limitPx: slotPx * 0.92, rule: style.longNames },
          measure,
        );
  // Two names that pass one another stand in two rows for a moment, smaller, but not too small to be read.
  const passes = chart.own.passing === 'step-aside' && chart.own.order !== 'table';
  const lines = names.reduce((most, { lines: own }) => Math.max(most, own.length), passes ? PASSING_LINES : 1);
  const linePx = (font: Font) => font.sizePx * (ASCENT + DESCENT);
  const namesPx = style.names === 'beside' ? gapPx + lines * nameSize * 1.16 : 0;
  const besidePx = pictures.shown && pictures.at === 'beside' ? picturePx + gapPx : 0;
  const ranksPx = showsRanks(room) ? linePx(fonts.rank) + gapPx * 0.5 : 0;
  const mixed = min < 0 && max > 0;
  const outerPx = style.names === 'inside' ? lines * nameSize * 1.16 + gapPx : 0;
  const valuePx =
    (style.values === 'hidden' ? 0 : linePx(fonts.value) + gapPx) + (mixed ? outerPx + onBarPx(room, picturePx) : 0);
  const top = plot.y + axis.insets.top + (max > 0 ? valuePx : 0) + headPx;
  const bottom =
    plot.y + plot.heightPx - axis.insets.bottom - namesPx - besidePx - ranksPx - headPx - (min < 0 ? valuePx : 0);
  const box = { x, y: top, widthPx: slotPx * places, heightPx: Math.max(plot.heightPx * 0.1, bottom - top) };
  const foot = box.y + box.heightPx + headPx + (min < 0 ? valuePx : 0);
  return {
    field: box,
    clip: { x, y: 0, widthPx: box.widthPx, heightPx: stage.heightPx },
    slotPx,
    thickPx,
    picturePx,
    headPx,
    depth,
    fonts,
    names,
    pictureAt: foot + gapPx,
    nameAt: foot + besidePx + gapPx,
    rankAt: foot + besidePx + namesPx + gapPx * 0.5,
    nameRoomPx: lines * nameSize * 1.16,
    reach: { lesser: foot, greater: plot.y + axis.insets.top },
  };
}
