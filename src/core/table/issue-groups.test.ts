import { expect, it } from 'vitest';
import type { Issue } from './issue';
import { groupIssues } from './issue-groups';
import { IssueList, MAX_LISTED_ISSUES } from './reader';

const issue = (code: Issue['code'], row: number, more: Partial<Issue> = {}): Issue => ({
  code,
  severity: 'warning',
  row,
  column: 'People',
  message: `Row ${row} is odd.`,
  ...more,
});

it('one or two of a kind are told one by one, more of them in one line with the first places', () => {
  const two = [issue('unreadable-number', 3), issue('unreadable-number', 4)];
  expect(groupIssues(two).map(({ words }) => words)).toEqual(['Row 3 is odd.', 'Row 4 is odd.']);
  const [group, other] = groupIssues([...two, issue('blank-category', 5), issue('unreadable-number', 9)]);
  expect(group).toMatchObject({ count: 3 });
  expect(group?.words).toBe(
    '3 times: a value could not be read and counts as missing. First: row 3, People; row 4, People; row 9, People',
  );
  expect(other?.words).toBe('Row 5 is odd.');
});

it('those beyond a long list are counted', () => {
  const list = new IssueList();
  for (let row = 1; row <= MAX_LISTED_ISSUES + 500; row++) list.add(issue('repeated-row', row));
  const [group, ...rest] = groupIssues(list.finish());
  expect(rest).toEqual([]);
  expect(group?.count).toBe(MAX_LISTED_ISSUES + 500);
  expect(group?.words).toMatch(/^2,500 times: .* …$/);
});
