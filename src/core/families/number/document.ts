import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type CellsOwn, cellsSchema, usualCells } from '../shared/cells/cells-own';
import { changeForms, changes, type TellsChange } from '../shared/cells/change-choices';

export const aligns = ['start', 'middle'] as const;

/** What only big numbers know. */
export interface NumberOwn extends CellsOwn, TellsChange {
  /** What stands behind the change; `{when}` is the period that it is counted from. */
  readonly changeWords: string;
  /** A small line of the way so far. */
  readonly line: boolean;
  readonly align: (typeof aligns)[number];
}

/** A chart of big numbers. */
export type NumberChart = Chart<NumberOwn>;

export const numbersRange = [1, 6] as const;
export const CHANGE_WORDS_LENGTH = 80;

export const numberDocument: FamilyDocument<NumberOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, flag, oneOf, text } = parts;
    return Joi.object({
      ...cellsSchema(parts, numbersRange),
      change: oneOf(changes, 'What a number is compared with'),
      changeAs: oneOf(changeForms, 'A change is written as an amount or in percent'),
      changeWords: text('What stands behind the change', CHANGE_WORDS_LENGTH),
      line: flag('A small line of the way so far'),
      align: oneOf(aligns, 'Numbers stand at the left of their cells, or in the middle'),
    });
  },
  defaults: (cube) => ({
    ...usualCells,
    places: cube ? Math.min(3, Math.max(1, cube.categories.length)) : 3,
    change: 'start',
    changeAs: 'percent',
    changeWords: 'since {when}',
    line: true,
    align: 'start',
  }),
};
