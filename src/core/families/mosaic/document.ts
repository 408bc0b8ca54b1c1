import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { fromPlaces, type SharesOwn, sharesSchema, usualShares } from '../shared/shares/shares-own';

/** What shares the height of a column: the parts of its category, or its values at some periods. */
export const divisions = ['parts', 'periods'] as const;

/** What only a mosaic knows. */
export interface MosaicOwn extends SharesOwn {
  readonly of: (typeof divisions)[number];
  /** Keys of the periods that share a column; none for the first and the last one. */
  readonly periods: readonly string[];
  /** Percent in the boxes, where they fit. */
  readonly percent: boolean;
  /** Space between boxes in hundredths of the stage's shorter side. */
  readonly gap: number;
}

/** A chart of columns that are as wide as shares, in boxes that are as high as shares. */
export type MosaicChart = Chart<MosaicOwn>;

export const gapRange = [0, 2] as const;
/** Periods that may share a column. */
export const MOST_PERIODS = 12;

export const mosaicDocument: FamilyDocument<MosaicOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, flag, number, oneOf } = parts;
    return Joi.object({
      ...sharesSchema(parts),
      of: oneOf(divisions, 'The height of a column is shared by its parts, or by its values at some periods'),
      periods: Joi.array()
        .items(Joi.string().description('Key of a period'))
        .max(MOST_PERIODS)
        .required()
        .description('The periods that share a column; none for the first and the last one'),
      percent: flag('Percent in the boxes, where they fit'),
      gap: number(gapRange, '% of the shorter side', 'Space between boxes'),
    });
  },
  defaults: (cube) => ({
    ...usualShares,
    of: cube?.parts ? 'parts' : 'periods',
    periods: [],
    percent: true,
    gap: 0.4,
  }),
  from: fromPlaces,
};
