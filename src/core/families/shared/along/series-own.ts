import type { SchemaParts } from '../../../project/family-document';
import { type AlongOwn, alongFrom } from './along-own';
import type { SeriesOwn } from './series-course';

export type { SeriesOwn };

/** Series that a chart may have. */
export const mostRange = [1, 50] as const;

/** Series of a first chart: more than these are a tangle. */
export const usualMost = 12;

/** The names that are switched off, as the document keeps them. */
export function hiddenSchema({ Joi }: SchemaParts) {
  return Joi.array()
    .items(Joi.string().allow(''))
    .required()
    .description('Names that are switched off; they keep their colours');
}

/** What another chart of series keeps of its number and of the time in view. */
export function fromSeries(own: unknown): Partial<AlongOwn & Pick<SeriesOwn, 'most' | 'hidden'>> {
  const { most, hidden } = (own ?? {}) as { most?: unknown; hidden?: unknown };
  return {
    ...alongFrom(own),
    ...(typeof most === 'number' ? { most } : {}),
    ...(Array.isArray(hidden) ? { hidden } : {}),
  };
}
