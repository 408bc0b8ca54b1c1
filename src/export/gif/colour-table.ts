import { quantize } from 'gifenc';

/** Colours of a GIF, and the nearest of them for every colour cut to five, six and five bits. */
export interface ColourTable {
  /** Red, green and blue. */
  readonly palette: readonly (readonly number[])[];
  readonly nearest: Uint8Array;
}

/** One place stays free for what is transparent. */
export const MAX_COLOURS = 255;

/** The table that fits some pixels. `pixels` is RGBA. */
export function colourTable(pixels: Uint8ClampedArray | Uint8Array): ColourTable {
  const palette = quantize(pixels, MAX_COLOURS, { format: 'rgb565' });
  const nearest = new Uint8Array(65_536);
  for (let key = 0; key < 65_536; key++) {
    const [r, g, b] = [((key >> 11) & 31) * 8.226, ((key >> 5) & 63) * 4.048, (key & 31) * 8.226];
    let [best, least] = [0, Number.POSITIVE_INFINITY];
    for (let i = 0; i < palette.length; i++) {
      const [pr = 0, pg = 0, pb = 0] = palette[i] ?? [];
      // Eyes see differences in green best, in blue worst.
      const far = 2 * (pr - r) ** 2 + 4 * (pg - g) ** 2 + (pb - b) ** 2;
      if (far < least) [best, least] = [i, far];
    }
    nearest[key] = best;
  }
  return { palette, nearest };
}

/** The order in which an ordered dither lifts and lowers neighbours. Source: Bayer 1973, 4 by 4. */
const bayer = [0, 8, 2, 10, 12, 4, 14, 6, 3, 11, 1, 9, 15, 7, 13, 5].map((step) => (step - 7.5) * 1.6);

/** Writes the place in the palette of each pixel. */
export function toIndices(
  { data: pixels, width: widthPx }: Pick<ImageData, 'data' | 'width'>,
  { nearest }: ColourTable,
  dither: boolean,
  out: Uint8Array,
): void {
  const words = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.byteLength >> 2);
  if (!dither) {
    for (let i = 0; i < words.length; i++) {
      const word = words[i] ?? 0;
      out[i] = nearest[((word & 0xf8) << 8) | ((word >> 5) & 0x7e0) | ((word >> 19) & 0x1f)] ?? 0;
    }
    return;
  }
  const clamp = (value: number) => (value < 0 ? 0 : value > 255 ? 255 : value);
  for (let i = 0; i < words.length; i++) {
    const word = words[i] ?? 0;
    const shift = bayer[(((i / widthPx) | 0) & 3) * 4 + ((i % widthPx) & 3)] ?? 0;
    const [r, g, b] = [
      clamp((word & 255) + shift),
      clamp(((word >> 8) & 255) + shift),
      clamp(((word >> 16) & 255) + shift),
    ];
    out[i] = nearest[((r & 0xf8) << 8) | ((g & 0xfc) << 3) | (b >> 3)] ?? 0;
  }
}
