import type { PdfFont } from './pdf-font';
import { hex4, pdfNumber as n } from './pdf-text';
import type { ShapedGlyph } from './typeface';

/** How much letters lean that the page slants itself, since no shipped font has a slanted form: as browsers do it. */
const SLANT = 0.25;
/** Differences of places below this are not written, in parts of the size. */
const SAME = 0.0005;

/**
 * Glyphs of one font as operators, each where shaping has put it. Source: ISO 32000-1, 9.4.
 *
 * @returns The operators, and how far the next glyphs stand from here, in stage pixels.
 */
export function showGlyphs(
  font: PdfFont,
  glyphs: readonly ShapedGlyph[],
  { sizePx, italic, spacingPx }: { readonly sizePx: number; readonly italic?: boolean; readonly spacingPx: number },
  x: number,
  y: number,
): { readonly rows: string[]; readonly advancePx: number } {
  const rows = [`BT /${font.name} ${n(sizePx)} Tf`];
  // In parts of the size: where the next glyph belongs, and where it would stand by the widths alone.
  let [pen, shown, row] = [0, 0, ''];
  let raised = false;
  const end = () => {
    if (row !== '') rows.push(`[${row}] TJ`);
    row = '';
  };
  for (const [i, { id, cluster, advance, dx, dy }] of glyphs.entries()) {
    if (i === 0 || dy !== 0 || raised) {
      end();
      const place = [1, 0, italic ? SLANT : 0, -1, x + (pen + dx) * sizePx, y - dy * sizePx];
      rows.push(`${place.map(n).join(' ')} Tm`);
      shown = pen + dx;
    } else if (Math.abs(pen + dx - shown) > SAME) {
      row += n((shown - pen - dx) * 1000);
      shown = pen + dx;
    }
    raised = dy !== 0;
    row += `<${hex4(id)}>`;
    shown += font.width(id) / 1000;
    pen += advance + (glyphs[i + 1]?.cluster === cluster ? 0 : spacingPx / sizePx);
  }
  end();
  rows.push('ET');
  return { rows, advancePx: pen * sizePx };
}
