import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { PathNode, TextNode } from '../../scene/scene';
import { filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { cellBoxes } from '../shared/cells/cell-grid';
import { bigNumber } from '.';

const cube = cubeOf([
  [100, 40, Number.NaN],
  [150, 30, 8],
  [90, 20, 16],
]);
const film = (own: Record<string, unknown> = {}) => filmOfFamily(bigNumber, cube, { own });
const texts = (own: Record<string, unknown>, share: number, start: string) => {
  const made = film(own);
  return leavesAt(made, made.lengthSec * share).flatMap((n) =>
    n.kind === 'text' && n.id.startsWith(start) ? [n.text] : [],
  );
};

describe('big numbers', () => {
  it('are those of the table, of the first names or of the greatest at the end', () => {
    const named = (own: Record<string, unknown>) =>
      numbersAt(film(own), film(own).lengthSec).map(({ category, value }) => [category, value]);
    expect(named({ places: 2 })).toEqual([
      ['Category 0', 90],
      ['Category 1', 20],
    ]);
    expect(named({ places: 6, order: 'table' })).toEqual([
      ['Category 0', 90],
      ['Category 1', 20],
      ['Category 2', 16],
    ]);
  });

  it('say what has changed since the start, or in one period, as an amount or in percent', () => {
    expect(texts({ places: 2 }, 1, 'change:')).toEqual(['▼ 10.0% since 2000', '▼ 50.0% since 2000']);
    expect(texts({ places: 2, change: 'previous', changeAs: 'amount' }, 1, 'change:')).toEqual([
      '▼ 60 since 2001',
      '▼ 10 since 2001',
    ]);
    expect(texts({ places: 1, changeWords: '' }, 1, 'change:')).toEqual(['▼ 10.0%']);
    expect(texts({ change: 'none' }, 1, 'change:')).toEqual([]);
    // Before the first there is nothing to compare with.
    expect(texts({ change: 'previous' }, 0, 'change:')).toEqual([]);
    // Who comes later is compared with its own first value.
    expect(texts({ places: 3, order: 'table' }, 1, 'change:').at(-1)).toBe('▲ 100.0% since 2001');
  });

  it('change evenly: neither number jumps while the film runs', () => {
    const made = film({ change: 'previous', changeAs: 'amount' });
    let last: readonly number[] = [];
    for (let frame = 0; frame <= made.lengthSec * 200; frame++) {
      const row = numbersAt(made, frame / 200).find(({ category }) => category === 'Category 0');
      const now = [Number(row?.value), Number(row?.change ?? Number.NaN)];
      now.forEach((value, i) => {
        const before = last[i] ?? Number.NaN;
        if (!Number.isNaN(value) && !Number.isNaN(before)) expect(Math.abs(value - before)).toBeLessThan(3);
      });
      last = now;
    }
  });

  it('are told in words with what has changed', () => {
    const made = film({ places: 1 });
    expect(readoutAt(made, made.lengthSec).sentence).toBe('2002: Category 0, 90 (▼ 10.0%).');
  });

  it('count up from 0 as they come', () => {
    const opening = { how: 'grow', sec: 1, stagger: 0, order: 'place', seed: 1, words: 'none' } as const;
    const made = filmOfFamily(bigNumber, cube, {
      own: { places: 1 },
      chart: ({ pace }) => ({ pace: { ...pace, opening } }),
    });
    const numbers = [0.1, 0.4, 1].map((timeSec) => Number(textsAt(made, timeSec, 'value')[0]));
    expect(numbers[0]).toBeLessThan(numbers[1] ?? 0);
    expect(numbers[1]).toBeLessThan(100);
    expect(numbers[2]).toBe(100);
  });

  it('have a line of the way so far, which fills its room', () => {
    const made = film({ places: 1 });
    const lineAt = (share: number) =>
      leavesAt(made, made.lengthSec * share).find((n): n is PathNode => n.id.startsWith('line:'));
    const ends = [0.5, 0.8, 1].map((share) => {
      const points = lineAt(share)?.path.points ?? [];
      return [points[0], points.at(-2)];
    });
    for (const [from, to] of ends) {
      expect(from).toBeCloseTo(ends[0]?.[0] ?? -1, 6);
      expect(to).toBeCloseTo(ends[0]?.[1] ?? -1, 6);
    }
    expect(leavesAt(film({ line: false }), 3).some(({ id }) => id.startsWith('line:'))).toBe(false);
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [320, 180],
  ] as const)('fit their cells at %d by %d, however long', (...size) => {
    const wide = cubeOf([
      [1e15, -3e12, 5, 7, 1, 2],
      [2e15, 4e12, 1e9, 3, 4, 5],
    ]);
    const cube = {
      ...wide,
      categories: wide.categories.map((name) => `${name}, a name that goes on and on for sixty letters`),
    };
    for (const own of [
      { places: 1 },
      { places: 6 },
      { places: 6, line: false, align: 'middle' },
      { places: 2, changeAs: 'amount' },
    ]) {
      const made = filmOfFamily(bigNumber, cube, { own, size });
      for (let i = 0; i <= 12; i++) {
        const scene = sceneAt(made, (made.lengthSec * i) / 12);
        expect(textFaults(scene, measureBySize)).toEqual([]);
      }
    }
  });

  it('stand still: a digit that counts moves no other', () => {
    const made = film({ places: 1 });
    const at = (timeSec: number) => leavesAt(made, timeSec).find((n): n is TextNode => n.id === 'value:0');
    expect(at(1)?.tabular).toBe(true);
    expect(at(1)?.x).toBe(at(2)?.x);
    expect(at(1)?.font).toEqual(at(2)?.font);
  });
});

describe('cells beside each other', () => {
  it('have equal sizes, lie in their room and do not touch', () => {
    const room = { x: 10, y: 20, widthPx: 900, heightPx: 500 };
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.double({ min: 0.3, max: 3, noNaN: true }), (count, ratio) => {
        const boxes = cellBoxes(count, room, ratio);
        expect(boxes).toHaveLength(count);
        boxes.forEach((box, i) => {
          expect(box.widthPx).toBeCloseTo(boxes[0]?.widthPx ?? 0, 9);
          expect(box.x).toBeGreaterThanOrEqual(room.x - 1e-9);
          expect(box.x + box.widthPx).toBeLessThanOrEqual(room.x + room.widthPx + 1e-9);
          expect(box.y + box.heightPx).toBeLessThanOrEqual(room.y + room.heightPx + 1e-9);
          for (const other of boxes.slice(0, i))
            expect(Math.abs(box.x - other.x) >= box.widthPx || Math.abs(box.y - other.y) >= box.heightPx).toBe(true);
        });
      }),
    );
  });
});
