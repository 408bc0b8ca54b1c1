import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyBetween, cubeOf, gappyCubes } from '../testing/films';
import { blankCubic, cubicAt, hermite } from './interpolation';
import {
  buildSeries,
  byPeriod,
  cubicOfStep,
  fillGaps,
  gapRules,
  pickSeries,
  presentInStep,
  type SeriesSet,
  valueInStep,
  valuesThroughStep,
} from './series';

const all = (cube: { readonly categories: readonly string[] }) => Int32Array.from(cube.categories, (_, c) => c);
const none = Number.NaN;
const anyGaps = fc.constantFrom(...gapRules);

describe('gaps', () => {
  const cube = cubeOf([[null], [2], [null], [null], [8], [null]], [0, 1, 2, 4, 5, 6]);
  const filled = (gaps: (typeof gapRules)[number], between: SeriesSet['between'] = 'linear') => [
    ...buildSeries(cube, Int32Array.of(0), { gaps, between }).values,
  ];

  it('are filled by the rule between known values, along the calendar, and never outside of them', () => {
    expect(filled('bridge')).toEqual([none, 2, 3.5, 6.5, 8, none]);
    expect(filled('carry')).toEqual([none, 2, 2, 2, 8, none]);
    expect(filled('zero')).toEqual([none, 2, 0, 0, 8, none]);
    expect(filled('absent')).toEqual([none, 2, none, none, 8, none]);
    expect(filled('bridge', 'step')).toEqual([none, 2, 2, 2, 8, none]);
  });

  it('are bridged by one smooth course from the known value before to the one after', () => {
    const rows = [[1], [4], [null], [null], [16], [17]];
    const spacing = [0, 1, 2, 4, 5, 6];
    const set = buildSeries(cubeOf(rows, spacing), Int32Array.of(0), { gaps: 'bridge', between: 'monotone' });
    // From 1 to 5 on the calendar, by 3 a period there; the slopes at both ends are means of 3 with 3 and of 3 with 1.
    const course = hermite(blankCubic(), { a: 4, b: 16, m0: 3 * 4, m1: 2 * 4 });
    for (const [step, from, to] of [
      [1, 0, 0.25],
      [2, 0.25, 0.75],
      [3, 0.75, 1],
    ] as const)
      for (const s of [0.2, 0.5, 0.9])
        expect(valueInStep(set, 0, step, s)).toBeCloseTo(cubicAt(course, from + (to - from) * s), 9);
    expect(cubicOfStep(set, 0, 0, blankCubic())).toEqual({ c0: 1, c1: 3, c2: 0, c3: 0 });
  });

  it('are the same all through a step as one by one', () => {
    fc.assert(
      fc.property(gappyCubes, anyGaps, anyBetween, fc.integer({ min: 1, max: 7 }), (cube, gaps, between, looks) => {
        const set = buildSeries(cube, all(cube), { gaps, between });
        const through = new Float64Array(looks);
        for (let k = 0; k < set.categories.length; k++)
          for (let step = 0; step + 1 < set.periodCount; step++) {
            valuesThroughStep(set, k, step, through);
            expect([...through]).toEqual(Array.from(through, (_, i) => valueInStep(set, k, step, i / looks)));
          }
      }),
    );
  });

  it('of a whole table are filled as those of each of its series', () => {
    fc.assert(
      fc.property(gappyCubes, anyGaps, anyBetween, fc.constantFrom(1, 2 ** 600), (cube, gaps, between, factor) => {
        const large = { ...cube, values: cube.values.map((value) => value * factor) };
        const table = fillGaps(large, { gaps, between });
        const set = buildSeries(large, all(cube), { gaps, between });
        expect(table).toEqual(byPeriod(set));
        expect(table.values.length).toBe(cube.values.length);
      }),
    );
  });

  it('leave a table without any as it is', () => {
    const whole = cubeOf([[1, 2]]);
    expect(fillGaps(whole, { gaps: 'zero', between: 'linear' }).values).toBe(whole.values);
  });
});

describe('some of the series', () => {
  it('are those that would be built of them alone', () => {
    fc.assert(
      fc.property(gappyCubes, anyGaps, anyBetween, fc.integer({ min: 1, max: 5 }), (cube, gaps, between, every) => {
        const some = all(cube).filter((c) => c % every === 0);
        const set = buildSeries(cube, all(cube), { gaps, between });
        expect(pickSeries(set, some)).toEqual(buildSeries(cube, some, { gaps, between }));
        expect(set.slopeStart === null).toBe(between !== 'monotone');
        expect(buildSeries(cube, some, { gaps, between, keepSlopes: false }).slopeEnd).toBeNull();
      }),
    );
  });
});

describe('a step', () => {
  it('has who has a value at both of its ends', () => {
    const set = buildSeries(cubeOf([[1], [2], [null], [3]]), Int32Array.of(0), { gaps: 'absent', between: 'linear' });
    expect([0, 1, 2].map((step) => presentInStep(set, 0, step))).toEqual([true, false, false]);
    expect([0, 0.5, 1].map((s) => valueInStep(set, 0, 1, s))).toEqual([2, none, none]);
    expect([0, 0.5, 1].map((s) => valueInStep(set, 0, 2, s))).toEqual([none, none, 3]);
  });

  it('is gone through evenly, smoothly, or not until its end', () => {
    const rows = [[10], [20], [50]];
    const at = (between: SeriesSet['between'], s: number) =>
      valueInStep(buildSeries(cubeOf(rows), Int32Array.of(0), { gaps: 'absent', between }), 0, 1, s);
    expect([0, 0.5, 1].map((s) => at('linear', s))).toEqual([20, 35, 50]);
    expect([0, 0.99, 1].map((s) => at('step', s))).toEqual([20, 20, 50]);
    // From 20 by 20 a period to 50 by 30.
    expect(at('monotone', 0.5)).toBeCloseTo(35 + (20 - 30) / 8, 12);
  });

  it('is told as a cubic of its values', () => {
    fc.assert(
      fc.property(gappyCubes, anyGaps, anyBetween, (cube, gaps, between) => {
        const set = buildSeries(cube, all(cube), { gaps, between });
        for (let k = 0; k < cube.categories.length; k++)
          for (let step = 0; step + 1 < cube.periods.length; step++) {
            if (!presentInStep(set, k, step)) continue;
            const cubic = cubicOfStep(set, k, step, blankCubic());
            for (const s of [0, 0.3, 0.8]) expect(cubicAt(cubic, s)).toBeCloseTo(valueInStep(set, k, step, s), 9);
          }
      }),
    );
  });
});
