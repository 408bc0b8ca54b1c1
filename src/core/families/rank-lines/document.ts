import { alongMomentKinds, type RankOrder } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type AlongMomentWords, usualAlongWords, withCourseWords } from '../../project/moment-words';
import { type AlongOwn, alongFrom, alongSchema, usualAlong } from '../shared/along/along-own';
import { type HeadLabel, headLabels } from '../shared/along/head-choices';

/** Which end of the values stands on top. */
export const lineOrders = ['largest', 'smallest'] as const satisfies readonly RankOrder[];

/** What only lines of places know. */
export interface RankLinesOwn extends AlongOwn {
  /** Places on stage, from 1 to 50. */
  readonly places: number;
  readonly order: (typeof lineOrders)[number];
  readonly heads: HeadLabel;
  /** Numbers the places at the left. */
  readonly numbered: boolean;
  readonly momentWords: AlongMomentWords;
}

/** A chart of lines of places. */
export type RankLinesChart = Chart<RankLinesOwn>;

/** Places that a chart may have. */
export const placesRange = [1, 50] as const;

const FIRST_PLACES = 10;

export const rankLinesDocument: FamilyDocument<RankLinesOwn> = {
  version: 2,
  migrations: { 1: withCourseWords },
  schema: (parts) => {
    const { Joi, flag, oneOf, record, text, whole } = parts;
    return Joi.object({
      places: whole(placesRange, '', 'Places on stage'),
      order: oneOf(lineOrders, 'Who stands on top'),
      ...alongSchema(parts),
      heads: oneOf(headLabels, 'What stands at the head of a line'),
      numbered: flag('Numbers the places'),
      momentWords: record(alongMomentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: (cube) => ({
    places: cube ? Math.min(FIRST_PLACES, Math.max(1, cube.categories.length)) : FIRST_PLACES,
    order: 'largest',
    ...usualAlong,
    heads: 'name',
    numbered: true,
    momentWords: usualAlongWords,
  }),
  from: ({ own }) => {
    const { places, order } = own as { places?: number; order?: RankOrder };
    return {
      ...alongFrom(own),
      ...(typeof places === 'number' ? { places } : {}),
      ...(order === 'largest' || order === 'smallest' ? { order } : {}),
    };
  },
};
