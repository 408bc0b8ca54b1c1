import { type Column, cellText, isBlankCell, textColumn } from '../table/column';
import { type Outcome, refuse, shorten } from '../table/issue';
import { readNumbers } from '../table/number-column';
import { profileTable } from '../table/profile';
import { IssueList } from '../table/reader';
import { findColumn, type Table } from '../table/table';
import { CellGatherer } from './combine';
import type { Cube } from './cube';
import { doubtsOf } from './doubts';
import { type Fields, fieldsOfShape } from './fields';
import { headerPartsOf, splitHeader } from './header-parts';
import { type Measures, measuresOfTable } from './measures-of-table';
import { NameList } from './name-list';
import { noteDisorder } from './note-disorder';
import { type CubeParts, sumOfParts } from './parts';
import { axisOfColumn, axisOfNames, datesQuestion, type PeriodAxis } from './period-axis';
import { furtherValues } from './shape-further';
import {
  listUnreadablePeriods,
  markIssues,
  noLayout,
  noPeriodName,
  noValues,
  numbersQuestion,
  repeatedRow,
  unreadableNumber,
} from './shape-issues';
import type { ShapeOptions } from './shape-options';
import { noParts, type Pairs, pairsOf } from './shape-parts';

/** The most cells a cube may have; beyond it a browser tab runs out of memory. */
export const MAX_CUBE_CELLS = 60_000_000;

/** The cells of one value column on their way into the cube. */
export interface ValueColumn {
  readonly column: Column;
  /** Period of each row, or one for all rows; category likewise. */
  readonly periodOf: Int32Array | number;
  readonly categoryOf: Int32Array | number;
  /** The part that all of it is, where a header line says so; `''` where none does. */
  readonly part?: string;
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
  const first = shapeFirst(table, fields, options);
  const shaped = first.ok ? { ...first, issues: [...doubtsOf(table, fields, first.value), ...first.issues] } : first;
  if (!shaped.ok || (fields.second === '' && fields.third === '')) return shaped;
  const { further, issues } = furtherValues({ table, fields, options, shapeFirst }, shaped.value);
  return { ok: true, value: { ...shaped.value, further }, issues: [...shaped.issues, ...issues] };
}

/** The cube without further values. */
function shapeFirst(table: Table, fields: Fields, options: ShapeOptions): Outcome<Cube> {
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
  const shaping = { table, fields, options, names, list };
  const plan = planOf(shaping);
  if (plan.axis.periods.length === 0) {
    return refuse('no-periods', 'No period could be read. Choose the column that holds the years or dates in Shape.');
  }
  if (plan.axis.periods.length * names.names.length > MAX_CUBE_CELLS) {
    const size = `${plan.axis.periods.length} periods by ${names.names.length} categories`;
    return refuse('too-large', `${size} is more than fits in memory. Keep fewer categories or coarser periods.`);
  }
  const pairs = fields.parts === '' ? null : pairsOf(table, fields, plan.columns);
  if (fields.parts !== '' && !pairs) return noParts(fields);
  if (pairs && plan.axis.periods.length * pairs.list.length > MAX_CUBE_CELLS) {
    const size = `${plan.axis.periods.length} periods by ${pairs.list.length} parts of categories`;
    return refuse('too-large', `${size} is more than fits in memory. Keep fewer categories or coarser periods.`);
  }
  const made = pairs ? fillPairs(shaping, plan, pairs) : { values: fill(shaping, plan, names.names) };
  const { values } = made;
  if (!values) return { ok: false, issues: [...refuse('no-values', noValues(fields)).issues, ...list.finish()] };
  const colours = textsOf(table, fields, fields.colour, names.names);
  const pictures = textsOf(table, fields, fields.picture, names.names);
  const cube: Cube = {
    kind: plan.axis.kind,
    periods: plan.axis.periods,
    categories: names.names,
    values,
    ...('parts' in made && made.parts ? { parts: made.parts } : {}),
    ...(colours ? { colours } : {}),
    ...(pictures ? { pictures } : {}),
  };
  return { ok: true, value: cube, issues: list.finish() };
}

/** The periods of a table, its columns of values, and whose values they are. */
export interface Plan {
  readonly axis: PeriodAxis;
  readonly columns: readonly ValueColumn[];
}

/** What is shaped, and what was found on the way: the names of the categories, and problems. */
interface Shaping {
  readonly table: Table;
  readonly fields: Fields;
  readonly options: ShapeOptions;
  readonly names: NameList;
  readonly list: IssueList;
}

/** Which cells of a table are values, and of what; null where a column that the fields need is gone. */
export function planShape(
  table: Table,
  fields: Fields,
  options: ShapeOptions,
): (Plan & { readonly names: readonly string[] }) | null {
  const roles = fieldsOfShape[fields.shape];
  if (roles.some((role) => !findColumn(table, fields[role]))) return null;
  const names = new NameList();
  const plan = planOf({ table, fields, options, names, list: new IssueList() });
  return { ...plan, names: names.names };
}

function planOf(shaping: Shaping): Plan {
  const { table, fields, names, list } = shaping;
  if (fields.shape === 'periods-across') return planAcross(shaping);
  const periodColumn = findColumn(table, fields.period) as Column;
  const axis = axisOfColumn(periodColumn, fields.periodsAs, table.rowNumbers);
  listUnreadablePeriods(table, periodColumn, axis, list);
  const question = datesQuestion(axis.notation, periodColumn.name);
  if (question) list.add(question);
  if (fields.shape === 'periods-down') return planDown(shaping, axis);
  const column = findColumn(table, fields.value) as Column;
  if (fields.shape === 'single') {
    return { axis, columns: [{ column, periodOf: axis.indexOf, categoryOf: names.place(column.name) }] };
  }
  const category = findColumn(table, fields.category) as Column;
  const categoryOf = categoriesOfRows(shaping, category, axis.indexOf);
  noteDisorder({ table, column: periodColumn, axis, categoryOf }, list);
  return { axis, columns: [{ column, periodOf: axis.indexOf, categoryOf }] };
}

