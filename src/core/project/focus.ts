import type { Moment } from './film-parts';

/** Two ends of a stretch of values. */
export interface ValueRange {
  readonly min: number;
  readonly max: number;
}

/**
 * What the film looks at over a span: some marks stand out while the others step back, one of them has a ring or a note, the
 * axis closes in on a range, the time in view on some periods. All of it comes and goes gently.
 */
export interface Focus {
  readonly id: string;
  readonly from: Moment;
  readonly to: Moment;
  /** Seconds that it takes to come, and to go. */
  readonly easeSec: number;
  /** Categories that it is on; none where only an axis closes in. */
  readonly names: readonly string[];
  /** Do the others step back? */
  readonly othersBack: boolean;
  readonly ring: boolean;
  /** Are the labels of its marks larger? */
  readonly enlarge: boolean;
  /** Words with a line to the mark of the first name; may hold tokens. */
  readonly note: string;
  /** What the value axis closes in on; null where it stays. */
  readonly range: ValueRange | null;
  /** The same of the upright axis, of charts that have two. */
  readonly upRange: ValueRange | null;
  /** Keys of the periods that the time in view closes in on; null where it stays. */
  readonly periods: { readonly from: string; readonly to: string } | null;
}

export const focusLimits = { easeSec: [0, 5], names: 12, focuses: 60 } as const;

/** A focus as it begins. */
export const usualFocus: Omit<Focus, 'id' | 'from' | 'to'> = {
  easeSec: 0.6,
  names: [],
  othersBack: true,
  ring: false,
  enlarge: false,
  note: '',
  range: null,
  upRange: null,
  periods: null,
};
