import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cubeOf } from '../testing/films';
import { blanksInSums, derivedName, findMeansOfOthers, findSumsOfOthers, findSumsOfRuns, isTotalName } from './totals';

const numbers = fc.integer({ min: 20, max: 100_000 });
const table = (width: number) =>
  fc.array(fc.array(numbers, { minLength: width, maxLength: width }), { minLength: 3, maxLength: 6 });
const sum = (values: readonly number[]) => values.reduce((all, each) => all + each, 0);

describe('names', () => {
  it.each([
    'Total',
    'total population',
    'Grand Total',
    'North total',
    'North, Total',
    'Nord insgesamt',
    'Insgesamt',
    'Subtotal',
    'Both sexes',
    'Totaal',
    '合計',
    '北合計',
    'Region 1 sub-total',
  ])('%s is one of a total', (name) => {
    expect(isTotalName(name)).toBe(true);
  });

  it.each(['Totalia', 'Allerton', 'North', 'Summer', 'Sumatria', 'Subtotality'])('%s is not', (name) => {
    expect(isTotalName(name)).toBe(false);
  });

  it.each([
    ['Average', 'mean'],
    ['Mean of all', 'mean'],
    ['Regional average', 'mean'],
    ['Durchschnitt', 'mean'],
    ['平均', 'mean'],
    ['Share of north', 'share'],
    ['Oyle (%)', 'share'],
    ['Anteil', 'share'],
    ['Meander', null],
    ['Averyton', null],
    ['Shareef', null],
  ])('%s says %s', (name, what) => {
    expect(derivedName(name)).toBe(what);
  });
});

describe('sums', () => {
  it('of all others are found wherever they stand', () => {
    fc.assert(
      fc.property(table(4), fc.integer({ min: 0, max: 4 }), (rows, at) => {
        const cube = cubeOf(rows.map((row) => row.toSpliced(at, 0, sum(row))));
        expect(findSumsOfOthers(cube).map(({ category }) => category)).toEqual([at]);
      }),
    );
  });

  it('of those before or after are found with what they are the sums of', () => {
    fc.assert(
      fc.property(table(5), fc.boolean(), (rows, before) => {
        // Two groups: of three and of two, each with its sum behind or before it.
        const cube = cubeOf(
          rows.map(([a = 0, b = 0, c = 0, d = 0, e = 0]) =>
            before ? [a + b + c, a, b, c, d + e, d, e] : [a, b, c, a + b + c, d, e, d + e],
          ),
        );
        const found = new Map(findSumsOfRuns(cube).map(({ category, of }) => [category, [...of].sort()]));
        // By chance others may fit too, in few rows of a like size; the true ones are always there.
        if (before) {
          expect(found.get(0)).toEqual([1, 2, 3]);
          expect(found.get(4)).toEqual([5, 6]);
        } else {
          expect(found.get(3)).toEqual([0, 1, 2]);
          expect(found.get(6)).toEqual([4, 5]);
        }
      }),
    );
  });

  it('of small whole numbers, of one period or of few categories tell nothing', () => {
    expect(
      findSumsOfRuns(
        cubeOf([
          [1, 2, 3, 4],
          [2, 3, 5, 1],
          [3, 4, 7, 0],
        ]),
      ),
    ).toEqual([]);
    expect(findSumsOfRuns(cubeOf([[100, 200, 300, 4]]))).toEqual([]);
    expect(
      findSumsOfRuns(
        cubeOf([
          [100, 200, 300],
          [200, 300, 500],
        ]),
      ),
    ).toEqual([]);
    // The same in every period may be chance as well.
    expect(
      findSumsOfRuns(
        cubeOf([
          [100, 200, 300, 4],
          [100, 200, 300, 9],
        ]),
      ),
    ).toEqual([]);
  });

  it('with blanks among them are judged by the periods that are whole', () => {
    const cube = cubeOf([
      [100, 200, 300, 4],
      [null, 300, 500, 9],
      [300, 400, 700, 1],
    ]);
    expect(findSumsOfRuns(cube)).toEqual([{ category: 2, of: [1, 0] }]);
  });
});

describe('means', () => {
  it('of all others are found, rounded as they may be', () => {
    fc.assert(
      fc.property(table(4), (rows) => {
        const cube = cubeOf(rows.map((row) => [...row, Number((sum(row) / row.length).toFixed(2))]));
        expect(findMeansOfOthers(cube)).toContain(4);
      }),
    );
    expect(
      findMeansOfOthers(
        cubeOf([
          [1, 2, 3, 4],
          [4, 3, 2, 1],
          [1, 3, 2, 4],
        ]),
      ),
    ).toEqual([]);
  });
});

