import bidi from 'bidi-js';
import type { Font } from '@/core/scene/text-fit';
import { sfntOf } from './sfnt';
import { type ShapedGlyph, Typeface } from './typeface';

/** A font file as the page loads it. */
export interface FontSource {
  readonly family: string;
  readonly bytes: Uint8Array;
  /** Letters that it is asked for, from and to; all when left out. */
  readonly ranges?: readonly (readonly [number, number])[];
}

/** A piece of a line that one font sets, or none, in the order in which the eye meets them. */
export interface SetPiece {
  readonly text: string;
  /** Null where no font that can go into a file has the letters. */
  readonly face: Typeface | null;
  readonly glyphs: readonly ShapedGlyph[];
}

/** A source as plain OpenType; null bytes where only the browser can read it. */
interface Source extends Omit<FontSource, 'bytes'> {
  readonly bytes: Uint8Array | null;
}

interface Piece {
  readonly text: string;
  readonly source: Source | null;
  /** Depth of directions, odd from right to left. Source: Unicode Standard Annex 9. */
  readonly level: number;
}

/** Signs that join or choose forms, and need no glyph of their own. */
const SILENT = /\u200c|\u200d|[\ufe00-\ufe0f]/;

/** The fonts of a film, and the setting of its lines in them, as the page's own engine sets them. */
export class TypeCase {
  private readonly faces = new Map<string, Typeface>();
  private readonly segments = new Intl.Segmenter('en', { granularity: 'grapheme' });
  private readonly directions = bidi();

  private constructor(
    private readonly sources: readonly Source[],
    private readonly standIns: readonly string[],
  ) {}

  /**
   * @param standIns Families that are asked, in turn, for letters that the chosen one lacks.
   */
  static async open(files: readonly FontSource[], standIns: readonly string[]): Promise<TypeCase> {
    const sources = files.map(async (file) => ({ ...file, bytes: await readable(file.bytes) }));
    return new TypeCase(await Promise.all(sources), standIns);
  }

  /** Sets a line: pieces and their glyphs from left to right. */
  set(text: string, font: Font): SetPiece[] {
    return inSight(this.pieces(text, font.family)).map(({ text: own, source, level }) => {
      const face = source && this.face(source, font.weight);
      return { text: own, face, glyphs: face ? face.set(own, level % 2 === 1, Boolean(font.spacing)) : [] };
    });
  }

  /** What a reader takes for one letter each. */
  letters(text: string): string[] {
    return Array.from(this.segments.segment(text), ({ segment }) => segment);
  }

  /** Parts a line where the font or the direction changes; letters that belong together stay together. */
  private pieces(text: string, family: string): Piece[] {
    const { levels } = this.directions.getEmbeddingLevels(text, 'ltr');
    const parts: Piece[] = [];
    for (const { segment, index } of this.segments.segment(text)) {
      const [source, level] = [this.sourceOf(segment, family), levels[index] ?? 0];
      const last = parts.at(-1);
      if (last && last.source === source && last.level === level)
        parts[parts.length - 1] = { ...last, text: last.text + segment };
      else parts.push({ text: segment, source, level });
    }
    return parts;
  }

  /**
   * The first font that has all of what a reader takes for one letter. One that cannot be read is not passed over: the
   * browser, which can read it, paints those letters.
   */
  private sourceOf(segment: string, family: string): Source | null {
    const letters = [...segment].filter((letter) => !SILENT.test(letter)).map((letter) => letter.codePointAt(0) ?? 0);
    for (const name of [family, ...this.standIns]) {
      for (const source of this.sources) {
        if (source.family !== name || !letters.every((letter) => covers(source, letter))) continue;
        const face = this.face(source, 400);
        if (!face) return null;
        if (letters.every((letter) => face.has(letter))) return source;
      }
    }
    return null;
  }

  private face(source: Source, weight: number): Typeface | null {
    if (!source.bytes) return null;
    const key = `${this.sources.indexOf(source)} ${weight}`;
    const known = this.faces.get(key);
    if (known) return known;
    const made = new Typeface(source.bytes, weight, source.family);
    this.faces.set(key, made);
    return made;
  }
}

/** A font file as plain OpenType with letters; null for one that is only the browser's to read. */
async function readable(bytes: Uint8Array): Promise<Uint8Array | null> {
  try {
    const plain = await sfntOf(bytes);
    new Typeface(plain, 400, '');
    return plain;
  } catch {
    return null;
  }
}

function covers({ ranges }: Source, letter: number): boolean {
  return ranges === undefined || ranges.some(([from, to]) => letter >= from && letter <= to);
}

/** Turns what runs the other way around, the deepest first. Source: Unicode Standard Annex 9, rule L2. */
function inSight(pieces: readonly Piece[]): Piece[] {
  const shown = [...pieces];
  const deepest = Math.max(0, ...pieces.map(({ level }) => level));
  for (let level = deepest; level > 0; level--) {
    for (let from = 0; from < shown.length; from++) {
      let to = from;
      while (to < shown.length && (shown[to]?.level ?? 0) >= level) to++;
      shown.splice(from, to - from, ...shown.slice(from, to).reverse());
      from = Math.max(from, to);
    }
  }
  return shown;
}
