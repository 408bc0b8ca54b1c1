/** What a number is compared with: nothing, its first value, or that of one period before. */
export const changes = ['none', 'start', 'previous'] as const;
/** How a change is written. */
export const changeForms = ['amount', 'percent'] as const;

/** How a chart tells changes. */
export interface TellsChange {
  readonly change: (typeof changes)[number];
  readonly changeAs: (typeof changeForms)[number];
}
