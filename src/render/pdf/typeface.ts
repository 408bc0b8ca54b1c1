import { Blob, Buffer, Direction, Face, Feature, Font, shape, Variation } from 'harfbuzzjs';

/** A glyph of a shaped text; all lengths in parts of the size. */
export interface ShapedGlyph {
  readonly id: number;
  /** Place in the text of the first letter that it stands for, in UTF-16 units. */
  readonly cluster: number;
  /** How far the next one stands from here, kerning included. */
  readonly advance: number;
  readonly dx: number;
  readonly dy: number;
}

/** What is known of a font besides its glyphs; lengths in thousandths of the size. */
export interface FontMetrics {
  readonly ascent: number;
  readonly descent: number;
  /** Left, bottom, right and top of what any glyph may cover. */
  readonly box: readonly [number, number, number, number];
  /** Are the outlines cubic ones? */
  readonly cubic: boolean;
}

const COMBINED = ['liga', 'clig', 'calt', 'dlig'];

/** A font file that text can be set in, at one weight. */
export class Typeface {
  readonly metrics: FontMetrics;
  /** What files call it: its family and weight, in plain letters. */
  readonly name: string;
  /** Where the weight stands; null in a font that does not vary in it. */
  readonly weight: number | null;
  private readonly face: Face;
  private readonly font: Font;
  private readonly letters: ReadonlySet<number>;
  private readonly unit: number;

  /**
   * @param sfnt Plain OpenType.
   * @param weight The weight that is wanted; the nearest that the font has is taken.
   * @param family What the film calls it.
   * @throws Error if the font has no letters.
   */
  constructor(
    readonly sfnt: Uint8Array,
    weight: number,
    family: string,
  ) {
    this.face = new Face(new Blob(sfnt));
    this.letters = new Set(this.face.collectUnicodes());
    if (this.letters.size === 0) throw new Error('This font has no letters.');
    const axis = this.face.getAxisInfos().wght;
    this.weight = axis ? Math.min(axis.max, Math.max(axis.min, weight)) : null;
    this.font = new Font(this.face);
    if (this.weight !== null) this.font.setVariations([new Variation('wght', this.weight)]);
    this.name = `${family.replace(/[^A-Za-z0-9]/g, '') || 'Font'}-${this.weight ?? 400}`;
    this.unit = 1 / this.face.upem;
    const head = this.face.referenceTable('head');
    const words = head ? new DataView(head.buffer, head.byteOffset, head.byteLength) : null;
    const thousandths = (units: number) => Math.round(units * this.unit * 1000);
    const edge = (at: number) => thousandths(words?.getInt16(at) ?? 0);
    const { ascender, descender } = this.font.hExtents();
    this.metrics = {
      ascent: thousandths(ascender),
      descent: thousandths(descender),
      box: [edge(36), edge(38), edge(40), edge(42)],
      cubic: this.face.referenceTable('glyf') === undefined,
    };
  }

  /** Has the font a glyph for a letter? */
  has(letter: number): boolean {
    return this.letters.has(letter);
  }

  /** Width of a glyph by itself, in parts of the size. */
  width(glyph: number): number {
    return this.font.glyphHAdvance(glyph) * this.unit;
  }

  /**
   * Sets a text of one direction. Glyphs come from left to right, whatever the direction.
   *
   * @param apart Letters stand apart, so that none are drawn together.
   */
  set(text: string, backwards: boolean, apart: boolean): ShapedGlyph[] {
    const buffer = new Buffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    buffer.setDirection(backwards ? Direction.RTL : Direction.LTR);
    shape(this.font, buffer, apart ? COMBINED.map((tag) => new Feature(tag, 0)) : []);
    const places = buffer.getGlyphPositions();
    return buffer.getGlyphInfos().map(({ codepoint, cluster }, i) => ({
      id: codepoint,
      cluster,
      advance: (places[i]?.xAdvance ?? 0) * this.unit,
      dx: (places[i]?.xOffset ?? 0) * this.unit,
      dy: (places[i]?.yOffset ?? 0) * this.unit,
    }));
  }
}
