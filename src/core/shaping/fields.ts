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
  readonly value: string;
  /** A chart is made for each value of this column; `''` for one chart of all rows. */
  readonly group: string;
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
    periodsAs: 'auto',
    decimal: 'auto',
  } as const;
  return { ...open, ...given };
}

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
