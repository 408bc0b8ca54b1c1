import { beforeEach, describe, expect, it, vi } from 'vitest';
import { defaultPace } from '@/core/project/defaults';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { roomOf, watchOf } from '../testing/room';
import { colourTable, toIndices } from './colour-table';
import { encodeGif, type GifChoice } from './encode-gif';

const [W, H] = [4, 2];
/** What is painted at a time: each picture is of one colour, but for one pixel. */
const scene = vi.hoisted(() => ({
  clear: false,
  colourAt: (_sec: number) => [255, 255, 255, 255] as number[],
  painted: 0,
}));

vi.mock('../room', () => ({
  isTransparent: () => scene.clear,
  contextOf: () => {
    let now = 0;
    return {
      set timeSec(sec: number) {
        now = sec;
      },
      getImageData: () => {
        const data = new Uint8ClampedArray(4 * 4 * 2);
        for (let i = 0; i < 8; i++) data.set(i === 0 ? [0, 0, 0, 255] : scene.colourAt(now), 4 * i);
        return { data };
      },
    };
  },
  paintMoment: (_: unknown, context: { timeSec: number }, sec: number) => {
    scene.painted++;
    context.timeSec = sec;
  },
}));

const choice: GifChoice = { widthPx: W, heightPx: H, rate: 10, palette: 'one', dither: false };
const project = raceProject({ pace: { ...defaultPace, length: { by: 'whole', sec: 1 } } });
const room = roomOf(project, cubeOf([[1], [2]]));

/** The blocks of a GIF: its control blocks (delay, what is cleared, whether transparent), and how many pictures and palettes. */
function read(bytes: Uint8Array) {
  const text = Buffer.from(bytes).toString('latin1');
  const controls: { delay: number; dispose: number; transparent: boolean }[] = [];
  // A control block: 21 F9, four bytes long, then flags, the delay in two bytes, and the transparent place.
  for (let at = text.indexOf('!\u00f9\u0004'); at >= 0; at = text.indexOf('!\u00f9\u0004', at + 8)) {
    const [flags = 0, low = 0, high = 0] = bytes.subarray(at + 3, at + 6);
    controls.push({ delay: low + 256 * high, dispose: (flags >> 2) & 7, transparent: (flags & 1) === 1 });
  }
  return { head: text.slice(0, 6), width: bytes[6], height: bytes[8], controls, loops: text.includes('NETSCAPE2.0') };
}

beforeEach(() => {
  scene.clear = false;
  scene.painted = 0;
  scene.colourAt = (sec) => [Math.round(sec * 200), 40, 90, 255];
});

describe('a GIF', () => {
  it('has a picture for each tenth of the film, its size, and goes on for ever', async () => {
    const watch = watchOf();
    const found = read(await encodeGif(room, choice, watch));
    expect(found).toMatchObject({ head: 'GIF89a', width: W, height: H, loops: true });
    expect(found.controls).toHaveLength(10);
    expect(found.controls.every(({ delay }) => delay === 10)).toBe(true);
    expect(watch.told.at(-1)).toEqual([10, 10]);
  });

  it('shows only what has changed where all pictures share a palette', async () => {
    const { controls } = read(await encodeGif(room, choice, watchOf()));
    expect(controls.map(({ transparent }) => transparent)).toEqual([false, ...Array(9).fill(true)]);
    const each = read(await encodeGif(room, { ...choice, palette: 'each' }, watchOf()));
    expect(each.controls.some(({ transparent }) => transparent)).toBe(false);
  });

  it('of a clear stage clears each picture before the next', async () => {
    scene.clear = true;
    scene.colourAt = () => [9, 9, 9, 0];
    const { controls } = read(await encodeGif(room, choice, watchOf()));
    expect(controls.every(({ transparent, dispose }) => transparent && dispose === 2)).toBe(true);
  });

  it('of another rate has other delays', async () => {
    const { controls } = read(await encodeGif(room, { ...choice, rate: 50 }, watchOf()));
    expect(controls).toHaveLength(50);
    expect(controls[0]?.delay).toBe(2);
  });

  it('stops when it is cancelled', async () => {
    await expect(encodeGif(room, choice, watchOf(3))).rejects.toMatchObject({ code: 'cancelled' });
    // Three pictures, and those that the palette is taken from.
    expect(scene.painted).toBe(12 + 3);
  });
});

describe('colours of a palette', () => {
  const pixels = (...colours: readonly (readonly [number, number, number])[]) =>
    Uint8ClampedArray.from(colours.flatMap(([r, g, b]) => [r, g, b, 255]));

  it('are the nearest ones, green weighing most', () => {
    const black = [0, 0, 0] as const;
    const table = colourTable(new Uint8Array(pixels(black, [255, 255, 255], [0, 128, 0]).buffer));
    const out = new Uint8Array(3);
    toIndices({ data: pixels([4, 4, 4], [250, 250, 250], [8, 120, 8]), width: 3 }, table, false, out);
    const shown = Array.from(out, (place) => table.palette[place]);
    expect(shown.map((colour) => (colour?.[1] ?? 0) > 60)).toEqual([false, true, true]);
    expect(shown[1]?.[0]).toBeGreaterThan(200);
  });

  it('are mixed by neighbours where they are dithered, and keep their mean', () => {
    const table = { ...colourTable(new Uint8Array(pixels([0, 0, 0], [32, 32, 32]).buffer)) };
    const grey = pixels(...Array.from({ length: 16 }, () => [16, 16, 16] as const));
    const out = new Uint8Array(16);
    toIndices({ data: grey, width: 4 }, table, true, out);
    const mean = Array.from(out, (place) => table.palette[place]?.[0] ?? 0).reduce((sum, each) => sum + each, 0) / 16;
    expect(new Set(out).size).toBe(2);
    expect(Math.abs(mean - 16)).toBeLessThan(8);
  });
});
