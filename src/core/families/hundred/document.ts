import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { fromPlaces, type SharesOwn, sharesSchema, usualShares } from '../shared/shares/shares-own';

/** Where the first cell lies, and how cells follow: rows from the foot or from the top, or columns from the left. */
export const fills = ['foot', 'top', 'left'] as const;
/** What all cells are: the sum of what is shown, or a number that the person gives. */
export const wholes = ['sum', 'given'] as const;
export const cellForms = ['square', 'round', 'picture'] as const;
export const hundredLabels = ['aside', 'legend'] as const;

/** What only a grid of cells knows. */
export interface HundredOwn extends SharesOwn {
  /** How many cells there are. */
  readonly cells: number;
  /** Cells beside each other. */
  readonly across: number;
  readonly fill: (typeof fills)[number];
  readonly whole: (typeof wholes)[number];
  /** Data units: what all cells are, where it is given. */
  readonly wholeValue: number;
  readonly form: (typeof cellForms)[number];
  /** Space between cells, as a share of a cell. */
  readonly gap: number;
  readonly labels: (typeof hundredLabels)[number];
}

/** A chart of cells. */
export type HundredChart = Chart<HundredOwn>;

export const cellsRange = [4, 1000] as const;
export const acrossRange = [1, 100] as const;
export const wholeRange = [1e-9, 1e15] as const;
export const gapRange = [0, 0.6] as const;

export const hundredDocument: FamilyDocument<HundredOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, number, oneOf, whole } = parts;
    return Joi.object({
      ...sharesSchema(parts),
      cells: whole(cellsRange, '', 'How many cells there are'),
      across: whole(acrossRange, '', 'Cells beside each other'),
      fill: oneOf(fills, 'Rows from the foot or from the top, or columns from the left'),
      whole: oneOf(wholes, 'All cells are the sum of what is shown, or a given number'),
      wholeValue: number(wholeRange, 'data units', 'What all cells are, where it is given'),
      form: oneOf(cellForms, 'Cells are squares, round, or the pictures of their names'),
      gap: number(gapRange, 'share', 'Space between cells, of a cell'),
      labels: oneOf(hundredLabels, 'Names stand aside with their shares, or in the legend'),
    });
  },
  defaults: (cube) => ({
    ...usualShares,
    cells: 100,
    across: 10,
    fill: 'foot',
    ...wholeOf(cube),
    form: 'square',
    gap: 0.12,
    labels: 'aside',
  }),
  from: fromPlaces,
};

/** Values from 0 to 1 are shares of 1 by themselves, as long as a single name has them. */
function wholeOf(cube: Parameters<typeof hundredDocument.defaults>[0]): Pick<HundredOwn, 'whole' | 'wholeValue'> {
  if (cube?.categories.length !== 1) return { whole: 'sum', wholeValue: 100 };
  const most = cube.values.reduce((greatest, value) => (value > greatest ? value : greatest), 0);
  return { whole: 'given', wholeValue: most <= 1 ? 1 : most <= 100 ? 100 : most };
}
