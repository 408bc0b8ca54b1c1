import { type AlongOwn, alongFrom } from './along-own';
import type { SeriesOwn } from './series-course';

export type { SeriesOwn };

/** Series that a chart may have. */
export const mostRange = [1, 50] as const;

/** Series of a first chart: more than these are a tangle. */
export const usualMost = 12;

/** What another chart of series keeps of its number and of the time in view. */
export function fromSeries(own: unknown): Partial<AlongOwn & Pick<SeriesOwn, 'most'>> {
  const { most } = (own ?? {}) as { most?: unknown };
  return { ...alongFrom(own), ...(typeof most === 'number' ? { most } : {}) };
}
