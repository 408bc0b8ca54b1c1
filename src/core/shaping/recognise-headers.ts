import { recognisePeriods } from '../table/periods/recognise-periods';
import type { ColumnProfile } from '../table/profile';
import { fieldsOf } from './fields';
import { type HeadedColumn, lowerHeadersAreParts } from './header-parts';
import { mostDetailed, type ShapeRecogniser, type TableProfile } from './table-profile';

/** Fields of a table whose lower header line names parts. */
export const lowerLine = { parts: 'lower-header' } as const;
export const dividedWhy = '; the lower of two header lines divides each name of the upper one into parts';

/** The columns with their two header lines; none where one of them has just one. */
export function headed(table: TableProfile, columns: readonly ColumnProfile[]): HeadedColumn[] {
  const found = columns.flatMap((profile) => {
    const headers = table.headersOf(profile.name);
    return headers ? [{ headers, profile }] : [];
  });
  return found.length === columns.length ? found : [];
}

/** One row per category, a column per period and part: periods in the upper of two header lines. */
export const recogniseHeadedPeriods: ShapeRecogniser = (table) => {
  const columns = table.columns.filter(({ name }) => table.headersOf(name));
  const uppers = columns.map(({ name }) => table.headersOf(name)?.[0] ?? '');
  const found = recognisePeriods(uppers);
  const category = mostDetailed(table.columns.filter(({ name }) => !table.headersOf(name)));
  if (!category || !found || found.readings.some((reading) => reading === null)) return null;
  if (!lowerHeadersAreParts(headed(table, columns))) return null;
  return {
    fields: fieldsOf({ shape: 'periods-across', category: category.name, ...lowerLine }),
    score: 0.95,
    why: `the upper of two header lines holds periods, from ${uppers[0]} to ${uppers.at(-1)}, and the lower one divides them into parts`,
  };
};
