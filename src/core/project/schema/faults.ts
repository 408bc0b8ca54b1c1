import type { ValidationError } from 'joi';
import type { Issue } from '../../table/issue';
import type { IssueCode } from '../../table/issue-codes';

/** What a schema found, as issues: each names the path and the rule. @param what `The look`, with its article. */
export function faultsOf(error: ValidationError, code: IssueCode, what: string): Issue[] {
  return error.details.map(({ path, message }) => ({
    code,
    severity: 'error',
    raw: path.join('.'),
    message: `${what} is damaged at ${path.join('.') || 'its top'}: ${message}.`,
  }));
}
