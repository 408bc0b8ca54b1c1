import fc from 'fast-check';
import { zlibSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import { caseFor, openTestSubsetter, shippedBytes } from '../testing/pdf-reader';
import { sfntOf } from './sfnt';
import type { Subsetter } from './subsetter';
import { TypeCase } from './type-case';
import { Typeface } from './typeface';

const archivo = 'archivo-latin-wght-normal.woff2';
const font = (more: object = {}) => ({ family: 'Archivo', weight: 600, sizePx: 20, ...more });
const tagsOf = (bytes: Uint8Array) => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Array.from({ length: view.getUint16(4) }, (_, i) =>
    String.fromCharCode(...bytes.subarray(12 + 16 * i, 16 + 16 * i)),
  );
};

/** Wraps a plain font as WOFF does, half of its tables packed. */
function woffOf(sfnt: Uint8Array): Uint8Array {
  const from = new DataView(sfnt.buffer, sfnt.byteOffset, sfnt.byteLength);
  const count = from.getUint16(4);
  const tables = Array.from({ length: count }, (_, i) => {
    const [tag, sum, offset, length] = [0, 4, 8, 12].map((at) => from.getUint32(12 + 16 * i + at)) as [
      number,
      number,
      number,
      number,
    ];
    const plain = sfnt.subarray(offset, offset + length);
    const packed = zlibSync(plain);
    return { tag, sum, length, bytes: i % 2 === 0 && packed.length < length ? packed : plain };
  });
  const padded = (bytes: number) => (bytes + 3) & ~3;
  const start = 44 + 20 * count;
  const file = new Uint8Array(start + tables.reduce((sum, { bytes }) => sum + padded(bytes.length), 0));
  const to = new DataView(file.buffer);
  const put = (at: number, ...values: number[]) => {
    for (const [i, value] of values.entries()) to.setUint32(at + 4 * i, value);
  };
  put(0, 0x774f4646, from.getUint32(0), file.length);
  to.setUint16(12, count);
  put(16, 12 + 16 * count + tables.reduce((sum, { length }) => sum + padded(length), 0));
  let place = start;
  for (const [i, { tag, sum, length, bytes }] of tables.entries()) {
    put(44 + 20 * i, tag, place, bytes.length, length, sum);
    file.set(bytes, place);
    place += padded(bytes.length);
  }
  return file;
}

describe('font files', () => {
  it('are unwrapped, whichever way they are wrapped', async () => {
    const plain = await sfntOf(shippedBytes(archivo));
    expect(tagsOf(plain)).toEqual(expect.arrayContaining(['cmap', 'glyf', 'fvar']));
    expect(await sfntOf(plain)).toBe(plain);
    const again = await sfntOf(woffOf(plain));
    expect(tagsOf(again)).toEqual(tagsOf(plain));
    const widths = (bytes: Uint8Array) => new Typeface(bytes, 700, 'Archivo').set('Hjälp 12', false, false);
    expect(widths(again)).toEqual(widths(plain));
  });

  it('that are none are refused', async () => {
    await expect(sfntOf(new TextEncoder().encode('not a font'))).rejects.toThrow('no font');
    await expect(sfntOf(new Uint8Array())).rejects.toThrow('no font');
  });

  it('are cut to the glyphs that are used, at one weight', async () => {
    const subsetter: Subsetter = await openTestSubsetter();
    const plain = await sfntOf(shippedBytes(archivo));
    const heavy = new Typeface(plain, 1000, 'Archivo');
    expect(heavy.weight).toBe(900);
    const glyphs = heavy.set('Oyle', false, false);
    const cut = subsetter.cut(
      plain,
      glyphs.map(({ id }) => id),
      heavy.weight,
    );
    expect(cut.length).toBeLessThan(plain.length / 4);
    expect(tagsOf(cut)).not.toContain('fvar');
    const still = new Typeface(cut, 400, 'Archivo');
    expect(still.weight).toBeNull();
    for (const { id } of glyphs) expect(still.width(id)).toBeCloseTo(heavy.width(id), 2);
    expect(() => subsetter.cut(new Uint8Array(100), [1], null)).toThrow();
  });
});

describe('lines', () => {
  let fonts: TypeCase;
  beforeAll(async () => {
    fonts = await caseFor('aЖΩ नमस्ते שלום مرحبا ő');
  });
  const namesOf = (text: string) => fonts.set(text, font()).map(({ text: own, face }) => [own, face?.name ?? null]);

  it('are set in the font that is chosen, and in others where it lacks a letter', () => {
    expect(namesOf('Oyle')).toEqual([['Oyle', 'Archivo-600']]);
    expect(namesOf('Oyle Ж')).toEqual([
      ['Oyle ', 'Archivo-600'],
      ['Ж', 'NotoSans-600'],
    ]);
    expect(namesOf('नमस्ते')).toEqual([['नमस्ते', 'NotoSans-600']]);
    expect(namesOf('a 東京')).toEqual([
      ['a ', 'Archivo-600'],
      ['東京', null],
    ]);
  });

  it('run from right to left where their script does, numbers and Latin the other way', () => {
    expect(namesOf('a שלום 12 b').map(([text]) => text)).toEqual(['a ', '12', ' ', 'שלום', ' b']);
    const [word] = fonts.set('مرحبا', font());
    const clusters = word?.glyphs.map(({ cluster }) => cluster) ?? [];
    expect(clusters).toEqual([...clusters].sort((a, b) => b - a));
  });

  it('draw letters together only where they stand close', () => {
    const count = (spacing: number) => fonts.set('office', font({ spacing }))[0]?.glyphs.length ?? 0;
    expect(count(0.1)).toBe(6);
    expect(count(0)).toBeLessThanOrEqual(6);
  });

  it('keep every letter, and kerning stays small beside the widths', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'aAVTo fi.12é Ж שم東'), maxLength: 12 }), (text) => {
        const pieces = fonts.set(text, font());
        const letters = (words: string) => [...words].sort().join('');
        expect(letters(pieces.map((piece) => piece.text).join(''))).toBe(letters(text));
        for (const { face, glyphs, text: own } of pieces) {
          if (!face) continue;
          const advance = glyphs.reduce((sum, glyph) => sum + glyph.advance, 0);
          const widths = glyphs.reduce((sum, { id }) => sum + face.width(id), 0);
          expect(Math.abs(advance - widths)).toBeLessThanOrEqual(0.2 * own.length);
          for (const { cluster } of glyphs) expect(cluster).toBeLessThan(own.length);
        }
      }),
    );
  });

  it('of a font that only the browser can read are left to it, not set in another', async () => {
    const odd = await TypeCase.open(
      [
        { family: 'Odd', bytes: new TextEncoder().encode('not a font') },
        { family: 'Noto Sans', bytes: shippedBytes('noto-sans-latin-wght-normal.woff2') },
      ],
      ['Noto Sans'],
    );
    expect(odd.set('abc', font({ family: 'Odd' }))).toEqual([{ text: 'abc', face: null, glyphs: [] }]);
    expect(odd.set('abc', font({ family: 'Missing' }))[0]?.face?.name).toBe('NotoSans-600');
  });
});
