import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ReadingAccount } from '@/core/shaping/account-words';
import type { Issue } from '@/core/table/issue';
import { sessionStore, setSession } from '@/state/session';
import { draw, stageRace } from '../testing/app';
import { ProblemList } from './problem-list';

const account = (used: number, left: number): ReadingAccount => ({
  cells: used + left,
  used,
  parts: [
    { kind: 'values', count: used },
    ...(left > 0 ? [{ kind: 'unused-column' as const, count: left, columns: ['Note'] }] : []),
  ],
});
const wet = (row: number): Issue => ({
  code: 'unreadable-number',
  severity: 'warning',
  row,
  column: 'People',
  raw: 'wet',
  message: 'This cell cannot be read as a number.',
});

function show(used: number, left: number, issues: readonly Issue[]) {
  stageRace();
  const { prepared } = sessionStore.getState();
  setSession({ shapeIssues: issues, prepared: prepared && { ...prepared, account: account(used, left) } });
  return draw(<ProblemList />);
}

describe('problems of a table', () => {
  beforeEach(() => setSession({ shapeIssues: [], failure: [] }));
  afterEach(cleanup);

  it('are none only where every cell is in the film', () => {
    show(12, 0, []);
    expect(document.body.textContent).toContain('All 12 cells are in the film. Every cell could be read.');
  });

  it('are preceded by what of the file is not in the film', () => {
    show(12, 3, []);
    expect(document.body.textContent).toContain(
      '12 of 15 cells are in the film; 3 are not: 3 in columns that the film does not use (“Note”).',
    );
    expect(document.body.textContent).not.toContain('Every cell could be read');
  });

  it('of one kind are one line, which opens to all of them', async () => {
    show(12, 3, [wet(3), wet(5), wet(8), { ...wet(9), code: 'error-cell', message: 'An error of the spreadsheet.' }]);
    const list = screen.getByRole('list', { name: 'Problems in the table' });
    expect(within(list).getAllByRole('listitem')).toHaveLength(2);
    const kind = within(list).getByRole('button', { name: /3 times: a value could not be read.*row 3, People/ });
    expect(screen.queryByRole('list', { name: 'All of this kind' })).toBeNull();
    await userEvent.click(kind);
    const all = within(screen.getByRole('list', { name: 'All of this kind' }));
    expect(all.getAllByRole('button', { name: /Row \d, People/ })).toHaveLength(3);
    expect(all.getAllByRole('button', { name: /Read “wet” as missing/ })).toHaveLength(3);
  });
});
