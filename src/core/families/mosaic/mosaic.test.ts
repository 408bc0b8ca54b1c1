import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { Cube } from '../../shaping/cube';
import { sumOfParts } from '../../shaping/parts';
import { filmOfFamily, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { mosaic } from '.';

/** A cube whose values are the sums of their parts. */
function divided(rows: readonly (readonly number[])[], partCount: number): Cube {
  const width = (rows[0]?.length ?? 0) / partCount;
  const parts = {
    names: Array.from({ length: partCount }, (_, i) => `Part ${i + 1}`),
    pairs: Array.from({ length: width * partCount }, (_, i) => [Math.floor(i / partCount), i % partCount] as const),
    values: Float64Array.from(rows.flat()),
  };
  const cube = cubeOf(rows.map(() => new Array<number>(width).fill(0)));
  return { ...cube, values: sumOfParts(parts, rows.length, width), parts };
}

const film = (cube: Cube, own: Record<string, unknown> = {}) => filmOfFamily(mosaic, cube, { own });
interface Row {
  readonly category: string;
  readonly part?: string;
  readonly period?: string;
  readonly value: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
const rowsAt = (made: ReturnType<typeof film>, timeSec: number) => numbersAt(made, timeSec) as unknown as Row[];

describe('a mosaic', () => {
  it('has areas that are the shares, sum to the whole and do not cover each other, at any time', () => {
    const row = fc.array(fc.double({ min: 0.5, max: 1e6, noNaN: true }), { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 1, maxLength: 3 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 5 }),
        (rows, when, places) => {
          const made = film(divided(rows, 2), { places });
          const found = rowsAt(made, made.lengthSec * when);
          const total = found.reduce((sum, { value }) => sum + value, 0);
          expect(found.reduce((sum, { width, height }) => sum + width * height, 0)).toBeCloseTo(1, 9);
          found.forEach((a, i) => {
            expect(a.width * a.height).toBeCloseTo(a.value / total, 6);
            for (const b of found.slice(0, i)) {
              const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
              const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
              expect(Math.min(across, down)).toBeLessThan(1e-9);
            }
          });
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is as wide as the share of the whole, and as high as the part of the column', () => {
    const made = film(divided([[30, 10, 20, 40]], 2));
    expect(
      rowsAt(made, 0).map(({ category, part, x, width, y, height }) => [category, part, x, width, y, height]),
    ).toEqual([
      ['Category 1', 'Part 1', 0, 0.6, 0, expect.closeTo(1 / 3, 12)],
      ['Category 1', 'Part 2', 0, 0.6, expect.closeTo(1 / 3, 12), expect.closeTo(2 / 3, 12)],
      ['Category 0', 'Part 1', 0.6, 0.4, 0, 0.75],
      ['Category 0', 'Part 2', 0.6, 0.4, 0.75, 0.25],
    ]);
  });

  it('is shared by chosen periods, which come as time passes them', () => {
    const cube = cubeOf([
      [10, 30],
      [50, 50],
      [30, 10],
    ]);
    const made = film(cube, { of: 'periods', periods: ['2000', '2002'], order: 'table' });
    const heights = (share: number) =>
      rowsAt(made, made.lengthSec * share).map(({ category, period, height }) => [
        category,
        period,
        Number(height.toFixed(6)),
      ]);
    expect(heights(0)).toEqual([
      ['Category 0', '2000', 1],
      ['Category 0', '2002', 0],
      ['Category 1', '2000', 1],
      ['Category 1', '2002', 0],
    ]);
    expect(heights(1)).toEqual([
      ['Category 0', '2000', 0.25],
      ['Category 0', '2002', 0.75],
      ['Category 1', '2000', 0.75],
      ['Category 1', '2002', 0.25],
    ]);
    expect(textsAt(made, 0, 'legend')).toEqual(['2000', '2002']);
  });

  it('says so where the table has no parts', () => {
    const made = film(cubeOf([[1, 2]]), { of: 'parts' });
    expect(readoutAt(made, 0).sentence).toContain('no parts');
    expect(rowsAt(made, 0)).toHaveLength(2);
  });

  it('tells its columns with their pieces', () => {
    expect(readoutAt(film(divided([[30, 10, 20, 40]], 2)), 0).sentence).toBe(
      '2000: Category 0 40.0% (Part 1 75.0%, Part 2 25.0%); Category 1 60.0% (Part 1 33.3%, Part 2 66.7%).',
    );
  });

  it('is refused where values are below 0, and says so where there is nothing', () => {
    expect(readoutAt(film(cubeOf([[1, -2]])), 0).sentence).toContain('Category 1');
    expect(rowsAt(film(cubeOf([[1, -2]])), 0)).toEqual([]);
    expect(
      readoutAt(
        film(
          cubeOf([
            [0, 0],
            [1, 2],
          ]),
          { of: 'parts' },
        ),
        0,
      ).sentence,
    ).toContain('nothing to share');
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('writes nothing on another at %d by %d', (...size) => {
    const rows = Array.from({ length: 4 }, (_, p) =>
      Array.from({ length: 60 }, (_, c) => 5 + ((c * 37 + p * 53) % 91)),
    );
    for (const own of [{}, { places: 20, rest: 'leave' }, { of: 'periods', periods: ['2000', '2001', '2003'] }]) {
      const made = filmOfFamily(mosaic, divided(rows, 3), { own, size });
      for (let i = 0; i <= 40; i++)
        expect(textFaults(sceneAt(made, (made.lengthSec * i) / 40), measureBySize)).toEqual([]);
    }
  });
});
