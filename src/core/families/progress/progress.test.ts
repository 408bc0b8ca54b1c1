import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { PathNode, RectNode } from '../../scene/scene';
import { filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { progress } from '.';
import { shareOfWay } from './ends';
import { naturalEnds } from './natural-ends';

const cube = cubeOf([
  [10, 40],
  [25, 80],
]);
const film = (own: Record<string, unknown> = {}, of = cube) => filmOfFamily(progress, of, { own });
const given = { ends: 'given', from: 0, to: 50 };

describe('how far values have come', () => {
  it('is their part of the way, within its ends', () => {
    const made = film(given);
    expect(numbersAt(made, 0)).toEqual([
      { category: 'Category 1', value: 40, share: 0.8 },
      { category: 'Category 0', value: 10, share: 0.2 },
    ]);
    // The value is told as it is, though the way has ended.
    expect(numbersAt(made, made.lengthSec)[0]).toEqual({ category: 'Category 1', value: 80, share: 1 });
  });

  it('lies in [0, 1] for any value and ends, backwards too, and grows with the value', () => {
    const value = fc.double({ min: -1e300, max: 1e300, noNaN: true });
    fc.assert(
      fc.property(value, value, value, value, (from, to, a, b) => {
        const [low, high] = [a, b].map((each) => shareOfWay({ from, to }, each)) as [number, number];
        expect(low).toBeGreaterThanOrEqual(0);
        expect(low).toBeLessThanOrEqual(1);
        if (to > from && a <= b) expect(low).toBeLessThanOrEqual(high);
        if (to < from && a <= b) expect(low).toBeGreaterThanOrEqual(high);
      }),
    );
    expect(shareOfWay({ from: 100, to: 0 }, 25)).toBe(0.75);
    expect(shareOfWay({ from: 5e-324, to: 0 }, 1)).toBe(0);
    expect([4, 5].map((each) => shareOfWay({ from: 5, to: 5 }, each))).toEqual([0, 1]);
  });

  it('goes to 1 for shares, to 100 for percent, else to a round number', () => {
    expect(naturalEnds([0.2, 0.9], false)).toEqual({ from: 0, to: 1 });
    expect(naturalEnds([20, 61], true)).toEqual({ from: 0, to: 100 });
    expect(naturalEnds([20, 61], false)).toEqual({ from: 0, to: 100 });
    expect(naturalEnds([20, 361], false)).toEqual({ from: 0, to: 500 });
    expect(naturalEnds([-20, 361], false)).toEqual({ from: -20, to: 500 });
    expect(naturalEnds([], false)).toEqual({ from: 0, to: 1 });
  });

  it('is written as percent by itself where values are shares', () => {
    const shares = cubeOf([[0.25, 0.5]]);
    expect(textsAt(film({}, shares), 0, 'value')).toEqual(['50.0%', '25.0%']);
    expect(textsAt(film({ ...given, numbers: 'both', places: 1 }), 0, 'value')).toEqual(['40 · 80.0%']);
    expect(textsAt(film({ places: 1 }), 0, 'value')).toEqual(['40']);
  });

  it('is told with the ends and the mark', () => {
    expect(readoutAt(film({ ...given, target: true, targetValue: 30 }), 0).sentence).toBe(
      '2000: Category 1, 40 (80.0%); Category 0, 10 (20.0%). The way goes from 0 to 50, with a mark at 30.',
    );
  });
});

describe('the forms of progress', () => {
  const of = (own: Record<string, unknown>, share: number, start: string) => {
    const made = film({ ...given, ...own });
    return leavesAt(made, made.lengthSec * share).filter(({ id }) => id.startsWith(start));
  };

  it('fill a track exactly as far as the value has come', () => {
    const width = (start: string) => (of({ form: 'bar', roundEnds: false }, 0, start)[0] as RectNode).widthPx;
    expect(width('fill:1') / width('track:1')).toBeCloseTo(0.8, 9);
    expect(width('fill:0') / width('track:0')).toBeCloseTo(0.2, 9);
  });

  it('of a ring end where the value does, with round ends too', () => {
    for (const roundEnds of [true, false]) {
      const [fill] = of({ form: 'ring', roundEnds }, 0, 'fill:0') as PathNode[];
      const [track] = of({ form: 'ring' }, 0, 'track:0') as PathNode[];
      const xs = [...(track?.path.points ?? [])].filter((_, i) => i % 2 === 0);
      const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
      // A fifth of a turn from the top stays right of the middle.
      for (const [i, x] of [...(fill?.path.points ?? [])].entries())
        if (i % 2 === 0) expect(x).toBeGreaterThan(middle - 1);
    }
  });

  it('have a needle instead, ranges in colour, and a mark with its number', () => {
    expect(of({ form: 'half', pointer: 'needle' }, 0, 'needle:')).toHaveLength(2);
    expect(of({ form: 'half', pointer: 'needle' }, 0, 'fill:')).toHaveLength(0);
    expect(of({ ranges: true, places: 1 }, 0, 'range:')).toHaveLength(3);
    expect(of({ ranges: true, places: 1, rangeLow: 0.5, rangeHigh: 0.5 }, 0, 'range:')).toHaveLength(2);
    expect(of({ target: true, targetValue: 30, places: 1 }, 0, 'target:').map(({ kind }) => kind)).toEqual([
      'path',
      'text',
    ]);
  });

  it('have the ends of the way in numbers where a needle points at it', () => {
    const texts = (own: Record<string, unknown>) =>
      of({ places: 1, ...own }, 0, 'end:').map((n) => (n.kind === 'text' ? n.text : ''));
    expect(texts({ form: 'three-quarter', pointer: 'needle' })).toEqual(['0', '50']);
    expect(texts({ form: 'half', ranges: true })).toEqual(['0', '50']);
    expect(texts({ form: 'ring', ranges: true })).toEqual([]);
    expect(texts({ form: 'half' })).toEqual([]);
  });

  it('take the colour of the range that the value is in', () => {
    const fill = (share: number) =>
      (
        of({ ranges: true, rangeLow: 0.3, rangeHigh: 0.7, form: 'bar', roundEnds: false }, share, 'fill:') as RectNode[]
      ).map((n) => n.fill);
    const [high, low] = fill(0);
    const [later] = fill(1);
    expect(high).not.toBe(low);
    expect(later).toBe(high);
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('have words that touch nothing at %d by %d', (...size) => {
    const many = cubeOf(
      Array.from({ length: 2 }, (_, p) => Array.from({ length: 12 }, (_, c) => (c + 1) * 10 ** (p * 3))),
    );
    const cube = {
      ...many,
      categories: many.categories.map((name) => `${name}, and sixty letters more than a name ever has`),
    };
    for (const form of ['ring', 'bar', 'half', 'three-quarter'])
      for (const more of [
        { places: 1 },
        { places: 12 },
        { places: 5, pointer: 'needle', target: true },
        { places: 12, numbers: 'both', target: true, ranges: true },
      ]) {
        const made = filmOfFamily(progress, cube, { own: { form, ...more }, size });
        for (let i = 0; i <= 6; i++)
          expect(textFaults(sceneAt(made, (made.lengthSec * i) / 6), measureBySize), form).toEqual([]);
      }
  });

  it('turn open, and their numbers count with them', () => {
    const opening = { how: 'turn', sec: 1, stagger: 0, order: 'place', seed: 1, words: 'none' } as const;
    const made = filmOfFamily(progress, cube, {
      own: { ...given, places: 1 },
      chart: ({ pace }) => ({ pace: { ...pace, opening } }),
    });
    const numbers = [0.2, 0.5, 1].map((timeSec) => Number(textsAt(made, timeSec, 'value')[0]));
    expect(numbers[0]).toBeLessThan(numbers[1] ?? 0);
    expect(numbers[2]).toBe(40);
  });
});
