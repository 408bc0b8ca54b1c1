import { momentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { usualMomentWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';
import { alongSchema, usualAlong } from '../shared/along/along-own';
import { type HeadLabel, headLabels } from '../shared/along/head-labels';
import { fromSeries, mostRange, type SeriesOwn } from '../shared/along/series-own';
import { type StackOrder, stackOrders } from '../shared/along/stack';
import { domainSchema } from '../shared/domain-schema';

/** How the columns of one period stand: beside each other, on each other, or on each other to the whole. */
export const groupings = ['grouped', 'amounts', 'share'] as const;
/** Which columns have their value on top. */
export const columnValues = ['none', 'latest', 'all'] as const;

/** What only columns along periods know. */
export interface ColumnsOwn extends SeriesOwn {
  readonly grouping: (typeof groupings)[number];
  /** From the foot, or from the left. */
  readonly order: StackOrder;
  readonly domain: DomainRule;
  readonly heads: HeadLabel;
  readonly values: (typeof columnValues)[number];
}

/** A chart of columns along periods. */
export type ColumnsChart = Chart<ColumnsOwn>;

/** Columns for each period of a first chart: more are too thin. */
const FIRST_MOST = 6;

export const columnsDocument: FamilyDocument<ColumnsOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, oneOf, record, text, whole } = parts;
    return Joi.object({
      most: whole(mostRange, '', 'Columns for each period at most: those that reach farthest'),
      ...alongSchema(parts),
      grouping: oneOf(
        groupings,
        'Columns of a period stand beside each other, on each other, or on each other to the whole',
      ),
      order: oneOf(stackOrders, 'What decides the order from the foot, or from the left'),
      domain: domainSchema(parts),
      heads: oneOf(headLabels, 'What stands beside the latest columns'),
      values: oneOf(columnValues, 'Which columns have their value on top'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: (cube) => ({
    most: FIRST_MOST,
    ...usualAlong,
    grouping: 'amounts',
    order: 'total',
    domain: { kind: 'following' },
    heads: cube?.categories.length === 1 ? 'none' : 'name',
    values: 'latest',
    momentWords: usualMomentWords,
  }),
  from: ({ own }) => fromSeries(own),
};
