import type { IssueCode } from './issue-codes';

/** How much an issue matters: an error stops the chart, a warning leaves something out, a note only tells. */
export type IssueSeverity = 'error' | 'warning' | 'note';

/**
 * Something about the person's data that they should know. Plain data: it crosses threads and is shown in words.
 * `row` counts the file's records from 1 for the header line; `column` is the column's name.
 */
export interface Issue {
  readonly code: IssueCode;
  readonly severity: IssueSeverity;
  readonly row?: number;
  readonly column?: string;
  /** The cell's text as it stands in the file, shortened to 120 characters. */
  readonly raw?: string;
  /** Where it is about several rows or columns as a whole: their numbers, or their names. */
  readonly rows?: readonly number[];
  readonly columns?: readonly string[];
  /** What is the matter and what to do about it, in plain words. */
  readonly message: string;
}

/** The outcome of work on the person's data: never thrown, and with every issue rather than the first. */
export type Outcome<T> =
  | { readonly ok: true; readonly value: T; readonly issues: readonly Issue[] }
  | { readonly ok: false; readonly issues: readonly Issue[] };

/** A refusal with one issue. */
export function refuse(code: IssueCode, message: string, where: Partial<Issue> = {}): { ok: false; issues: Issue[] } {
  return { ok: false, issues: [{ code, severity: 'error', message, ...where }] };
}

/** Shortens a cell's text for an issue, so that a ten-megabyte cell does not travel with its complaint. */
export function shorten(text: string, length = 120): string {
  return text.length > length ? `${text.slice(0, length - 1)}…` : text;
}
