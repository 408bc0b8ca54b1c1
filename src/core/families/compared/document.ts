import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import type { DomainRule } from '../../scale/domain-rule';
import { domainSchema } from '../shared/domain-schema';

/** What stands beside each other in a group: the parts of its category, or its values at some periods. */
export const comparisons = ['parts', 'periods'] as const;
/** How the parts of a group stand: beside each other, on each other, or on each other to the whole. */
export const groupings = ['grouped', 'amounts', 'share'] as const;
/** In which order the groups stand. */
export const groupOrders = ['table', 'total'] as const;
/** Which columns have their value. */
export const valueLabels = ['none', 'all'] as const;

/** What only columns that compare know. */
export interface ComparedOwn {
  readonly of: (typeof comparisons)[number];
  /** Keys of the periods that are compared, in any order; none for the first and the last one. */
  readonly periods: readonly string[];
  readonly grouping: (typeof groupings)[number];
  /** Groups at most: those of the categories that reach farthest. */
  readonly most: number;
  readonly order: (typeof groupOrders)[number];
  readonly domain: DomainRule;
  readonly values: (typeof valueLabels)[number];
}

/** A chart of columns that compare. */
export type ComparedChart = Chart<ComparedOwn>;

/** Groups that there may be. */
export const groupsRange = [1, 60] as const;
/** Periods that may be chosen: more are no comparison. */
export const MOST_PERIODS = 12;
const FIRST_GROUPS = 10;

export const comparedDocument: FamilyDocument<ComparedOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, oneOf, whole } = parts;
    return Joi.object({
      of: oneOf(comparisons, 'A group holds the parts of its category, or its values at some periods'),
      periods: Joi.array()
        .items(Joi.string().description('Key of a period'))
        .max(MOST_PERIODS)
        .required()
        .description('The periods that are compared; none for the first and the last one'),
      grouping: oneOf(groupings, 'Parts stand beside each other, on each other, or on each other to the whole'),
      most: whole(groupsRange, '', 'Groups at most: those of the categories that reach farthest'),
      order: oneOf(groupOrders, 'Groups stand as in the table, or the greatest first'),
      domain: domainSchema(parts),
      values: oneOf(valueLabels, 'Which columns have their value'),
    });
  },
  defaults: (cube) => ({
    of: cube?.parts ? 'parts' : 'periods',
    periods: [],
    grouping: 'grouped',
    most: FIRST_GROUPS,
    order: 'total',
    domain: { kind: 'following' },
    values: 'all',
  }),
  from: ({ own }) => {
    const { domain } = (own ?? {}) as Partial<ComparedOwn>;
    return domain ? { domain } : {};
  },
};
