import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { FakeCanvas } from '@/render/testing/fake-canvas';
import { readPdf, shippedBytes } from '@/render/testing/pdf-reader';
import { roomOf, watchOf } from '../testing/room';
import { stillsPdf } from './pdf';

let missing = '';
beforeEach(() => {
  missing = '';
  vi.stubGlobal('OffscreenCanvas', FakeCanvas);
  vi.stubGlobal('fetch', async (url: string) => {
    const name = url.replace(/^.*\/fonts\//, '');
    if (missing !== '' && name.includes(missing)) return new Response('', { status: 404 });
    if (name.endsWith('.wasm')) return new Response(readFileSync(`node_modules/harfbuzzjs/dist/${name}`));
    return new Response(shippedBytes(name).slice());
  });
});
afterEach(() => vi.unstubAllGlobals());

const cube = {
  ...cubeOf([
    [1, 2],
    [3, 2],
    [4, 9],
  ]),
  categories: ['Oyle', '東京 Bay'],
};

describe('moments as PDF', () => {
  it('are a page each, with the words of the film', async () => {
    const watch = watchOf();
    const { pages, title } = await readPdf(await stillsPdf(roomOf(raceProject(), cube), [0, 1], watch));
    expect(title).toBe('Test');
    expect(pages).toHaveLength(2);
    for (const { text } of pages) expect(text).toMatch(/Oyle.*東京 Bay|東京 Bay.*Oyle/s);
    expect(watch.told).toEqual([
      [1, 2],
      [2, 2],
    ]);
  });

  it('of all periods are a page for each', async () => {
    const { pages } = await readPdf(await stillsPdf(roomOf(raceProject(), cube), 'periods', watchOf()));
    expect(pages).toHaveLength(3);
  });

  it('of a cancelled export are no file', async () => {
    await expect(stillsPdf(roomOf(raceProject(), cube), 'periods', watchOf(1))).rejects.toThrow();
  });

  it('say which file did not load', async () => {
    missing = '.wasm';
    await expect(stillsPdf(roomOf(raceProject(), cube), [0], watchOf())).rejects.toThrow(
      'harfbuzz-subset.wasm did not load',
    );
  });

  it('hold photographs as JPEG and other pictures with their opacity', async () => {
    const room = roomOf(raceProject(), cube);
    const images = new Map([
      ['a', { width: 2, height: 2 } as ImageBitmap],
      ['b', { width: 2, height: 2 } as ImageBitmap],
    ]);
    const picture = (id: string, x: number) => ({
      kind: 'image' as const,
      id,
      x,
      y: 0,
      widthPx: 20,
      heightPx: 20,
      imageId: id,
    });
    const film = { ...room.film, background: [picture('a', 0), picture('b', 30)] };
    const assets = {
      fonts: [],
      images: [
        { id: 'a', mime: 'image/jpeg', bytes: new ArrayBuffer(0) },
        { id: 'b', mime: 'image/png', bytes: new ArrayBuffer(0) },
      ],
    };
    const made = { ...room, film, order: { ...room.order, assets }, resources: { ...room.resources, images } };
    const { pictures } = await readPdf(await stillsPdf(made as never, [0], watchOf()));
    expect(pictures.filter(({ width }) => width === 2).map(({ filter }) => filter)).toEqual(
      expect.arrayContaining(['/DCTDecode', '/FlateDecode']),
    );
  });
});
