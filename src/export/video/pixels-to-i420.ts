import { wasmBase64 } from './pixels-to-i420.wasm';

/** Converts pixels of one size to I420; its memory is used again for every frame. */
export interface I420Converter {
  /** Where the caller puts the pixels: rows of `strideBytes`, four bytes a pixel. */
  readonly pixels: Uint8Array<ArrayBuffer>;
  readonly strideBytes: number;
  /** Planes Y, U and V one after the other, filled by `convert`. */
  readonly planes: Uint8Array<ArrayBuffer>;
  /** Where each plane starts in `planes`, and its stride. */
  readonly layout: readonly { readonly offset: number; readonly stride: number }[];
  /** @param blueFirst True for BGRA, false for RGBA. */
  convert(blueFirst: boolean): void;
}

const PAGE = 65_536;

type Convert = (
  pixels: number,
  y: number,
  u: number,
  v: number,
  width: number,
  height: number,
  blueFirst: boolean,
) => void;

/**
 * Makes a converter to BT.709 in limited range, which is what players take video for.
 *
 * @param widthPx Any width; rows are padded to a multiple of 8.
 * @param heightPx Even.
 * @returns null where the browser has no WebAssembly with SIMD.
 */
export function createI420Converter(widthPx: number, heightPx: number): I420Converter | null {
  if (heightPx % 2 !== 0) return null;
  const width = Math.ceil(widthPx / 8) * 8;
  const pixelBytes = width * heightPx * 4;
  const lumaBytes = width * heightPx;
  const chromaBytes = lumaBytes / 4;
  // The module's own few bytes of data lie in the first page.
  const y = PAGE + pixelBytes;
  const [u, v] = [y + lumaBytes, y + lumaBytes + chromaBytes];
  try {
    const memory = new WebAssembly.Memory({ initial: Math.ceil((v + chromaBytes) / PAGE) });
    const bytes = Uint8Array.from(atob(wasmBase64), (character) => character.charCodeAt(0));
    const instance = new WebAssembly.Instance(new WebAssembly.Module(bytes), { env: { memory } });
    const convert = instance.exports.convert as Convert;
    const buffer = memory.buffer as ArrayBuffer;
    return {
      pixels: new Uint8Array(buffer, PAGE, pixelBytes),
      strideBytes: width * 4,
      planes: new Uint8Array(buffer, y, lumaBytes + 2 * chromaBytes),
      layout: [
        { offset: 0, stride: width },
        { offset: lumaBytes, stride: width / 2 },
        { offset: lumaBytes + chromaBytes, stride: width / 2 },
      ],
      convert: (blueFirst) => convert(PAGE, y, u, v, width, heightPx, blueFirst),
    };
  } catch {
    // No WebAssembly, or none with SIMD: the caller hands the encoder pixels instead, which is slower but the same.
    return null;
  }
}
