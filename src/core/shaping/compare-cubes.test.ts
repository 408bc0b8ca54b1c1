import { describe, expect, it } from 'vitest';
import { cubeOf } from '../testing/films';
import { compareCubes } from './compare-cubes';

describe('two tables of values', () => {
  it('differ in what came, what went and what is another value, blanks included', () => {
    const before = cubeOf([
      [1, 2, null],
      [4, 5, 6],
      [7, 8, 9],
    ]);
    const moved = cubeOf(
      [
        [4, 50, 6],
        [7, null, 9],
        [1, 1, 1],
      ],
      [1, 2, 3],
    );
    const after = { ...moved, categories: ['Category 0', 'Category 1', 'Another'] };
    expect(compareCubes(before, after)).toEqual({
      periodsAdded: ['2003'],
      periodsGone: ['2000'],
      categoriesAdded: ['Another'],
      categoriesGone: ['Category 2'],
      revisedCount: 2,
      revised: [
        { period: '2001', category: 'Category 1', before: 5, after: 50 },
        { period: '2002', category: 'Category 1', before: 8, after: Number.NaN },
      ],
    });
    expect(compareCubes(before, before)).toMatchObject({ revisedCount: 0, periodsAdded: [], categoriesGone: [] });
  });

  it('list the first hundred, and count all', () => {
    const rows = (value: number) => cubeOf(Array.from({ length: 30 }, () => [value, value, value, value]));
    const { revised, revisedCount } = compareCubes(rows(1), rows(2));
    expect([revised.length, revisedCount]).toEqual([100, 120]);
  });
});
