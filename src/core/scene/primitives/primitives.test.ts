import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureBySize } from '../../testing/films';
import { recordingSurface } from '../../testing/recording-surface';
import { hitTest } from '../hit-test';
import { boxOfPart } from '../part-box';
import { PathSink, polyline } from '../path';
import type { PathNode, Scene, SceneNode, TextNode } from '../scene';
import { SvgWriter } from '../svg-writer';
import { primitiveOf } from '.';

const subject = { part: 'mark' as const, category: 3 };
const scene = (...nodes: SceneNode[]): Scene => ({ widthPx: 400, heightPx: 300, background: '#ffffff', nodes });
const found = (nodes: SceneNode[], x: number, y: number) => hitTest(scene(...nodes), x, y, measureBySize)?.category;

function circle(radius: number, more: Partial<PathNode> = {}): PathNode {
  const sink = new PathSink();
  sink.arc(200, 150, radius, 0, 2 * Math.PI);
  sink.closePath();
  return { kind: 'path', id: 'c', subject, path: sink.path(), fill: '#123456', ...more };
}
const label = (more: Partial<TextNode> = {}): TextNode => ({
  kind: 'text',
  id: 't',
  subject,
  x: 200,
  y: 150,
  text: 'ten letter',
  font: { family: 'A', weight: 400, sizePx: 20 },
  fill: '#000000',
  align: 'start',
  ...more,
});

describe('pointing', () => {
  it('finds a filled path all over its inside and nowhere else', () => {
    const place = fc.tuple(fc.double({ min: 1, max: 399, noNaN: true }), fc.double({ min: 1, max: 299, noNaN: true }));
    fc.assert(
      fc.property(place, ([x, y]) => {
        const far = Math.hypot(x - 200, y - 150);
        if (far < 99) expect(found([circle(100)], x, y)).toBe(3);
        if (far > 105) expect(found([circle(100)], x, y)).toBeUndefined();
      }),
    );
  });

  it('finds a line near it only, and a hole not at all', () => {
    const { fill: _, ...line } = circle(100, { stroke: '#000000', strokeWidthPx: 2 });
    expect(found([line], 300, 150)).toBe(3);
    expect(found([line], 200, 150)).toBeUndefined();
    const ring = new PathSink();
    ring.arc(200, 150, 100, 0, 2 * Math.PI);
    ring.closePath();
    ring.moveTo(250, 150);
    ring.arc(200, 150, 50, 0, -2 * Math.PI, true);
    ring.closePath();
    const node: PathNode = { kind: 'path', id: 'r', subject, path: ring.path(), fill: '#123456' };
    expect(found([node], 200, 150)).toBeUndefined();
    expect(found([node], 275, 150)).toBe(3);
  });

  it('finds turned text where it stands', () => {
    const up = label({ turnRad: -Math.PI / 2 });
    expect(found([up], 195, 100)).toBe(3);
    expect(found([up], 250, 145)).toBeUndefined();
    expect(found([label()], 250, 145)).toBe(3);
  });

  it('finds what a group has moved, cut where the group cuts it', () => {
    const box: SceneNode = { kind: 'rect', id: 'b', subject, x: 0, y: 0, widthPx: 50, heightPx: 50, fill: '#000000' };
    const clip = { x: 0, y: 0, widthPx: 20, heightPx: 50 };
    const group: SceneNode = { kind: 'group', id: 'g', shift: { dx: 100, dy: 30 }, clip, children: [box] };
    expect(found([group], 110, 40)).toBe(3);
    expect(found([group], 130, 40)).toBeUndefined();
    expect(found([group], 10, 10)).toBeUndefined();
    expect(boxOfPart(scene(group), 'mark', measureBySize)).toEqual({ x: 100, y: 30, widthPx: 50, heightPx: 50 });
  });
});

describe('bounds', () => {
  it('of text hold all of it, however it is turned', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -7, max: 7, noNaN: true }),
        fc.constantFrom('start', 'middle', 'end'),
        (rad, align) => {
          const node = label({ turnRad: rad, align: align as TextNode['align'] });
          const { left, top, right, bottom } = primitiveOf(node).bounds(node, measureBySize);
          const [width, height] = [right - left, bottom - top];
          expect(width).toBeLessThanOrEqual(Math.hypot(100, 24) + 1e-9);
          expect(width * width + height * height).toBeGreaterThan(100 * 100);
          const { from, to } = primitiveOf(node).rows(node);
          expect(from).toBeLessThanOrEqual(top);
          expect(to).toBeGreaterThanOrEqual(bottom);
        },
      ),
    );
  });

  it('of paths hold their curves, and their rows hold strokes with their corners', () => {
    const sharp = polyline(Float64Array.of(0, 100, 50, 10, 100, 100));
    const node = (more: Partial<PathNode>): PathNode => ({ kind: 'path', id: 'p', path: sharp, ...more });
    const rows = (more: Partial<PathNode>) => primitiveOf(node(more)).rows(node(more));
    expect(rows({ fill: '#000000' })).toEqual({ from: 10, to: 100 });
    expect(rows({ stroke: '#000000', strokeWidthPx: 4 })).toEqual({ from: -10, to: 120 });
    expect(rows({ stroke: '#000000', strokeWidthPx: 4, join: 'round' })).toEqual({ from: 8, to: 102 });
    expect(rows({ stroke: '#000000', strokeWidthPx: 4, join: 'bevel', cap: 'square' }).from).toBeCloseTo(
      10 - 2 * Math.SQRT2,
    );
  });
});

