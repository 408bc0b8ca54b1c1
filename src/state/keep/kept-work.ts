import type { WorkStep } from '../session';
import type { Difference } from './difference';

/** Where the person was in a piece of work. */
export interface Place {
  readonly step: WorkStep;
  /** Seconds into the film. */
  readonly timeSec: number;
}

/**
 * A piece of work as the browser keeps it whole. A tab that opens it for writing counts the epoch up and writes under a key of
 * its own: what an older tab still writes can never stand in for newer work.
 */
export interface KeptWork extends Place {
  /** Id of the project. */
  readonly id: string;
  readonly epoch: number;
  /** The number of the last change that `project` holds. */
  readonly seq: number;
  /** Milliseconds since 1970 of the last change. */
  readonly changedMs: number;
  readonly project: unknown;
  /** Steps back from `project`, the nearest first: each makes the state before of the one after. */
  readonly back: readonly Difference[];
  /** Steps that were taken back, the nearest first: each makes the state after of the one before. */
  readonly ahead: readonly Difference[];
}

/** What a change did to the history: a step of its own, part of the step before, or a step back or forward. */
export type ChangeKind = 'step' | 'same' | 'undo' | 'redo';

/** One change, kept as soon as it is made. */
export interface ChangeRecord extends Place {
  readonly epoch: number;
  /** Counts on from change to change, over all epochs. */
  readonly seq: number;
  readonly kind: ChangeKind;
  /** Steps that had been taken back are gone after it. */
  readonly clears: boolean;
  readonly forward: Difference;
  readonly changedMs: number;
}

/** What the shelf tells of a piece of work without its document. It can be made anew from the document at any time. */
export interface WorkCard {
  readonly id: string;
  readonly name: string;
  /** What the first table is called. */
  readonly tableName: string;
  /** Milliseconds since 1970 of the last change. */
  readonly changedMs: number;
  /** When it was put into the bin; null while it stands on the shelf. */
  readonly removedMs: number | null;
  /** A small picture as a data address; `''` where none was made. */
  readonly picture: string;
  /** A sample that nobody has touched: it ships with the app and takes no place on the shelf. */
  readonly untouched: boolean;
}
