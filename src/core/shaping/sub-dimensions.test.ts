import { describe, expect, it } from 'vitest';
import { tableOf } from '../testing/read-table';
import { type Fields, fieldsOf } from './fields';
import { subDimension, totalAmong } from './sub-dimensions';

const long = fieldsOf({ shape: 'long', period: 'Year', category: 'Name', value: 'V' });
const years = [2001, 2002, 2003, 2004];

/** A row for each year, name and value of the column that tells them apart. */
const divided = (header: string, values: Readonly<Record<string, number>>, names: readonly string[] = ['A', 'B']) =>
  [
    `Year,Name,${header},V`,
    ...years.flatMap((year, i) =>
      names.flatMap((name, n) =>
        Object.entries(values).map(([each, v]) => `${year},${name},${each},${v * (i + n + 1)}`),
      ),
    ),
  ].join('\n');
const dimension = (text: string, fields: Fields = long) => subDimension(tableOf(text), fields);

describe('what tells the rows of one period and category apart', () => {
  it('is a column of a few values, with the one that is the sum of the others', () => {
    expect(dimension(divided('Sex', { f: 30, m: 50, all: 80 }))).toMatchObject({
      column: 'Sex',
      values: ['f', 'm', 'all'],
      total: 'all',
      evidence: { equal: 8, of: 8 },
    });
  });

  it('has a total by its name where the sums tell nothing, and none where neither does', () => {
    expect(dimension(divided('Sex', { f: 30, m: 50, Total: 90 }))).toMatchObject({ total: 'Total', evidence: null });
    expect(dimension(divided('Sex', { f: 30, m: 50, other: 90 }))).toMatchObject({ total: null, evidence: null });
    // Of two that are alike each is the sum of the other; that says nothing.
    expect(dimension(divided('Sex', { f: 30, m: 30 }))).toMatchObject({ total: null, evidence: null });
  });

  it('is none where the rows are told apart already, or by too many values, or by a column that is half blank', () => {
    expect(dimension(divided('Note', { once: 30 }))).toBeNull();
    const many = Object.fromEntries(Array.from({ length: 61 }, (_, i) => [`v${i}`, i + 1]));
    expect(dimension(divided('Kind', many))).toBeNull();
    const { v60: _, ...sixty } = many;
    expect(dimension(divided('Kind', sixty))?.values).toHaveLength(60);
    expect(dimension(divided('Kind', { x: 1, '': 2 }))).toBeNull();
    expect(dimension(divided('Kind', { x: 1, y: 2 }), { ...long, parts: 'Kind' })).toBeNull();
    expect(dimension('Year,V\n2001,1\n2001,2', fieldsOf({ shape: 'single', period: 'Year', value: 'V' }))).toBeNull();
  });

  it('may be numbers, of half as many values', () => {
    const ages = (count: number) => Object.fromEntries(Array.from({ length: count }, (_, i) => [`${i * 5}`, i + 1]));
    expect(dimension(divided('Age', ages(30)))?.column).toBe('Age');
    expect(dimension(divided('Age', ages(31)))).toBeNull();
  });

  it('is the column that tells most of them apart', () => {
    const rows = years.flatMap((year) =>
      ['A', 'B'].flatMap((name) =>
        ['p', 'q', 'r'].map((kind, i) => `${year},${name},${i < 2 ? 'x' : 'y'},${kind},${i}`),
      ),
    );
    expect(dimension(['Year,Name,Half,Kind,V', ...rows].join('\n'))?.column).toBe('Kind');
  });

  it('is found where periods are columns as well', () => {
    const text = 'Name,Sex,2001,2002\nA,f,1,2\nA,m,3,4\nA,Total,4,6\nB,f,5,6\nB,m,7,8\nB,Total,12,14';
    expect(dimension(text, fieldsOf({ shape: 'periods-across', category: 'Name' }))).toEqual({
      column: 'Sex',
      values: ['f', 'm', 'Total'],
      total: 'Total',
      evidence: null,
    });
  });
});

describe('a total among values', () => {
  const total = (text: string) => totalAmong(tableOf(text), long, 'Sex');

  it('may be off by half a hundredth, in one of ten cases by more, and needs three cases', () => {
    const rows = (wholes: readonly number[]) =>
      [
        'Year,Name,Sex,V',
        ...wholes.flatMap((whole, i) => ['f,400', 'm,600', `all,${whole}`].map((each) => `${2001 + i},A,${each}`)),
      ].join('\n');
    expect(total(rows([1000, 1004, 996]))).toEqual({ value: 'all', equal: 3, of: 3 });
    expect(total(rows([1000, 1004, 990]))).toBeNull();
    expect(total(rows([1000, 1000]))).toBeNull();
    const ten = Array.from({ length: 10 }, () => 1000);
    expect(total(rows([...ten.slice(1), 500]))).toEqual({ value: 'all', equal: 9, of: 10 });
    expect(total(rows([...ten.slice(2), 500, 500]))).toBeNull();
  });

  it('is looked for in rows with a value alone', () => {
    const rows = [2001, 2002, 2003].flatMap((year) =>
      ['f,400', 'm,600', 'x,', 'all,1000'].map((each) => `${year},A,${each}`),
    );
    expect(total(['Year,Name,Sex,V', ...rows].join('\n'))).toEqual({ value: 'all', equal: 3, of: 3 });
    // Nought is the sum of noughts, and no total.
    const none = [2001, 2002, 2003].flatMap((year) => ['f,0', 'm,0', 'all,0'].map((each) => `${year},A,${each}`));
    expect(total(['Year,Name,Sex,V', ...none].join('\n'))).toBeNull();
  });
});
