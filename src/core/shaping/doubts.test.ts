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
    .issues.filter(({ code }) => ['mixed-units', 'years-as-values', 'no-dates'].includes(code))
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
});
