import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cubeOf } from '../testing/films';
import { derivedName, findMeansOfOthers, findSumsOfOthers, findSumsOfRuns, isTotalName } from './totals';

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
