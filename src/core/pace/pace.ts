import type { BeatGrid } from './step-warp';

/** How a step moves from one period to the next; named curves of d3-ease. */
export const eases = ['even', 'soft', 'swift'] as const;
export type EaseName = (typeof eases)[number];

/** How the run's seconds are shared over its steps. */
export const sharings = ['even', 'calendar'] as const;
export type StepSharing = (typeof sharings)[number];

/** A beat that the person made slower or quicker: the step that starts at the period with this key. */
export interface BeatWeight {
  readonly periodKey: string;
  /** Times the usual length; more than 0. */
  readonly weight: number;
}

/** How marks come on stage or leave it. */
export const buildKinds = ['none', 'grow', 'slide', 'fade', 'spring', 'wipe', 'draw', 'turn'] as const;
export type BuildKind = (typeof buildKinds)[number];
/** A closing may also run the opening backwards. */
export const closingKinds = [...buildKinds, 'backwards'] as const;
export type ClosingKind = (typeof closingKinds)[number];
/** In which order, where they do not move together: by marks, or one stand along the periods after the other. */
export const buildOrders = ['place', 'name', 'value', 'random', 'stands'] as const;
/** How the texts and the axis come and go. */
export const wordBuilds = ['none', 'fade', 'slide'] as const;

/** The opening or the closing of a film. */
export interface Build<How = BuildKind> {
  readonly how: How;
  /** Seconds that it takes; none when nothing moves. */
  readonly sec: number;
  /** In [0, 1]: 0 moves all marks together, 1 one after another. */
  readonly stagger: number;
  readonly order: (typeof buildOrders)[number];
  readonly seed: number;
  readonly words: (typeof wordBuilds)[number];
}

/** A film that is there at once. */
export const noBuild: Build = { how: 'none', sec: 1, stagger: 0.5, order: 'place', seed: 1, words: 'none' };

/** Seconds that a build adds to the film. */
export function buildSec(build: Build): number {
  return build.how === 'none' && build.words === 'none' ? 0 : build.sec;
}

/** How a film closes; one that runs the opening backwards takes a time of its own for it. */
export function closingOf({ opening, closing }: Pick<Pace, 'opening' | 'closing'>): Build {
  const { how } = closing;
  return how === 'backwards' ? { ...opening, sec: closing.sec } : { ...closing, how };
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
  /** How much slower the beats with the most changes of place are, in [0, 4]; 0 leaves all as they are. */
  readonly slowAtSwaps: number;
  readonly opening: Build;
  readonly closing: Build<ClosingKind>;
  /** Where beats lie, while the piece goes by the film's beat: given to it as it is told, and never part of a document. */
  readonly beatGrid?: BeatGrid;
}

/** Limits of a pace, shared by the schema and the interface. */
export const paceLimits = {
  lengthSec: [0.1, 3600],
  periodSec: [0.005, 600],
  framesPerSec: [1, 60],
  holdSec: [0, 600],
  swapSec: [0, 10],
  weight: [0.05, 20],
  slowAtSwaps: [0, 4],
  buildSec: [0.1, 600],
} as const;
