import { describe, expect, it } from 'vitest';
import { cubeOf } from '../testing/films';
import { tableOf } from '../testing/read-table';
import type { Cube } from './cube';
import { type Finding, findSuspicious } from './findings';

const plain = tableOf('A,B\nx,1\ny,2');
const found = (cube: Cube, kind: Finding['kind']) =>
  findSuspicious(plain, cube)
    .filter((each) => each.kind === kind)
    .map(({ period, category, weight, message }) => ({ period, category, weight: Number(weight.toFixed(4)), message }));
const column = (...values: readonly (number | null)[]) => cubeOf(values.map((value) => [value]));
const inTable = (text: string, kind: Finding['kind']) =>
  findSuspicious(tableOf(text), cubeOf([[1]]))
    .filter((each) => each.kind === kind)
    .map(({ message, weight }) => ({ message, weight }));

describe('jumps', () => {
  it('are more than eight typical changes, and more than half of the usual value', () => {
    // Changes of 10, 12, 10, 12, 10 and one of far more; the typical one lies 1 off the middle of 11 or 12.
    const jumps = (to: number) => found(column(100, 110, 122, 132, 144, 154, to), 'jump');
    expect(jumps(400)).toEqual([
      { period: 6, category: 0, weight: 1.7803, message: 'Category 0 jumps from 154 to 400.' },
    ]);
    // Far from what is typical, and still less than half of the usual 132; then half and more.
    expect(jumps(154 + 12 + 65)).toEqual([]);
    expect(jumps(154 + 12 + 66)).toHaveLength(1);
    // With changes that swing by 20 as a rule, the same is none.
    expect(found(column(20, 60, 40, 100, 60, 110, 200), 'jump')).toEqual([]);
  });

  it('need five known values, and are told of the known one after a gap', () => {
    expect(found(column(1, 1, 1, 50), 'jump')).toEqual([]);
    expect(found(column(1, 1, 1, null, 1, 50), 'jump').map(({ period }) => period)).toEqual([5]);
    expect(found(column(5, 5, 5, 5, 5, 5), 'jump')).toEqual([]);
    expect(found(column(0, 0, 0, 0, 7, 7), 'jump')).toMatchObject([{ period: 4, weight: 7 }]);
  });

  it('are listed fifty at the most, the greatest first', () => {
    const rows = [1, 1, 1, 1, 1].map((value) => Array.from({ length: 60 }, () => value));
    const last = Array.from({ length: 60 }, (_, c) => 100 + c);
    const jumps = found(cubeOf([...rows, last]), 'jump');
    expect(jumps).toHaveLength(50);
    expect(jumps[0]?.category).toBe(59);
    expect(jumps.at(-1)?.category).toBe(10);
  });
});

describe('scales that are mixed', () => {
  it('are two clusters more than two hundred times apart, a tenth of the values in each', () => {
    expect(found(column(1, 2, 450, 500), 'mixed-units')).toEqual([
      {
        period: undefined,
        category: 0,
        weight: 500,
        message: 'Category 0 has values around 1 and around 500: thousands and single units may be mixed.',
      },
    ]);
    expect(found(column(1, 2, 400, 500), 'mixed-units')).toEqual([]);
    expect(found(column(1, 2, 401, 500), 'mixed-units')).toHaveLength(1);
    expect(found(column(1, 1, 500), 'mixed-units')).toEqual([]);
    expect(found(column(0, 0, null, 1, 1, -500, -501), 'mixed-units')).toHaveLength(1);
    const ones = Array.from({ length: 20 }, () => 1);
    expect(found(column(...ones, 500), 'mixed-units')).toEqual([]);
    expect(found(column(...ones.slice(2), 500, 500), 'mixed-units')).toHaveLength(1);
  });

  it('are units written beside numbers of one column', () => {
    expect(inTable('A,B\n1,5 kg\n2,6 kg\n3,7 t', 'mixed-units')).toEqual([
      { message: 'The numbers of “B” have different units: “kg” (2), “t” (1).', weight: 2000 },
    ]);
    expect(inTable('A,B\n1,5 kg\n2,6 kg\n3,7', 'mixed-units')).toEqual([
      { message: 'The numbers of “B” have different units: “kg” (2), no unit (1).', weight: 1000 },
    ]);
    expect(inTable('A,B\n1,5 kg\n2,6 kg\n3,7 kg', 'mixed-units')).toEqual([]);
    expect(inTable('A,B\nx,a 5 kg\ny,b\nz,7 t', 'mixed-units')).toEqual([]);
  });
});

