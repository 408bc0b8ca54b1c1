import { cssFont } from '@/core/scene/css-font';
import type { Font, MeasureText } from '@/core/scene/text-fit';

type TextContext = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

const MAX_KEPT = 20_000;

/**
 * Measures text with the fonts that a canvas has loaded. Widths are kept, since the same names and digits are asked
 * for in every frame.
 */
export function createMeasure(context: TextContext): MeasureText {
  let byFont = new WeakMap<Font, Map<string, number>>();
  let kept = 0;
  return (text, font) => {
    let widths = byFont.get(font);
    if (!widths) {
      widths = new Map();
      byFont.set(font, widths);
    }
    const known = widths.get(text);
    if (known !== undefined) return known;
    if (++kept > MAX_KEPT) {
      byFont = new WeakMap([[font, widths]]);
      widths.clear();
      kept = 0;
    }
    context.save();
    context.font = cssFont(font);
    const spacing = font.spacing ? [...text].length * font.spacing * font.sizePx : 0;
    const width = context.measureText(text).width + spacing;
    context.restore();
    widths.set(text, width);
    return width;
  };
}
