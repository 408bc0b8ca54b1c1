import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { parseDelimited } from '../table/delimited';
import { awkwardTables } from '../testing/awkward-tables';
import { accountOf } from './account';
import { accountWords, type ReadingAccount } from './account-words';
import type { Fields } from './fields';
import { Preparer } from './preparation';
import type { Step, StepPlan } from './steps/step';
import { stepOf, understand } from './understand';

/** The account of a text as it is understood at first sight, with further steps. */
function accountIn(text: string, more: readonly StepPlan[] = [], change: Partial<Fields> = {}): ReadingAccount | null {
  const outcome = parseDelimited(text);
  if (!outcome.ok) return null;
  const read = outcome.value;
  const understood = understand(read);
  const fields = { ...understood.fields, ...change };
  const steps: Step[] = [...understood.steps, ...more.map((plan, i) => stepOf(plan, `more-${i}`))];
  const preparer = new Preparer(read.table, read.decimalHint);
  const prepared = preparer.prepare(steps, fields, '');
  return accountOf({ read, preparer, steps, fields, cube: prepared.outcome.ok ? prepared.outcome.value : null });
}

/** Cells of a text that hold something, counted by the parser alone. */
function cellsOf(text: string): number {
  const delimiter = /^sep=(.)/.exec(text)?.[1] ?? ',';
  return Papa.parse<string[]>(text, { delimiter })
    .data.flat()
    .filter((cell) => cell.trim() !== '').length;
}

const counts = (account: ReadingAccount | null) =>
  Object.fromEntries(account?.parts.map(({ kind, count }) => [kind, count]) ?? []);

describe('the account of a table', () => {
  const texts = awkwardTables.filter(({ file }) => file === undefined);
  it.each(texts.map(({ about, text }) => [about, text] as const))('has every cell once: %s', (_, text) => {
    const account = accountIn(text);
    expect(account?.cells).toBe(cellsOf(text));
    expect(account?.parts.reduce((sum, { count }) => sum + count, 0)).toBe(account?.cells);
  });

  it('has every cell once, whatever stands in the file', () => {
    const cell = fc.oneof(
      { weight: 3, arbitrary: fc.constantFrom('2001', '2002', '2003', '1.5', '7', '120', '', 'n/a') },
      fc.constantFrom('Oyle', 'Pell', 'Total', '12 kg', '<5', '# note', '//', '(t)', 'Year', '2004-Q1', 'wet', ' '),
    );
    const row = fc.array(cell, { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(fc.array(row, { minLength: 2, maxLength: 14 }), (rows) => {
        const text = Papa.unparse(rows, { newline: '\n' });
        const outcome = parseDelimited(text, {
          fileName: '',
          choice: { sheet: '', encoding: '', delimiter: ',', headerRow: null },
        });
        if (!outcome.ok) return;
        const read = outcome.value;
        const { fields, steps } = understand(read);
        const preparer = new Preparer(read.table, read.decimalHint);
        const { outcome: made } = preparer.prepare(steps, fields, '');
        const account = accountOf({ read, preparer, steps, fields, cube: made.ok ? made.value : null });
        expect(account.cells).toBe(cellsOf(text));
        const values = made.ok ? made.value.values.filter((value) => !Number.isNaN(value)).length : 0;
        // Several cells may become one value, never one cell several.
        expect(counts(account).values ?? 0).toBeGreaterThanOrEqual(values);
      }),
      { numRuns: 300 },
    );
  });

  const plain =
    'Year,Harbour,People,Note\n2001,Oyle,1,a\n2001,Pell,2,\nlater,Oyle,3,b\n2002,,4,\n2002,Pell,wet,\n2002,Oyle,n/a,';

  it('says why a cell is left out', () => {
    expect(counts(accountIn(plain))).toEqual({
      values: 2,
      periods: 4,
      names: 4,
      headers: 4,
      missing: 1,
      unreadable: 1,
      'no-period': 3,
      'no-name': 2,
      'unused-column': 2,
    });
  });

  it('counts what steps leave out, and columns that say something of the names', () => {
    const filter: StepPlan = { kind: 'filter-rows', column: 'Harbour', test: 'is', values: ['Oyle'] };
    const text = 'Year,Harbour,People,Note\n2001,Oyle,1,a\n2001,Pell,2,b\n2002,Oyle,3,c\n2002,Pell,4,d';
    expect(counts(accountIn(text, [filter], { colour: 'Note' }))).toEqual({
      values: 2,
      periods: 2,
      names: 2,
      described: 2,
      headers: 4,
      steps: 8,
    });
    const pick: StepPlan = { kind: 'pick-categories', keep: false, categories: ['Pell'] };
    expect(counts(accountIn(text, [pick])).steps).toBe(6);
    const read: StepPlan = { kind: 'recode', column: 'People', pairs: [{ from: '4', to: '' }] };
    expect(counts(accountIn(text, [read]))).toMatchObject({ values: 3, steps: 1 });
    const gone: StepPlan = { kind: 'remove-columns', columns: ['Note'] };
    expect(counts(accountIn(text, [gone])).steps).toBe(4);
  });

  it('follows columns through new names, joins and stacks', () => {
    const rename: StepPlan = { kind: 'rename-column', column: 'Harbour', to: 'Place' };
    const text = 'Year,Harbour,People\n2001,Oyle,1\n2001,Pell,2\n2002,Oyle,3\n2002,Pell,4';
    expect(counts(accountIn(text, [rename], { category: 'Place' }))).toEqual({
      values: 4,
      periods: 4,
      names: 4,
      headers: 3,
    });
    expect(counts(accountIn('Year,Jan,Feb,Mar,Apr\n2001,1,2,3,4\n2002,5,6,,8'))).toEqual({
      values: 7,
      periods: 2,
      headers: 5,
    });
  });

  it('of a table without sense uses nothing', () => {
    const account = accountIn('a\nb\nc');
    expect(account?.used).toBe(1);
    expect(counts(account)).toEqual({ headers: 1, 'unused-column': 2 });
  });

  it('in words says how much is in the film and what the rest is', () => {
    const words = (text: string) => accountWords(accountIn(text) as ReadingAccount);
    expect(words('Year,Oyle,Pell\n2001,1,2\n2002,3,4\n2003,5,6')).toBe('All 12 cells are in the film.');
    expect(words(plain)).toBe(
      '14 of 23 cells are in the film; 9 are not: 1 marks a missing value, 1 cannot be read as a number, 3 in rows without a period, 2 in rows without a name, 2 in columns that the film does not use (“Note”).',
    );
  });
});
