import { type Column, cellText, isBlankCell, textColumn } from '../table/column';
import { type Issue, type Outcome, refuse, shorten } from '../table/issue';
import { readNumbers } from '../table/number-column';
import type { DecimalMark } from '../table/number-text';
import type { PeriodKind } from '../table/periods/period';
import { profileTable } from '../table/profile';
import { IssueList } from '../table/reader';
import { findColumn, type Table } from '../table/table';
import { CellGatherer, type Combine } from './combine';
import type { Cube } from './cube';
import { type Fields, fieldsOfShape } from './fields';
import { noteDisorder } from './note-disorder';
import { axisOfColumn, axisOfNames, datesQuestion, type PeriodAxis } from './period-axis';

/** The most cells a cube may have; beyond it a browser tab runs out of memory. */
export const MAX_CUBE_CELLS = 60_000_000;

/** What besides the fields decides the cube. */
export interface ShapeOptions {
  /** How rows of one period and category become one value; null when nobody has chosen: added up, and said. */
  readonly combine: Combine | null;
  /** The decimal mark that the file makes likely. */
  readonly decimalHint: DecimalMark | null;
}

const periodWords: Record<PeriodKind, string> = {
  year: 'a year',
  quarter: 'a quarter such as 2004 Q3',
  month: 'a month such as 2004-08',
  week: 'a week such as 2004-W31',
  day: 'a day such as 2004-08-01',
  time: 'a date with a time',
  number: 'a number',
  text: 'a period',
};

/** The cells of one value column on their way into the cube. */
interface ValueColumn {
  readonly column: Column;
  /** Period of each row, or one for all rows; category likewise. */
  readonly periodOf: Int32Array | number;
  readonly categoryOf: Int32Array | number;
}

/**
 * Turns a table into values by period and category. Several rows for one period and category are combined, and
 * that is said where nobody has chosen how; cells that cannot be read are left absent and listed one by one.
 */
export function shapeCube(
  table: Table,
  fields: Fields,
  options: ShapeOptions = { combine: null, decimalHint: null },
): Outcome<Cube> {
  if (fieldsOfShape[fields.shape].every((role) => fields[role] === '')) return noLayout(table, options);
  for (const role of fieldsOfShape[fields.shape]) {
    if (findColumn(table, fields[role])) continue;
    const message = fields[role]
      ? `There is no column called “${shorten(fields[role], 40)}” to take the ${role} from. Choose another one in Shape.`
      : `No column is chosen for the ${role}. Choose one in Shape.`;
    return refuse(`no-${role}-column`, message);
  }
  const list = new IssueList();
  const names = new NameList();
  const plan = planOf(table, fields, options, names, list);
  if (plan.axis.periods.length === 0) {
    return refuse('no-periods', 'No period could be read. Choose the column that holds the years or dates in Shape.');
  }
  if (plan.axis.periods.length * names.names.length > MAX_CUBE_CELLS) {
    const size = `${plan.axis.periods.length} periods by ${names.names.length} categories`;
    return refuse('too-large', `${size} is more than fits in memory. Keep fewer categories or coarser periods.`);
  }
  const values = fill(table, plan, fields, options, names.names, list);
  if (!values) return { ok: false, issues: [...refuse('no-values', noValues(fields)).issues, ...list.finish()] };
  const colours = textsOf(table, fields, fields.colour, names.names);
  const pictures = textsOf(table, fields, fields.picture, names.names);
  const cube: Cube = {
    kind: plan.axis.kind,
    periods: plan.axis.periods,
    categories: names.names,
    values,
    ...(colours ? { colours } : {}),
    ...(pictures ? { pictures } : {}),
  };
  return { ok: true, value: cube, issues: list.finish() };
}

/** Nothing was recognised: says what the table would need. */
function noLayout(table: Table, options: ShapeOptions) {
  const what =
    table.columns.length === 1
      ? 'The table has a single column.'
      : profileTable(table, options.decimalHint).some(({ numberShare }) => numberShare >= 0.5)
        ? 'No column of names or periods stands beside the numbers.'
        : 'No column holds numbers.';
  const need =
    'A chart needs periods (years or dates) and numbers, and usually names. Choose columns in Shape, or another file in Gather.';
  return refuse('no-layout', `${what} ${need}`);
}

function noValues(fields: Fields): string {
  return fields.value !== ''
    ? `The column “${shorten(fields.value, 40)}” has no number that can be read. Choose the column with the values in Shape.`
    : 'No column has a number that can be read. The table needs at least one number for each period.';
}

