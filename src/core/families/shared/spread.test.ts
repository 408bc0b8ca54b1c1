import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Spreadable, spread } from './spread';

const items = fc
  .array(
    fc.record({
      wishPx: fc.double({ min: 0, max: 600, noNaN: true }),
      sizePx: fc.double({ min: 1, max: 20, noNaN: true }),
    }),
    {
      minLength: 1,
      maxLength: 25,
    },
  )
  .map((list) => list.map((item): Spreadable => ({ ...item, weight: 1 })).sort((a, b) => a.wishPx - b.wishPx));

const needs = (list: readonly Spreadable[], i: number) => ((list[i]?.sizePx ?? 0) + (list[i + 1]?.sizePx ?? 0)) / 2;
const cost = (list: readonly Spreadable[], places: ArrayLike<number>) =>
  list.reduce((sum, { wishPx, weight }, i) => sum + weight * (wishPx - (places[i] ?? 0)) ** 2, 0);

describe('spreading labels', () => {
  it('lets none touch another, and keeps them within the column', () => {
    fc.assert(
      fc.property(items, (list) => {
        const places = spread(list, 0, 600);
        for (let i = 0; i + 1 < list.length; i++)
          expect((places[i + 1] ?? 0) - (places[i] ?? 0)).toBeGreaterThanOrEqual(needs(list, i) - 1e-9);
        expect((places[0] ?? 0) - (list[0]?.sizePx ?? 0) / 2).toBeGreaterThanOrEqual(-1e-9);
        expect((places.at(-1) ?? 0) + (list.at(-1)?.sizePx ?? 0) / 2).toBeLessThanOrEqual(600 + 1e-9);
      }),
    );
  });

  it('leaves those alone that do not touch', () => {
    const apart = [100, 200, 300].map((wishPx) => ({ wishPx, sizePx: 20, weight: 1 }));
    expect([...spread(apart, 0, 600)]).toEqual([100, 200, 300]);
  });

  it('moves two that touch apart by the same, and by their weights where these differ', () => {
    const two = [100, 100].map((wishPx) => ({ wishPx, sizePx: 20, weight: 1 }));
    expect([...spread(two, 0, 600)]).toEqual([90, 110]);
    const weighed = [
      { wishPx: 100, sizePx: 20, weight: 3 },
      { wishPx: 100, sizePx: 20, weight: 1 },
    ];
    expect([...spread(weighed, 0, 600)]).toEqual([95, 115]);
  });

  it('is the best there is: no other places that keep apart come nearer to the wishes', () => {
    fc.assert(
      fc.property(items, fc.infiniteStream(fc.double({ min: -3, max: 3, noNaN: true })), (list, moves) => {
        const places = spread(list, -1e6, 1e6);
        const other = Array.from(places);
        for (let i = 0; i < other.length; i++) other[i] = (other[i] ?? 0) + (moves.next().value ?? 0);
        for (let i = 0; i + 1 < other.length; i++)
          other[i + 1] = Math.max(other[i + 1] ?? 0, (other[i] ?? 0) + needs(list, i));
        expect(cost(list, places)).toBeLessThanOrEqual(cost(list, other) + 1e-6);
      }),
    );
  });

  it('moves without a jump when a wish does', () => {
    fc.assert(
      fc.property(items, fc.nat(), (list, which) => {
        const at = which % list.length;
        const room = Math.min(0.01, (list[at + 1]?.wishPx ?? 1e9) - (list[at]?.wishPx ?? 0));
        const moved = list.map((item, i) => (i === at ? { ...item, wishPx: item.wishPx + room } : item));
        const [before, after] = [spread(list, 0, 600), spread(moved, 0, 600)];
        before.forEach((place, i) => {
          expect(Math.abs(place - (after[i] ?? 0))).toBeLessThanOrEqual(room + 1e-9);
        });
      }),
    );
  });

  it('begins at the start where there is not room for all', () => {
    const many = Array.from({ length: 10 }, () => ({ wishPx: 50, sizePx: 20, weight: 1 }));
    const places = spread(many, 0, 100);
    expect(places[0]).toBe(10);
    expect(places[9]).toBe(190);
  });
});
