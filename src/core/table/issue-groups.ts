import type { Issue } from './issue';
import { issueCodes } from './issue-codes';

/** Issues of one kind, told in one line. */
export interface IssueGroup {
  /** Where a kind is listed alone, its issue; else all of them, in order. */
  readonly issues: readonly [Issue, ...Issue[]];
  /** How many there are, those beyond the list included. */
  readonly count: number;
  /** The line: what was found, how often, and where first. */
  readonly words: string;
}

/** Fewer of a kind are listed one by one. */
const LEAST = 3;
const PLACES = 3;

const counted = (count: number) => count.toLocaleString('en-GB');

/** A sentence as the second half of one. */
const lowered = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** Where an issue is, in words; `''` for nowhere. */
function placeOf({ row, column }: Issue): string {
  return [row === undefined ? '' : `row ${row}`, column ?? ''].filter(Boolean).join(', ');
}

/** One line for a kind of problem, with its count and the first places; the order of the first of each kind is kept. */
export function groupIssues(issues: readonly Issue[]): IssueGroup[] {
  const kinds = new Map<string, [Issue, ...Issue[]]>();
  for (const issue of issues) {
    const key = `${issue.code} ${issue.severity}`;
    const known = kinds.get(key);
    if (known) known.push(issue);
    else kinds.set(key, [issue]);
  }
  return [...kinds.values()].flatMap((all): IssueGroup[] => {
    if (all.length < LEAST) return all.map((issue) => ({ issues: [issue], count: 1, words: issue.message }));
    // The line that closes a long list counts what it does not list.
    const beyond = all.reduce(
      (sum, { message }) => sum + Number(/^(\d+) more of the same kind/.exec(message)?.[1] ?? 0),
      0,
    );
    const listed = all.filter(({ message }) => !/^\d+ more of the same kind/.test(message));
    const count = listed.length + beyond;
    const places = listed.map(placeOf).filter(Boolean).slice(0, PLACES);
    const where = places.length > 0 ? ` First: ${places.join('; ')}${count > places.length ? ' …' : ''}` : '';
    return [
      { issues: all, count, words: `${counted(count)} times: ${lowered(issueCodes[all[0].code].means)}${where}` },
    ];
  });
}
