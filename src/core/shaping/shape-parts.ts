import { textColumn } from '../table/column';
import { refuse, shorten } from '../table/issue';
import { findColumn, type Table } from '../table/table';
import type { Fields } from './fields';
import { headerPartsOf } from './header-parts';
import { NameList } from './name-list';

/** Parts of categories, as they come in the cells. */
export interface Pairs {
  readonly names: readonly string[];
  readonly list: readonly (readonly [number, number])[];
  /** By column of values: the pair of each row, or the one of all rows; -1 where a row has no category. */
  readonly ofColumn: readonly (Int32Array | number)[];
}

/** A column of values, as parts see it. */
interface DividedColumn {
  readonly categoryOf: Int32Array | number;
  readonly part?: string;
}

/**
 * Which part of which category each cell holds; null where no column and no header line says so, or where the table has no
 * column of categories that another one could divide.
 */
export function pairsOf(table: Table, fields: Fields, columns: readonly DividedColumn[]): Pairs | null {
  const parts = new NameList();
  const pairs = new NameList();
  const list: [number, number][] = [];
  const place = (category: number, part: number) => {
    const pair = pairs.place(`${category} ${part}`);
    if (pair === list.length) list.push([category, part]);
    return pair;
  };
  if (headerPartsOf(fields)) {
    if (!columns.some(({ part }) => part)) return null;
    const ofColumn = columns.map(({ categoryOf, part }) => {
      const named = parts.place(part || NO_PART);
      if (typeof categoryOf === 'number') return place(categoryOf, named);
      return categoryOf.map((category) => (category < 0 ? -1 : place(category, named)));
    });
    return { names: parts.names, list, ofColumn };
  }
  const column = findColumn(table, fields.parts);
  const [first] = columns;
  if (!column || !(first?.categoryOf instanceof Int32Array)) return null;
  const { texts, codes } = textColumn(column);
  const { categoryOf } = first;
  const ofRow = Int32Array.from(categoryOf, (category, row) => {
    if (category < 0) return -1;
    const code = codes[row] ?? 0;
    return place(category, parts.place(code === 0 ? NO_PART : (texts[code] ?? '')));
  });
  return { names: parts.names, list, ofColumn: columns.map(() => ofRow) };
}

/** What is called that names no part. */
const NO_PART = 'Other';

/** Says why a table cannot be divided as the fields want it. */
export function noParts(fields: Fields) {
  const another = 'Choose another source of parts in Shape, or none.';
  return refuse(
    'no-parts-column',
    headerPartsOf(fields)
      ? `The columns of this table do not have two header lines to take parts from. ${another}`
      : `There is no column “${shorten(fields.parts, 40)}” beside one of categories to take parts from. ${another}`,
  );
}
