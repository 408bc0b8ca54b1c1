import { describe, expect, it } from 'vitest';
import { barePeriods, measuresOf } from './measure-headers';

describe('names of columns that hold a period', () => {
  it('are periods without the words that all of them share', () => {
    expect(barePeriods(['Name', 'Catch 2001', 'Catch 2002'])).toEqual(['Name', '2001', '2002']);
    expect(barePeriods(['2001 catch', '2002 catch'])).toEqual(['2001', '2002']);
    expect(barePeriods(['X2001', 'X2002', ''])).toEqual(['2001', '2002', '']);
    expect(barePeriods(['Catch, in t 2001', 'Catch, in t 2002'])).toEqual(['2001', '2002']);
  });

  it('stay as they are where they share none, or several, or where most are bare', () => {
    for (const names of [
      ['Catch 2001', 'Depth 2002'],
      ['Catch 2001', 'Catch 2002', 'Depth 2001', 'Depth 2002'],
      ['2001', '2002', 'Catch 2001', 'Catch 2002'],
      ['Q1 2001', 'Q2 2001'],
      ['Name', 'Place'],
    ])
      expect(barePeriods(names)).toEqual(names);
    expect(barePeriods(['2001', 'Catch 2002', 'Catch 2003'])).toEqual(['2001', '2002', '2003']);
  });
});

describe('measures of a wide table', () => {
  const across = (...names: readonly string[]) =>
    measuresOf(
      { shape: 'periods-across', parts: '' },
      names.map((name) => ({ name })),
    );
  const down = (...names: readonly string[]) =>
    measuresOf(
      { shape: 'periods-down', parts: '' },
      names.map((name) => ({ name })),
    );

  it('stand with a period in each name, in either order', () => {
    expect(across('Catch 2001', 'Depth 2001', 'Catch 2002', 'Depth 2002')).toEqual({
      names: ['Catch', 'Depth'],
      ofColumn: new Map(
        ['Catch', 'Depth']
          .flatMap((measure) => ['2001', '2002'].map((rest) => [`${measure} ${rest}`, { measure, rest }] as const))
          .sort((a, b) => a[1].rest.localeCompare(b[1].rest)),
      ),
    });
    expect(across('2001 Catch', '2001 Depth', '2002 Catch', '2002 Depth')?.names).toEqual(['Catch', 'Depth']);
    expect(across('2001 (Catch)', '2001 (Depth)', '2002 (Catch)', '2002 (Depth)')?.names).toEqual(['Catch', 'Depth']);
  });

  it('are none where one of them has a single period, or they share none', () => {
    expect(across('Catch 2001', 'Catch 2002', 'Note 2001')).toBeNull();
    expect(across('Catch 2001', 'Catch 2002', 'Depth 2003', 'Depth 2004')).toBeNull();
    expect(across('Catch 2001', 'Catch 2002')).toBeNull();
  });

  it('are all pairs with the categories, and fewer than these', () => {
    expect(down('Catch Oyle', 'Catch Pell', 'Depth Oyle', 'Depth Pell')?.names).toEqual(['Catch', 'Depth']);
    expect(down('Oyle-Catch', 'Pell-Catch', 'Quay-Catch', 'Oyle-Depth', 'Pell-Depth', 'Quay-Depth')?.names).toEqual([
      'Catch',
      'Depth',
    ]);
    expect(down('Catch Oyle', 'Catch Pell', 'Depth Oyle')).toBeNull();
    expect(down('Catch Oyle', 'Catch Pell', 'Depth Oyle', 'Width Pell')).toBeNull();
    expect(down('Oyle', 'Pell', 'Quay', 'Bay')).toBeNull();
    // Cut from the left there is one measure, “Long”; from the right there are two.
    expect(down('Long Catch Oyle', 'Long Catch Pell', 'Long Depth Oyle', 'Long Depth Pell')?.names).toEqual([
      'Long Catch',
      'Long Depth',
    ]);
  });

  it('are at most twelve', () => {
    const named = (count: number) =>
      Array.from({ length: count }, (_, m) => Array.from({ length: 13 }, (__, c) => `m${m} c${c}`)).flat();
    expect(down(...named(12))?.names).toHaveLength(12);
    expect(down(...named(13))).toBeNull();
  });
});
