import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { fromPlaces, type SharesOwn, sharesSchema, usualShares } from '../shared/shares/shares-own';

/** What a box says besides the name. */
export const boxNumbers = ['none', 'share', 'value', 'both'] as const;

/** What only a tree map knows. */
export interface TreeMapOwn extends SharesOwn {
  readonly numbers: (typeof boxNumbers)[number];
  /** Boxes of a group stand together, under its name; the group comes from its column. */
  readonly grouped: boolean;
  /** Space between boxes in hundredths of the stage's shorter side. */
  readonly gap: number;
  /** Roundness of the corners, in [0, 1]. */
  readonly corners: number;
}

/** A chart of boxes. */
export type TreeMapChart = Chart<TreeMapOwn>;

/** Boxes that there may be. */
export const boxesRange = [1, 500] as const;
export const gapRange = [0, 2] as const;
const FIRST_BOXES = 40;

export const treeMapDocument: FamilyDocument<TreeMapOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, flag, number, oneOf, share } = parts;
    return Joi.object({
      ...sharesSchema(parts, boxesRange),
      numbers: oneOf(boxNumbers, 'What a box says besides the name'),
      grouped: flag('Boxes of a group stand together, under its name'),
      gap: number(gapRange, '% of the shorter side', 'Space between boxes'),
      corners: share('Roundness of the corners of boxes'),
    });
  },
  defaults: (cube) => ({
    ...usualShares,
    places: FIRST_BOXES,
    numbers: 'share',
    grouped: cube?.colours != null,
    gap: 0.4,
    corners: 0,
  }),
  from: fromPlaces,
};
