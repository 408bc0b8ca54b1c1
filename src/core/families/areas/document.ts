import { alongMomentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { usualAlongWords, withCourseWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';
import { alongSchema, usualAlong } from '../shared/along/along-own';
import { type HeadLabel, headLabels } from '../shared/along/head-choices';
import { fromSeries, hiddenSchema, mostRange, type SeriesOwn, usualMost } from '../shared/along/series-own';
import { type StackMode, type StackOrder, stackModes, stackOrders } from '../shared/along/stack-choices';
import { domainSchema } from '../shared/domain-schema';

/** What only areas know. */
export interface AreasOwn extends SeriesOwn {
  readonly stack: StackMode;
  /** From the foot. */
  readonly order: StackOrder;
  readonly domain: DomainRule;
  readonly heads: HeadLabel;
  /** Names stand inside their bands where they fit. */
  readonly inside: boolean;
}

/** A chart of areas. */
export type AreasChart = Chart<AreasOwn>;

export const areasDocument: FamilyDocument<AreasOwn> = {
  version: 3,
  migrations: { 1: (own) => ({ ...own, inside: false, hidden: [] }), 2: withCourseWords },
  schema: (parts) => {
    const { flag, Joi, oneOf, record, text, whole } = parts;
    return Joi.object({
      most: whole(mostRange, '', 'Areas on stage at most: those that reach farthest'),
      hidden: hiddenSchema(parts),
      ...alongSchema(parts),
      stack: oneOf(
        stackModes,
        'Areas lie on each other to their amounts, to the whole, around the middle, or over each other from 0',
      ),
      order: oneOf(stackOrders, 'What decides the order from the foot'),
      domain: domainSchema(parts),
      heads: oneOf(headLabels, 'What stands at the head of an area'),
      inside: flag('Names stand inside their bands where they fit'),
      momentWords: record(alongMomentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: () => ({
    most: usualMost,
    hidden: [],
    ...usualAlong,
    stack: 'amounts',
    order: 'total',
    domain: { kind: 'following' },
    heads: 'name-value',
    inside: true,
    momentWords: usualAlongWords,
  }),
  from: ({ own }) => fromSeries(own),
};
