import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cubeValue } from '../shaping/cube';
import { cubeOf, gappyCubes } from '../testing/films';
import { filledShare, findMissingRuns, gapStateAt, gapStatesOf } from './gap-map';
import { gapRules } from './series';

const column = (...values: readonly (number | null)[]) => cubeOf(values.map((value) => [value]));

describe('how cells come about', () => {
  it('is told cell by cell: known, filled as the rule says, or outside', () => {
    const cube = column(null, 5, null, 7, null);
    expect(gapStatesOf(cube, 0, 'bridge')).toEqual(['outside', 'known', 'bridged', 'known', 'outside']);
    expect(gapStatesOf(cube, 0, 'carry')[2]).toBe('carried');
    expect(gapStatesOf(cube, 0, 'zero')[2]).toBe('zero');
    expect(gapStatesOf(cube, 0, 'absent')[2]).toBe('absent');
    expect(gapStatesOf(column(null, null), 0, 'bridge')).toEqual(['outside', 'outside']);
    expect(gapStatesOf(column(null, 1, 2), 0, 'bridge')).toEqual(['outside', 'known', 'known']);
  });

  it('agrees with the runs of what is missing', () => {
    fc.assert(
      fc.property(gappyCubes, fc.constantFrom(...gapRules), (cube, rule) => {
        const runs = findMissingRuns(cube);
        cube.categories.forEach((_, c) => {
          const inRun = new Set(
            runs
              .filter(({ category }) => category === c)
              .flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (__, i) => from + i)),
          );
          gapStatesOf(cube, c, rule).forEach((state, p) => {
            expect(gapStateAt(cube, p, c, rule)).toBe(state);
            expect(state === 'known').toBe(!Number.isNaN(cubeValue(cube, p, c)));
            expect(state !== 'known' && state !== 'outside').toBe(inRun.has(p));
          });
        });
      }),
    );
  });
});

describe('runs of missing values', () => {
  it('lie between known ones, the longest first', () => {
    const cube = cubeOf([
      [1, 1, null],
      [null, null, 1],
      [2, null, 2],
      [null, 3, null],
    ]);
    expect(findMissingRuns(cube)).toEqual([
      { category: 1, from: 1, to: 2 },
      { category: 0, from: 1, to: 1 },
    ]);
  });
});

it('how much is filled counts what lies between known values alone', () => {
  const cube = cubeOf([
    [1, null, 3],
    [null, 5, null],
    [3, null, null],
    [4, 7, null],
  ]);
  expect(filledShare(cube)).toEqual({ filled: 2, shown: 4 + 3 + 1 });
  fc.assert(
    fc.property(gappyCubes, (each) => {
      const states = each.categories.flatMap((_, c) => gapStatesOf(each, c, 'bridge'));
      const { filled, shown } = filledShare(each);
      expect(filled).toBe(states.filter((state) => state === 'bridged').length);
      expect(shown).toBe(states.filter((state) => state !== 'outside').length);
    }),
  );
});
