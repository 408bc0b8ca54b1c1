import { unzipSync } from 'fflate';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { canvases, FakeCanvas } from '@/render/testing/fake-canvas';
import { roomOf, watchOf } from '../testing/room';
import { zipFrames } from './zip-frames';

vi.stubGlobal('OffscreenCanvas', FakeCanvas);
beforeEach(() => {
  canvases.length = 0;
});

const room = roomOf(raceProject(), cubeOf([[1], [2]]));

/** The files of a ZIP of these frames. */
async function zipped(from: number, to: number, watch = watchOf()) {
  const pieces: Uint8Array[] = [];
  await zipFrames(
    room,
    { name: 'race', widthPx: 20, heightPx: 10, from, to },
    async (piece) => void pieces.push(piece),
    watch,
  );
  return unzipSync(new Uint8Array(Buffer.concat(pieces)));
}

describe('an image sequence', () => {
  it('has numbered names that sort, and a picture of each frame', async () => {
    const watch = watchOf();
    const files = await zipped(9, 12, watch);
    expect(Object.keys(files)).toEqual(['race-00009.png', 'race-00010.png', 'race-00011.png']);
    expect(new TextDecoder().decode(files['race-00010.png'])).toBe('image/png 20x10');
    expect(watch.told).toEqual([
      [1, 3],
      [2, 3],
      [3, 3],
    ]);
  });

  it('refuses more pictures than a ZIP holds, before it paints any', async () => {
    await expect(zipped(0, 70_000)).rejects.toThrow('This one would have 70000. Choose fewer frames a second.');
    expect(canvases[0]?.calls ?? []).toEqual([]);
  });

  it('stops when it is cancelled', async () => {
    await expect(zipped(0, 9, watchOf(2))).rejects.toMatchObject({ code: 'cancelled' });
  });
});
