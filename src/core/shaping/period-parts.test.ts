import { describe, expect, it } from 'vitest';
import { profileTable } from '../table/profile';
import { tableOf } from '../testing/read-table';
import { periodParts } from './period-parts';

const partsOf = (text: string) => {
  const table = tableOf(text);
  return periodParts(table, profileTable(table));
};
/** A row for each pair of two lists of texts, with a value. */
const crossed = (header: string, first: readonly (string | number)[], second: readonly (string | number)[]) =>
  [`${header},V`, ...first.flatMap((a) => second.map((b, i) => `${a},${b},${i + 5}`))].join('\n');
const joins = (text: string) => {
  const [step] = partsOf(text)?.steps ?? [];
  return step?.kind === 'join-columns' ? [...step.columns, step.between] : null;
};

describe('a period in two or three columns', () => {
  it.each([
    ['Year,Month', [2001, 2002], [1, 2, 12], '-'],
    ['Year,Monat', [2001, 2002], ['Jan', 'Feb'], ' '],
    ['Year,Month', [2001, 2002], ['M1', 'M02'], ' '],
    ['Year,月', ['2001年', '2002年'], ['3月', '12月'], ' '],
    ['Year,Quarter', [2001, 2002], [1, 4], ' Q'],
    ['Year,Qtr', [2001, 2002], ['q1', 'Q2'], ' '],
    ['Year,Quartal', [2001, 2002], ['2K', '3K'], ' '],
    ['Year,Quarter', [2001, 2002], ['II', 'IV'], ' '],
    ['Year,Week', [2001, 2002], [1, '07', 53], '-W'],
    ['Year,KW', [2001, 2002], ['KW 3', 'KW 44'], ' '],
    ['Date,Hour', ['2001-05-04', '2001-05-05'], [0, '09', 23], 'T'],
    ['Date,Time', ['2001-05-04', '2001-05-05'], ['09:30', '23:59:30'], ' '],
  ] as const)('is put together: %s, %j and %j', (header, first, second, between) => {
    expect(joins(crossed(header, first, second))).toEqual([...header.split(','), between]);
  });

  it.each([
    ['Year,Month', [2001, 2002], [0, 13]],
    ['Year,Month', [2001, 2002], ['early', 'late']],
    ['Year,Quarter', [2001, 2002], [1, 5, 6]],
    ['Year,Quarter', [2001, 2002], ['Q5', 'Q6']],
    ['Year,Week', [2001, 2002], [54, 60]],
    ['Year,Bend', [2001, 2002], [1, 2]],
    ['Size,Month', [201, 202], [1, 2]],
    // One month is none that differs.
    ['Year,Month', [2001, 2002], [3]],
    ['Date,Hour', ['2001-05-04', '2001-05-05'], [24, 25]],
  ] as const)('is none where its parts are none: %s, %j and %j', (header, first, second) => {
    expect(joins(crossed(header, first, second))).toBeNull();
  });

  it('may have a total among its months, but not many', () => {
    const months = [1, 2, 3, 4, 5, 6, 7, 8];
    expect(joins(crossed('Year,Month', [2001, 2002], [...months, 'All', 'Sum']))).toEqual(['Year', 'Month', '-']);
    expect(joins(crossed('Year,Month', [2001, 2002], [...months, 'All', 'Sum', 'Mean']))).toBeNull();
  });

  it('may have days of one month, and hours of days', () => {
    const days = ['Year,Month,Day,V', '2001,3,1,5', '2001,3,2,6', '2001,3,31,7'].join('\n');
    expect(joins(days)).toEqual(['Year', 'Month', 'Day', '-']);
    const hours = ['Year,Month,Day,Hour,V', '2001,3,1,0,5', '2001,3,2,6,6'].join('\n');
    expect(partsOf(hours)).toMatchObject({
      steps: [
        { kind: 'join-columns', columns: ['Year', 'Month', 'Day'], into: 'Date', between: '-', drop: true },
        { kind: 'join-columns', columns: ['Date', 'Hour'], into: 'Period', between: 'T', drop: true },
      ],
      why: '“Year”, “Month”, “Day” and “Hour” are one period together.',
      period: 'Period',
      value: null,
    });
  });
});

describe('periods half in rows and half in columns', () => {
  const months = ['Jan', 'Feb', 'Mar', 'Apr'];

  it('are a row for each year, with a column for each of four months and more, or for each quarter', () => {
    expect(partsOf(`Year,${months.join(',')}\n2001,1,2,3,4\n2002,5,6,7,8`)).toEqual({
      steps: [
        { kind: 'stack-columns', columns: months, names: 'Month', into: 'Value' },
        { kind: 'join-columns', columns: ['Year', 'Month'], into: 'Period', between: ' ', drop: true },
      ],
      why: '“Year” has a row for each year and a column for each month, from “Jan” to “Apr”.',
      period: 'Period',
      value: 'Value',
    });
    expect(partsOf('Year,Jan,Feb,Mar\n2001,1,2,3\n2002,5,6,7')).toBeNull();
    expect(partsOf('Year,Q1,Q2,Q3,Q4\n2001,1,2,3,4\n2002,5,6,7,8')?.why).toContain('a column for each quarter');
    expect(partsOf('Year,Q1,Q2,Q3\n2001,1,2,3\n2002,5,6,7')).toBeNull();
    expect(partsOf(`Size,${months.join(',')}\nbig,1,2,3,4\nsmall,5,6,7,8`)).toBeNull();
    // Months that hold words are no values.
    expect(partsOf(`Year,${months.join(',')}\n2001,a,b,c,4\n2002,d,e,f,8`)).toBeNull();
  });

  it('are a row for each month, with a column for each year', () => {
    const rows = months.map((month, i) => `${month},${i},${i + 1}`);
    expect(partsOf(`Month,2001,2002\n${rows.join('\n')}`)).toMatchObject({
      steps: [
        { kind: 'stack-columns', columns: ['2001', '2002'], names: 'Year', into: 'Value' },
        { kind: 'join-columns', columns: ['Year', 'Month'], into: 'Period', between: ' ', drop: true },
      ],
      why: '“Month” has a row for each month, and there is a column for each year, from “2001” to “2002”.',
      value: 'Value',
    });
    expect(partsOf(`Month,2001\n${months.map((month, i) => `${month},${i}`).join('\n')}`)).toBeNull();
    expect(partsOf(`Month,2001,2002\n${rows.slice(1).join('\n')}`)).toBeNull();
    expect(partsOf(`Month,Place,2001,2002\n${months.map((m, i) => `${m},P${i},1,2`).join('\n')}`)).toBeNull();
    expect(partsOf(`Name,2001,2002\n${['a', 'b', 'c', 'd'].map((n) => `${n},1,2`).join('\n')}`)).toBeNull();
  });

  it('are the columns alone, three and more', () => {
    expect(partsOf('2001,2002,2003\n5,6,7')).toMatchObject({
      steps: [{ kind: 'stack-columns', columns: ['2001', '2002', '2003'], names: 'Period', into: 'Value' }],
      why: 'Every column name is a period, from “2001” to “2003”.',
      period: 'Period',
      value: 'Value',
    });
    expect(partsOf('2001,2002\n5,6')).toBeNull();
    expect(partsOf('2001,2002,Later\n5,6,7')).toBeNull();
  });
});
