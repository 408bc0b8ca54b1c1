import { momentKinds, type RankOrder, rankOrders } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { usualMomentWords } from '../../project/moment-words';
import { changeForms, changes, type TellsChange } from '../shared/cells/change-choices';
import type { TellsMoments } from '../shared/standings/course';

/** Columns of what is known of each row now, or a column for each of the last periods. */
export const layouts = ['rows', 'grid'] as const;
/** What becomes of rows that have no room: they are left out, the table scrolls through all of them, or turns pages. */
export const longRules = ['cut', 'scroll', 'pages'] as const;
/** What comes one after the other while a grid is built. */
export const gridComes = ['rows', 'columns'] as const;

/** What only a table of rows knows. */
export interface TableOwn extends TellsMoments, TellsChange {
  /** Rows at most. */
  readonly places: number;
  readonly order: RankOrder;
  /** Columns besides name and value. */
  readonly ranks: boolean;
  readonly bars: boolean;
  readonly share: boolean;
  readonly line: boolean;
  readonly layout: (typeof layouts)[number];
  /** Periods beside each other in a grid: the last ones. */
  readonly gridPeriods: number;
  readonly comes: (typeof gridComes)[number];
  /** Are values on a ground whose colour follows them? */
  readonly shade: boolean;
  readonly long: (typeof longRules)[number];
  /** Every other row on a pale ground. */
  readonly stripes: boolean;
  /** Words over the columns. */
  readonly heads: boolean;
  readonly nameHead: string;
  readonly valueHead: string;
}

/** A chart of rows. */
export type TableChart = Chart<TableOwn>;

export const rowsRange = [1, 40] as const;
export const gridRange = [2, 30] as const;
export const HEAD_LENGTH = 60;
const FIRST_ROWS = 10;

/** What a table had before there were grids, shades and long tables. */
const usualGrid = { layout: 'rows', gridPeriods: 8, comes: 'rows', shade: false, long: 'cut' } as const;

export const tableDocument: FamilyDocument<TableOwn> = {
  version: 2,
  migrations: { 1: (own) => ({ ...own, ...usualGrid }) },
  schema: ({ Joi, flag, oneOf, record, text, whole }) =>
    Joi.object({
      places: whole(rowsRange, '', 'Rows at most'),
      order: oneOf(rankOrders, 'Who stands on top'),
      ranks: flag('A column of ranks'),
      bars: flag('A column of bars'),
      change: oneOf(changes, 'A column of what has changed, against the first value or one period ago'),
      changeAs: oneOf(changeForms, 'A change is written as an amount or in percent'),
      share: flag('A column of shares of the sum of all'),
      line: flag('A column of small lines of the way so far'),
      layout: oneOf(layouts, 'Columns of what is known of each row now, or a column for each of the last periods'),
      gridPeriods: whole(gridRange, '', 'Periods beside each other in a grid'),
      comes: oneOf(gridComes, 'What comes one after the other while a grid is built'),
      shade: flag('Values stand on a ground whose colour follows them'),
      long: oneOf(longRules, 'Rows without room are left out, scrolled to, or on pages of their own'),
      stripes: flag('Every other row on a pale ground'),
      heads: flag('Words over the columns'),
      nameHead: text('What stands over the names', HEAD_LENGTH),
      valueHead: text('What stands over the values', HEAD_LENGTH),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    }),
  defaults: (cube) => ({
    places: cube ? Math.min(FIRST_ROWS, Math.max(1, cube.categories.length)) : FIRST_ROWS,
    order: 'largest',
    ranks: true,
    bars: true,
    change: 'none',
    changeAs: 'percent',
    share: false,
    line: true,
    ...usualGrid,
    stripes: true,
    heads: true,
    nameHead: '',
    valueHead: '',
    momentWords: usualMomentWords,
  }),
  from: ({ own }) => {
    const { order } = (own ?? {}) as Partial<TableOwn>;
    return order && rankOrders.includes(order) ? { order } : {};
  },
};
