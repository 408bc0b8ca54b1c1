import { profileTable } from '../table/profile';
import type { ReadTable } from '../table/reader';
import { findColumn, type Table } from '../table/table';
import { type Fields, fieldsOf, noFields } from './fields';
import { type PeriodParts, periodParts } from './period-parts';
import { type Prepared, Preparer } from './preparation';
import { recogniseShapes, type ShapeGuess } from './recognise-shape';
import type { Step, StepPlan } from './steps/step';
import { type Suggestion, suggestSafeSteps, suggestSteps } from './suggestions';
import { mostDetailed } from './table-profile';

/** What a table was understood as, at first sight. */
export interface Understanding {
  readonly guesses: readonly ShapeGuess[];
  readonly fields: Fields;
  /** Steps that cannot lose anything; they are applied at import, and shown. */
  readonly steps: readonly Step[];
  /** Why each of them is taken. */
  readonly reasons: readonly string[];
}

/** A step from its plan, switched on. */
export function stepOf(plan: StepPlan, id: string, name = ''): Step {
  return { ...plan, id, name, on: true } as Step;
}

/**
 * Guesses the layout of a table, and finds the steps that it needs and that lose nothing.
 *
 * @param keep Columns that the person has asked for by name: no step takes them away.
 */
export function understand(read: ReadTable, keep: readonly string[] = []): Understanding {
  const tidy = suggestSafeSteps(read.table, noFields);
  const preparer = new Preparer(read.table, read.decimalHint);
  const tidied = numbered(tidy.map(({ step }) => step));
  const { table } = preparer.tableAfter(tidied);
  const found = periodParts(table, profileTable(table, read.decimalHint));
  const takes = found?.steps.flatMap((step) => ('columns' in step ? step.columns : [])) ?? [];
  const parts = keep.some((name) => takes.includes(name)) ? null : found;
  const steps = parts ? numbered([...tidied, ...parts.steps]) : tidied;
  const reasons = [...tidy.map(({ why }) => why), ...(parts?.steps.map(() => parts.why) ?? [])];
  const whole = parts ? preparer.tableAfter(steps).table : read.table;
  const shapes = recogniseShapes(whole, read.decimalHint);
  const guesses = parts ? withParts(shapes, parts, whole) : shapes;
  return { guesses, fields: guesses[0]?.fields ?? noFields, steps, reasons };
}

const numbered = (plans: readonly StepPlan[]) => plans.map((step, i) => stepOf(step, `import-${i + 1}`));

/** What was put together is the period, and what was stacked the values, whatever else the table looks like. */
function withParts(found: readonly ShapeGuess[], { period, value, why }: PeriodParts, table: Table): ShapeGuess[] {
  if (value === null) return [...found];
  const names = profileTable(table).filter(({ kind, distinctCount }) => kind === 'text' && distinctCount > 1);
  const category = mostDetailed(names)?.name;
  const fields = category
    ? fieldsOf({ shape: 'long', period, category, value })
    : fieldsOf({ shape: 'single', period, value });
  return [{ fields, score: 0.97, why: why.replace(/\.$/, '') }, ...found];
}

/** What the prepared table calls for next. */
export function suggestNext(
  preparer: Preparer,
  steps: readonly Step[],
  fields: Fields,
  prepared: Prepared,
): Suggestion[] {
  const { table } = preparer.tableAfter(steps);
  const cube = prepared.outcome.ok ? prepared.outcome.value : null;
  // Every column may have been renamed or deleted by a step; then there is nothing to go by.
  if (fields.period !== '' && !findColumn(table, fields.period)) return [];
  return suggestSteps({ table, fields, cube, issues: prepared.outcome.issues, steps });
}
