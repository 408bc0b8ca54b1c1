/** How a table is laid out. */
export type TableShape = 'long' | 'periods-down' | 'periods-across';

/**
 * Which columns hold what. A name is `''` where the shape has no such column: with periods down the rows the other
 * columns are the categories; with periods across, the column names are the periods.
 */
export interface Fields {
  readonly shape: TableShape;
  readonly period: string;
  readonly category: string;
  readonly value: string;
}

/** Which fields each shape needs from the person. */
export const fieldsOfShape: Readonly<Record<TableShape, readonly ('period' | 'category' | 'value')[]>> = {
  long: ['period', 'category', 'value'],
  'periods-down': ['period'],
  'periods-across': ['category'],
};
