import type { PDFContext, PDFRef } from 'pdf-lib';
import { characterMap, hexText, pdfNumber as n } from './pdf-text';

/** Letters of one such font: as many as a byte tells apart. */
const PER_FONT = 256;
/** Width of each letter, in thousandths of the size. */
const WIDTH = 1000;

/**
 * Text that is not seen, laid over letters that are painted as a picture, so that they can be searched and copied. Its
 * fonts have empty glyphs. Source: ISO 32000-1, 9.6.5.
 */
export class HiddenText {
  private readonly codes = new Map<string, number>();

  /**
   * @param segments What a reader takes for one letter each.
   * @param nameOf What a font of these is called by, from its number.
   * @returns Operators that lay the letters over a stretch of a line, in stage pixels.
   */
  lay(
    segments: readonly string[],
    nameOf: (font: number) => string,
    at: { readonly x: number; readonly y: number; readonly widthPx: number; readonly sizePx: number },
  ): string[] {
    const step = at.widthPx / segments.length;
    return segments.flatMap((segment, i) => {
      const code = this.codes.get(segment) ?? this.codes.size;
      this.codes.set(segment, code);
      const name = nameOf(Math.floor(code / PER_FONT));
      const place = `${n(step / at.sizePx)} 0 0 -1 ${n(at.x + i * step)} ${n(at.y)} Tm`;
      const digits = (code % PER_FONT).toString(16).padStart(2, '0');
      return [`BT /${name} ${n(at.sizePx)} Tf ${place} <${digits}> Tj ET`];
    });
  }

  /** Writes one of the fonts. */
  embed(context: PDFContext, ref: PDFRef, font: number): void {
    const letters = [...this.codes.keys()].slice(font * PER_FONT, (font + 1) * PER_FONT);
    const map = letters.map((letter, i) => [i.toString(16).padStart(2, '0'), hexText(letter)] as const);
    context.assign(
      ref,
      context.obj({
        Type: 'Font',
        Subtype: 'Type3',
        FontBBox: [0, 0, 0, 0],
        FontMatrix: [0.001, 0, 0, 0.001, 0, 0],
        CharProcs: { nothing: context.register(context.stream(`${WIDTH} 0 d0`)) },
        Encoding: { Type: 'Encoding', Differences: [0, ...letters.map(() => 'nothing')] },
        FirstChar: 0,
        LastChar: letters.length - 1,
        Widths: letters.map(() => WIDTH),
        Resources: {},
        ToUnicode: context.register(context.flateStream(characterMap(map, '00'))),
      }),
    );
  }
}
