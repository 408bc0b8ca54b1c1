/** How a step moves from one period to the next; named curves of d3-ease. */
export type EaseName = 'even' | 'soft' | 'swift';

/** How the run's seconds are shared over its steps. */
export type StepSharing = 'even' | 'calendar';

/** A beat that the person made slower or quicker: the step that starts at the period with this key. */
export interface BeatWeight {
  readonly periodKey: string;
  /** Times the usual length; more than 0. */
  readonly weight: number;
}

/** How a film moves; part of the document. */
export interface Pace {
  /** What the person set last stays: the whole film's length, or the seconds for each period. */
  readonly length: { readonly by: 'whole' | 'period'; readonly sec: number };
  readonly holdStartSec: number;
  readonly holdEndSec: number;
  /** Seconds that two bars take to change places. */
  readonly swapSec: number;
  /** Share of each step spent at rest after the travel, in [0, 0.9]. */
  readonly restShare: number;
  readonly ease: EaseName;
  readonly sharing: StepSharing;
  readonly beats: readonly BeatWeight[];
}

/** Limits of a pace, shared by the schema and the interface. */
export const paceLimits = {
  lengthSec: [0.1, 3600],
  periodSec: [0.005, 600],
  framesPerSec: [1, 60],
  holdSec: [0, 60],
  swapSec: [0, 10],
  weight: [0.05, 20],
} as const;