describe('gaps and ties', () => {
  it('are two missing periods and more between known ones', () => {
    expect(found(column(null, null, 1, null, 2, null, null, 3, null), 'missing-run')).toEqual([
      { period: 5, category: 0, weight: 2, message: 'Category 0 has no value for 2 periods, from 2005 to 2006.' },
    ]);
  });

  it('are three level periods on end and more, of neighbours with the same value', () => {
    const rows = [
      [5, 5, 1, 5],
      [5, 5, 2, 9],
      [6, 6, 3, 6],
      [6, 7, 7, 8],
      [null, null, 0, 0],
      [1, 2, 0, 0],
      [1, 2, 0, 0],
    ];
    expect(found(cubeOf(rows), 'tie')).toEqual([
      { period: 0, category: 0, weight: 3, message: 'Category 0 and Category 1 are level for 3 periods from 2000.' },
    ]);
    expect(found(cubeOf(rows.slice(0, 3)), 'tie')).toHaveLength(1);
    expect(found(cubeOf(rows.slice(0, 2)), 'tie')).toEqual([]);
  });
});

describe('sums of others', () => {
  it('are told with the periods in which they add up', () => {
    const rows = Array.from({ length: 10 }, (_, i) => [i + 1, 2 * i + 3, i === 4 ? 99 : 3 * i + 4]);
    expect(found(cubeOf(rows), 'sum-of-others')).toEqual([
      {
        period: undefined,
        category: 2,
        weight: 9,
        message: 'Category 2 equals the sum of all others in 9 of 10 periods: it is a total, and would always lead.',
      },
    ]);
  });

  it('say that blanks are noughts where they add up only so', () => {
    const rows = [...Array.from({ length: 9 }, (_, i) => [i + 1, 1, 2, i + 4]), [5, null, 2, 7]];
    expect(found(cubeOf(rows), 'blank-is-zero')).toMatchObject([{ period: 9, category: 3, weight: 1 }]);
    expect(found(cubeOf(rows), 'blank-is-zero')[0]?.message).toContain('in 1 period with blanks');
  });
});

describe('columns that are multiples of others', () => {
  const multiples = (rows: readonly string[]) => inTable(['A,B', ...rows].join('\n'), 'constant-multiple');
  const five = [1, 2, 3, 4, 5];

  it('have the same factor in five rows and more, to two thousandths', () => {
    expect(multiples(five.map((each) => `${each},${each * 2.5}`))).toEqual([
      { message: '“B” is always 2.5 times “A”: the same measure in another unit.', weight: 1 },
    ]);
    expect(multiples(five.slice(1).map((each) => `${each},${each * 2.5}`))).toEqual([]);
    expect(multiples(['1,1000', '2,2003', '3,3000', '4,4000', '5,5000'])).toHaveLength(1);
    expect(multiples(['1,1000', '2,2005', '3,3000', '4,4000', '5,5000'])).toEqual([]);
  });

  it('are none of columns that never change, of noughts, or of rows without both', () => {
    expect(multiples(five.map(() => '4,8'))).toEqual([]);
    expect(multiples(five.map((each) => `${each},0`))).toEqual([]);
    expect(multiples([...five.map((each) => `${each},${each * 3}`), '0,7', '9,', ',9'])).toHaveLength(1);
    expect(multiples(['1,3', '2,6', '0,0', '4,12', '5,15'])).toEqual([]);
  });
});
