import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { SceneNode } from '../../scene/scene';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { hundred } from '.';

const cube = cubeOf([
  [50, 30, 20],
  [10, 30, 60],
]);
const film = (own: Record<string, unknown> = {}, of = cube) => filmOfFamily(hundred, of, { own: { gap: 0, ...own } });

interface Part {
  readonly category: number;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The parts of cells of a moment, each cut to its clip. */
function partsAt(made: ReturnType<typeof film>, timeSec: number): Part[] {
  const found: Part[] = [];
  const visit = (
    nodes: readonly SceneNode[],
    cut: { x: number; y: number; widthPx: number; heightPx: number } | null,
  ) => {
    for (const node of nodes) {
      if (node.kind === 'group') visit(node.children, node.clip ?? cut);
      if (node.kind !== 'rect' || !node.id.startsWith('cell:')) continue;
      const box = cut ?? node;
      const category = Number(node.id.split(':')[2]);
      found.push({ category, left: box.x, top: box.y, right: box.x + box.widthPx, bottom: box.y + box.heightPx });
    }
  };
  visit(sceneAt(made, timeSec).nodes, null);
  return found;
}

const areaOf = ({ left, top, right, bottom }: Part) => (right - left) * (bottom - top);

describe('a hundred cells', () => {
  it('belong to names by their shares, whole at a period', () => {
    const made = film();
    expect(numbersAt(made, 0).map(({ category, cells }) => [category, cells])).toEqual([
      ['Category 0', 50],
      ['Category 1', 30],
      ['Category 2', 20],
    ]);
    expect(partsAt(made, 0)).toHaveLength(100);
  });

  it('have areas in proportion to the shares at every moment, and cover nothing twice', () => {
    const shape = fc.record({
      across: fc.integer({ min: 1, max: 25 }),
      cells: fc.constantFrom(20, 100, 130),
      fill: fc.constantFrom('foot', 'top', 'left'),
    });
    fc.assert(
      fc.property(shape, fc.double({ min: 0, max: 1, noNaN: true }), (own, when) => {
        const made = film(own);
        const time = made.lengthSec * when;
        const parts = partsAt(made, time);
        const all = parts.reduce((sum, part) => sum + areaOf(part), 0);
        for (const { category, share } of numbersAt(made, time)) {
          const mine = parts.filter((part) => `Category ${part.category}` === category);
          const area = mine.reduce((sum, part) => sum + areaOf(part), 0);
          expect(area / all).toBeCloseTo(Number(share), 6);
        }
        parts.forEach((a, i) => {
          for (const b of parts.slice(0, i)) {
            const x = Math.min(a.right, b.right) - Math.max(a.left, b.left);
            const y = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
            expect(Math.min(x, y)).toBeLessThan(1e-6);
          }
        });
      }),
      { numRuns: 40 },
    );
  });

  it('stay empty where they are missing to a given whole, and say when it is passed', () => {
    const made = film({ whole: 'given', wholeValue: 200 });
    expect(numbersAt(made, 0).map(({ share }) => share)).toEqual([0.25, 0.15, 0.1]);
    expect(partsAt(made, 0)).toHaveLength(50);
    expect(readoutAt(made, 0).sentence).toBe(
      '2000: Category 0, 50 (25.0%); Category 1, 30 (15.0%); Category 2, 20 (10.0%).',
    );
    const over = film({ whole: 'given', wholeValue: 50 });
    expect(readoutAt(over, 0).sentence).toContain('more than the number given');
    expect(partsAt(over, 0)).toHaveLength(100);
  });

  it('fill through time for a single name, of 1 where its values are shares', () => {
    const wall = cubeOf([[0], [0.45], [1]]);
    const made = filmOfFamily(hundred, wall);
    expect(chartIn(made).chart.own).toMatchObject({ whole: 'given', wholeValue: 1 });
    const { spanStartSec } = chartIn(made).course.clock;
    expect(numbersAt(made, spanStartSec[2] ?? 0)[0]?.cells).toBeCloseTo(45, 9);
  });

  it('gather what has no share of its own, and leave nobody out', () => {
    const many = cubeOf([Array.from({ length: 12 }, (_, c) => 12 - c)]);
    const rows = numbersAt(film({ places: 3 }, many), 0);
    expect(rows.at(-1)?.category).toBe('All others');
    expect(rows.reduce((sum, { cells }) => sum + Number(cells), 0)).toBeCloseTo(100, 9);
    expect(textsAt(film({ places: 3, labels: 'legend' }, many), 0, 'legend')).toContain('All others');
  });

  it('are refused with the names where values are below 0', () => {
    const made = film({}, cubeOf([[10, -5]]));
    expect(readoutAt(made, 0).sentence).toContain('Category 1 has less');
    expect(numbersAt(made, 0)).toEqual([]);
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('write no name on another at %d by %d', (...size) => {
    const wide = cubeOf(
      Array.from({ length: 4 }, (_, p) => Array.from({ length: 14 }, (_, c) => (c * 37 + p * 53) % 91)),
    );
    const made = filmOfFamily(hundred, wide, { own: { places: 14 }, size });
    for (let i = 0; i <= 40; i++)
      expect(textFaults(sceneAt(made, (made.lengthSec * i) / 40), measureBySize)).toEqual([]);
  });
});
