import { describe, expect, it } from 'vitest';
import { cubeOf } from '../../testing/films';
import type { Cube } from '../cube';
import { seriesSteps } from './series-steps';
import type { Measure, StepOf } from './step';

const base = { id: 's', name: '', on: true };
const no = Number.NaN;

const measured = (cube: Cube, measure: Measure, { window = 3, by = '', other = null as Cube | null } = {}) =>
  seriesSteps.measure(cube, { ...base, kind: 'measure', measure, window, by }, { otherCube: () => other });
/** The values of one series after a measure. */
const along = (values: readonly (number | null)[], measure: Measure, window = 3) => [
  ...measured(cubeOf(values.map((value) => [value])), measure, { window }).cube.values,
];

describe('measures along time', () => {
  it('add up from the first value on; a gap stays one', () => {
    expect(along([null, 2, 3, null, 5], 'running-total')).toEqual([no, 2, 5, no, 10]);
  });

  it('are the change since the last known value, as it is or in hundredths of its size', () => {
    expect(along([null, 2, 3, null, -5], 'change')).toEqual([no, no, 1, no, -8]);
    expect(along([4, 5, null, -10, -5, 0, 7], 'change-percent')).toEqual([no, 25, no, -300, 50, 100, no]);
  });

  it('go by the first known value, which is a hundred', () => {
    expect(along([null, 5, 10, null, -5], 'index')).toEqual([no, 100, 200, no, -100]);
    expect(along([0, 5], 'index')).toEqual([no, no]);
  });

  it('are the mean of as many periods, of those of them that are known', () => {
    expect(along([1, 2, 6, null, 4, 8], 'moving-average')).toEqual([no, no, 3, no, 5, 6]);
    expect(along([1, 2, 6], 'moving-average', 1)).toEqual([1, 2, 6]);
    expect(along([1, 3, 6], 'moving-average', 2)).toEqual([no, 2, 4.5]);
  });

  it('are the share of all of their period', () => {
    const cube = cubeOf([
      [1, 3, null],
      [5, -5, 0],
    ]);
    expect([...measured(cube, 'share').cube.values]).toEqual([25, 75, no, no, no, no]);
  });

  it('are divided by what another table has of the same name and period, or by its only name', () => {
    const cube = cubeOf([
      [10, 20],
      [30, 40],
    ]);
    const other = cubeOf([
      [2, 5],
      [0, 8],
    ]);
    expect([...measured(cube, 'ratio', { other }).cube.values]).toEqual([5, 4, no, 5]);
    const single = { ...cubeOf([[2], [4]], [1, 0]), categories: ['All'] };
    expect([...measured(cube, 'ratio', { other: single }).cube.values]).toEqual([2.5, 5, 15, 20]);
    const strange = { ...other, categories: ['Category 0', 'Another'] };
    expect([...measured(cube, 'ratio', { other: strange }).cube.values]).toEqual([5, no, no, no]);
    const none = measured(cube, 'ratio', { by: 'Gone' });
    expect(none.cube).toBe(cube);
    expect(none.issues[0]?.message).toContain('There is no column “Gone” of numbers');
  });
});

