import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sceneAt } from '../../film/scene-at';
import type { PathNode } from '../../scene/scene';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, leavesAt, numbersAt } from '../../testing/family-films';
import { cubeOf, gappyCubes, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { areas } from '.';

const layered = { stack: 'layered' };
const cube = cubeOf([
  [10, 40, -5],
  [20, 30, 8],
  [30, 10, 2],
  [60, 20, -9],
]);

describe('areas over each other', () => {
  it('all begin at 0 and reach to their values, at every time', () => {
    fc.assert(
      fc.property(gappyCubes, fc.double({ min: 0, max: 1, noNaN: true }), (any, share) => {
        const film = filmOfFamily(areas, any, { own: layered });
        for (const { value, base, top } of numbersAt(film, film.lengthSec * share)) {
          const size = Number(value);
          expect([base, top]).toEqual([Math.min(0, size) + 0, Math.max(0, size) + 0]);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('have an axis that holds the greatest, not the sum', () => {
    const film = filmOfFamily(areas, cube, { own: { ...layered, domain: { kind: 'fixed' } } });
    const chart = chartIn(film);
    const [min, max] = chart.family.valueEnds(chart);
    expect(max).toBeLessThan(90);
    expect(max).toBeGreaterThanOrEqual(60);
    expect(min).toBeLessThanOrEqual(-9);
  });

  it('show through each other, and every line lies over every fill', () => {
    const film = filmOfFamily(areas, cube, { own: layered });
    const paths = leavesAt(film, film.lengthSec).filter(
      (n): n is PathNode => n.kind === 'path' && /^(band|edge:band):/.test(n.id ?? ''),
    );
    expect(paths.map(({ id }) => id?.startsWith('edge'))).toEqual([false, false, false, true, true, true]);
    for (const band of paths.slice(0, 3)) expect(band.opacity).toBeLessThan(0.6);
  });

  it('keep their labels apart while values cross', () => {
    for (const size of [
      [1920, 1080],
      [1080, 1920],
    ] as const) {
      const film = filmOfFamily(areas, cube, { own: layered, size });
      for (let i = 0; i <= 30; i++)
        expect(textFaults(sceneAt(film, (film.lengthSec * i) / 30), measureBySize).slice(0, 2)).toEqual([]);
    }
  });
});
