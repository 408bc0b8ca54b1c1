import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sceneAt } from '../../film/scene-at';
import type { RectNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { treeMap } from '.';
import { type Cell, cutMap, layMap, whole } from './layout';

const rows = (periods: number, names: number) =>
  Array.from({ length: periods }, (_, p) => Array.from({ length: names }, (_, c) => 5 + ((c * 37 + p * 53) % 91)));
const film = (own: Record<string, unknown> = {}, cube: Cube = cubeOf(rows(4, 9))) =>
  filmOfFamily(treeMap, cube, { own });

const apart = (a: Cell, b: Cell) =>
  a.x + a.width <= b.x + 1e-9 ||
  b.x + b.width <= a.x + 1e-9 ||
  a.y + a.height <= b.y + 1e-9 ||
  b.y + b.height <= a.y + 1e-9;

describe('the cuts of a map', () => {
  it('give each thing its part of the whole, none on another, whatever the shares', () => {
    const weights = fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(weights, weights, fc.double({ min: 0.3, max: 3, noNaN: true }), (means, now, ratio) => {
        const cuts = cutMap([...means.keys()], means, ratio);
        const sum = means.reduce((total, _, i) => total + (now[i] ?? 0), 0);
        fc.pre(cuts !== null && sum > 0);
        const shares = means.map((_, i) => (now[i] ?? 0) / sum);
        const cells: Cell[] = [];
        if (cuts)
          layMap(cuts, shares, whole, (of, cell) => {
            cells[of] = cell;
          });
        cells.forEach((cell, i) => {
          expect(cell.width * cell.height).toBeCloseTo(shares[i] ?? 0, 9);
          for (const other of cells.slice(0, i)) expect(apart(cell, other)).toBe(true);
        });
      }),
    );
  });

  it('hold nothing where there is nothing', () => {
    expect(cutMap([], [], 1)).toBeNull();
  });
});

describe('the boxes of a tree map', () => {
  it('are as large as the shares, at any time, and sum to the whole', () => {
    const amounts = fc.array(fc.array(fc.double({ min: 0, max: 1e6, noNaN: true }), { minLength: 6, maxLength: 6 }), {
      minLength: 1,
      maxLength: 3,
    });
    fc.assert(
      fc.property(amounts, fc.double({ min: 0, max: 1, noNaN: true }), fc.boolean(), (values, when, few) => {
        fc.pre(values.every((row) => row.some((value) => value > 1)));
        const made = film(few ? { places: 3 } : {}, cubeOf(values));
        const found = numbersAt(made, when * made.lengthSec);
        const areas = found.map(({ width, height }) => Number(width) * Number(height));
        expect(areas.reduce((sum, area) => sum + area, 0)).toBeCloseTo(1, 9);
        found.forEach(({ share }, i) => {
          expect(areas[i]).toBeCloseTo(Number(share), 9);
        });
      }),
      { numRuns: 50 },
    );
  });

  it('keep their neighbours and never jump, while some come and some go', () => {
    const made = film({ places: 5 });
    let last = new Map<string, Cell>();
    for (let frame = 0; frame <= made.lengthSec * 120; frame++) {
      const now = new Map(numbersAt(made, frame / 120).map((row) => [String(row.category), row as unknown as Cell]));
      for (const [name, cell] of now) {
        const before = last.get(name);
        if (!before) continue;
        for (const key of ['x', 'y', 'width', 'height'] as const)
          expect(Math.abs(cell[key] - before[key]), `${name} ${key}`).toBeLessThan(0.05);
      }
      last = now;
    }
  });

  it('of a group stand together under its title, at every time', () => {
    const cube = { ...cubeOf(rows(3, 8)), colours: ['Nets', 'Lines', 'Nets', 'Pots', 'Lines', 'Pots', 'Nets', 'Pots'] };
    const made = film({ grouped: true }, cube);
    for (const timeSec of [0, made.lengthSec / 2, made.lengthSec]) {
      expect(textsAt(made, timeSec, 'legend')).toEqual(expect.arrayContaining(['Nets', 'Lines', 'Pots']));
      const cells = numbersAt(made, timeSec) as unknown as (Cell & { category: string; share: number })[];
      for (const group of ['Nets', 'Lines', 'Pots']) {
        const members = cells.filter((_, i) => cube.colours[i] === group);
        const [left, top] = [Math.min(...members.map(({ x }) => x)), Math.min(...members.map(({ y }) => y))];
        const right = Math.max(...members.map(({ x, width }) => x + width));
        const bottom = Math.max(...members.map(({ y, height }) => y + height));
        // The box around the group holds nothing but the group.
        const area = members.reduce((sum, { share }) => sum + share, 0);
        expect((right - left) * (bottom - top)).toBeCloseTo(area, 9);
      }
    }
    expect(textsAt(film({ grouped: false }, cube), 0, 'legend')).not.toContain('Pots');
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [480, 270],
  ] as const)('have words that touch nothing at %d by %d', (...size) => {
    const long = cubeOf(rows(3, 60));
    const cube = {
      ...long,
      categories: long.categories.map((name, i) => (i % 3 === 0 ? `${name} with a name that is long` : name)),
    };
    for (const own of [{ places: 60 }, { places: 12, numbers: 'both' }, { places: 60, gap: 0, corners: 1 }]) {
      const made = filmOfFamily(treeMap, cube, { own, size });
      for (let i = 0; i <= 20; i++)
        expect(textFaults(sceneAt(made, (made.lengthSec * i) / 20), measureBySize)).toEqual([]);
    }
  });

  it('grow from their middles when the film opens, and are all there after', () => {
    const opening = { how: 'grow', sec: 1, stagger: 1, order: 'place', seed: 1, words: 'none' } as const;
    const made = filmOfFamily(treeMap, cubeOf(rows(2, 4)), { chart: ({ pace }) => ({ pace: { ...pace, opening } }) });
    const area = (timeSec: number) =>
      leavesAt(made, timeSec)
        .filter((n): n is RectNode => n.kind === 'rect' && n.id.startsWith('box:'))
        .reduce((sum, { widthPx, heightPx }) => sum + widthPx * heightPx, 0);
    expect(area(0)).toBe(0);
    expect(area(0.5)).toBeGreaterThan(area(0.2));
    expect(area(1)).toBeGreaterThan(area(0.5));
    expect(area(1.2)).toBeCloseTo(area(1), 0);
  });

  it('may be five hundred', () => {
    const made = film({ places: 500, rest: 'leave' }, cubeOf(rows(2, 700)));
    expect(numbersAt(made, 0).length).toBe(500);
    expect(textFaults(sceneAt(made, 0), measureBySize)).toEqual([]);
  });
});
