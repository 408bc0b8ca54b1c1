import { momentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type MomentWords, usualMomentWords } from '../../project/moment-words';

/** What of a word is its value: its area, or its height. */
export const wordMeasures = ['area', 'height'] as const;

/** What only words know. */
export interface WordsOwn {
  /** Words at most: those of the greatest values. */
  readonly places: number;
  readonly measure: (typeof wordMeasures)[number];
  /** How many of the words stand upright, in [0, 1]. */
  readonly turned: number;
  /** Another one places the words anew. */
  readonly seed: number;
  /** Values beside the words, where these are large enough. */
  readonly values: boolean;
  readonly momentWords: MomentWords;
}

/** A chart of words. */
export type WordsChart = Chart<WordsOwn>;

export const wordsRange = [1, 300] as const;
export const seedRange = [0, 1_000_000] as const;
const FIRST_WORDS = 80;

export const wordsDocument: FamilyDocument<WordsOwn> = {
  version: 1,
  migrations: {},
  schema: ({ Joi, flag, oneOf, record, share, text, whole }) =>
    Joi.object({
      places: whole(wordsRange, '', 'Words at most: those of the greatest values'),
      measure: oneOf(wordMeasures, 'The area of a word is its value, or its height is'),
      turned: share('How many of the words stand upright'),
      seed: whole(seedRange, '', 'Another one places the words anew'),
      values: flag('Values under the words, where these are large enough'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    }),
  defaults: (cube) => ({
    places: cube ? Math.min(FIRST_WORDS, Math.max(1, cube.categories.length)) : FIRST_WORDS,
    measure: 'area',
    turned: 0,
    seed: 1,
    values: false,
    momentWords: usualMomentWords,
  }),
};
