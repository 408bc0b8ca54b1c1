import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Scene, SceneNode } from '@/core/scene/scene';
import { measureBySize } from '@/core/testing/films';
import { canvases, FakeCanvas } from '../testing/fake-canvas';
import { createMeasure } from './measure-text';
import { paintScene } from './paint-scene';

vi.stubGlobal('OffscreenCanvas', FakeCanvas);
beforeEach(() => {
  canvases.length = 0;
});

const rect = (id: string, more: Partial<SceneNode> = {}): SceneNode =>
  ({ kind: 'rect', id, x: 0, y: 0, widthPx: 9, heightPx: 9, fill: '#aaaaaa', ...more }) as SceneNode;

/** What a canvas is told when it paints these nodes. */
function painted(nodes: readonly SceneNode[], background: string | null = '#ffffff', scale = 1): FakeCanvas {
  const canvas = new FakeCanvas(200, 100);
  const scene: Scene = { widthPx: 200, heightPx: 100, background, nodes };
  paintScene(canvas.getContext() as never, scene, scale, { measure: measureBySize, images: new Map() });
  return canvas;
}
const count = ({ calls }: FakeCanvas, start: string) => calls.filter((call) => call.startsWith(start)).length;

describe('painting a scene', () => {
  it('scales the stage, and fills or clears what was there', () => {
    const { calls } = painted([], '#102030', 0.5);
    expect(calls.slice(0, 4)).toEqual([
      'setTransform 0.5 0 0 0.5 0 0',
      'globalAlpha = 1',
      'fillStyle = #102030',
      'fillRect 0 0 200 100',
    ]);
    expect(painted([], null).calls).toContain('clearRect 0 0 200 100');
  });

  it('leaves out what cannot be seen, alone or with its group', () => {
    const before = painted([]).calls.length;
    expect(painted([rect('a', { opacity: 0 })]).calls).toHaveLength(before);
    const unseen: SceneNode = { kind: 'group', id: 'g', opacity: 0, children: [rect('a')] };
    expect(painted([unseen]).calls).toHaveLength(before);
  });

  it('clips and moves a group, and puts everything back behind it', () => {
    const clip = { x: 1, y: 2, widthPx: 3, heightPx: 4 };
    const canvas = painted([{ kind: 'group', id: 'g', clip, shift: { dx: 5, dy: 6 }, children: [rect('a')] }]);
    expect(canvas.calls.join('\n')).toContain('save\ntranslate 5 6\nbeginPath\nrect 1 2 3 4\nclip');
    expect(canvas.calls.at(-1)).toBe('restore');
    expect(count(canvas, 'save')).toBe(count(canvas, 'restore'));
  });

  it('fades several marks as one, on a layer that is made once', () => {
    const faded: SceneNode = { kind: 'group', id: 'g', opacity: 0.5, children: [rect('a'), rect('b')] };
    const canvas = painted([faded, { ...faded, id: 'h' }]);
    expect(canvases).toHaveLength(2);
    expect(count(canvas, 'drawImage')).toBe(2);
    expect(canvas.calls).toContain('globalAlpha = 0.5');
    // The marks themselves are whole, on the layer.
    expect(canvases[1]?.calls).not.toContain('globalAlpha = 0.5');
    expect(count(canvases[1] as FakeCanvas, 'clearRect')).toBe(2);
  });

  it('fades a single mark without a layer, by the shares of all groups around it', () => {
    const inner: SceneNode = { kind: 'group', id: 'i', opacity: 0.5, children: [rect('a', { opacity: 0.5 })] };
    const canvas = painted([inner]);
    expect(canvases).toHaveLength(1);
    expect(canvas.calls).toContain('globalAlpha = 0.25');
  });

  it('takes a layer of a layer for a group within a group', () => {
    const inner: SceneNode = { kind: 'group', id: 'i', opacity: 0.5, children: [rect('a'), rect('b')] };
    painted([{ kind: 'group', id: 'o', opacity: 0.5, children: [inner, rect('c')] }]);
    expect(canvases).toHaveLength(3);
  });
});

describe('measuring text', () => {
  const font = { family: 'Archivo', weight: 600, sizePx: 20 };

  it('asks the canvas once for each text and font', () => {
    const canvas = new FakeCanvas(1, 1);
    const measure = createMeasure(canvas.getContext() as never);
    expect([measure('abc', font), measure('abc', font), measure('abcd', font)]).toEqual([30, 30, 40]);
    expect(count(canvas, 'font =')).toBe(2);
    measure('abc', { ...font });
    expect(count(canvas, 'font =')).toBe(3);
  });

  it('adds the space between letters, by letters and not by halves of them', () => {
    const measure = createMeasure(new FakeCanvas(1, 1).getContext() as never);
    expect(measure('ab', { ...font, spacing: 0.1 })).toBe(20 + 2 * 2);
    expect(measure('🐑', { ...font, spacing: 0.1 })).toBe(20 + 2);
  });

  it('forgets the oldest when it has kept very many, and stays right', () => {
    const measure = createMeasure(new FakeCanvas(1, 1).getContext() as never);
    for (let i = 0; i < 20_500; i++) measure(`text ${i}`, font);
    expect(measure('text 7', font)).toBe(60);
  });
});
