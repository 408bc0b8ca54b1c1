import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PathSink, verb } from '../../scene/path';
import type { PathNode, RectNode } from '../../scene/scene';
import { areaOf, pairRings, pairShapes, ringsOf, shapeAt } from './outline';

const size = fc.double({ min: 1, max: 900, noNaN: true });
const rects = fc
  .record({ x: size, y: size, widthPx: size, heightPx: size })
  .map((box): RectNode => ({ kind: 'rect', id: 'r', fill: '#123456', ...box }));

/** A ring of the pie, from one angle to another. */
const slice = (from: number, to: number, inner: number): PathNode => {
  const sink = new PathSink();
  sink.arc(500, 400, 200, from, to);
  if (inner > 0) sink.arc(500, 400, inner, to, from, true);
  else sink.lineTo(500, 400);
  sink.closePath();
  return { kind: 'path', id: 's', path: sink.path(), fill: '#123456' };
};
const slices = fc
  .tuple(
    fc.double({ min: -3, max: 3, noNaN: true }),
    fc.double({ min: 0.1, max: 3, noNaN: true }),
    fc.constantFrom(0, 80),
  )
  .map(([from, turn, inner]) => slice(from, from + turn, inner));
const shapes = fc.oneof(rects, slices);

const ringOf = (node: RectNode | PathNode) => ringsOf(node, 0, 0);

describe('outlines', () => {
  it('of a box moved by its groups are where it is drawn, clockwise or not', () => {
    const [ring] = ringsOf({ kind: 'rect', id: 'r', x: 1, y: 2, widthPx: 10, heightPx: 20, fill: '#000000' }, 100, 200);
    expect(Array.from(ring ?? [])).toEqual([101, 202, 111, 202, 111, 222, 101, 222]);
    expect(areaOf(ring ?? new Float64Array())).toBe(200);
  });

  it('of a line are a dot at its end', () => {
    const sink = new PathSink();
    sink.moveTo(0, 0);
    sink.lineTo(30, 40);
    const [ring] = ringsOf({ kind: 'path', id: 'l', path: sink.path(), stroke: '#000000', strokeWidthPx: 4 }, 0, 0);
    const points = Array.from({ length: (ring?.length ?? 0) / 2 }, (_, i) => [
      ring?.[2 * i] ?? 0,
      ring?.[2 * i + 1] ?? 0,
    ]);
    for (const [x = 0, y = 0] of points) expect(Math.hypot(x - 30, y - 40)).toBeCloseTo(4, 3);
  });

  it('are exactly the one at the start and the other at the end, with no number missing between', () => {
    fc.assert(
      fc.property(shapes, shapes, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, x) => {
        const pairs = pairShapes(ringOf(a), ringOf(b));
        const areaAt = (at: number) => {
          const { points, verbs } = shapeAt(pairs, at);
          expect(points.every(Number.isFinite)).toBe(true);
          expect(Array.from(verbs).filter((each) => each === verb.close)).toHaveLength(pairs.length);
          return pairs.reduce(
            (sum, { from, to }) => sum + areaOf(from.map((value, i) => value * (1 - at) + (to[i] ?? 0) * at)),
            0,
          );
        };
        const whole = (node: RectNode | PathNode) =>
          Math.abs(ringOf(node).reduce((sum, ring) => sum + areaOf(ring), 0));
        expect(areaAt(0)).toBeCloseTo(whole(a), 3);
        expect(areaAt(1)).toBeCloseTo(whole(b), 3);
        areaAt(x);
      }),
    );
  });

  it('of two boxes are a box all the way', () => {
    fc.assert(
      fc.property(rects, rects, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, x) => {
        const { points } = shapeAt(pairShapes(ringOf(a), ringOf(b)), x);
        const mixed = (key: 'x' | 'y' | 'widthPx' | 'heightPx') => a[key] * (1 - x) + b[key] * x;
        const [left, top] = [mixed('x'), mixed('y')];
        for (let i = 0; i < points.length; i += 2) {
          const onSide = [left, left + mixed('widthPx')].some((side) => Math.abs((points[i] ?? 0) - side) < 1e-6);
          const onEnd = [top, top + mixed('heightPx')].some((end) => Math.abs((points[i + 1] ?? 0) - end) < 1e-6);
          expect(onSide || onEnd).toBe(true);
        }
      }),
    );
  });

  it('open a hole where only one of them has one', () => {
    const disc = ringOf(slice(0, 2 * Math.PI, 0));
    const sink = new PathSink();
    sink.arc(500, 400, 200, 0, 2 * Math.PI);
    sink.closePath();
    sink.moveTo(580, 400);
    sink.arc(500, 400, 80, 2 * Math.PI, 0, true);
    sink.closePath();
    const ring = ringOf({ kind: 'path', id: 'd', path: sink.path(), fill: '#123456' });
    const pairs = pairShapes(disc, ring);
    expect(pairs).toHaveLength(2);
    const hole = (at: number) =>
      areaOf((pairs[1]?.from ?? new Float64Array()).map((v, i) => v * (1 - at) + (pairs[1]?.to[i] ?? 0) * at));
    expect([hole(0), hole(1)]).toEqual([expect.closeTo(0, 3), expect.closeTo(-Math.PI * 80 * 80, -3)]);
  });

  it('that have shrunk to nothing have their points all the same', () => {
    const flat: RectNode = { kind: 'rect', id: 'r', x: 5, y: 6, widthPx: 0, heightPx: 0, fill: '#000000' };
    const [point] = ringOf(flat);
    const [box] = ringOf({ ...flat, widthPx: 10, heightPx: 10 });
    const { from, to } = pairRings(point as Float64Array, box as Float64Array);
    expect(from.length).toBe(to.length);
    expect([...from, ...to].every(Number.isFinite)).toBe(true);
  });
});
