import { momentKinds } from '../../../motion/choices';
import { type ControlSpec, choices } from '../../../project/control-spec';
import type { SchemaParts } from '../../../project/family-document';
import { usualMomentWords } from '../../../project/moment-words';
import type { TellsMoments } from '../standings/course';

/** Which categories have a cell, and in which order: as in the table, or the greatest at the film's end first. */
export const cellOrders = ['table', 'largest'] as const;

/** What a chart of cells beside each other keeps of its own: each cell is one category's, all through the film. */
export interface CellsOwn extends TellsMoments {
  readonly places: number;
  readonly order: (typeof cellOrders)[number];
}

/** The part of a family's schema that is about cells. */
export function cellsSchema({ oneOf, record, text, whole }: SchemaParts, range: readonly [number, number]) {
  return {
    places: whole(range, '', 'Cells at most'),
    order: oneOf(cellOrders, 'Cells are those of the first names of the table, or of the greatest at the end'),
    momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
  };
}

/** What a new chart of cells starts with. */
export const usualCells = { order: 'largest', momentWords: usualMomentWords } as const;

/** How many cells there are, and whose. */
export function cellsControls(unit: string, range: readonly [number, number]): readonly ControlSpec[] {
  return [
    {
      id: 'cells-places',
      path: 'own.places',
      step: 'dress',
      label: 'At most',
      words: 'number of cells tiles small multiples grid',
      input: { kind: 'number', range, step: 1, unit, decimals: 0 },
    },
    {
      id: 'cells-order',
      path: 'own.order',
      step: 'dress',
      label: 'Of',
      words: 'sort order table largest',
      input: {
        kind: 'pick',
        choices: choices([
          ['largest', 'The greatest at the end'],
          ['table', 'The first of the table'],
        ]),
      },
    },
  ];
}
