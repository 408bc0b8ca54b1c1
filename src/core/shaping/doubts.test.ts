import { describe, expect, it } from 'vitest';
import { parseDelimited } from '../table/delimited';
import { shapeCube } from './shape-cube';
import { understand } from './understand';

/** What is doubtful in a table as it is understood at first sight. */
function doubts(csv: string): { code: string; severity: string; row?: number }[] {
  const outcome = parseDelimited(csv);
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  const read = outcome.value;
  const { fields } = understand(read);
  return shapeCube(read.table, fields)
    .issues.filter(({ code }) => ['mixed-units', 'years-as-values', 'no-dates', 'tables-beside'].includes(code))
    .map(({ code, severity, row }) => ({ code, severity, ...(row === undefined ? {} : { row }) }));
}

describe('what is doubtful in a table', () => {
  it('is money of several kinds on one scale, with the first cell that differs', () => {
    expect(doubts('Year,Item,Price\n2001,A,$10\n2002,A,EUR 12\n2001,B,$20\n2002,B,€25\n')).toEqual([
      { code: 'mixed-units', severity: 'warning', row: 3 },
    ]);
  });

  it('is not one kind of money, however it is written, nor a unit that some cells leave out', () => {
    expect(doubts('Year,Item,Price\n2001,A,€10\n2002,A,EUR 12\n2001,B,20\n2002,B,€25\n')).toEqual([]);
  });

  it('is a column of years taken as the values', () => {
    expect(doubts('Born,Name,Note\n1950,Ann,good\n1962,Bob,bad\n1973,Cid,good\n').map(({ code }) => code)).toEqual([
      'years-as-values',
      'no-dates',
    ]);
  });

  it('is a table without dates whose rows are names, but not one whose texts count on', () => {
    expect(doubts('Name,Value\nAnn,3\nBob,5\nCid,8\n')).toEqual([{ code: 'no-dates', severity: 'warning' }]);
    expect(doubts('Stage,Value\nRound 1,3\nRound 2,5\nRound 3,8\n')).toEqual([]);
  });

  it('is nothing in a plain table of years', () => {
    expect(doubts('Year,Name,Value\n2001,A,1999\n2002,A,2001\n2001,B,1950\n2002,B,2010\n')).toEqual([]);
  });

  it('is thousands beside millions or metres, but not beside what has no unit', () => {
    expect(doubts('Year,Item,V\n2001,A,850k\n2002,A,12 m\n').map(({ code }) => code)).toEqual(['mixed-units']);
    expect(doubts('Year,Item,V\n2001,A,850k\n2002,A,12000\n')).toEqual([]);
    expect(doubts('Year,Item,V\n2001,A,5 kg\n2002,A,"1,5 t"\n2003,A,7 kg\n')).toEqual([
      { code: 'mixed-units', severity: 'warning', row: 3 },
    ]);
  });

  it('is the end of a span among the names, where all of it are years', () => {
    const beside = (name: string, last: string) =>
      doubts(`Year,Oyle,Quay,${name}\n2001,5,1,2002\n2002,6,2,2003\n2003,7,9,${last}\n`).map(({ code }) => code);
    expect(beside('To', '2005')).toEqual(['years-as-values']);
    expect(beside('Founded', '1500')).toEqual(['years-as-values']);
    expect(beside('Founded', '2100')).toEqual([]);
    expect(beside('Founded', '1499')).toEqual([]);
    expect(beside('Pell', '2005')).toEqual([]);
  });

  it('is a table beside another, whose names in the same rows are others', () => {
    const beside = (...names: readonly string[]) =>
      doubts(['Year,Name,V,Name,V', ...names.map((name, i) => `200${i},a${i},${i},${name},7`)].join('\n')).filter(
        ({ code }) => code === 'tables-beside',
      ).length;
    expect(beside('b0', 'b1', 'b2')).toBe(1);
    expect(beside('a0', 'a1', 'a2')).toBe(0);
    // One of five, and one of four.
    expect(beside('a0', 'a1', 'a2', 'a3', 'x')).toBe(0);
    expect(beside('a0', 'a1', 'a2', 'x')).toBe(1);
    expect(beside('x', '')).toBe(0);
  });

  it('is a table of texts of which not half hold a number', () => {
    const rows = (...texts: readonly string[]) =>
      doubts(['Stage,V', ...texts.map((text, i) => `${text},${i}`)].join('\n')).map(({ code }) => code);
    expect(rows('Heat 1', 'Heat 2', 'Break', 'End')).toEqual(['no-dates']);
    expect(rows('Heat 1', 'Heat 2', 'Heat 3', 'End')).toEqual([]);
    expect(doubts('Stage,A,B\nup,1,2\ndown,3,4\n')).toEqual([{ code: 'no-dates', severity: 'note' }]);
  });
});
