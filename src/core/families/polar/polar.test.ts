import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { PathNode } from '../../scene/scene';
import { filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { polar } from '.';

const cube = cubeOf([
  [100, 25, 4],
  [50, 100, 9],
]);
const film = (own: Record<string, unknown> = {}, of = cube) => filmOfFamily(polar, of, { own });
const radii = (own: Record<string, unknown>, timeSec = 0) =>
  numbersAt(film(own), timeSec).map(({ radius }) => Number(radius));

/** Twice the area inside a path, its curves taken as straight. */
function areaOf({ path: { points } }: PathNode): number {
  let area = 0;
  for (let i = 0; i < points.length; i += 2) {
    const j = (i + 2) % points.length;
    area += (points[i] ?? 0) * (points[j + 1] ?? 0) - (points[j] ?? 0) * (points[i + 1] ?? 0);
  }
  return Math.abs(area);
}

describe('wedges', () => {
  it('have the root of their part of the greatest as radius, or that part itself', () => {
    expect(radii({})).toEqual([1, 0.5, 0.2]);
    expect(radii({ measure: 'radius' })).toEqual([1, 0.25, 0.04]);
  });

  it('are measured by the greatest of the moment, or of the film', () => {
    const rising = cubeOf([[10], [40]]);
    const at = (scale: string, share: number) => {
      const made = film({ scale }, rising);
      return Number(numbersAt(made, made.lengthSec * share)[0]?.radius);
    };
    expect([at('moment', 0), at('moment', 1)]).toEqual([1, 1]);
    expect([at('film', 0), at('film', 1)]).toEqual([0.5, 1]);
  });

  it('have areas in proportion to their values, with a hole too', () => {
    for (const hole of [0, 0.4]) {
      const made = film({ hole, gap: 0 });
      const areas = [0, 1, 2].map((c) => {
        const node = leavesAt(made, 0).find((n): n is PathNode => n.id === `wedge:${c}`);
        return node ? areaOf(node) : 0;
      });
      expect((areas[1] ?? 0) / (areas[0] ?? 1)).toBeCloseTo(0.25, 1);
    }
  });

  it('lie within the rim, whatever the values, and keep their proportions whatever the unit', () => {
    const row = fc.array(fc.double({ min: 0, max: 1e9, noNaN: true }), { minLength: 4, maxLength: 4 });
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 1, maxLength: 3 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (rows, when) => {
          const [a, b] = [cubeOf(rows), cubeOf(rows.map((each) => each.map((value) => value * 7)))].map((of) => {
            const made = film({}, of);
            return numbersAt(made, made.lengthSec * when).map(({ radius }) => Number(radius));
          });
          a?.forEach((radius, i) => {
            expect(radius).toBeGreaterThanOrEqual(0);
            expect(radius).toBeLessThanOrEqual(1);
            expect(radius).toBeCloseTo(b?.[i] ?? -1, 9);
          });
        },
      ),
      { numRuns: 40 },
    );
  });

  it('are refused with the names where values are below 0', () => {
    const made = film({}, cubeOf([[10, -5]]));
    expect(readoutAt(made, 0).sentence).toContain('Category 1 has less');
    expect(numbersAt(made, 0)).toEqual([]);
    const said = leavesAt(made, 0).flatMap((n) => (n.kind === 'text' && n.id.startsWith('refusal') ? [n.text] : []));
    expect(said.join(' ')).toContain('Radial bars'.toLowerCase());
  });

  it('say what of them is the value', () => {
    expect(textsAt(film(), 0, 'legend')).toEqual(['The area of a wedge is its value']);
    expect(readoutAt(film({ measure: 'radius' }), 0).sentence).toContain('The radius of a wedge is its value.');
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('write nothing on another at %d by %d', (...size) => {
    const wide = cubeOf(
      Array.from({ length: 4 }, (_, p) => Array.from({ length: 26 }, (_, c) => (c * 37 + p * 53) % 91)),
    );
    for (const own of [{}, { places: 26, order: 'largest' }, { values: false, startAngle: 70, scale: 'film' }]) {
      const made = filmOfFamily(polar, wide, { own, size });
      for (let i = 0; i <= 40; i++)
        expect(textFaults(sceneAt(made, (made.lengthSec * i) / 40), measureBySize)).toEqual([]);
    }
  });
});