describe('both painters', () => {
  const strokes = [
    {},
    { join: 'round' as const, cap: 'round' as const },
    { join: 'bevel' as const, cap: 'square' as const, dashPx: 5 },
  ];
  it.each(strokes)('are told the same joins, caps, miters and dashes: %j', (style) => {
    const node: PathNode = {
      kind: 'path',
      id: 'p',
      path: polyline(Float64Array.of(0, 0, 10, 10)),
      stroke: '#000000',
      strokeWidthPx: 3,
      ...style,
    };
    const { surface, calls } = recordingSurface();
    primitiveOf(node).draw(surface, node, { measure: measureBySize, images: new Map() });
    const svg = primitiveOf(node).svg(node, new SvgWriter(measureBySize, new Map()));
    expect(calls).toContain(`lineJoin = ${style.join ?? 'miter'}`);
    expect(svg).toContain(`stroke-linejoin="${style.join ?? 'miter'}"`);
    expect(calls).toContain(`lineCap = ${style.cap ?? 'butt'}`);
    expect(svg.includes('stroke-linecap')).toBe(style.cap !== undefined);
    expect(calls).toContain('miterLimit = 10');
    expect(svg).toContain('stroke-miterlimit="10"');
    expect(svg.includes('stroke-dasharray="5"')).toBe(style.dashPx === 5);
    // Dashes end with the path that has them.
    if (style.dashPx) expect(calls.at(-1)).toBe('setLineDash ');
  });

  it('fill and stroke paths with gradients', () => {
    const run = { kind: 'linear' as const, x0: 0, y0: 0, x1: 10, y1: 0, from: '#111111', to: '#222222' };
    const node = circle(10, { fill: run, stroke: { ...run, kind: 'radial', x: 1, y: 2, radiusPx: 3 } as never });
    const { surface, calls } = recordingSurface();
    primitiveOf(node).draw(surface, node, { measure: measureBySize, images: new Map() });
    const svg = primitiveOf(node).svg(node, new SvgWriter(measureBySize, new Map()));
    expect(calls).toContain('createLinearGradient 0 0 10 0');
    expect(calls).toContain('createRadialGradient 1 2 0 1 2 3');
    expect(svg.match(/<linearGradient/g)).toHaveLength(1);
    expect(svg.match(/<radialGradient/g)).toHaveLength(1);
    expect(svg).toMatch(/fill="url\(#d1\)".*stroke="url\(#d2\)"/);
  });

  it('turn text around the point that it stands at', () => {
    const node = label({ turnRad: Math.PI / 4, align: 'middle' });
    const { surface, calls } = recordingSurface();
    primitiveOf(node).draw(surface, node, { measure: measureBySize, images: new Map() });
    expect(calls).toEqual(expect.arrayContaining(['translate 200 150', 'rotate 0.785', 'fillText ten letter -50 0']));
    expect(primitiveOf(node).svg(node, new SvgWriter(measureBySize, new Map()))).toContain('rotate(45 200 150)');
  });

  it('show a picture, or a window of it, cut round, and nothing of one that is not there', () => {
    const node = {
      kind: 'image' as const,
      id: 'i',
      imageId: 'sea',
      x: 10,
      y: 20,
      widthPx: 40,
      heightPx: 30,
      crop: { x: 0.25, y: 0, width: 0.5, height: 1 },
    };
    const images = new Map([['sea', { width: 200, height: 100 } as ImageBitmap]]);
    const painted = (more: object, known = images) => {
      const { surface, calls } = recordingSurface();
      primitiveOf(node).draw(surface, { ...node, ...more }, { measure: measureBySize, images: known });
      return calls;
    };
    expect(painted({}).at(-1)).toMatch(/^drawImage .*50 0 100 100 10 20 40 30$/);
    expect(painted({ crop: undefined }).at(-1)).toMatch(/0 0 200 100 10 20 40 30$/);
    expect(painted({ radiusPx: 6 })).toEqual(expect.arrayContaining(['save', 'clip', 'restore']));
    expect([painted({}, new Map()), painted({ widthPx: 0 })]).toEqual([[], []]);
    const svg = (more: object) =>
      primitiveOf(node).svg({ ...node, ...more }, new SvgWriter(measureBySize, new Map([['sea', 'data:a&b']])));
    expect(svg({})).toMatch(/viewBox="0.25 0 0.5 1".*href="data:a&amp;b"/);
    expect(svg({ radiusPx: 6, opacity: 0.5 })).toMatch(/<clipPath id="d1">.*clip-path="url\(#d1\)" opacity="0.5"/);
    expect(svg({ imageId: 'gone' })).toBe('');
    expect(found([{ ...node, subject }], 49, 49)).toBe(3);
    expect(found([{ ...node, subject }], 51, 49)).toBeUndefined();
  });
});
