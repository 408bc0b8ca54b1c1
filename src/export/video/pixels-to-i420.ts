import { wasmBase64 } from './pixels-to-i420.wasm';

/** Converts pixels of one size to I420; its memory is used again for every frame. */
export interface I420Converter {
  readonly widthPx: number;
  readonly heightPx: number;
  /** Where the caller puts a strip of pixels: rows of `strideBytes`, four bytes a pixel. */
  readonly strip: Uint8Array<ArrayBuffer>;
  readonly strideBytes: number;
  /** Planes Y, U and V one after the other, filled by `convertStrip`. */
  readonly planes: Uint8Array<ArrayBuffer>;
  /** Where each plane starts in `planes`, and its stride. */
  readonly layout: readonly { readonly offset: number; readonly stride: number }[];
  /** Rows of a strip. Pixels are faster converted while they are still in the processor's cache, so they come in strips. */
  readonly stripRows: number;
  /**
   * @param blueFirst True for BGRA, false for RGBA.
   * @param fromRow Where in the picture the strip begins: a multiple of `stripRows`. The last one may be shorter.
   */
  convertStrip(blueFirst: boolean, fromRow: number): void;
}

const PAGE = 65_536;
/** Even. A strip of a 1080p picture takes less than half a megabyte. */
const STRIP_ROWS = 60;

type Convert = (
  strip: number,
  kept: number,
  y: number,
  u: number,
  v: number,
  width: number,
  height: number,
  blueFirst: boolean,
  all: boolean,
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
  // The module's own few bytes of data lie in the first page. The pixels of the last picture are kept: what has not changed,
  // which is most of a film, is not converted again.
  const stripBytes = width * STRIP_ROWS * 4;
  const kept = PAGE + stripBytes;
  const y = kept + pixelBytes;
  const [u, v] = [y + lumaBytes, y + lumaBytes + chromaBytes];
  try {
    const memory = new WebAssembly.Memory({ initial: Math.ceil((v + chromaBytes) / PAGE) });
    const bytes = Uint8Array.from(atob(wasmBase64), (character) => character.charCodeAt(0));
    const instance = new WebAssembly.Instance(new WebAssembly.Module(bytes), { env: { memory } });
    const convert = instance.exports.convert as Convert;
    const buffer = memory.buffer as ArrayBuffer;
    /** The order of the bytes of the strips that are kept. */
    const orders: (boolean | undefined)[] = [];
    return {
      widthPx,
      heightPx,
      strip: new Uint8Array(buffer, PAGE, stripBytes),
      strideBytes: width * 4,
      planes: new Uint8Array(buffer, y, lumaBytes + 2 * chromaBytes),
      layout: [
        { offset: 0, stride: width },
        { offset: lumaBytes, stride: width / 2 },
        { offset: lumaBytes + chromaBytes, stride: width / 2 },
      ],
      stripRows: STRIP_ROWS,
      convertStrip(blueFirst, fromRow) {
        const index = fromRow / STRIP_ROWS;
        const all = orders[index] !== blueFirst;
        orders[index] = blueFirst;
        const rows = Math.min(STRIP_ROWS, heightPx - fromRow);
        const luma = fromRow * width;
        convert(PAGE, kept + luma * 4, y + luma, u + luma / 4, v + luma / 4, width, rows, blueFirst, all);
      },
    };
  } catch {
    // No WebAssembly, or none with SIMD: the caller hands the encoder pixels instead, which is slower but the same.
    return null;
  }
}
