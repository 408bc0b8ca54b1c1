import type { WorkStep } from '@/state/session';

/** A control that can be found by name and opened from elsewhere. */
export interface ControlEntry {
  readonly id: string;
  readonly label: string;
  readonly step: WorkStep;
  /** Other words that people look for it with. */
  readonly words: string;
}
