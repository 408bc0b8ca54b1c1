import type { Font } from './text-fit';

/** Fallbacks for characters that the shipped fonts do not have. */
const FALLBACK = "'Noto Sans', 'Rubik', 'Liberation Sans', system-ui, sans-serif";

/** Sizes of fonts go by so many steps a pixel. */
const STEPS = 8;

/**
 * The size at which a font is drawn and measured. A browser keeps something of every size that it has drawn in for as long as it
 * lives: words that grow smoothly through a film of half an hour took a gigabyte. Steps of an eighth of a pixel are not seen.
 */
export function drawnPx(sizePx: number): number {
  return Math.max(1, Math.round(sizePx * STEPS)) / STEPS;
}

/** A font as CSS writes it. */
export function cssFont(font: Font): string {
  return `${font.italic ? 'italic ' : ''}${font.weight} ${drawnPx(font.sizePx)}px '${font.family}', ${FALLBACK}`;
}

/** The family list alone, for SVG. */
export function cssFamily(family: string): string {
  return `'${family}', ${FALLBACK}`;
}

/** The font that `cssFont` wrote. @throws Error for any other text. */
export function parseCssFont(css: string): Font {
  const match = /^(italic )?([\d.]+) ([\d.e-]+)px '([^']*)'/.exec(css);
  if (!match) throw new Error(`css: must be a font as scenes write it, received ${css}`);
  const [, italic, weight, sizePx, family = ''] = match;
  return { family, weight: Number(weight), sizePx: Number(sizePx), ...(italic ? { italic: true } : {}) };
}
