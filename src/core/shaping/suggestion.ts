import type { Issue } from '../table/issue';
import type { Table } from '../table/table';
import type { Cube } from './cube';
import type { Fields } from './fields';
import type { Step, StepPlan } from './steps/step';

/** A step that the data call for, with the evidence. */
export interface Suggestion {
  readonly step: StepPlan;
  readonly why: string;
  /** Takes nothing away, so it is applied at import and shown. */
  readonly safe: boolean;
  /** Without it the film says something wrong: a total races beside what it is the sum of. */
  readonly pressing?: boolean;
  /** A column instead, each of whose values can have a chart of its own: the column of groups. */
  readonly groups?: string;
}

/** What suggestions are made from. */
export interface SuggestionInput {
  readonly table: Table;
  readonly fields: Fields;
  /** The shaped values, where there are any. */
  readonly cube: Cube | null;
  readonly issues: readonly Issue[];
  /** The steps that there are: what they do already is not suggested. */
  readonly steps: readonly Step[];
}

/** Looks for one kind of step. */
export type Suggest = (input: SuggestionInput) => Suggestion[];

/** A step that may help. @param safe Loses nothing. */
export const offer = (step: StepPlan, why: string, safe = false): Suggestion => ({ step, why, safe });

/** A step without which the film says something wrong. */
export const pressing = (step: StepPlan, why: string): Suggestion => ({ ...offer(step, why), pressing: true });
