import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { fromPlaces, type SharesOwn, sharesSchema, usualShares } from '../shared/shares/shares-own';

/** A whole turn, or the upper half of one. */
export const rounds = ['whole', 'half'] as const;
/** Where the names of slices stand. */
export const sliceLabels = ['outside', 'inside', 'none'] as const;
/** What a label says besides the name. */
export const labelNumbers = ['none', 'share', 'value', 'both'] as const;

/** What only a pie knows. */
export interface PieOwn extends SharesOwn {
  /** Radius of the hole as a share of the pie's, in [0, 0.9]. */
  readonly hole: number;
  readonly round: (typeof rounds)[number];
  /** Where the first slice begins: degrees clockwise from the top, or of a half one from the left. */
  readonly startAngle: number;
  /** Space between slices in hundredths of the stage's shorter side. */
  readonly gap: number;
  readonly labels: (typeof sliceLabels)[number];
  readonly numbers: (typeof labelNumbers)[number];
  /** Names of slices that are pulled out. */
  readonly pulled: readonly string[];
  /** What stands in the hole; it may hold tokens. */
  readonly middle: string;
}

/** A chart of slices. */
export type PieChart = Chart<PieOwn>;

export const holeRange = [0, 0.9] as const;
export const angleRange = [-180, 180] as const;
export const gapRange = [0, 2] as const;
export const MIDDLE_LENGTH = 200;
/** Slices that may be pulled out. */
export const MOST_PULLED = 40;

export const pieDocument: FamilyDocument<PieOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, number, oneOf, text } = parts;
    return Joi.object({
      ...sharesSchema(parts),
      hole: number(holeRange, 'share', 'Radius of the hole, of the radius of the pie'),
      round: oneOf(rounds, 'A whole turn, or the upper half of one'),
      startAngle: number(angleRange, 'degrees', 'Where the first slice begins, clockwise from the top'),
      gap: number(gapRange, '% of the shorter side', 'Space between slices'),
      labels: oneOf(sliceLabels, 'Where the names of slices stand'),
      numbers: oneOf(labelNumbers, 'What a label says besides the name'),
      pulled: Joi.array()
        .items(Joi.string().allow('').description('Name of a category'))
        .max(MOST_PULLED)
        .required()
        .description('Names of slices that are pulled out'),
      middle: text('What stands in the hole', MIDDLE_LENGTH),
    });
  },
  defaults: () => ({
    ...usualShares,
    hole: 0,
    round: 'whole',
    startAngle: 0,
    gap: 0.4,
    labels: 'outside',
    numbers: 'share',
    pulled: [],
    middle: '{total}',
  }),
  from: fromPlaces,
};