function planDown({ table, fields, options, names, list }: Shaping, axis: PeriodAxis): Plan {
  const columns: ValueColumn[] = [];
  const from = headerPartsOf(fields);
  const measured = chosenMeasure(table, fields);
  for (const [index, profile] of profileTable(table, options.decimalHint).entries()) {
    const column = table.columns[index];
    if (!column || column.name === fields.period || column.name === fields.group) continue;
    const own = measured?.(column.name);
    if (measured && own === undefined) continue;
    if (profile.numberShare < 0.5) {
      const message = 'Fewer than half of the cells in this column are numbers, so it is left out.';
      const raw = '';
      const row = 1;
      list.add({ code: 'column-left-out', severity: 'note', row, column: shorten(column.name), raw, message });
      continue;
    }
    const { name, part } = splitHeader(column, from);
    columns.push({ column, periodOf: axis.indexOf, categoryOf: names.place(own ?? name), part });
  }
  return { axis, columns };
}

function planAcross(shaping: Shaping): Plan {
  const { table, fields, options, list } = shaping;
  const category = findColumn(table, fields.category) as Column;
  const numeric = profileTable(table, options.decimalHint)
    .filter(({ name, numberShare }) => name !== category.name && numberShare >= 0.5)
    .map(({ name }) => name);
  const from = headerPartsOf(fields);
  const measured = chosenMeasure(table, fields);
  const split = table.columns.map((column) =>
    measured ? { name: measured(column.name) ?? '', part: '' } : splitHeader(column, from),
  );
  const called = new Map(table.columns.map((column, i) => [column.name, split[i]?.name ?? '']));
  const headers = split.map(({ name }, i) => (table.columns[i] === category ? '' : name));
  const axis = axisOfNames(headers, fields.periodsAs, new Set(numeric.map((name) => called.get(name) ?? name)));
  const question = datesQuestion(axis.notation, '');
  if (question) list.add(question);
  const categoryOf = categoriesOfRows(shaping, category, null);
  for (const [index, name] of headers.entries()) {
    // What describes the names is no loss; a column of numbers beside the periods may be one of them, written wrongly.
    if (name === '' || (axis.indexOf[index] ?? -1) >= 0 || !numeric.includes(table.columns[index]?.name ?? ''))
      continue;
    list.add(noPeriodName(table.columns[index]?.name ?? '', axis.kind));
  }
  const columns = table.columns.flatMap((column, index): ValueColumn[] => {
    const period = axis.indexOf[index] ?? -1;
    return period >= 0 ? [{ column, periodOf: period, categoryOf, part: split[index]?.part ?? '' }] : [];
  });
  return { axis, columns };
}

/** Of a wide table with several measures, what a column of the chosen one holds; null where all columns are taken. */
function chosenMeasure(table: Table, fields: Fields): ((column: string) => string | undefined) | null {
  const measures: Measures | null = fields.value === '' ? null : measuresOfTable(table, fields);
  if (!measures?.names.includes(fields.value)) return null;
  return (column) => {
    const measured = measures.ofColumn.get(column);
    return measured?.measure === fields.value ? measured.rest : undefined;
  };
}

/** Category of each row in order of appearance; -1 where it is blank. Rows without a period name none. */
function categoriesOfRows({ table, names, list }: Shaping, column: Column, periodOf: Int32Array | null): Int32Array {
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

/** Gathers the values of the parts; those of the categories are their sums. */
function fillPairs(shaping: Shaping, plan: Plan, pairs: Pairs): { values: Float64Array | null; parts?: CubeParts } {
  const { names } = shaping.names;
  const called = pairs.list.map(([category, part]) => `${names[category] ?? ''}, ${pairs.names[part] ?? ''}`);
  const columns = plan.columns.map((column, i) => ({ ...column, categoryOf: pairs.ofColumn[i] ?? -1 }));
  const values = fill(shaping, { ...plan, columns }, called);
  if (!values) return { values };
  const parts: CubeParts = { names: pairs.names, pairs: pairs.list, values };
  return { values: sumOfParts(parts, plan.axis.periods.length, names.length), parts };
}

/** Gathers the values of all columns; null where there is none. @param names Whose values they are, by place. */
function fill({ table, fields, options, list }: Shaping, plan: Plan, names: readonly string[]): Float64Array | null {
  const width = names.length;
  const gatherer = new CellGatherer(plan.axis.periods.length * width, options.combine ?? 'sum');
  const profiles = new Map(profileTable(table, options.decimalHint).map((profile) => [profile.name, profile]));
  let any = false;
  for (const { column, periodOf, categoryOf } of plan.columns) {
    const numbers = profiles.get(column.name)?.numbers;
    const decimal = fields.decimal === 'auto' ? (numbers?.decimal ?? 'point') : fields.decimal;
    if (fields.decimal === 'auto' && numbers && !numbers.decided) list.add(numbersQuestion(column.name, numbers.why));
    const { values, unreadable } = readNumbers(column, decimal);
    for (const issue of markIssues(table, column, decimal)) list.add(issue);
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
        return repeatedRow(table, { column, row, where, fits });
      });
    }
  }
  return any ? gatherer.finish() : null;
}

const at = (places: Int32Array | number, row: number) => (typeof places === 'number' ? places : (places[row] ?? -1));

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
