import type { DecimalMark } from '../table/number-text';
import type { Table } from '../table/table';
import type { Combine } from './combine';

/** What besides the fields decides the cube. */
export interface ShapeOptions {
  /** How rows of one period and category become one value; null when nobody has chosen: added up, and said. */
  readonly combine: Combine | null;
  /** The decimal mark that the file makes likely. */
  readonly decimalHint: DecimalMark | null;
  /** Tables whose values can be further ones. */
  readonly joined?: readonly JoinedTable[];
}

/** A table whose values stand beside those of another one, by name and period. */
export interface JoinedTable {
  readonly name: string;
  readonly table: Table;
  readonly decimalHint: DecimalMark | null;
}
