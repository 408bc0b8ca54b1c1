import type { Step } from './step';

/** What became of a column that a step, or a field of the chart, needs. */
export type ColumnLoss =
  /** A step before takes it away. */
  | { readonly kind: 'removed'; readonly step: Step }
  /** A step before calls it otherwise. */
  | { readonly kind: 'renamed'; readonly step: Step; readonly to: string }
  /** A step that comes later makes it. */
  | { readonly kind: 'later'; readonly step: Step };

/** The columns that a step works on. */
export function columnsNamed(step: Step): string[] {
  const { column, columns, by } = step as { column?: unknown; columns?: unknown; by?: unknown };
  const named = [column, by, ...(Array.isArray(columns) ? columns : [])];
  return named.filter((each): each is string => typeof each === 'string' && each !== '');
}

/**
 * Why a column is not there.
 *
 * @param steps All steps of the table, in their order.
 * @param column What it is called where it is needed.
 * @param at The place of the step that needs it; the number of steps for the chart's fields.
 * @returns null where no step has anything to do with it: the file has no such column.
 */
export function lossOf(steps: readonly Step[], column: string, at: number): ColumnLoss | null {
  for (let place = at - 1; place >= 0; place--) {
    const step = steps[place];
    if (!step?.on) continue;
    if (takesAway(step) && step.columns.includes(column)) return { kind: 'removed', step };
    if (step.kind === 'rename-column' && step.column === column) return { kind: 'renamed', step, to: step.to };
  }
  const later = steps.slice(at + 1).find((step) => step.on && makes(step, column));
  return later ? { kind: 'later', step: later } : null;
}

const takesAway = (step: Step): step is Extract<Step, { columns: readonly string[] }> =>
  step.kind === 'remove-columns' ||
  step.kind === 'stack-columns' ||
  (step.kind === 'join-columns' && step.drop === true);

const makes = (step: Step, column: string): boolean => columnsMade(step).includes(column);

/** The columns that a step makes. */
function columnsMade(step: Step): string[] {
  if (step.kind === 'rename-column') return [step.to];
  if (step.kind === 'join-columns') return [step.into];
  if (step.kind === 'stack-columns') return [step.names, step.into];
  return step.kind === 'add-column' ? [step.column] : [];
}

/** Is a step on, and are the columns there that it works on? */
const runs = (step: Step, names: ReadonlySet<string>): boolean =>
  step.on && (step.kind === 'add-column' || columnsNamed(step).every((name) => names.has(name)));

/** The columns of a table with those that steps make of them; a step that lacks one of its own makes none. */
export function columnsAfter(columns: readonly string[], steps: readonly Step[]): ReadonlySet<string> {
  const names = new Set(columns);
  for (const step of steps) {
    if (!runs(step, names)) continue;
    for (const name of columnsMade(step)) names.add(name);
  }
  return names;
}

/**
 * The columns that a step finds, in the order of the table; those that steps before it make stand at the end.
 *
 * @param columns Those of the file.
 * @param steps All steps, in the order in which they run.
 */
export function columnsBefore(columns: readonly string[], steps: readonly Step[], id: string): string[] {
  const before = steps.slice(
    0,
    steps.findIndex((step) => step.id === id),
  );
  let names = [...columns];
  for (const step of before) {
    if (!runs(step, new Set(names))) continue;
    const gone = new Set(takesAway(step) ? step.columns : step.kind === 'rename-column' ? [step.column] : []);
    names = [...new Set([...names, ...columnsMade(step)])].filter((name) => !gone.has(name));
  }
  return names;
}

/** A step that takes a column by another name. */
export function withColumn(step: Step, from: string, to: string): Step {
  const name = (each: unknown) => (each === from ? to : each);
  const { columns } = step as { columns?: unknown };
  return Object.fromEntries(
    Object.entries(step).map(([key, value]) => {
      if (key === 'columns' && Array.isArray(columns)) return [key, columns.map(name)];
      return [key, key === 'column' || key === 'by' ? name(value) : value];
    }),
  ) as unknown as Step;
}
