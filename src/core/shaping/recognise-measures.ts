import { recognisePeriods } from '../table/periods/recognise-periods';
import type { ColumnProfile } from '../table/profile';
import { fieldsOf } from './fields';
import { lowerHeadersAreParts, measureNames } from './header-parts';
import { type Measures, measuresOf } from './measure-headers';
import { headed } from './recognise-headers';
import { mostDetailed, type ShapeRecogniser, type TableProfile } from './table-profile';

const named = (table: TableProfile, columns: readonly ColumnProfile[]) =>
  columns.map(({ name }) => {
    const headers = table.headersOf(name);
    return headers ? { name, headers } : { name };
  });

const listed = (names: readonly string[]) => names.map((name) => `“${name}”`).join(', ');

/** Of the columns of numbers so many hold a measure, or the names are alike by chance. */
const MOST_OF = 0.8;

/** One row per category, and for each of several measures a column per period. */
export const recogniseMeasuresAcross: ShapeRecogniser = (table) => {
  const numbers = table.columns.filter(({ numberShare }) => numberShare >= 0.5);
  // What adds up is parts rather than measures.
  if (lowerHeadersAreParts(headed(table, numbers))) return null;
  const measures = measuresOf({ shape: 'periods-across', parts: '' }, named(table, numbers));
  const category = mostDetailed(table.columns.filter(({ name }) => !measures?.ofColumn.has(name)));
  if (!measures || !category || measures.ofColumn.size < numbers.length * MOST_OF) return null;
  return {
    fields: fieldsOf({ shape: 'periods-across', category: category.name, value: measures.names[0] ?? '' }),
    score: 0.96,
    why: `the column names hold periods of several measures: ${listed(measures.names)}`,
  };
};

/** One row per period, and for each of several measures a column per category. */
export const recogniseMeasuresDown: ShapeRecogniser = (table) => {
  const period = table.columns.find(({ periodShare, distinctCount }) => {
    return periodShare >= 0.6 && distinctCount >= table.rowCount * 0.9;
  });
  if (!period) return null;
  const numbers = table.columns.filter((each) => each !== period && each.numberShare >= 0.5);
  const measures = measuresOf({ shape: 'periods-down', parts: '' }, named(table, numbers));
  if (!measures || !areMeasures(measures, numbers)) return null;
  return {
    fields: fieldsOf({ shape: 'periods-down', period: period.name, value: measures.names[0] ?? '' }),
    score: 0.85,
    why: `each period in “${period.name}” has one row, and the columns beside it hold several measures: ${listed(measures.names)}`,
  };
};

/** Do names or units say that what stands side by side is measured differently, and not merely of another kind? */
function areMeasures({ names, ofColumn }: Measures, columns: readonly ColumnProfile[]): boolean {
  if (columns.some(({ name }) => recognisePeriods([name]))) return false;
  const units = names.map((measure) => {
    const own = columns.filter(({ name }) => ofColumn.get(name)?.measure === measure).map(({ unit }) => unit);
    return new Set(own).size === 1 ? own[0] : undefined;
  });
  return new Set(units).size > 1 || names.some((name) => measureNames.test(name));
}
