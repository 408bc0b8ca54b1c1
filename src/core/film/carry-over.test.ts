import { describe, expect, it } from 'vitest';
import type { ImageNode, Paint, PathNode, RectNode, SceneNode, TextNode } from '../scene/scene';
import type { Font } from '../scene/text-fit';
import { measureBySize } from '../testing/films';
import { type CarriedSide, carriedNodes, matchPictures } from './carry-over';

const font: Font = { family: 'Test', weight: 600, sizePx: 20 };
const bar = (x: number, fill: Paint, more: Partial<RectNode> = {}): RectNode => ({
  kind: 'rect',
  id: `bar${x}`,
  x,
  y: 10,
  widthPx: 100,
  heightPx: 20,
  fill,
  subject: { part: 'mark', category: 0 },
  ...more,
});
const text = (words: string, x: number, more: Partial<TextNode> = {}): TextNode => ({
  kind: 'text',
  id: `text${x}`,
  x,
  y: 40,
  text: words,
  font,
  fill: '#000000',
  align: 'start',
  subject: { part: 'name', category: 0 },
  ...more,
});
const side = (...nodes: SceneNode[]): CarriedSide => ({ nodes, names: ['Oyle', 'Pell'] });
const carried = (a: CarriedSide, b: CarriedSide, x: number) => carriedNodes(matchPictures(a, b, measureBySize), x);
const run = (x0: number, x1: number): Paint => ({
  kind: 'linear',
  x0,
  y0: 0,
  x1,
  y1: 0,
  from: '#ff0000',
  to: '#0000ff',
});

describe('a shape on its way', () => {
  it('changes its colour as the eye sees it, and its border with it', () => {
    const a = side(bar(0, '#ff0000', { stroke: '#000000', strokeWidthPx: 4 }));
    const b = side(bar(200, '#0000ff'));
    const [half] = carried(a, b, 0.5) as [PathNode];
    expect(half.fill).not.toBe('#800080');
    expect(half).toMatchObject({ stroke: '#000000', strokeWidthPx: 2 });
    expect(Math.min(...Array.from(half.path.points).filter((_, i) => i % 2 === 0))).toBeCloseTo(100, 9);
    expect(carried(a, b, 0)[0]).toMatchObject({ fill: '#ff0000' });
    expect(carried(a, b, 1)[0]).toMatchObject({ fill: '#0000ff' });
  });

  it('takes a run of colours along, over which the other one comes', () => {
    const [below, above] = carried(side(bar(0, run(0, 100))), side(bar(200, '#00ff00')), 0.25) as [PathNode, PathNode];
    expect(below.fill).toMatchObject({ kind: 'linear', x0: 50, x1: 150 });
    expect(above).toMatchObject({ fill: '#00ff00', opacity: 0.25 });
    const round: Paint = { kind: 'radial', x: 50, y: 20, radiusPx: 50, from: '#ff0000', to: '#0000ff' };
    const [turned] = carried(side(bar(0, round)), side(bar(200, '#00ff00')), 0.5) as [PathNode];
    expect(turned.fill).toMatchObject({ kind: 'radial', x: 150, radiusPx: 50 });
  });

  it('is the one of the present where marks of earlier periods stand beside it', () => {
    const past = bar(400, '#111111', { widthPx: 900, subject: { part: 'mark', category: 0, period: 0 } });
    const late = bar(500, '#222222', { subject: { part: 'mark', category: 0, period: 3 } });
    const b = side(bar(0, '#0000ff'));
    const shapeOf = (a: CarriedSide) => carried(a, b, 0).find(({ id }) => id === 'carry:Oyle');
    expect(shapeOf(side(past, bar(0, '#ff0000')))).toMatchObject({ fill: '#ff0000' });
    expect(shapeOf(side(past, late))).toMatchObject({ fill: '#222222' });
  });
});

describe('words and pictures on their way', () => {
  it('are one text where they say the same alike, and else give way to each other', () => {
    const same = carried(side(text('Oyle', 0)), side(text('Oyle', 100, { font: { ...font, sizePx: 40 } })), 0.5);
    expect(same).toMatchObject([{ id: 'carry:name Oyle', x: 50, opacity: 1, font: { sizePx: 30 } }]);
    const other = [0.1, 0.9].map((x) => carried(side(text('1', 0)), side(text('2', 100)), x));
    expect(other.map((nodes) => nodes.map((node) => (node as TextNode).text))).toEqual([['1'], ['2']]);
  });

  it('are left behind where they are shadows, or of nobody there', () => {
    const nodes = carried(
      side(text('Oyle', 0, { shade: true }), text('Pell', 50, { subject: { part: 'name', category: 1 } })),
      side(text('Oyle', 100)),
      0.2,
    );
    expect(nodes.map(({ id }) => id)).toEqual(['leaving-under']);
  });

  it('a word takes the shape in, and lets it out', () => {
    const word = side(text('Oyle', 300, { subject: { part: 'mark', category: 0 }, turnRad: Math.PI / 2 }));
    const opacityAt = (a: CarriedSide, b: CarriedSide, x: number) =>
      carried(a, b, x).find(({ id }) => id === 'carry:Oyle')?.opacity;
    const box = side(bar(0, '#ff0000'));
    expect([0, 0.5, 1].map((x) => opacityAt(box, word, x))).toEqual([1, 1, 0]);
    expect([0, 0.5, 1].map((x) => opacityAt(word, box, x))).toEqual([0, 1, 1]);
    // Two words travel as words alone.
    expect(carried(word, word, 0.5).map(({ kind }) => kind)).toEqual(['text']);
  });

  it('a picture goes along where it is the same one', () => {
    const image = (x: number, imageId: string): ImageNode => ({
      kind: 'image',
      id: `image${x}`,
      x,
      y: 0,
      widthPx: 10,
      heightPx: 10,
      imageId,
      subject: { part: 'picture', category: 0 },
      crop: { x: 0, y: 0, width: 1, height: x === 0 ? 1 : 0.5 },
    });
    const [half] = carried(side(image(0, 'a')), side(image(100, 'a')), 0.6);
    expect(half).toMatchObject({ id: 'carry:Oyle:picture', x: 60, crop: { height: 0.5 } });
    expect(carried(side(image(0, 'a')), side(image(100, 'b')), 0.2).map(({ id }) => id)).toEqual(['leaving-under']);
  });

  it('what lies over the marks that travel stays over them while it fades', () => {
    const grid: SceneNode = { kind: 'rect', id: 'grid', x: 0, y: 0, widthPx: 9, heightPx: 9, fill: '#cccccc' };
    const moved: SceneNode = {
      kind: 'group',
      id: 'g',
      shift: { dx: 5, dy: 6 },
      opacity: 0.5,
      children: [bar(0, '#ff0000')],
    };
    const nodes = carried(side(grid, moved, { ...grid, id: 'front' }), side(bar(200, '#0000ff')), 0.1);
    expect(nodes.map(({ id }) => id)).toEqual(['leaving-under', 'carry:Oyle', 'leaving-over']);
    expect(nodes[1]).toMatchObject({ opacity: expect.closeTo(0.55, 9) });
  });
});