describe('how near a sum has to be', () => {
  const rows = (count: number, total: (i: number) => number | null) =>
    Array.from({ length: count }, (_, i) => [300 + i, 700 - i, total(i)]);
  const sums = (list: readonly (readonly (number | null)[])[]) => findSumsOfOthers(cubeOf(list));

  it('is half a hundredth, in nine periods of ten, of three at least', () => {
    expect(sums(rows(3, () => 1004.9))).toEqual([{ category: 2, equal: 3, of: 3 }]);
    expect(sums(rows(3, () => 1006))).toEqual([]);
    expect(sums(rows(10, (i) => (i === 0 ? 5 : 1000)))).toEqual([{ category: 2, equal: 9, of: 10 }]);
    expect(sums(rows(10, (i) => (i < 2 ? 5 : 1000)))).toEqual([]);
    expect(sums(rows(5, (i) => (i < 3 ? null : 1000)))).toEqual([]);
    expect(sums(rows(2, () => 1000))).toEqual([{ category: 2, equal: 2, of: 2 }]);
  });

  it('needs three names with values, and no nought', () => {
    expect(findSumsOfOthers(cubeOf([[5, 5]]))).toEqual([]);
    expect(sums(rows(3, (i) => (i === 0 ? 0 : 1000)))).toEqual([]);
    expect(sums([...rows(3, () => 1000), [null, 5, 5]])).toEqual([{ category: 2, equal: 3, of: 3 }]);
  });

  it('says of blanks that they are noughts, where none says otherwise', () => {
    const whole = Array.from({ length: 9 }, () => [300, 700, 5, 1005]);
    expect(blanksInSums(cubeOf([...whole, [null, 700, 5, 705]]))).toEqual([{ category: 3, zero: 1, period: 9 }]);
    expect(blanksInSums(cubeOf([...whole, [null, 700, 5, 709]]))).toEqual([]);
    expect(blanksInSums(cubeOf([...whole, ...whole, [null, 700, 5, 705], [null, 700, 5, 900]]))).toEqual([]);
    expect(blanksInSums(cubeOf(whole))).toEqual([]);
    expect(blanksInSums(cubeOf([...whole, [null, null, 0, 0], [1, null, 4, null]]))).toEqual([]);
  });

  it('of a run is a millionth, in half of the periods at least', () => {
    const runs = (list: readonly (readonly (number | null)[])[]) => findSumsOfRuns(cubeOf(list));
    const of = { category: 2, of: [1, 0] };
    expect(
      runs([
        [30, 40, 70, 1],
        [31, 41, 72, 2],
      ]),
    ).toEqual([of]);
    expect(
      runs([
        [30, 40, 70, 1],
        [31, 41, 72.001, 2],
      ]),
    ).toEqual([]);
    expect(
      runs([
        [70, 30, 40, 1],
        [72, 31, 41, 2],
      ]),
    ).toEqual([{ category: 0, of: [1, 2] }]);
    // The same sum again and again says it once only.
    expect(
      runs([
        [30, 40, 70, 1],
        [30, 40, 70, 2],
      ]),
    ).toEqual([]);
    expect(
      runs([
        [0.3, 0.4, 0.7, 1],
        [0.31, 0.41, 0.72, 2],
      ]),
    ).toEqual([of]);
    expect(
      runs([
        [3, 4, 7, 1],
        [5, 6, 11, 2],
      ]),
    ).toEqual([]);
    const half = [
      [30, 40, 70, 1],
      [31, 41, 72, 2],
      [31, null, 99, 2],
      [null, 41, 99, 2],
    ];
    expect(runs(half)).toEqual([of]);
    expect(runs([...half, [31, null, 99, 2]])).toEqual([]);
    expect(
      runs([
        [30, 40, 70],
        [31, 41, 72],
      ]),
    ).toEqual([]);
  });

  it('of means is a ten-thousandth, in nine periods of ten, of four names and three periods', () => {
    const means = (count: number, mean: (i: number) => number | null) =>
      findMeansOfOthers(cubeOf(Array.from({ length: count }, (_, i) => [30 + i, 60, 90 - i, mean(i)])));
    expect(means(3, () => 60)).toEqual([]);
    const off = (count: number, mean: (i: number) => number | null) =>
      findMeansOfOthers(cubeOf(Array.from({ length: count }, (_, i) => [30 + i, 61 + 2 * i, 92, mean(i)])));
    const exact = (i: number) => 61 + i;
    expect(off(3, exact)).toEqual([3]);
    expect(off(2, exact)).toEqual([]);
    expect(off(3, (i) => exact(i) * 1.00009)).toEqual([3]);
    expect(off(3, (i) => exact(i) * 1.0002)).toEqual([]);
    expect(off(10, (i) => (i === 4 ? 1 : exact(i)))).toEqual([3]);
    expect(off(10, (i) => (i % 5 === 4 ? 1 : exact(i)))).toEqual([]);
    expect(off(4, (i) => (i === 3 ? null : exact(i)))).toEqual([3]);
    expect(findMeansOfOthers(cubeOf(Array.from({ length: 3 }, (_, i) => [30 + i, 50, 40 + i / 2])))).toEqual([]);
  });
});