describe('coarser periods', () => {
  const dayMs = 86_400_000;
  const days = (from: string, count: number): Cube => {
    const startMs = Date.parse(from);
    const cube = cubeOf(Array.from({ length: count }, (_, i) => [i + 1, i % 2 === 0 ? 1 : null]));
    const periods = cube.periods.map((_, i) => {
      const instantMs = startMs + i * dayMs;
      return { key: new Date(instantMs).toISOString().slice(0, 10), instantMs, spacing: instantMs / dayMs };
    });
    return { ...cube, kind: 'day', periods };
  };
  const coarser = (cube: Cube, every: StepOf<'coarser'>['every'], how: StepOf<'coarser'>['how'] = 'sum') =>
    seriesSteps.coarser(cube, { ...base, kind: 'coarser', every, how }, { otherCube: () => null });

  it('gather what lies in each', () => {
    const { cube } = coarser(days('2001-01-30', 5), 'month');
    expect(cube.kind).toBe('month');
    expect(cube.periods.map(({ key }) => key)).toEqual(['2001-01', '2001-02']);
    expect([...cube.values]).toEqual([3, 1, 12, 2]);
    expect([...coarser(days('2001-01-30', 5), 'year', 'last').cube.values]).toEqual([5, 1]);
    expect([...coarser(days('2001-01-30', 5), 'month', 'count').cube.values]).toEqual([2, 1, 3, 2]);
    expect(coarser(days('2001-12-30', 5), 'quarter').cube.periods.map(({ key }) => key)).toEqual([
      '2001-Q4',
      '2002-Q1',
    ]);
    expect(coarser(days('2001-01-01', 8), 'week').cube.periods).toHaveLength(2);
  });

  it('stay where they are as coarse already, or not on the calendar', () => {
    const years = cubeOf([[1], [2]]);
    const same = coarser(years, 'year');
    expect(same.cube).toBe(years);
    expect(same.issues[0]?.message).toBe('The periods are not finer than a year, so they stay.');
    expect(coarser(years, 'month').cube).toBe(years);
    const numbers: Cube = { ...years, kind: 'number' };
    expect(coarser(numbers, 'year').issues[0]?.message).toContain('not on the calendar');
    expect(coarser({ ...years, kind: 'text' }, 'week').cube.kind).toBe('text');
  });

  it('are kept from and to a period, or to all of a coarser one', () => {
    const keep = (from: string, to: string, cube = days('2001-01-30', 40)) => {
      const result = seriesSteps['keep-periods'](
        cube,
        { ...base, kind: 'keep-periods', from, to },
        { otherCube: () => null },
      );
      const keys = result.cube.periods.map(({ key }) => key);
      return [keys[0], keys.at(-1), keys.length, result.issues.length];
    };
    expect(keep('', '')).toEqual(['2001-01-30', '2001-03-10', 40, 0]);
    expect(keep('2001-02-03', '')).toEqual(['2001-02-03', '2001-03-10', 36, 0]);
    expect(keep('', '2001-02-03')).toEqual(['2001-01-30', '2001-02-03', 5, 0]);
    expect(keep('2001-02', '2001-02')).toEqual(['2001-02-01', '2001-02-28', 28, 0]);
    expect(keep('2001', '2001')).toEqual(['2001-01-30', '2001-03-10', 40, 0]);
    // Days that the table does not have may be bounds all the same.
    expect(keep('2000-05-05', '2001-01-31')).toEqual(['2001-01-30', '2001-01-31', 2, 0]);
    expect(keep('2002', '')).toEqual(['2001-01-30', '2001-03-10', 40, 1]);
    expect(keep('', '2000')).toEqual(['2001-01-30', '2001-03-10', 40, 1]);
    expect(keep('spring', '')).toEqual(['2001-01-30', '2001-03-10', 40, 1]);
    const rounds: Cube = {
      ...cubeOf([[1], [2], [3]]),
      kind: 'number',
      periods: [1, 2, 3].map((spacing) => ({ key: `${spacing}`, instantMs: null, spacing })),
    };
    expect(keep('1.5', '2.5', rounds)).toEqual(['2', '2', 1, 0]);
    expect(keep(' ', '', rounds)).toEqual(['1', '3', 3, 1]);
    const texts: Cube = { ...rounds, kind: 'text' };
    expect(keep('2', '', texts)).toEqual(['2', '3', 2, 0]);
    expect(keep('1.5', '', texts)).toEqual(['1', '3', 3, 1]);
  });
});

describe('categories', () => {
  const cube = cubeOf([[1, 2, 3]]);
  const pick = (keep: boolean, ...categories: string[]) => {
    const result = seriesSteps['pick-categories'](
      cube,
      { ...base, kind: 'pick-categories', keep, categories },
      { otherCube: () => null },
    );
    return [result.cube.categories.length, [...result.cube.values], result.issues.map(({ raw }) => raw)];
  };

  it('are kept or left out by name; names that are gone are told, and nobody is left without any', () => {
    expect(pick(true, 'Category 2', 'Category 0')).toEqual([2, [1, 3], []]);
    expect(pick(false, 'Category 2', 'Category 0')).toEqual([1, [2], []]);
    expect(pick(true, 'Category 1', 'Gone')).toEqual([1, [2], ['Gone']]);
    expect(pick(true, 'Gone')).toEqual([3, [1, 2, 3], ['Gone', undefined]]);
  });
});
