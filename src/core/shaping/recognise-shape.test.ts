import { describe, expect, it } from 'vitest';
import { tableOf } from '../testing/read-table';
import { recogniseShapes } from './recognise-shape';

const guesses = (text: string) => recogniseShapes(tableOf(text));
/** The layout of the best guess, with what is where. */
function best(text: string): string {
  const fields = guesses(text)[0]?.fields;
  if (!fields) return 'none';
  const { shape, period, category, value, parts, periodsAs } = fields;
  const as = periodsAs === 'auto' ? '' : ` as ${periodsAs}`;
  return `${shape}: ${[period, category, value, parts].filter(Boolean).join(', ')}${as}`;
}
const table = (header: string, ...rows: readonly string[]) => [header, ...rows].join('\n');
const years = (rows: readonly string[]) => [2001, 2002, 2003].flatMap((year) => rows.map((row) => `${year},${row}`));

describe('the best guess at a layout', () => {
  it.each([
    [
      'names by what is called so, before codes',
      table('Year,Code,Country,V', ...years(['p,Pell,1', 'o,Oyle,2'])),
      'long: Year, Country, V',
    ],
    [
      'names before what divides them',
      table('Year,Sex,Place,V', ...years(['f,Pell,1', 'm,Pell,2', 'f,Oyle,3', 'm,Oyle,4'])),
      'long: Year, Place, V, Sex',
    ],
    [
      'a value by its name, before a later one',
      table('Year,Name,Amount,Other', ...years(['a,1,7', 'b,2,8'])),
      'long: Year, Name, Amount',
    ],
    [
      'the last of several, where no name tells',
      table('Year,Name,Up,Down', ...years(['a,1,71', 'b,2,83'])),
      'long: Year, Name, Down',
    ],
    [
      'no code of the names as a value',
      table('Year,Name,V,Mark', '2001,a,1,7', '2001,b,2,8', '2002,a,5,7', '2002,b,6,8', '2003,a,9,7', '2003,b,3,8'),
      'long: Year, Name, V',
    ],
    [
      'no column that is blank in most rows',
      table('Year,Name,V,Extra', ...years(['a,1,', 'b,2,', 'c,3,', 'd,4,']), '2004,a,5,9', '2004,b,6,8'),
      'long: Year, Name, V',
    ],
    ['a single series', table('Year,V', '2001,1', '2002,2'), 'single: Year, V'],
    [
      'a single series that counts its rows',
      table('Row,Year,V', '1,2001,10', '2,2002,20', '3,2003,50'),
      'single: Year, V',
    ],
    ['a column for each name', table('Year,Pell,Oyle', '2001,1,2', '2002,2,3'), 'periods-down: Year'],
    ['a column for each year', table('Name,2001,2002', 'Pell,1,2', 'Oyle,2,3'), 'periods-across: Name'],
    [
      'a column for each year, by the most telling names',
      table('Code,Region,Name,2001,2002', 'p1,N,Pell,1,2', 'o1,N,Oyle,2,3', 'q1,S,Quay,3,4'),
      'periods-across: Name',
    ],
    [
      'rounds that are numbered',
      table('Round,Name,Points', ...[1, 2, 3].flatMap((r) => [`${r},Ann,${r}`, `${r},Bob,${2 * r}`])),
      'long: Round, Name, Points as number',
    ],
    [
      'rounds that are numbered, with a column for each name',
      table('Round,Ann,Bob', '1,5,6', '2,7,8', '3,9,9'),
      'periods-down: Round as number',
    ],
    ['rounds of one', table('Lap,Speed', '1,50', '2,70', '3,90'), 'single: Lap, Speed as number'],
    ['columns that are numbered', table('Name,Heat 1,Heat 2,Heat 3', 'Ann,5,6,7', 'Bob,7,8,9'), 'periods-across: Name'],
    [
      'days without a year as columns',
      table('Name,1 May,2 May,3 May', 'Ann,5,6,7', 'Bob,7,8,9'),
      'periods-across: Name',
    ],
    ['texts as periods at last', table('Stage,V', 'start,1', 'end,2'), 'single: Stage, V'],
    [
      'texts as periods, with names',
      table('Stage,Name,V', 'start,a,1', 'start,b,1', 'end,a,2', 'end,b,2'),
      'long: Stage, Name, V',
    ],
    [
      'first days of months as months',
      table('Day,V', ...[1, 2, 3, 4].map((m) => `2001-0${m}-01,${m}`)),
      'single: Day, V as whole',
    ],
    ['days as days', table('Day,V', ...[1, 2, 3, 4].map((m) => `2001-0${m}-02,${m}`)), 'single: Day, V'],
    [
      'numbers that name, such as shirts',
      table('Year,Shirt,Points', ...years(['7,10', '9,12', '11,14'])),
      'long: Year, Shirt, Points',
    ],
    [
      'two measures of each name',
      table('Year,Catch Oyle,Catch Pell,Depth Oyle,Depth Pell', '2001,1,2,30%,40%', '2002,2,3,31%,41%'),
      'periods-down: Year, Catch',
    ],
    [
      'two measures of each year',
      table('Name,Catch 2001,Catch 2002,Depth 2001,Depth 2002', 'Oyle,1,2,3,4', 'Pell,5,6,7,8'),
      'periods-across: Name, Catch',
    ],
    [
      'one measure of each year',
      table('Name,Catch 2001,Catch 2002,Catch 2003', 'Oyle,1,2,3', 'Pell,5,6,7'),
      'periods-across: Name',
    ],
    [
      'a column that divides each name',
      table('Year,Name,Boat,V', ...years(['a,s,1', 'a,l,2', 'b,s,3', 'b,l,4'])),
      'long: Year, Name, V, Boat',
    ],
    [
      'no division by units',
      table('Year,Name,Unit,V', ...years(['a,kg,1', 'a,t,2', 'b,kg,3', 'b,t,4'])),
      'long: Year, Name, V',
    ],
    [
      'no division that has a total',
      table(
        'Year,Name,Boat,V',
        ...years(['a', 'b', 'c', 'd'].flatMap((name) => [`${name},s,1`, `${name},l,2`, `${name},Total,3`])),
      ),
      'long: Year, Name, V',
    ],
    [
      'no division that goes with the names',
      table('Year,Name,Region,V', ...years(['a,N,1', 'b,N,2', 'c,S,3', 'd,S,4'])),
      'long: Year, Name, V',
    ],
    ['nothing in words alone', table('Name,Colour', 'a,red', 'b,blue'), 'none'],
  ])('takes %s', (_, text, expected) => {
    expect(best(text)).toBe(expected);
  });

  it('comes first of several, by how well they fit, with a reason each', () => {
    const scores = guesses('Year,Name,V\n2001,a,1\n2001,b,2\n2002,a,3\n2002,b,4').map(({ score }) => score);
    expect(scores.length).toBeGreaterThan(1);
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
    for (const { why } of guesses('Year,Name,V,W\n2001,a,1,5\n2001,b,2,6')) expect(why).not.toBe('');
    expect(guesses('Year,Name,V,W\n2001,a,1,5\n2001,b,2,6\n2002,a,7,8')[0]?.why).toContain(
      'of 2 columns of numbers “W” is taken',
    );
  });
});
