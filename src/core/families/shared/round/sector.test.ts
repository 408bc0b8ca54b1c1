import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bandPath, clearanceIn, onCircle, sectorPath } from './sector';

const ring = { x: 100, y: 100, innerPx: 40, outerPx: 80 };
const part = fc.double({ min: 0, max: 1, noNaN: true });

/** Distances of a path's points from the middle, handles of curves included. */
const radii = ({ points }: { readonly points: Float64Array }) =>
  Array.from({ length: points.length / 2 }, (_, i) =>
    Math.hypot((points[2 * i] ?? 0) - ring.x, (points[2 * i + 1] ?? 0) - ring.y),
  );

describe('a sector', () => {
  it('lies on its ring, with a gap or without, whatever it takes of the turn', () => {
    fc.assert(
      fc.property(part, part, fc.double({ min: 0, max: 8, noNaN: true }), (from, length, gapPx) => {
        for (const radius of radii(sectorPath({ ...ring, from, to: from + length }, gapPx))) {
          expect(radius).toBeGreaterThan(ring.innerPx - 1e-6);
          // Handles of curves lie a little outside of the circle.
          expect(radius).toBeLessThan(ring.outerPx * 1.01);
        }
      }),
    );
  });

  it('is a whole ring with its hole, a disc without one, and nothing where there is nothing', () => {
    expect(sectorPath({ ...ring, from: 0, to: 1 }).verbs.filter((verb) => verb === 4)).toHaveLength(2);
    expect(sectorPath({ ...ring, innerPx: 0, from: 0, to: 1 }).verbs.filter((verb) => verb === 4)).toHaveLength(1);
    expect(sectorPath({ ...ring, from: 0.2, to: 0.2 }, 2).verbs).toHaveLength(0);
    expect(bandPath({ ...ring, from: 0.2, to: 0.2 }, true).verbs).toHaveLength(0);
  });

  it('with round ends never reaches beyond where it ends', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.49, noNaN: true }), (to) => {
        const { points } = bandPath({ ...ring, from: 0, to }, true);
        // Up to half a turn from the top all of it is at the right.
        for (let i = 0; i < points.length; i += 2) expect(points[i]).toBeGreaterThan(ring.x - 1);
      }),
    );
  });
});

describe('the room of a box in a sector', () => {
  const sector = { ...ring, from: 0, to: 0.25 };
  const at = (radius: number, turn: number, size = 10) => {
    const [x, y] = onCircle(ring.x, ring.y, radius, turn);
    return clearanceIn(sector, { x, y, widthPx: size, heightPx: size });
  };

  it('is above 0 exactly where all of its corners are inside', () => {
    expect(at(60, 0.125)).toBeGreaterThan(0);
    expect(at(60, 0.5)).toBeLessThan(0);
    expect(at(78, 0.125)).toBeLessThan(0);
    expect(at(42, 0.125)).toBeLessThan(0);
    expect(at(60, 0.01)).toBeLessThan(0);
    expect(at(60, 0.125, 60)).toBeLessThan(0);
  });

  it('changes without a jump as the box wanders', () => {
    for (let i = 0; i < 400; i++) expect(Math.abs(at(60, (i + 1) / 1600) - at(60, i / 1600))).toBeLessThan(0.6);
  });

  it('is bounded by the ring alone in a whole one', () => {
    const whole = { ...ring, from: 0, to: 1 };
    expect(clearanceIn(whole, { x: 100, y: 40, widthPx: 8, heightPx: 8 })).toBeCloseTo(80 - Math.hypot(4, 64), 9);
  });
});
