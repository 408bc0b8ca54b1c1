import type { DecimalMark } from '../table/number-text';
import type { PeriodChoice } from '../table/periods/recognise-periods';

/** How a table is laid out. */
export type TableShape = 'long' | 'periods-down' | 'periods-across' | 'single';
export const tableShapes = [
  'long',
  'periods-down',
  'periods-across',
  'single',
] as const satisfies readonly TableShape[];

/**
 * Which columns hold what. A name is `''` where the shape has no such column: with periods down the rows the other
 * columns are the categories; with periods across, the column names are the periods.
 */
export interface Fields {
  readonly shape: TableShape;
  readonly period: string;
  readonly category: string;
  /**
   * Where columns of a wide table hold several measures, as “Catch Brannoch” and “Depth Brannoch” do, the one that is
   * shown; `''` there for all columns.
   */
  readonly value: string;
  /** Further values of the same categories and periods: a column, a measure of a wide table, or a joined table; `''` for none. */
  readonly second: string;
  readonly third: string;
  /** A chart is made for each value of this column; `''` for one chart of all rows. */
  readonly group: string;
  /** Are the charts of all groups shown side by side? Else one after the other. */
  readonly panes: boolean;
  /** Gives each category its colour; `''` for none. */
  readonly colour: string;
  /** Divides each category into parts, which add up to it; `''` for none. */
  readonly parts: string;
  /** Names each category's picture: a file's name, a country or its code; `''` for none. */
  readonly picture: string;
  readonly periodsAs: PeriodChoice;
  readonly decimal: DecimalMark | 'auto';
}

/** Fields with nothing chosen beyond the given ones. */
export function fieldsOf(given: Partial<Fields> & Pick<Fields, 'shape'>): Fields {
  const open = {
    period: '',
    category: '',
    value: '',
    group: '',
    colour: '',
    picture: '',
    parts: '',
    panes: false,
    second: '',
    third: '',
    periodsAs: 'auto',
    decimal: 'auto',
  } as const;
  return { ...open, ...given };
}

/** The fields that hold further values, in their order. */
export const furtherRoles = ['second', 'third'] as const;
export type FurtherRole = (typeof furtherRoles)[number];

export type FieldRole = 'period' | 'category' | 'value';

/** Which fields each shape needs from the person. */
export const fieldsOfShape: Readonly<Record<TableShape, readonly FieldRole[]>> = {
  long: ['period', 'category', 'value'],
  'periods-down': ['period'],
  'periods-across': ['category'],
  single: ['period', 'value'],
};

/** The fields of a table that has not been looked at. */
export const noFields: Fields = fieldsOf({ shape: 'long' });
