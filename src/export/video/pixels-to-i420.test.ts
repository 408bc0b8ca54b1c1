import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectSameRows } from '@/core/testing/quick-expect';
import { createI420Converter, type I420Converter } from './pixels-to-i420';

/** BT.709 in limited range, in plain arithmetic. */
function expected([r, g, b]: readonly [number, number, number]): number[] {
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [16 + (y * 219) / 255, 128 + (((b - y) / 1.8556) * 224) / 255, 128 + (((r - y) / 1.5748) * 224) / 255];
}

/** Converts a picture of four bytes a pixel, strip by strip. */
function convertAll(converter: I420Converter, picture: Uint8Array, widthPx: number, blueFirst: boolean): void {
  const { strip, stripRows, strideBytes } = converter;
  const heightPx = picture.length / widthPx / 4;
  for (let fromRow = 0; fromRow < heightPx; fromRow += stripRows) {
    for (let row = 0; row < Math.min(stripRows, heightPx - fromRow); row++) {
      const at = 4 * widthPx * (fromRow + row);
      strip.set(picture.subarray(at, at + 4 * widthPx), row * strideBytes);
    }
    converter.convertStrip(blueFirst, fromRow);
  }
}

describe('conversion to I420', () => {
  const channel = fc.integer({ min: 0, max: 255 });

  it('agrees with BT.709 for any colour, in either order of the bytes', () => {
    const converter = createI420Converter(10, 4);
    if (!converter) throw new Error('no WebAssembly SIMD');
    fc.assert(
      fc.property(channel, channel, channel, fc.boolean(), (r, g, b, blueFirst) => {
        const picture = new Uint8Array(10 * 4 * 4);
        for (let i = 0; i < picture.length; i += 4) picture.set(blueFirst ? [b, g, r, 255] : [r, g, b, 255], i);
        convertAll(converter, picture, 10, blueFirst);
        const found = converter.layout.map(({ offset }) => converter.planes[offset] ?? 0);
        for (const [i, value] of expected([r, g, b]).entries())
          expect(Math.abs((found[i] ?? 0) - value)).toBeLessThanOrEqual(0.6);
        const last = converter.layout.map(
          ({ offset, stride }, i) => converter.planes[offset + stride * (i === 0 ? 3 : 1) + (i === 0 ? 9 : 4)],
        );
        expect(last).toEqual(found);
      }),
    );
  });

  it('takes the mean of four pixels for colour', () => {
    const converter = createI420Converter(8, 2);
    if (!converter) throw new Error('no WebAssembly SIMD');
    const picture = new Uint8Array(8 * 2 * 4);
    picture.set([255, 0, 0, 255]);
    convertAll(converter, picture, 8, false);
    const [, , red] = expected([255 / 4, 0, 0]);
    expect(Math.abs((converter.planes[converter.layout[2]?.offset ?? 0] ?? 0) - (red ?? 0))).toBeLessThanOrEqual(1);
    expect(converter.planes[1]).toBe(16);
  });

  it('gives the same planes whatever pictures came before', () => {
    const patch = fc.record({
      x: fc.nat(39),
      y: fc.nat(243),
      colour: fc.tuple(channel, channel, channel),
      /** The order of the bytes may change with the browser's mood. */
      blueFirst: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(patch, { minLength: 1, maxLength: 12 }), (patches) => {
        const used = createI420Converter(40, 244);
        const picture = new Uint8Array(40 * 244 * 4);
        for (const { x, y, colour, blueFirst } of patches) {
          picture.set([...colour, 255], 4 * (y * 40 + x));
          const fresh = createI420Converter(40, 244);
          if (!used || !fresh) throw new Error('no WebAssembly SIMD');
          for (const converter of [used, fresh]) convertAll(converter, picture, 40, blueFirst);
          expectSameRows(used.planes, fresh.planes);
        }
      }),
      { numRuns: 20 },
    );
  });

  it('leaves odd heights to the encoder', () => {
    expect(createI420Converter(16, 9)).toBeNull();
  });
});
