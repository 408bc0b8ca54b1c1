import { cased, fontOf } from '../../chart/text-block';
import type { BarStyle } from '../../project/dress';
import type { TextStyle } from '../../project/text-style';
import { type Font, fitText, type MeasureText, wrapText } from '../../scene/text-fit';

/** A category's name as it fits its room. */
export interface FittedName {
  readonly lines: readonly string[];
  readonly font: Font;
  readonly widthPx: number;
}

/** The smallest that a name shrinks to, as a share of its usual size. */
const LEAST_SHRINK = 0.6;
/** Size of names that may take two lines. */
const TWO_LINES = 0.84;

/** What room names have, and what becomes of those that are too wide. */
interface NameRoom {
  readonly style: TextStyle;
  readonly sizePx: number;
  readonly limitPx: number;
  readonly rule: BarStyle['longNames'];
}

/**
 * Fits names into a width by the rule that the person chose: cut with an ellipsis, two lines, or smaller letters (and
 * cut where even the smallest are too wide).
 */
export function fitNames(names: readonly string[], room: NameRoom, measure: MeasureText): FittedName[] {
  const { style, sizePx, limitPx, rule } = room;
  const usual = fontOf(style, sizePx);
  const small = fontOf(style, sizePx * TWO_LINES);
  // Few sizes, so that few fonts have to be measured.
  const sizes = Array.from({ length: 9 }, (_, i) => fontOf(style, sizePx * (1 - (i * (1 - LEAST_SHRINK)) / 8)));
  const done = (lines: readonly string[], font: Font): FittedName => ({
    lines,
    font,
    widthPx: Math.max(0, ...lines.map((line) => measure(line, font))),
  });
  const cut = (lines: readonly string[]) => lines.some((line) => line.endsWith('…'));
  const cases = names.map((raw) => cased(raw, style));
  const whole = cases.map((name) => fitText(name, usual, limitPx, measure));
  if (rule === 'cut' || !cut(whole)) return whole.map((line) => done([line], usual));
  if (rule === 'wrap') {
    // One size for all that fit it, so that neighbours look alike.
    return cases.map((name) => {
      const fitting = sizes
        .slice(2)
        .find((font) => !cut(wrapText(name, { font, widthPx: limitPx, maxLines: 2 }, measure)));
      const font = !fitting || fitting.sizePx > small.sizePx ? small : fitting;
      return done(wrapText(name, { font, widthPx: limitPx, maxLines: 2 }, measure), font);
    });
  }
  return cases.map((name) => {
    const font = sizes.find((each) => measure(name.slice(0, 300), each) <= limitPx) ?? sizes.at(-1) ?? usual;
    return done([fitText(name, font, limitPx, measure)], font);
  });
}
