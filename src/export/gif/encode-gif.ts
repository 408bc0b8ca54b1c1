import { GIFEncoder } from 'gifenc';
import { contextOf, isTransparent, paintMoment, type Room } from '../room';
import { mayGoOn, type Watch } from '../watch';
import { colourTable, MAX_COLOURS, toIndices } from './colour-table';

/** How a GIF is made. */
export interface GifChoice {
  readonly widthPx: number;
  readonly heightPx: number;
  /** Pictures a second: 10, 20, 25 or 50, since its delays are whole hundredths. */
  readonly rate: number;
  /** One palette for all, or one for each picture. */
  readonly palette: 'one' | 'each';
  readonly dither: boolean;
}

export const gifRates = [10, 20, 25, 50] as const;

/** Pictures that the common palette is taken from. */
const SAMPLES = 12;
/** Alpha below this is transparent: a pixel of a GIF either is there or is not. */
const SEEN = 128;

/**
 * An animated GIF. What has not changed since the picture before is transparent, which makes files less than half as large.
 */
export async function encodeGif(room: Room, choice: GifChoice, watch: Watch): Promise<Uint8Array<ArrayBuffer>> {
  const { widthPx, heightPx, rate, dither } = choice;
  const { lengthSec } = room.film;
  const count = Math.max(1, Math.round(lengthSec * rate));
  const clear = isTransparent(room.order.project);
  const context = contextOf(widthPx, heightPx, true);
  const paint = (timeSec: number) => {
    paintMoment(room, context, timeSec, clear);
    return context.getImageData(0, 0, widthPx, heightPx).data;
  };
  const common = choice.palette === 'one' ? colourTable(samplePixels(lengthSec, paint)) : null;
  const gif = GIFEncoder();
  const before = new Uint8Array(widthPx * heightPx);
  const now = new Uint8Array(widthPx * heightPx);
  const shown = new Uint8Array(widthPx * heightPx);
  for (let i = 0; i < count; i++) {
    if (i % 4 === 0) await new Promise((resolve) => setTimeout(resolve));
    await mayGoOn(watch);
    const pixels = paint(Math.min(lengthSec, i / rate));
    const table = common ?? colourTable(pixels);
    toIndices({ data: pixels, width: widthPx }, table, dither, now);
    if (clear) hideClear(pixels, now);
    const own = common === null;
    // Pictures with palettes of their own cannot be compared by place in the palette.
    const keep = i > 0 && !own && !clear;
    if (keep) {
      for (let p = 0; p < now.length; p++) shown[p] = now[p] === before[p] ? MAX_COLOURS : (now[p] ?? 0);
    } else shown.set(now);
    gif.writeFrame(shown, widthPx, heightPx, {
      ...(i === 0 || own ? { palette: padded(table.palette) } : {}),
      delay: 1000 / rate,
      transparent: keep || clear,
      transparentIndex: MAX_COLOURS,
      dispose: clear ? 2 : 1,
      ...(i === 0 ? { repeat: 0 } : {}),
    });
    before.set(now);
    watch.onProgress(i + 1, count);
  }
  gif.finish();
  return gif.bytes() as Uint8Array<ArrayBuffer>;
}

/** A palette of 256, so that the transparent place is always there. */
function padded(palette: readonly (readonly number[])[]): number[][] {
  return Array.from({ length: 256 }, (_, i) => [...(palette[i] ?? [0, 0, 0])]);
}

function hideClear(pixels: Uint8ClampedArray, indices: Uint8Array): void {
  for (let i = 0; i < indices.length; i++) if ((pixels[4 * i + 3] ?? 0) < SEEN) indices[i] = MAX_COLOURS;
}

/** Pixels from all over the film, every few of each picture. */
function samplePixels(lengthSec: number, paint: (timeSec: number) => Uint8ClampedArray): Uint8Array {
  const parts: Uint8Array[] = [];
  for (let i = 0; i < SAMPLES; i++) {
    const words = new Uint32Array(paint((lengthSec * (i + 0.5)) / SAMPLES).slice().buffer);
    const step = Math.max(1, Math.floor(words.length / 20_000));
    const kept = new Uint32Array(Math.floor(words.length / step));
    for (let k = 0; k < kept.length; k++) kept[k] = words[k * step] ?? 0;
    parts.push(new Uint8Array(kept.buffer));
  }
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
