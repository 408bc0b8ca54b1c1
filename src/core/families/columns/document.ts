import { alongMomentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { usualAlongWords, withCourseWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';
import { alongSchema, usualAlong } from '../shared/along/along-own';
import { type HeadLabel, headLabels } from '../shared/along/head-choices';
import { fromSeries, hiddenSchema, mostRange, type SeriesOwn } from '../shared/along/series-own';
import { type StackOrder, stackOrders } from '../shared/along/stack-choices';
import { domainSchema } from '../shared/domain-schema';

/** How the columns of one period stand: beside each other, on each other, or on each other to the whole. */
export const groupings = ['grouped', 'amounts', 'share'] as const;
/** Which columns have their value. */
export const columnValues = ['none', 'latest', 'all'] as const;
/** Where values stand: at the ends of columns (of a stack: its total), inside, or inside with the total of a stack. */
export const valuePlaces = ['end', 'inside', 'both'] as const;
/** Columns stand along periods that run to the right, or lie along periods that run downwards. */
export const columnDirections = ['standing', 'lying'] as const;

/** What only columns along periods know. */
export interface ColumnsOwn extends SeriesOwn {
  readonly direction: (typeof columnDirections)[number];
  readonly grouping: (typeof groupings)[number];
  /** What columns beside each other leave free between them, as a share of their room, in [0, 0.6]. */
  readonly spacingWithin: number;
  /** From the foot, or from the left. */
  readonly order: StackOrder;
  readonly domain: DomainRule;
  readonly heads: HeadLabel;
  readonly values: (typeof columnValues)[number];
  readonly valuesAt: (typeof valuePlaces)[number];
  /** Keys of periods whose columns stand out in the colour of who stands out. */
  readonly marked: readonly string[];
}

/** A chart of columns along periods. */
export type ColumnsChart = Chart<ColumnsOwn>;

/** What columns beside each other may leave free between them. */
export const withinRange = [0, 0.6] as const;
const usualWithin = 0.08;

/** Periods that may stand out: more are no exception. */
export const MOST_MARKED = 12;

/** Columns for each period of a first chart: more are too thin. */
const FIRST_MOST = 6;

export const columnsDocument: FamilyDocument<ColumnsOwn> = {
  version: 3,
  migrations: {
    1: (own) => ({ ...own, hidden: [] }),
    2: (own) =>
      withCourseWords({ ...own, direction: 'standing', spacingWithin: usualWithin, valuesAt: 'end', marked: [] }),
  },
  schema: (parts) => {
    const { Joi, number, oneOf, record, text, whole } = parts;
    return Joi.object({
      most: whole(mostRange, '', 'Columns for each period at most: those that reach farthest'),
      hidden: hiddenSchema(parts),
      ...alongSchema(parts),
      direction: oneOf(columnDirections, 'Columns stand, or lie as bars one below the other'),
      spacingWithin: number(withinRange, 'share', 'What columns beside each other leave free between them'),
      grouping: oneOf(
        groupings,
        'Columns of a period stand beside each other, on each other, or on each other to the whole',
      ),
      order: oneOf(stackOrders, 'What decides the order from the foot, or from the left'),
      domain: domainSchema(parts),
      heads: oneOf(headLabels, 'What stands beside the latest columns'),
      values: oneOf(columnValues, 'Which columns have their value'),
      valuesAt: oneOf(valuePlaces, 'Values stand at the ends, inside, or inside with the total of a stack at its end'),
      marked: Joi.array()
        .items(Joi.string().description('Key of a period'))
        .max(MOST_MARKED)
        .required()
        .description('Periods whose columns stand out'),
      momentWords: record(alongMomentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: (cube) => ({
    most: FIRST_MOST,
    hidden: [],
    ...usualAlong,
    direction: 'standing',
    grouping: 'amounts',
    spacingWithin: usualWithin,
    order: 'total',
    domain: { kind: 'following' },
    heads: cube?.categories.length === 1 ? 'none' : 'name',
    values: 'latest',
    valuesAt: 'end',
    marked: [],
    momentWords: usualAlongWords,
  }),
  from: ({ own }) => fromSeries(own),
};
