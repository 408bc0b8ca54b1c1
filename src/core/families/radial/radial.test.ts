import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PreparedFilm } from '../../film/prepare-film';
import { sceneAt } from '../../film/scene-at';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { radial } from '.';
import type { RadialPlan } from './plan';
import { ringsAt } from './rings';

const cube = cubeOf([
  [40, 30, 20],
  [20, 30, 40],
]);
const film = (own: Record<string, unknown> = {}, of = cube) => filmOfFamily(radial, of, { own });
const planOf = (film: PreparedFilm) => (chartIn(film) as unknown as { plan: RadialPlan }).plan;

describe('radial bars', () => {
  it('go round as far as their values, the greatest as far as the axis', () => {
    const made = film({ domain: { kind: 'given', min: 0, max: 80 }, sweep: 0.6 });
    const turns = ringsAt(planOf(made), 0).map(({ category, from, to }) => [category, to - from]);
    expect(turns).toEqual([
      [0, expect.closeTo(0.3, 12)],
      [1, expect.closeTo(0.225, 12)],
      [2, expect.closeTo(0.15, 12)],
    ]);
  });

  it('go the other way from 0 where they are below it', () => {
    const [up, down] = ringsAt(planOf(film({}, cubeOf([[30, -10]]))), 0);
    expect(up?.from).toBeCloseTo(down?.to ?? -1, 12);
    expect((up?.to ?? 0) - (up?.from ?? 0)).toBeCloseTo(3 * ((down?.to ?? 0) - (down?.from ?? 0)), 9);
  });

  it('change places ring by ring without a jump, both in sight', () => {
    const made = film();
    const plan = planOf(made);
    let last = new Map<number, number>();
    for (let frame = 0; frame <= made.lengthSec * 120; frame++) {
      const rings = ringsAt(plan, frame / 120);
      for (const { category, radiusPx } of rings) {
        const before = last.get(category);
        if (before !== undefined) expect(Math.abs(radiusPx - before)).toBeLessThan(plan.slotPx * 0.2);
      }
      // Whoever is level with another is slimmer than it, or the other way round.
      for (const a of rings)
        for (const b of rings)
          if (a.category < b.category && Math.abs(a.radiusPx - b.radiusPx) < plan.thickPx * 0.15)
            expect(Math.abs(a.thickPx - b.thickPx)).toBeGreaterThan(plan.thickPx * 0.2);
      last = new Map(rings.map(({ category, radiusPx }) => [category, radiusPx]));
    }
    expect(numbersAt(made, made.lengthSec).map(({ category }) => category)).toEqual([
      'Category 2',
      'Category 1',
      'Category 0',
    ]);
  });

  it('have their names beside them, along them or in the legend', () => {
    const made = film();
    expect(textsAt(made, 0, 'name')).toEqual(['Category 0', 'Category 1', 'Category 2']);
    expect(textsAt(made, 0, 'value')).toEqual(['40', '30', '20']);
    expect(textsAt(film({ values: false }), 0, 'value')).toEqual([]);
    const letters = leavesAt(film({ labels: 'along', sweep: 0.9 }), 0).filter(
      (n) => n.kind === 'text' && n.id.startsWith('name:0:'),
    );
    expect(letters.map((n) => (n.kind === 'text' ? n.text : '')).join('')).toBe('Category0');
    expect(new Set(letters.map((n) => (n.kind === 'text' ? n.turnRad : 0))).size).toBe(letters.length);
    expect(textsAt(film({ labels: 'none' }), 0, 'legend')).toContain('Category 1');
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('write nothing on another at %d by %d', (...size) => {
    const rows = Array.from({ length: 4 }, (_, p) =>
      Array.from({ length: 24 }, (_, c) => ((c * 37 + p * 53) % 91) - 20),
    );
    const wide = cubeOf(rows);
    const named = {
      ...wide,
      categories: wide.categories.map((name, i) => (i % 4 === 0 ? `${name}, which is a very long name indeed` : name)),
    };
    for (const own of [{}, { places: 24 }, { places: 5, order: 'smallest' }, { labels: 'none' }]) {
      const made = filmOfFamily(radial, named, { own, size });
      for (let i = 0; i <= 40; i++)
        expect(textFaults(sceneAt(made, (made.lengthSec * i) / 40), measureBySize)).toEqual([]);
    }
  });

  it('are drawn with finite numbers whatever the values', () => {
    const row = fc.array(fc.double({ min: -1e15, max: 1e15, noNaN: true }), { minLength: 3, maxLength: 3 });
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 1, maxLength: 3 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (rows, when) => {
          const made = film({}, cubeOf(rows));
          for (const { from, to, radiusPx } of ringsAt(planOf(made), made.lengthSec * when)) {
            expect(Number.isFinite(radiusPx)).toBe(true);
            expect(from).toBeGreaterThanOrEqual(0);
            expect(to).toBeLessThanOrEqual(0.75 + 1e-9);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});
