import type { Issue, Outcome } from './issue';
import type { Table } from './table';

/** What a reader is told besides the bytes. */
export interface ReadOptions {
  readonly fileName: string;
}

/** What came out of a file, besides the table itself. */
export interface ReadTable {
  readonly table: Table;
  /** How the file was read, in words, for the person: "commas between cells, UTF-8". */
  readonly readAs: string;
}

/** One way of turning bytes into a table. Readers are tried in order; the first that claims the bytes reads them. */
export interface Reader {
  readonly id: string;
  claims(bytes: Uint8Array, options: ReadOptions): boolean;
  read(bytes: Uint8Array, options: ReadOptions): Outcome<ReadTable>;
}

/** The most issues of one kind that are listed one by one; the rest are counted in a closing line. */
export const MAX_LISTED_ISSUES = 2000;

/** Adds issues of one kind, each with its place, and counts those beyond the limit in one line. */
export class IssueList {
  readonly issues: Issue[] = [];
  private readonly counts = new Map<string, number>();

  add(issue: Issue): void {
    const count = (this.counts.get(issue.code) ?? 0) + 1;
    this.counts.set(issue.code, count);
    if (count <= MAX_LISTED_ISSUES) this.issues.push(issue);
  }

  /** All issues, with one line a kind for those that were not listed. */
  finish(): Issue[] {
    const more: Issue[] = [];
    for (const [code, count] of this.counts) {
      if (count <= MAX_LISTED_ISSUES) continue;
      const severity = this.issues.find((issue) => issue.code === code)?.severity ?? 'note';
      const message = `${count - MAX_LISTED_ISSUES} more of the same kind are not listed here.`;
      more.push({ code, severity, message });
    }
    return [...this.issues, ...more];
  }
}
