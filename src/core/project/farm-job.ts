/** Stages that a film of a farm goes through, in order; spans and sound side by side. */
export const stages = ['span', 'sound', 'join', 'hand-over'] as const;
export type Stage = (typeof stages)[number];

/** What a worker says while it makes something. */
export interface StageProgress {
  readonly worker: string;
  readonly done: number;
  readonly count: number;
  readonly framesPerSec: number;
}

/** A stage that somebody works on. */
export interface StageAtWork extends StageProgress {
  /** Its name in the queue. */
  readonly id: string;
  readonly film: string;
  readonly stage: Stage;
}

/** A stage that was given up, and with it its film. */
export interface FailedStage {
  readonly film: string;
  readonly stage: Stage;
  /** Frames of a span, from and up to; null for other stages. */
  readonly frames: readonly [number, number] | null;
  readonly tries: number;
  readonly why: string;
}

/** A finished film, by its name and where it lies in the store. */
export interface FinishedFilm {
  readonly name: string;
  readonly key: string;
  readonly bytes: number;
  /** When it was handed over, by the clock of the queue. */
  readonly atMs: number;
}

/** How a job stands. Times are by the clock of the queue. */
export interface JobStatus {
  readonly job: number;
  readonly name: string;
  readonly state: 'adding' | 'waiting' | 'working' | 'done' | 'failed' | 'cancelled';
  readonly films: number;
  readonly filmsDone: number;
  readonly frames: number;
  readonly framesDone: number;
  /** Frames a second of all workers that draw for it at the moment. */
  readonly framesPerSec: number;
  /** Seconds that drawing still takes at this pace; null where nobody draws. */
  readonly leftSec: number | null;
  readonly priority: number;
  readonly submittedMs: number;
  readonly version: string;
  readonly atWork: readonly StageAtWork[];
  readonly failed: readonly FailedStage[];
  readonly finished: readonly FinishedFilm[];
  /** What stands in its way; '' for nothing. */
  readonly hint: string;
}

/** What a page is told: how its jobs stand, which of them are gone, and what stands in the way of knowing more. */
export interface FarmNews {
  readonly jobs: readonly JobStatus[];
  readonly gone: readonly number[];
  readonly trouble: string;
}

/** A farm that films can be sent to, as people call its parts. */
export interface FarmPlace {
  readonly queue: string;
  readonly store: string;
}
