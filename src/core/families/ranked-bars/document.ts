import { momentKinds, type RankOrder, rankOrders, type SwapMode, swapModes } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type MomentWords, usualMomentWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';

/** What only a race of ranked bars knows. */
export interface RankedBarsOwn {
  /** Places on stage, from 1 to 50. */
  readonly places: number;
  readonly order: RankOrder;
  readonly swapMode: SwapMode;
  readonly domain: DomainRule;
  /** How moments are told in captions; these may hold tokens. */
  readonly momentWords: MomentWords;
}

/** A race of ranked bars. */
export type RankedBarsChart = Chart<RankedBarsOwn>;

/** Places that a race may have. */
export const placesRange = [1, 50] as const;

/** Places for a first race: all categories up to so many. */
const FIRST_PLACES = 10;

export const rankedBarsDocument: FamilyDocument<RankedBarsOwn> = {
  version: 1,
  migrations: {},
  schema: ({ Joi, byKind, dataNumber, oneOf, record, text, whole }) =>
    Joi.object({
      places: whole(placesRange, '', 'Places on stage'),
      order: oneOf(rankOrders, 'Who stands in front'),
      swapMode: oneOf(swapModes, 'Bars change places where their values cross, or over the whole period'),
      domain: byKind({
        following: ['The axis follows the leader', {}],
        fixed: ['The axis stands still, as far as the film ever reaches', {}],
        given: [
          'The axis has the ends given',
          { min: dataNumber('Lower end of the axis'), max: dataNumber('Upper end of the axis') },
        ],
      })
        .required()
        .description('Where the value axis ends'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    }),
  defaults: (cube) => ({
    places: cube ? Math.min(FIRST_PLACES, Math.max(1, cube.categories.length)) : FIRST_PLACES,
    order: 'largest',
    swapMode: 'at-crossing',
    domain: { kind: 'following' },
    momentWords: usualMomentWords,
  }),
};
