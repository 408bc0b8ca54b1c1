import { type PDFContext, PDFHexString, type PDFRef } from 'pdf-lib';
import { characterMap, hex4, hexText } from './pdf-text';
import type { Subsetter } from './subsetter';
import type { ShapedGlyph, Typeface } from './typeface';

/** Flag of fonts whose glyphs are named by number alone. Source: ISO 32000-1, table 123. */
const SYMBOLIC = 4;

/** A font of a PDF: which glyphs were used and what they stand for, so that text can be searched and copied. */
export class PdfFont {
  private readonly texts = new Map<number, string>();

  constructor(
    /** By what pages call it. */
    readonly name: string,
    readonly ref: PDFRef,
    readonly face: Typeface,
  ) {}

  /** Notes what the glyphs of a text stand for. */
  use(text: string, glyphs: readonly ShapedGlyph[]): void {
    const starts = [...new Set(glyphs.map(({ cluster }) => cluster))].sort((a, b) => a - b);
    const ends = new Map(starts.map((start, i) => [start, starts[i + 1] ?? text.length]));
    let told = -1;
    for (const { id, cluster } of glyphs) {
      // The first glyph of those that stand for a letter together says the whole; the others say nothing.
      const meant = cluster === told ? '' : text.slice(cluster, ends.get(cluster));
      told = cluster;
      if (!this.texts.get(id)) this.texts.set(id, meant);
    }
  }

  /** Writes the font, cut down to what was used. */
  embed(context: PDFContext, subsetter: Subsetter): void {
    const { face } = this;
    const { ascent, descent, box, cubic } = face.metrics;
    const glyphs = [...this.texts.keys()].sort((a, b) => a - b);
    const file = context.register(
      context.flateStream(
        subsetter.cut(face.sfnt, [0, ...glyphs], face.weight),
        cubic ? { Subtype: 'OpenType' } : undefined,
      ),
    );
    const called = `${this.tag()}+${this.face.name}`;
    const descriptor = context.register(
      context.obj({
        Type: 'FontDescriptor',
        FontName: called,
        Flags: SYMBOLIC,
        FontBBox: [...box],
        ItalicAngle: 0,
        Ascent: ascent,
        Descent: descent,
        CapHeight: ascent,
        StemV: 80,
        [cubic ? 'FontFile3' : 'FontFile2']: file,
      }),
    );
    const meant = [...this.texts]
      .filter(([, text]) => text !== '')
      .map(([glyph, text]) => [hex4(glyph), hexText(text)] as const);
    const widths = glyphs.flatMap((glyph) => [glyph, [this.width(glyph)]]);
    const descendant = context.register(
      context.obj({
        Type: 'Font',
        Subtype: cubic ? 'CIDFontType0' : 'CIDFontType2',
        BaseFont: called,
        CIDSystemInfo: {
          Registry: PDFHexString.fromText('Adobe'),
          Ordering: PDFHexString.fromText('Identity'),
          Supplement: 0,
        },
        FontDescriptor: descriptor,
        W: widths,
        ...(cubic ? {} : { CIDToGIDMap: 'Identity' }),
      }),
    );
    context.assign(
      this.ref,
      context.obj({
        Type: 'Font',
        Subtype: 'Type0',
        BaseFont: called,
        Encoding: 'Identity-H',
        DescendantFonts: [descendant],
        ToUnicode: context.register(context.flateStream(characterMap(meant, '0000'))),
      }),
    );
  }

  /** Width of a glyph as the file tells it, in thousandths of the size. */
  width(glyph: number): number {
    return Math.round(this.face.width(glyph) * 1000);
  }

  /** Six letters that tell subsets of one font apart. */
  private tag(): string {
    let sum = 7;
    for (const glyph of this.texts.keys()) sum = (sum * 31 + glyph) % 26 ** 6;
    return Array.from({ length: 6 }, (_, i) => String.fromCharCode(65 + (Math.floor(sum / 26 ** i) % 26))).join('');
  }
}
