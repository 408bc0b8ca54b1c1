import { describe, expect, it } from 'vitest';
import type { Issue } from '../table/issue';
import { noFields } from './fields';
import { isMended, remedyFor } from './remedies';

const issue = (code: Issue['code'], more: Partial<Issue> = {}): Issue => ({
  code,
  severity: 'note',
  message: 'Something is the matter.',
  ...more,
});
const fields = { ...noFields, period: 'Year' };

describe('the remedy for an issue', () => {
  it.each([
    [issue('unreadable-number', { column: 'V', raw: 'wet' }), 'Read “wet” as missing', 'recode', 'V'],
    [issue('error-cell', { column: 'V', raw: '#REF!' }), 'Read “#REF!” as missing', 'recode', 'V'],
    [
      issue('unreadable-period', { column: 'Year', raw: 'later' }),
      'Leave out rows with “later”',
      'filter-rows',
      'Year',
    ],
    [issue('unreadable-period', { column: 'Year', raw: '' }), 'Leave out rows without a period', 'filter-rows', 'Year'],
    [issue('blank-category', { column: 'Name' }), 'Leave out rows without a name', 'filter-rows', 'Name'],
    [issue('out-of-order', { column: 'Year', raw: '2001' }), 'Sort by period', 'sort-rows', 'Year'],
  ] as const)('%# is a step on its column, in words', (given, label, kind, column) => {
    expect(remedyFor(given, fields)).toMatchObject({ label, step: { kind, column } });
  });

  it('leaves out a column of years among the values', () => {
    expect(remedyFor(issue('years-as-values', { column: 'To', columns: ['To'] }), fields)).toEqual({
      label: 'Leave “To” out',
      step: { kind: 'remove-columns', columns: ['To'] },
    });
    expect(remedyFor(issue('years-as-values', { column: 'Born' }), fields)).toBeNull();
  });

  it('leaves out what a workbook hides', () => {
    expect(remedyFor(issue('hidden-cells', { row: 3, rows: [3, 5] }), fields)).toEqual({
      label: 'Leave hidden rows out',
      step: { kind: 'remove-rows', rows: [3, 5] },
    });
    expect(remedyFor(issue('hidden-cells', { columns: ['Wet'] }), fields)).toEqual({
      label: 'Leave hidden columns out',
      step: { kind: 'remove-columns', columns: ['Wet'] },
    });
  });

  it('says what the step does to the cell', () => {
    const recode = remedyFor(issue('unreadable-number', { column: 'V', raw: 'wet' }), fields);
    expect(recode?.step).toEqual({ kind: 'recode', column: 'V', pairs: [{ from: 'wet', to: '' }] });
    const filter = remedyFor(issue('unreadable-period', { column: 'Year', raw: 'later' }), fields);
    expect(filter?.step).toEqual({ kind: 'filter-rows', column: 'Year', test: 'is-not', values: ['later'] });
    const blank = remedyFor(issue('blank-category', { column: 'Name' }), fields);
    expect(blank?.step).toEqual({ kind: 'filter-rows', column: 'Name', test: 'is-not', values: [''] });
  });

  it('adds repeated rows up, and takes columns out', () => {
    expect(remedyFor(issue('repeated-row'), fields)?.step).toEqual({ kind: 'combine', how: 'sum' });
    expect(remedyFor(issue('column-left-out', { column: 'Notes' }), fields)?.step).toEqual({
      kind: 'remove-columns',
      columns: ['Notes'],
    });
  });

  it('is none where only the person can know, or the issue does not say where', () => {
    const cut = 'x'.repeat(120);
    for (const given of [
      issue('unreadable-number', { raw: 'wet' }),
      issue('unreadable-number', { column: 'V' }),
      issue('unreadable-number', { column: 'V', raw: cut }),
      issue('unreadable-period', { column: 'Year' }),
      issue('blank-category'),
      issue('column-left-out'),
      issue('no-values'),
    ])
      expect(remedyFor(given, fields)).toBeNull();
    expect(remedyFor(issue('out-of-order'), noFields)).toBeNull();
    expect(remedyFor(issue('unreadable-number', { column: 'V', raw: cut.slice(1) }), fields)).not.toBeNull();
  });

  it('never breaks a label with a long text', () => {
    const label = remedyFor(
      issue('unreadable-number', { column: 'V', raw: 'a long text that goes on and on' }),
      fields,
    )?.label;
    expect(label?.length).toBeLessThan('Read “” as missing'.length + 26);
  });

  it('is known to be taken already, by one step or several that are on', () => {
    const rows = (...numbers: number[]) => ({ kind: 'remove-rows', rows: numbers }) as const;
    const step = (plan: ReturnType<typeof rows>, on = true) => ({ ...plan, id: 'a', name: '', on });
    expect(isMended(rows(3, 5), [step(rows(3)), step(rows(5, 6))])).toBe(true);
    expect(isMended(rows(3, 5), [step(rows(3)), step(rows(5), false)])).toBe(false);
    const columns = { kind: 'remove-columns', columns: ['Wet'] } as const;
    expect(isMended(columns, [{ ...columns, id: 'a', name: '', on: true }])).toBe(true);
    expect(isMended(columns, [])).toBe(false);
    expect(isMended({ kind: 'tidy-text' }, [{ kind: 'tidy-text', id: 'a', name: '', on: true }])).toBe(false);
  });
});
