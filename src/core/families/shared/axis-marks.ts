import type { Box } from '../../chart/box';
import { ASCENT, cased, DESCENT, labelNode } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { decimalsOfInterval } from '../../scale/ticks';
import type { SceneNode } from '../../scene/scene';
import { fitText } from '../../scene/text-fit';
import { alongPx, clampedX, gridLine, type MarkLine, subject, type ValueAxis } from './axis-place';
import type { Domain } from './domain';

/** Rows that labels of lines are spread over. */
export const MARK_ROWS = 3;
/** How near the end of the axis a line begins to fade, as a share of it. */
const EDGE = 0.02;

/** The lines at targets and at the average, with their words; drawn over the field. */
export function markNodes(axis: ValueAxis, field: Box, domain: Domain, average: number): SceneNode[] {
  const { chart, frame, font, direction, marks, markOffsetPx } = axis;
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
    const { text, sizePx } = wordsOf(axis, mark, average);
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
    const lying = direction === 'lying';
    const under = field.y + field.heightPx + markOffsetPx + row * rowPx + font.sizePx * (ASCENT + 0.2);
    const over = field.y - row * rowPx - font.sizePx * (DESCENT + 0.2);
    const beside = start ? field.x + field.widthPx + markOffsetPx + font.sizePx * 0.5 : field.x - font.sizePx * 0.5;
    const node = labelNode({
      id: `mark:${i}:label`,
      subject,
      text,
      x: lying ? place : beside,
      y: lying ? (start ? under : over) : place + font.sizePx * 0.35,
      font,
      fill: stroke,
      align: lying ? 'middle' : start ? 'start' : 'end',
      opacity: strength,
      tabular: true,
    });
    return [line, node];
  });
}

/** What stands beside a line, and the room that it takes along the axis. */
interface MarkWords {
  readonly text: string;
  readonly sizePx: number;
}

/** Words that stay the same through a film: only the average's change. */
const stillWords = new WeakMap<ValueAxis, Map<MarkLine, MarkWords>>();

function wordsOf(axis: ValueAxis, mark: MarkLine, average: number): MarkWords {
  if (mark.kind === 'average') return fittedWords(axis, `Average ${axis.formatValue(average)}`);
  const ofAxis = stillWords.get(axis) ?? new Map<MarkLine, MarkWords>();
  stillWords.set(axis, ofAxis);
  const words = ofAxis.get(mark) ?? fittedWords(axis, [mark.label, valueWords(axis, mark)].filter(Boolean).join(' '));
  ofAxis.set(mark, words);
  return words;
}

function fittedWords({ chart, frame, font, direction, markLimitPx, measure }: ValueAxis, label: string): MarkWords {
  const lying = direction === 'lying';
  const limitPx = lying ? frame.plot.widthPx * 0.4 : markLimitPx;
  const text = fitText(cased(label, chart.dress.labels.tick), font, limitPx, measure);
  // Digits as wide as each other: a number that counts does not tremble.
  const sizePx = lying ? measure(text.replace(/\d/g, '0'), font) + font.sizePx : font.sizePx * (ASCENT + DESCENT + 0.1);
  return { text, sizePx };
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
