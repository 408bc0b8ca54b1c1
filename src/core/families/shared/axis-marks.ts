import type { Box } from '../../chart/box';
import { ASCENT, cased, DESCENT } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { decimalsOfInterval } from '../../scale/ticks';
import type { SceneNode, TextNode } from '../../scene/scene';
import { fitText } from '../../scene/text-fit';
import { alongPx, clampedX, gridLine, type MarkLine, subject, type ValueAxis } from './axis-place';
import type { Domain } from './domain';

/** Rows that labels of lines are spread over. */
export const MARK_ROWS = 3;
/** How near the end of the axis a line begins to fade, as a share of it. */
const EDGE = 0.02;

/** The lines at targets and at the average, with their words; drawn over the field. */
export function markNodes(axis: ValueAxis, field: Box, domain: Domain, average: number): SceneNode[] {
  const { chart, frame, font, direction, marks, markOffsetPx, measure } = axis;
  const start = chart.dress.axis.side !== 'end';
  const drawn: { along: number; sizePx: number; row: number }[] = [];
  return marks.flatMap((mark, i): SceneNode[] => {
    const stretch = mark.kind === 'band' ? bandOn(axis, field, domain, mark) : null;
    const value = mark.kind === 'average' ? average : mark.value;
    if (!Number.isFinite(value)) return [];
    const share = (value / 2 - domain.min / 2) / (domain.max / 2 - domain.min / 2);
    // A target comes into view as the axis reaches it, and a band as there is some of it.
    const inside = stretch
      ? smoothStep(stretch.px / font.sizePx)
      : Math.min(smoothStep((share + EDGE) / EDGE), smoothStep((1 - share + EDGE) / EDGE));
    if (inside <= 0) return [];
    const along = stretch ? stretch.middle : alongPx(direction, field, domain, value);
    const label =
      mark.kind === 'average'
        ? `Average ${axis.formatValue(value)}`
        : [mark.label, valueWords(axis, mark)].filter(Boolean).join(' ');
    const text = fitText(
      cased(label, chart.dress.labels.tick),
      font,
      direction === 'lying' ? frame.plot.widthPx * 0.4 : axis.markLimitPx,
      measure,
    );
    const sizePx =
      direction === 'lying'
        ? measure(text.replace(/\d/g, '0'), font) + font.sizePx
        : font.sizePx * (ASCENT + DESCENT + 0.1);
    const row = direction === 'lying' ? i % MARK_ROWS : 0;
    const place = direction === 'lying' ? clampedX(axis, text, along) : along;
    // Of two labels that meet, the later one steps back before they touch.
    let strength = inside;
    for (const other of drawn) {
      if (other.row === row)
        strength = Math.min(
          strength,
          smoothStep((Math.abs(other.along - place) / ((other.sizePx + sizePx) / 2) - 1) * 4),
        );
    }
    drawn.push({ along: place, sizePx, row });
    const stroke = mark.kind === 'target' ? frame.inks.strong : frame.inks.quiet;
    const line: SceneNode = stretch
      ? { kind: 'rect', id: `mark:${i}`, subject, ...stretch.box, fill: frame.inks.strong, opacity: BAND * inside }
      : {
          kind: 'path',
          id: `mark:${i}`,
          subject,
          path: gridLine(axis, field, along),
          stroke,
          strokeWidthPx: 0.22 * frame.unit,
          dashPx: 0.9 * frame.unit,
          opacity: inside,
        };
    if (strength <= 0) return [line];
    const rowPx = font.sizePx * (ASCENT + DESCENT + 0.35);
    const base = { kind: 'text' as const, id: `mark:${i}:label`, subject, text, font, fill: stroke, opacity: strength };
    const node: TextNode =
      direction === 'lying'
        ? {
            ...base,
            align: 'middle',
            x: place,
            y: start
              ? field.y + field.heightPx + markOffsetPx + row * rowPx + font.sizePx * (ASCENT + 0.2)
              : field.y - row * rowPx - font.sizePx * (DESCENT + 0.2),
            tabular: true,
          }
        : {
            ...base,
            align: start ? 'start' : 'end',
            x: start ? field.x + field.widthPx + markOffsetPx + font.sizePx * 0.5 : field.x - font.sizePx * 0.5,
            y: place + font.sizePx * 0.35,
            tabular: true,
          };
    return [line, node];
  });
}

/** How strongly a band is shaded. */
const BAND = 0.1;

/** The part of a band that the axis holds, on screen. */
function bandOn(
  axis: ValueAxis,
  field: Box,
  { min, max, ...domain }: Domain,
  { value, to = value }: MarkLine,
): { readonly box: Box; readonly middle: number; readonly px: number } {
  const held = (end: number) => Math.min(max, Math.max(min, end));
  const ends = [held(value), held(to)].map((end) => alongPx(axis.direction, field, { min, max, ...domain }, end));
  const [start, px] = [Math.min(...ends), Math.abs((ends[1] ?? 0) - (ends[0] ?? 0))];
  const box = axis.direction === 'lying' ? { ...field, x: start, widthPx: px } : { ...field, y: start, heightPx: px };
  return { box, middle: start + px / 2, px };
}

/** The value of a line, or both of a band, the lower one first. */
function valueWords({ formatValue, formatTick }: ValueAxis, { value, to }: MarkLine): string {
  // What has more decimals than the data is written as the person gave it.
  const written = (each: number) => {
    const decimals = decimalsOfInterval(each);
    return decimals > 0 ? formatTick(Math.min(12, decimals))(each) : formatValue(each);
  };
  if (to === undefined) return written(value);
  return `${written(Math.min(value, to))} to ${written(Math.max(value, to))}`;
}
