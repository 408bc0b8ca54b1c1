/** How periods stand along a chart: as far apart as they are in the calendar, or evenly. */
export const spacings = ['calendar', 'even'] as const;
export type Spacing = (typeof spacings)[number];

/** How much of the time is in view: all of it, what has passed, or the last so many periods. */
export const windowKinds = ['all', 'growing', 'sliding'] as const;
export type WindowKind = (typeof windowKinds)[number];

/** What of the periods is in view. */
export interface WindowRule {
  readonly spacing: Spacing;
  readonly window: WindowKind;
  /** Periods in view while the window slides. */
  readonly windowPeriods: number;
}