/** Category names in the order in which they first come. */
class NameList {
  readonly names: string[] = [];
  private readonly places = new Map<string, number>();

  place(name: string): number {
    const known = this.places.get(name);
    if (known !== undefined) return known;
    this.places.set(name, this.names.length);
    this.names.push(name);
    return this.names.length - 1;
  }
}

interface Plan {
  readonly axis: PeriodAxis;
  readonly columns: readonly ValueColumn[];
}

function planOf(table: Table, fields: Fields, options: ShapeOptions, names: NameList, list: IssueList): Plan {
  if (fields.shape === 'periods-across') return planAcross(table, fields, options, names, list);
  const periodColumn = findColumn(table, fields.period) as Column;
  const axis = axisOfColumn(periodColumn, fields.periodsAs, table.rowNumbers);
  listUnreadablePeriods(table, periodColumn, axis, list);
  const question = datesQuestion(axis.notation, periodColumn.name);
  if (question) list.add(question);
  if (fields.shape === 'periods-down') return planDown(table, fields, options, axis, names, list);
  const column = findColumn(table, fields.value) as Column;
  if (fields.shape === 'single') {
    return { axis, columns: [{ column, periodOf: axis.indexOf, categoryOf: names.place(column.name) }] };
  }
  const category = findColumn(table, fields.category) as Column;
  const categoryOf = categoriesOfRows(category, table, axis.indexOf, names, list);
  noteDisorder(table, periodColumn, axis, categoryOf, list);
  return { axis, columns: [{ column, periodOf: axis.indexOf, categoryOf }] };
}

function listUnreadablePeriods(table: Table, column: Column, axis: PeriodAxis, list: IssueList): void {
  for (let row = 0; row < axis.indexOf.length; row++) {
    if ((axis.indexOf[row] ?? -1) >= 0) continue;
    list.addLazily('unreadable-period', () => {
      const raw = cellText(column, row);
      const what = raw === '' ? 'is blank' : `is not ${periodWords[axis.kind]}`;
      return {
        code: 'unreadable-period',
        severity: 'warning',
        row: table.rowNumbers[row] ?? 0,
        column: column.name,
        raw: shorten(raw),
        message: `This cell ${what}, so its row is left out.`,
      };
    });
  }
}

function planDown(
  table: Table,
  fields: Fields,
  options: ShapeOptions,
  axis: PeriodAxis,
  names: NameList,
  list: IssueList,
): Plan {
  const columns: ValueColumn[] = [];
  for (const [index, profile] of profileTable(table, options.decimalHint).entries()) {
    const column = table.columns[index];
    if (!column || column.name === fields.period || column.name === fields.group) continue;
    if (profile.numberShare < 0.5) {
      const message = 'Fewer than half of the cells in this column are numbers, so it is left out.';
      const raw = '';
      const row = 1;
      list.add({ code: 'column-left-out', severity: 'note', row, column: shorten(column.name), raw, message });
    } else columns.push({ column, periodOf: axis.indexOf, categoryOf: names.place(column.name) });
  }
  return { axis, columns };
}

function planAcross(table: Table, fields: Fields, options: ShapeOptions, names: NameList, list: IssueList): Plan {
  const category = findColumn(table, fields.category) as Column;
  const numeric = profileTable(table, options.decimalHint)
    .filter(({ name, numberShare }) => name !== category.name && numberShare >= 0.5)
    .map(({ name }) => name);
  const headers = table.columns.map(({ name }) => (name === category.name ? '' : name));
  const axis = axisOfNames(headers, fields.periodsAs, new Set(numeric));
  const question = datesQuestion(axis.notation, '');
  if (question) list.add(question);
  const categoryOf = categoriesOfRows(category, table, null, names, list);
  const columns = table.columns.flatMap((column, index): ValueColumn[] => {
    const period = axis.indexOf[index] ?? -1;
    return period >= 0 ? [{ column, periodOf: period, categoryOf }] : [];
  });
  return { axis, columns };
}

/** Category of each row in order of appearance; -1 where it is blank. Rows without a period name none. */
function categoriesOfRows(
  column: Column,
  table: Table,
  periodOf: Int32Array | null,
  names: NameList,
  list: IssueList,
): Int32Array {
  const { texts, codes } = textColumn(column);
  const placeOf = new Int32Array(texts.length).fill(-1);
  const categoryOf = new Int32Array(table.rowCount).fill(-1);
  for (let row = 0; row < table.rowCount; row++) {
    if (periodOf && (periodOf[row] ?? -1) < 0) continue;
    const code = codes[row] ?? 0;
    if (code === 0) {
      list.addLazily('blank-category', () => ({
        code: 'blank-category',
        severity: 'warning',
        row: table.rowNumbers[row] ?? 0,
        column: column.name,
        raw: '',
        message: 'This row names no category, so it is left out.',
      }));
      continue;
    }
    if ((placeOf[code] ?? -1) < 0) placeOf[code] = names.place(texts[code] ?? '');
    categoryOf[row] = placeOf[code] ?? -1;
  }
  return categoryOf;
}

