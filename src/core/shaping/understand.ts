import type { ReadTable } from '../table/reader';
import { findColumn } from '../table/table';
import type { Fields } from './fields';
import { noFields } from './fields';
import type { Prepared, Preparer } from './preparation';
import { recogniseShapes, type ShapeGuess } from './recognise-shape';
import type { Step, StepPlan } from './steps/step';
import { type Suggestion, suggestSafeSteps, suggestSteps } from './suggestions';

/** What a table was understood as, at first sight. */
export interface Understanding {
  readonly guesses: readonly ShapeGuess[];
  readonly fields: Fields;
  /** Steps that cannot lose anything; they are applied at import, and shown. */
  readonly steps: readonly Step[];
}

/** A step from its plan, switched on. */
export function stepOf(plan: StepPlan, id: string, name = ''): Step {
  return { ...plan, id, name, on: true } as Step;
}

/** Guesses the layout of a table, and finds the steps that it needs and that lose nothing. */
export function understand(read: ReadTable): Understanding {
  const guesses = recogniseShapes(read.table, read.decimalHint);
  const fields = guesses[0]?.fields ?? noFields;
  const safe = suggestSafeSteps(read.table, fields);
  return { guesses, fields, steps: safe.map(({ step }, i) => stepOf(step, `import-${i + 1}`)) };
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
