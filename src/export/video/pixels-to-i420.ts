import { wasmBase64 } from './pixels-to-i420.wasm';

/** Converts pixels of one size to I420; its memory is used again for every frame. */
export interface I420Converter {
  /** Where the caller puts the next pixels: rows of `strideBytes`, four bytes a pixel. Another place after each picture. */
  readonly pixels: Uint8Array<ArrayBuffer>;
  readonly strideBytes: number;
  /** Planes Y, U and V one after the other, filled by `convertStrip`. */
  readonly planes: Uint8Array<ArrayBuffer>;
  /** Where each plane starts in `planes`, and its stride. */
  readonly layout: readonly { readonly offset: number; readonly stride: number }[];
  /**
   * Pixels are faster converted while they are still in the processor's cache: so the caller may put them there in strips of
   * this many rows, and have each converted at once.
   */
  readonly stripRows: number;
  /**
   * @param blueFirst True for BGRA, false for RGBA.
   * @param fromRow Even; the rows from here on, up to the end of the strip or of the picture.
   */
  convertStrip(blueFirst: boolean, fromRow: number): void;
}

const PAGE = 65_536;
/** Even. A strip of a 1080p picture takes less than a megabyte. */
const STRIP_ROWS = 120;

type Convert = (
  pixels: number,
  before: number,
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
  // The module's own few bytes of data lie in the first page. Pixels take turns in two places: what has not changed since
  // the frame before, which is most of a film, is not converted again.
  const places = [PAGE, PAGE + pixelBytes] as const;
  const y = PAGE + 2 * pixelBytes;
  const [u, v] = [y + lumaBytes, y + lumaBytes + chromaBytes];
  try {
    const memory = new WebAssembly.Memory({ initial: Math.ceil((v + chromaBytes) / PAGE) });
    const bytes = Uint8Array.from(atob(wasmBase64), (character) => character.charCodeAt(0));
    const instance = new WebAssembly.Instance(new WebAssembly.Module(bytes), { env: { memory } });
    const convert = instance.exports.convert as Convert;
    const buffer = memory.buffer as ArrayBuffer;
    const views = places.map((at) => new Uint8Array(buffer, at, pixelBytes));
    let turn = 0;
    let before = 0;
    let order: boolean | null = null;
    return {
      get pixels() {
        return views[turn] as Uint8Array<ArrayBuffer>;
      },
      strideBytes: width * 4,
      planes: new Uint8Array(buffer, y, lumaBytes + 2 * chromaBytes),
      layout: [
        { offset: 0, stride: width },
        { offset: lumaBytes, stride: width / 2 },
        { offset: lumaBytes + chromaBytes, stride: width / 2 },
      ],
      stripRows: STRIP_ROWS,
      convertStrip(blueFirst, fromRow) {
        if (order !== blueFirst) before = 0;
        order = blueFirst;
        const now = places[turn] as number;
        const rows = Math.min(STRIP_ROWS, heightPx - fromRow);
        const [pixelsBefore, lumaBefore] = [fromRow * width * 4, fromRow * width];
        convert(
          now + pixelsBefore,
          before === 0 ? 0 : before + pixelsBefore,
          y + lumaBefore,
          u + lumaBefore / 4,
          v + lumaBefore / 4,
          width,
          rows,
          blueFirst,
        );
        if (fromRow + rows < heightPx) return;
        before = now;
        turn = 1 - turn;
      },
    };
  } catch {
    // No WebAssembly, or none with SIMD: the caller hands the encoder pixels instead, which is slower but the same.
    return null;
  }
}
