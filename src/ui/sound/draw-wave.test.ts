import { describe, expect, it } from 'vitest';
import { type Sound, usualSound } from '@/core/project/sound';
import { peaksOf } from '@/core/sound/peaks';
import { sourceOf } from '@/core/sound/source';
import { drawWave } from './draw-wave';

/** Heights of the columns that are drawn, by their place. */
async function heights(change: Partial<Sound>, span: [number, number]) {
  // A loud first half, a silent second one.
  const samples = Float32Array.from({ length: 8000 }, (_, i) => (i < 4000 ? (i % 2 ? 1 : -1) : 0));
  const peaks = await peaksOf(sourceOf(8000, [samples]));
  const drawn = new Map<number, number>();
  const context = {
    fillStyle: '',
    clearRect: () => drawn.clear(),
    fillRect: (x: number, _y: number, _width: number, height: number) => drawn.set(x, height),
  } as unknown as CanvasRenderingContext2D;
  const sound = {
    ...usualSound,
    id: 's',
    kind: 'music' as const,
    name: '',
    fileName: '',
    assetId: 'a',
    fileSec: 1,
    ...change,
  };
  drawWave({ context, widthPx: 100, heightPx: 22, sound, peaks, span, shown: [0, 2], ink: '#000' });
  return (x: number) => drawn.get(x) ?? 0;
}

describe('the wave of a sound', () => {
  it('is as high as it is loud, where it is heard', async () => {
    const at = await heights({}, [0, 1]);
    expect([at(10), at(30), at(60)]).toEqual([20, 1, 0]);
  });

  it('is drawn again and again where it loops, and as fades and gain make it', async () => {
    const looped = await heights({ loop: true }, [0, 2]);
    expect([looped(10), looped(60), looped(80)]).toEqual([20, 20, 1]);
    const softer = await heights({ gainDb: -6, fadeInSec: 0.4 }, [0, 1]);
    expect(softer(22)).toBeCloseTo(20 * 10 ** (-6 / 20), 0);
    expect(softer(2)).toBeLessThan(5);
  });
});
