import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { TextNode } from '../../scene/scene';
import { filmOfFamily, leavesAt, numbersAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { words } from '.';
import { arrange, arrangeLargest } from './arrange';

const rows = (periods: number, names: number) =>
  Array.from({ length: periods }, (_, p) => Array.from({ length: names }, (_, c) => 1 + ((c * 37 + p * 53) % 91)));
const film = (own: Record<string, unknown> = {}, cube = cubeOf(rows(3, 12))) => filmOfFamily(words, cube, { own });
const textsOf = (made: ReturnType<typeof film>, timeSec: number) =>
  leavesAt(made, timeSec).filter((n): n is TextNode => n.kind === 'text' && n.id.startsWith('name:'));

describe('places for boxes', () => {
  const box = fc.record({
    widthPx: fc.double({ min: 4, max: 300, noNaN: true }),
    heightPx: fc.double({ min: 4, max: 120, noNaN: true }),
  });
  const room = { widthPx: 960, heightPx: 540 };

  it('lie in the room and touch nothing, whatever the boxes, in the largest size that fits', () => {
    fc.assert(
      fc.property(fc.array(box, { minLength: 1, maxLength: 30 }), fc.nat(1000), (boxes, seed) => {
        const { scale, places } = arrangeLargest(boxes, room, seed);
        expect(scale).toBeGreaterThan(0);
        const placed = boxes.map(({ widthPx, heightPx }, i) => ({
          x: places[i]?.x ?? 0,
          y: places[i]?.y ?? 0,
          w: widthPx * scale,
          h: heightPx * scale,
        }));
        placed.forEach((a, i) => {
          expect(Math.abs(a.x) + a.w / 2).toBeLessThanOrEqual(room.widthPx / 2 + 1e-6);
          expect(Math.abs(a.y) + a.h / 2).toBeLessThanOrEqual(room.heightPx / 2 + 1e-6);
          for (const b of placed.slice(0, i))
            expect(Math.abs(a.x - b.x) >= (a.w + b.w) / 2 - 1e-6 || Math.abs(a.y - b.y) >= (a.h + b.h) / 2 - 1e-6).toBe(
              true,
            );
        });
      }),
      { numRuns: 40 },
    );
  });

  it('are the same for a seed, others for another, and none where there is no room', () => {
    const boxes = Array.from({ length: 12 }, (_, i) => ({ widthPx: 40 + i * 7, heightPx: 20 }));
    expect(arrange(boxes, room, 3)).toEqual(arrange(boxes, room, 3));
    expect(arrange(boxes, room, 3)).not.toEqual(arrange(boxes, room, 4));
    expect(arrange([{ widthPx: 2000, heightPx: 20 }], room, 1)).toBeNull();
  });
});

describe('words', () => {
  it('have sizes whose squares are in proportion to the values, or the sizes themselves', () => {
    const cube = cubeOf([[100, 25, 4]]);
    const sizes = (own: Record<string, unknown>) => numbersAt(film(own, cube), 0).map(({ size }) => Number(size));
    expect(sizes({})).toEqual([1, 0.5, 0.2]);
    expect(sizes({ measure: 'height' })).toEqual([1, 0.25, 0.04]);
    const px = textsOf(film({}, cube), 0).map(({ font }) => font.sizePx);
    expect((px[1] ?? 0) / (px[0] ?? 1)).toBeCloseTo(0.5, 9);
  });

  it('keep their places all through the film, while they grow, come and go', () => {
    const made = film({ places: 6 });
    const places = new Map<string, string>();
    for (let i = 0; i <= 60; i++)
      for (const { id, x } of textsOf(made, (made.lengthSec * i) / 60)) {
        const known = places.get(id) ?? String(x);
        expect(String(x)).toBe(known);
        places.set(id, known);
      }
    expect(places.size).toBeGreaterThan(6);
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('touch nothing at any time at %d by %d', (...size) => {
    const wide = cubeOf(rows(4, 40));
    const cube = {
      ...wide,
      categories: wide.categories.map((name, i) => (i % 7 === 0 ? `${name} with a longer name` : name)),
    };
    for (const own of [{ places: 40 }, { places: 40, turned: 0.5, values: true }, { places: 10, seed: 99 }]) {
      const made = filmOfFamily(words, cube, { own, size });
      for (let i = 0; i <= 16; i++)
        expect(textFaults(sceneAt(made, (made.lengthSec * i) / 16), measureBySize)).toEqual([]);
    }
  });

  it('may be three hundred', () => {
    const made = film({ places: 300 }, cubeOf(rows(2, 300)));
    expect(textFaults(sceneAt(made, made.lengthSec), measureBySize)).toEqual([]);
    expect(numbersAt(made, 0)).toHaveLength(300);
    expect(readoutAt(made, 0).sentence).toContain('280 more');
  });

  it('are refused where values are below 0, and say so where there is none above', () => {
    expect(readoutAt(film({}, cubeOf([[5, -2]])), 0).sentence).toContain('Category 1 has less');
    const said = (cube: ReturnType<typeof cubeOf>) =>
      leavesAt(film({}, cube), 0)
        .flatMap((n) => (n.kind === 'text' && n.id.startsWith('refusal') ? [n.text] : []))
        .join(' ');
    expect(said(cubeOf([[5, -2]]))).toContain('Words need values of 0 and above');
    expect(said(cubeOf([[0, 0]]))).toContain('there are none');
  });
});
