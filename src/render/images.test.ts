import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Background } from '@/core/project/background';
import { defaultCard } from '@/core/project/card';
import { freshPiece } from '@/core/project/defaults';
import { raceProject } from '@/core/testing/projects';
import { ImageStore } from './images';
import { canvases, FakeCanvas } from './testing/fake-canvas';

vi.stubGlobal('OffscreenCanvas', FakeCanvas);
vi.stubGlobal('createImageBitmap', async (blob: Blob) => {
  const text = await blob.text();
  if (text === 'broken') throw new Error('no picture');
  return { width: Number(text), height: 100 };
});
beforeEach(() => {
  canvases.length = 0;
});

const picture = (id: string, text: string) => ({
  id,
  mime: 'image/png' as const,
  bytes: new TextEncoder().encode(text).buffer as ArrayBuffer,
});
const stage = (change: Partial<Extract<Background, { kind: 'picture' }>> = {}) =>
  raceProject(
    {},
    {
      stage: {
        background: { kind: 'picture', colour: '#ffffff', pictureId: 'a', fit: 'fill', dim: 0, blur: 2, ...change },
      },
    },
  ).film.stage;

const film = (made: ReturnType<typeof stage>) => raceProject({}, { stage: made }).film;

describe('the pictures of a painter', () => {
  it('are decoded; one that cannot be is left out and named', async () => {
    const store = new ImageStore();
    expect(await store.add([picture('a', '40'), picture('b', 'broken')])).toEqual(['b']);
    expect([...store.images.keys()]).toEqual(['a']);
  });

  it('are blurred once for the background, and small', async () => {
    const store = new ImageStore();
    await store.add([picture('a', '4000')]);
    store.blurBackgrounds(film(stage()));
    store.blurBackgrounds(film(stage()));
    expect(canvases).toHaveLength(1);
    expect(canvases[0]).toMatchObject({ width: 960, height: 24 });
    expect([...store.images.keys()]).toEqual(['a', 'a@blur2']);
    expect(canvases[0]?.calls.find((call) => call.startsWith('filter'))).toMatch(/^filter = blur\([\d.]+px\)$/);
    store.blurBackgrounds(film(stage({ blur: 3, fit: 'fit' })));
    expect(store.images.has('a@blur3')).toBe(true);
  });

  it('are blurred for cards that lie over a background of their own', async () => {
    const store = new ImageStore();
    await store.add([picture('a', '400')]);
    const { background } = stage({ blur: 1 });
    const cards = [background, null].map((back, i) =>
      freshPiece(`k${i}`, { kind: 'card', card: { ...defaultCard('text'), back } }),
    );
    const { film: plain } = raceProject();
    store.blurBackgrounds({ ...plain, pieces: [...plain.pieces, ...cards] });
    expect([...store.images.keys()]).toEqual(['a', 'a@blur1']);
  });

  it('stay as they are without a blur, without the picture, and behind plain colour', async () => {
    const store = new ImageStore();
    await store.add([picture('a', '40')]);
    store.blurBackgrounds(film(stage({ blur: 0 })));
    store.blurBackgrounds(film(stage({ pictureId: 'gone' })));
    store.blurBackgrounds(raceProject().film);
    expect(canvases).toHaveLength(0);
  });
});
