import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type CellsOwn, cellsSchema, usualCells } from '../shared/cells/cells-own';
import { naturalEnds } from './natural-ends';

/** A ring, a bar, half a round or three quarters of one. */
export const progressForms = ['ring', 'bar', 'half', 'three-quarter'] as const;
/** What shows how far it has come: what is filled, or a needle. */
export const pointers = ['filled', 'needle'] as const;
/** What is written: the value, or its part of the way. */
export const progressNumbers = ['value', 'share', 'both'] as const;
/** The ends come from the values, or are given. */
export const endsOf = ['automatic', 'given'] as const;

/** What only progress knows. */
export interface ProgressOwn extends CellsOwn {
  readonly form: (typeof progressForms)[number];
  readonly pointer: (typeof pointers)[number];
  readonly numbers: (typeof progressNumbers)[number];
  readonly ends: (typeof endsOf)[number];
  /** Data units, where the ends are given. */
  readonly from: number;
  readonly to: number;
  /** A mark on the way. */
  readonly target: boolean;
  readonly targetValue: number;
  /** Three ranges in the colours of the ramp, parted at these shares of the way. */
  readonly ranges: boolean;
  readonly rangeLow: number;
  readonly rangeHigh: number;
  /** Thickness, of what there is room for, in [0.1, 1]. */
  readonly thickness: number;
  readonly roundEnds: boolean;
}

/** A chart of progress. */
export type ProgressChart = Chart<ProgressOwn>;

export const cellsRange = [1, 12] as const;
export const thicknessRange = [0.1, 1] as const;
/** Values that ends and marks may have. */
export const endRange = [-1e15, 1e15] as const;

export const progressDocument: FamilyDocument<ProgressOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, flag, number, oneOf, share } = parts;
    return Joi.object({
      ...cellsSchema(parts, cellsRange),
      form: oneOf(progressForms, 'A ring, a bar, half a round or three quarters of one'),
      pointer: oneOf(pointers, 'What is filled, or a needle'),
      numbers: oneOf(progressNumbers, 'The value, its part of the way, or both'),
      ends: oneOf(endsOf, 'The ends of the way come from the values, or are given'),
      from: number(endRange, 'data units', 'Where the way begins'),
      to: number(endRange, 'data units', 'Where the way ends'),
      target: flag('A mark on the way'),
      targetValue: number(endRange, 'data units', 'Where the mark stands'),
      ranges: flag('Three ranges in the colours of the ramp'),
      rangeLow: share('Where the lowest range ends'),
      rangeHigh: share('Where the highest range begins'),
      thickness: number(thicknessRange, 'share', 'Thickness, of what there is room for'),
      roundEnds: flag('Round ends'),
    });
  },
  defaults: (cube) => ({
    ...usualCells,
    places: cube ? Math.min(6, Math.max(1, cube.categories.length)) : 6,
    form: 'ring',
    pointer: 'filled',
    numbers: cube?.values.every((value) => !(value < 0 || value > 1)) ? 'share' : 'value',
    ends: 'automatic',
    ...(cube ? naturalEnds(cube.values, false) : { from: 0, to: 100 }),
    target: false,
    targetValue: cube ? naturalEnds(cube.values, false).to * 0.8 : 80,
    ranges: false,
    rangeLow: 0.35,
    rangeHigh: 0.7,
    thickness: 0.5,
    roundEnds: true,
  }),
};
