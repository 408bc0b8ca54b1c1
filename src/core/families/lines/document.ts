import { alongMomentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument, PressedPoint } from '../../project/family-document';
import { usualAlongWords, withCourseWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';
import { alongSchema, usualAlong } from '../shared/along/along-own';
import { type HeadLabel, headLabels } from '../shared/along/head-choices';
import { holdsZeroWell } from '../shared/along/holds-zero';
import { fromSeries, hiddenSchema, mostRange, type SeriesOwn, usualMost } from '../shared/along/series-own';
import { domainSchema } from '../shared/domain-schema';
import { pointsSchema } from './labelled';

/** Which points have their value beside them. */
export const pointLabels = ['none', 'ends', 'extremes', 'chosen', 'all'] as const;

/** How lines are drawn: whole, in dashes, or those in dashes that are not highlighted. */
export const dashes = ['none', 'quiet', 'all'] as const;

/** What is equally far apart on the value axis: equal steps, or equal multiples. */
export const scales = ['even', 'log'] as const;

/** What only lines know. */
export interface LinesOwn extends SeriesOwn {
  readonly domain: DomainRule;
  readonly fromZero: boolean;
  /** Equal steps, or equal multiples, are equally far apart. */
  readonly scale: (typeof scales)[number];
  readonly heads: HeadLabel;
  readonly pointLabels: (typeof pointLabels)[number];
  /** The points that are chosen one by one: the name of a line, and the key of a period. */
  readonly labelled: readonly PressedPoint[];
  /** Which lines are drawn in dashes. */
  readonly dashes: (typeof dashes)[number];
  /** An upright line at the playhead. */
  readonly guide: boolean;
}

/** A chart of lines. */
export type LinesChart = Chart<LinesOwn>;

export const linesDocument: FamilyDocument<LinesOwn> = {
  version: 4,
  migrations: {
    1: (own) => ({ ...own, scale: 'even', hidden: [] }),
    2: (own) => withCourseWords({ ...own, labelled: [] }),
    3: (own) => ({ ...own, dashes: 'none' }),
  },
  schema: (parts) => {
    const { Joi, flag, oneOf, record, text, whole } = parts;
    return Joi.object({
      most: whole(mostRange, '', 'Lines on stage at most: those that reach farthest'),
      hidden: hiddenSchema(parts),
      ...alongSchema(parts),
      domain: domainSchema(parts),
      fromZero: flag('The value axis holds 0'),
      scale: oneOf(scales, 'Equal steps, or equal multiples, are equally far apart'),
      heads: oneOf(headLabels, 'What stands at the head of a line'),
      pointLabels: oneOf(pointLabels, 'Which points have their value beside them'),
      labelled: pointsSchema(parts),
      dashes: oneOf(dashes, 'Lines drawn in dashes: none, those that are not highlighted, or all'),
      guide: flag('An upright line at the playhead'),
      momentWords: record(alongMomentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: (cube) => ({
    most: usualMost,
    hidden: [],
    ...usualAlong,
    domain: { kind: 'following' },
    fromZero: cube ? holdsZeroWell(cube) : true,
    scale: 'even',
    heads: 'name-value',
    pointLabels: 'none',
    labelled: [],
    dashes: 'none',
    guide: false,
    momentWords: usualAlongWords,
  }),
  from: ({ own }) => fromSeries(own),
};
