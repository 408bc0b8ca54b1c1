import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type BubbleLabel, placeLabels } from './labels';

const room = { x: 0, y: 0, widthPx: 800, heightPx: 400 };
const label = fc.record({
  x: fc.double({ min: -50, max: 850, noNaN: true }),
  y: fc.double({ min: -50, max: 450, noNaN: true }),
  widthPx: fc.double({ min: 20, max: 160, noNaN: true }),
  heightPx: fc.constant(20),
  presence: fc.constantFrom(0, 0.3, 0.8, 1),
});
const labels = fc.array(label, { minLength: 1, maxLength: 14 });

const plain = (x: number, y: number): BubbleLabel => ({ x, y, widthPx: 60, heightPx: 20, presence: 1 });

describe('names of bubbles', () => {
  it('stay where they belong while there is room', () => {
    const list = [plain(100, 100), plain(300, 100), plain(100, 200)];
    expect(placeLabels(list, room)).toEqual(list.map(({ x, y }) => ({ x, y, strength: 1 })));
  });

  it('never stand on each other, and never leave the room', () => {
    fc.assert(
      fc.property(labels, (list) => {
        const placed = placeLabels(list, room);
        placed.forEach((a, i) => {
          const { widthPx, heightPx } = list[i] as BubbleLabel;
          expect(a.x - widthPx / 2).toBeGreaterThanOrEqual(-1e-6);
          expect(a.x + widthPx / 2).toBeLessThanOrEqual(room.widthPx + 1e-6);
          expect(a.y - heightPx / 2).toBeGreaterThanOrEqual(-1e-6);
          expect(a.y + heightPx / 2).toBeLessThanOrEqual(room.heightPx + 1e-6);
          for (let j = 0; j < i; j++) {
            const [b, other] = [placed[j] as typeof a, list[j] as BubbleLabel];
            if (a.strength <= 0 || b.strength <= 0) continue;
            const aside = Math.abs(a.x - b.x) - (widthPx + other.widthPx) / 2;
            const above = Math.abs(a.y - b.y) - heightPx;
            expect(Math.max(aside, above)).toBeGreaterThan(-1e-6);
          }
        });
      }),
    );
  });

  it('move a small way when what they name does', () => {
    fc.assert(
      fc.property(labels, fc.nat(), fc.double({ min: -1, max: 1, noNaN: true }), (list, which, by) => {
        const i = which % list.length;
        const tiny = 1e-4;
        const moved = list.map((each, j) =>
          j === i ? { ...each, x: each.x + by * tiny, y: each.y - by * tiny } : each,
        );
        const [before, after] = [placeLabels(list, room), placeLabels(moved, room)];
        before.forEach((a, j) => {
          const b = after[j] as typeof a;
          expect(Math.abs(a.x - b.x)).toBeLessThan(0.1);
          expect(Math.abs(a.y - b.y)).toBeLessThan(0.1);
          expect(Math.abs(a.strength - b.strength)).toBeLessThan(0.1);
        });
      }),
    );
  });

  it('give way to the more important one while they pass', () => {
    const [first, second] = placeLabels([plain(100, 100), plain(102, 100)], room);
    expect(first?.strength).toBe(1);
    expect(second?.strength).toBe(0);
    const apart = placeLabels([plain(100, 100), plain(102, 112)], room);
    expect(apart.map(({ strength }) => strength)).toEqual([1, 1]);
    expect((apart[1]?.y ?? 0) - (apart[0]?.y ?? 0)).toBeGreaterThan(20);
  });
});
