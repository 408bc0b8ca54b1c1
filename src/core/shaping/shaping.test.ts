import { describe, expect, it } from 'vitest';
import { tableOf } from '../testing/read-table';
import { cubeValue } from './cube';
import { fieldsOf } from './fields';
import { recogniseShapes } from './recognise-shape';
import { shapeCube } from './shape-cube';

function guess(text: string) {
  return recogniseShapes(tableOf(text))[0]?.fields;
}

function shaped(text: string, fields = guess(text)) {
  if (!fields) throw new Error('no guess');
  return shapeCube(tableOf(text), fields);
}

describe('recognising a layout', () => {
  it('tells one row per period and category', () => {
    expect(guess('Year,Harbour,Passengers\n2001,A,1\n2001,B,2\n2002,A,3\n2002,B,4')).toMatchObject({
      shape: 'long',
      period: 'Year',
      category: 'Harbour',
      value: 'Passengers',
    });
  });

  it('tells a period from values that look like years', () => {
    const fields = guess('Island,Season,Sheep\nA,2001,1500\nB,2001,2100\nA,2002,1600\nB,2002,2200');
    expect(fields).toMatchObject({ shape: 'long', period: 'Season', category: 'Island', value: 'Sheep' });
  });

  it('takes repeated numbers for names where periods repeat and nothing is named in words', () => {
    const fields = guess('Year,Shirt,Points\n2001,7,50\n2001,9,60\n2002,7,80\n2002,9,70');
    expect(fields).toMatchObject({ shape: 'long', period: 'Year', category: 'Shirt', value: 'Points' });
  });

  it('tells periods down the rows, a single series too', () => {
    expect(guess('Date,A,B\n2001-01-01,1,2\n2001-01-02,3,4')).toMatchObject({ shape: 'periods-down', period: 'Date' });
    expect(guess('Year,Visitors\n2001,5\n2002,6')).toMatchObject({ shape: 'single', period: 'Year' });
  });

  it('tells periods across the columns', () => {
    expect(guess('Island,Code,2001,2002\nOyle,OY,1,2\nPell,PE,3,4')).toMatchObject({
      shape: 'periods-across',
      category: 'Island',
    });
  });

  it('guesses nothing where there is no number beside anything', () => {
    expect(guess('Name\nA\nB')).toBeUndefined();
    expect(guess('Name,Colour\nA,red\nB,blue')).toBeUndefined();
  });
});

describe('shaping', () => {
  it('orders periods by time and keeps categories in the order of the table', () => {
    const outcome = shaped('Year,Name,Value\n2002,B,4\n2001,B,2\n2002,A,3\n2001,A,1');
    if (!outcome.ok) throw new Error('refused');
    const cube = outcome.value;
    expect(cube.periods.map(({ key }) => key)).toEqual(['2001', '2002']);
    expect(cube.categories).toEqual(['B', 'A']);
    expect(Array.from(cube.values)).toEqual([2, 1, 4, 3]);
  });

  it('gives the same cube from all three layouts', () => {
    const long = shaped('Year,Name,Value\n2001,A,1\n2001,B,2\n2002,A,3\n2002,B,4');
    const down = shaped('Year,A,B\n2001,1,2\n2002,3,4');
    const across = shaped('Name,2001,2002\nA,1,3\nB,2,4');
    expect(long.ok && down.ok && across.ok).toBe(true);
    expect(down).toEqual(long);
    expect(across).toEqual(long);
  });

  it('lists every unreadable cell with row, column and text, and leaves it absent', () => {
    const outcome = shaped('Year,Name,Value\n2001,A,1\n2001,B,wet\n2002,A,NaN\n2002,B,4\nlater,A,9\n2002,,7');
    if (!outcome.ok) throw new Error('refused');
    expect(outcome.issues.map(({ code, row, column, raw }) => [code, row, column, raw])).toEqual([
      ['unreadable-period', 6, 'Year', 'later'],
      ['blank-category', 7, 'Name', ''],
      ['unreadable-number', 3, 'Value', 'wet'],
      ['unreadable-number', 4, 'Value', 'NaN'],
    ]);
    expect(cubeValue(outcome.value, 0, 1)).toBeNaN();
  });

  it('adds up rows for one period and category, and says so', () => {
    const outcome = shaped('Year,Name,Value\n2001,A,1\n2001,A,2\n2002,A,3');
    expect(outcome.ok && Array.from(outcome.value.values)).toEqual([3, 3]);
    expect(outcome.issues[0]).toMatchObject({ code: 'repeated-row', row: 3 });
  });

  it('does not overflow when large values are added up', () => {
    const outcome = shaped('Year,Name,Value\n2001,A,1e308\n2001,A,1e308\n2002,A,3');
    expect(outcome.ok && outcome.value.values[0]).toBe(1e308);
  });

  it('takes any text as periods in the order of the file when nothing reads as dates', () => {
    const outcome = shaped('Stage,A,B\nstart,1,2\nmiddle,3,4\nend,5,6');
    expect(outcome.ok && outcome.value.periods.map(({ key }) => key)).toEqual(['start', 'middle', 'end']);
  });

  it('keeps categories whose names are words of the language', () => {
    const outcome = shaped(
      'Year,Name,Value\n2001,__proto__,1\n2001,constructor,2\n2002,__proto__,3\n2002,constructor,4',
    );
    expect(outcome.ok && outcome.value.categories).toEqual(['__proto__', 'constructor']);
    expect(outcome.ok && Array.from(outcome.value.values)).toEqual([1, 2, 3, 4]);
  });

  it('says which field is missing', () => {
    const table = tableOf('Year,Name,Value\n2001,A,1');
    const without = shapeCube(table, fieldsOf({ shape: 'long', period: 'Year', category: 'Gone', value: 'Value' }));
    expect(without.ok).toBe(false);
    expect(without.issues[0]?.message).toContain('Gone');
    const wrong = shapeCube(table, fieldsOf({ shape: 'long', period: 'Year', category: 'Value', value: 'Name' }));
    expect(wrong.issues[0]?.code).toBe('no-values');
  });
});
