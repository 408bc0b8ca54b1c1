import { momentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { usualMomentWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';
import { alongSchema, usualAlong } from '../shared/along/along-own';
import { type HeadLabel, headLabels } from '../shared/along/head-labels';
import { holdsZeroWell } from '../shared/along/holds-zero';
import { fromSeries, mostRange, type SeriesOwn, usualMost } from '../shared/along/series-own';
import { domainSchema } from '../shared/domain-schema';

/** Which points have their value beside them. */
export const pointLabels = ['none', 'ends', 'extremes', 'all'] as const;

/** What only lines know. */
export interface LinesOwn extends SeriesOwn {
  readonly domain: DomainRule;
  readonly fromZero: boolean;
  readonly heads: HeadLabel;
  readonly pointLabels: (typeof pointLabels)[number];
  /** An upright line at the playhead. */
  readonly guide: boolean;
}

/** A chart of lines. */
export type LinesChart = Chart<LinesOwn>;

export const linesDocument: FamilyDocument<LinesOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, flag, oneOf, record, text, whole } = parts;
    return Joi.object({
      most: whole(mostRange, '', 'Lines on stage at most: those that reach farthest'),
      ...alongSchema(parts),
      domain: domainSchema(parts),
      fromZero: flag('The value axis holds 0'),
      heads: oneOf(headLabels, 'What stands at the head of a line'),
      pointLabels: oneOf(pointLabels, 'Which points have their value beside them'),
      guide: flag('An upright line at the playhead'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: (cube) => ({
    most: usualMost,
    ...usualAlong,
    domain: { kind: 'following' },
    fromZero: cube ? holdsZeroWell(cube) : true,
    heads: 'name-value',
    pointLabels: 'none',
    guide: false,
    momentWords: usualMomentWords,
  }),
  from: ({ own }) => fromSeries(own),
};
