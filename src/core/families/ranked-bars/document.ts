import { momentKinds, type RankOrder, rankOrders, type SwapMode, swapModes } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { BarStyle } from '../../project/dress';
import type { FamilyDocument } from '../../project/family-document';
import { type MomentWords, usualMomentWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';

/** What labels of bars that pass one another do: all step aside and stay, or the covered bar's fade for a moment. */
export const passings = ['step-aside', 'fade'] as const;
export type Passing = (typeof passings)[number];

/** What marks are: bars, heads on stems, heads alone, or rows of pictures that stand for so many units each. */
export const markForms = ['bar', 'lollipop', 'dot', 'repeated'] as const;
export type MarkForm = (typeof markForms)[number];

/** What only a race of ranked bars knows. */
export interface RankedBarsOwn {
  /** Places on stage, from 1 to 50. */
  readonly places: number;
  readonly order: RankOrder;
  readonly form: MarkForm;
  readonly swapMode: SwapMode;
  readonly passing: Passing;
  readonly domain: DomainRule;
  /** Does the value axis hold 0? Only dots can do without. */
  readonly fromZero: boolean;
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
  version: 3,
  migrations: {
    1: (own) => ({ ...own, form: 'bar', passing: 'step-aside' }),
    2: (own) => ({ ...own, fromZero: true }),
  },
  schema: ({ Joi, byKind, dataNumber, flag, oneOf, record, text, whole }) =>
    Joi.object({
      places: whole(placesRange, '', 'Places on stage'),
      order: oneOf(rankOrders, 'Who stands in front'),
      form: oneOf(markForms, 'Marks are bars, heads on stems, heads alone, or rows of pictures'),
      swapMode: oneOf(swapModes, 'Bars change places where their values cross, or over the whole period'),
      passing: oneOf(passings, 'Labels of bars that pass one another step aside, or those of the covered one fade'),
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
      fromZero: flag('The value axis of dots holds 0'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    }),
  defaults: (cube) => ({
    places: cube ? Math.min(FIRST_PLACES, Math.max(1, cube.categories.length)) : FIRST_PLACES,
    order: 'largest',
    form: 'bar',
    swapMode: 'at-crossing',
    passing: 'step-aside',
    domain: { kind: 'following' },
    fromZero: true,
    momentWords: usualMomentWords,
  }),
};

/** Does the axis hold 0? What has a length stands for its value by it, so only dots can do without. */
export function holdsZero({ form, fromZero }: RankedBarsOwn): boolean {
  return fromZero || form !== 'dot';
}

/** How bars look. Nothing can stand inside of what is only a stem and a head. */
export function barStyleOf({ own, dress }: RankedBarsChart): BarStyle {
  const { bars } = dress;
  if (own.form === 'bar' || (bars.names !== 'inside' && bars.values !== 'inside')) return bars;
  return {
    ...bars,
    names: bars.names === 'inside' ? 'beside' : bars.names,
    values: bars.values === 'inside' ? 'outside' : bars.values,
  };
}