/** Gathers the values of all columns; null where there is none. */
function fill(
  table: Table,
  plan: Plan,
  fields: Fields,
  options: ShapeOptions,
  names: readonly string[],
  list: IssueList,
): Float64Array | null {
  const width = names.length;
  const gatherer = new CellGatherer(plan.axis.periods.length * width, options.combine ?? 'sum');
  const profiles = new Map(profileTable(table, options.decimalHint).map((profile) => [profile.name, profile]));
  let any = false;
  for (const { column, periodOf, categoryOf } of plan.columns) {
    const numbers = profiles.get(column.name)?.numbers;
    const decimal = fields.decimal === 'auto' ? (numbers?.decimal ?? 'point') : fields.decimal;
    if (fields.decimal === 'auto' && numbers && !numbers.decided) list.add(numbersQuestion(column.name, numbers.why));
    const { values, unreadable } = readNumbers(column, decimal);
    for (const row of unreadable) {
      const used = at(periodOf, row) >= 0 && at(categoryOf, row) >= 0;
      if (used) list.addLazily('unreadable-number', () => unreadableNumber(table, column, row));
    }
    for (let row = 0; row < table.rowCount; row++) {
      const value = values[row] ?? Number.NaN;
      const [period, category] = [at(periodOf, row), at(categoryOf, row)];
      if (period < 0 || category < 0 || Number.isNaN(value)) continue;
      any = true;
      const cell = period * width + category;
      const fits = gatherer.add(cell, value);
      if (fits && (options.combine !== null || gatherer.countOf(cell) < 2)) continue;
      list.addLazily('repeated-row', () => {
        const where = `${shorten(names[category] ?? '', 40)} in ${plan.axis.periods[period]?.key}`;
        return repeatedRow(table, column, row, where, fits);
      });
    }
  }
  return any ? gatherer.finish() : null;
}

const at = (places: Int32Array | number, row: number) => (typeof places === 'number' ? places : (places[row] ?? -1));

function numbersQuestion(column: string, why: string): Issue {
  const message = `In this column ${why}. Say in Shape whether the comma or the point marks the decimals.`;
  return { code: 'ambiguous-numbers', severity: 'warning', column, message };
}

/** What spreadsheets write into a cell of which the formula failed. */
const spreadsheetError = /^#(REF!|DIV\/0!|VALUE!|NAME\?|NUM!|NULL!|SPILL!|CALC!|ERROR!)|^Err:\d+$/i;

function unreadableNumber(table: Table, column: Column, row: number): Issue {
  const raw = shorten(cellText(column, row));
  const isError = spreadsheetError.test(raw);
  return {
    code: isError ? 'error-cell' : 'unreadable-number',
    severity: 'warning',
    row: table.rowNumbers[row] ?? 0,
    column: column.name,
    raw,
    message: isError
      ? 'This cell holds an error of the spreadsheet, so its value is absent. Mend its formula there.'
      : 'This cell cannot be read as a number, so its value is absent. Write a plain number such as 1234.5.',
  };
}

function repeatedRow(table: Table, column: Column, row: number, where: string, fits: boolean): Issue {
  const message = fits
    ? `Another row for ${where}; the values are added up. Say in Shape how repeated rows are combined.`
    : `Another row for ${where}; the sum is too large for a number, so this row is left out.`;
  const raw = shorten(cellText(column, row));
  return {
    code: 'repeated-row',
    severity: 'warning',
    row: table.rowNumbers[row] ?? 0,
    column: column.name,
    raw,
    message,
  };
}

/** The text of a describing column for each category: the first that is not blank; null where there is no such column. */
function textsOf(table: Table, fields: Fields, name: string, names: readonly string[]): string[] | null {
  const described = name === '' ? null : findColumn(table, name);
  const category = fields.category === '' ? null : findColumn(table, fields.category);
  if (!described || !category) return null;
  const found = new Map<string, string>();
  for (let row = 0; row < table.rowCount; row++) {
    const text = cellText(category, row);
    if (!found.has(text) && !isBlankCell(described, row)) found.set(text, cellText(described, row));
  }
  return names.map((each) => found.get(each) ?? '');
}
