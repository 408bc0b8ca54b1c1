import { type Issue, shorten } from '../../table/issue';
import { findColumn, type Table } from '../../table/table';

/** A table after a step, with what did not fit. */
export interface StepResult {
  readonly table: Table;
  readonly issues: readonly Issue[];
}

/** A step that has nothing to work on: the table passes as it is, and that is said. */
export function doesNotFit(table: Table, message: string, where: Partial<Issue> = {}): StepResult {
  return { table, issues: [misfit(message, where)] };
}

/** The report of a step that no longer fits the data. */
export function misfit(message: string, where: Partial<Issue> = {}): Issue {
  return { code: 'step-does-not-fit', severity: 'warning', message, ...where };
}

/** The message for columns that are not there; null when all are. */
export function missingColumns(table: Table, names: readonly string[]): string | null {
  const gone = names.filter((name) => name !== '' && !findColumn(table, name)).map((name) => `“${shorten(name, 40)}”`);
  if (gone.length === 0) return null;
  return `There is no column ${gone.join(' or ')} here, so this step does nothing.`;
}
