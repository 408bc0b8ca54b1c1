import type { Box } from '../../chart/box';
import { ASCENT, cased, DESCENT } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import type { SceneNode, TextNode } from '../../scene/scene';
import { fitText } from '../../scene/text-fit';
import { alongPx, clampedX, gridLine, subject, type ValueAxis } from './axis-place';
import type { Domain } from './domain';

/** Rows that labels of lines are spread over. */
export const MARK_ROWS = 3;
/** How near the end of the axis a line begins to fade, as a share of it. */
const EDGE = 0.02;

/** The lines at targets and at the average, with their words; drawn over the field. */
export function markNodes(axis: ValueAxis, field: Box, domain: Domain, average: number): SceneNode[] {
  const { chart, frame, font, direction, marks, measure } = axis;
  const start = chart.dress.axis.side === 'start';
  const drawn: { along: number; sizePx: number; row: number }[] = [];
  return marks.flatMap((mark, i): SceneNode[] => {
    const value = mark.kind === 'average' ? average : mark.value;
    if (!Number.isFinite(value)) return [];
    const share = (value / 2 - domain.min / 2) / (domain.max / 2 - domain.min / 2);
    // A target comes into view as the axis reaches it.
    const inside = Math.min(smoothStep((share + EDGE) / EDGE), smoothStep((1 - share + EDGE) / EDGE));
    if (inside <= 0) return [];
    const along = alongPx(direction, field, domain, value);
    const label =
      mark.kind === 'average'
        ? `Average ${axis.formatValue(value)}`
        : [mark.label, axis.formatValue(value)].filter(Boolean).join(' ');
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
    const stroke = mark.kind === 'average' ? frame.inks.quiet : frame.inks.strong;
    const line: SceneNode = {
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
              ? field.y + field.heightPx + row * rowPx + font.sizePx * (ASCENT + 0.2)
              : field.y - row * rowPx - font.sizePx * (DESCENT + 0.2),
            tabular: true,
          }
        : {
            ...base,
            align: start ? 'start' : 'end',
            x: start ? field.x + field.widthPx + font.sizePx * 0.5 : field.x - font.sizePx * 0.5,
            y: place + font.sizePx * 0.35,
            tabular: true,
          };
    return [line, node];
  });
}
