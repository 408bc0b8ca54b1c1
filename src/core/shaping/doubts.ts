import { type Column, cellText } from '../table/column';
import { type Issue, shorten } from '../table/issue';
import { readNumber } from '../table/number-text';
import { takeMagnitude } from '../table/number-units';
import { findColumn, type Table } from '../table/table';
import type { Cube } from './cube';
import { type Fields, fieldsOfShape } from './fields';

/** Money by sign and by letters is the same money. */
const money: Readonly<Record<string, string>> = {
  $: 'USD',
  US$: 'USD',
  '€': 'EUR',
  '£': 'GBP',
  '¥': 'JPY',
  '₹': 'INR',
  '₽': 'RUB',
  '₩': 'KRW',
  '₺': 'TRY',
};

/** Names of columns whose numbers are years, in some languages. */
const YEARS = /\b(year|yr|born|birth|died|founded|since|date|jahr|an|année|año|anno|ano|rok|år|vuosi|год)\b/iu;

/** Names of the end of a span. */
const ENDS = /^(?:to|until|till|end|from|start|bis|von|à|au|de|hasta|fino a|tot|till och med|til)$/i;
/** Of more columns nobody looks at each. */
const MOST_DRAWN = 500;

/**
 * What is doubtful in how a table was taken, although everything could be read: values in several units on one scale, years
 * taken as values, no column of dates at all.
 */
export function doubtsOf(table: Table, fields: Fields, cube: Pick<Cube, 'kind'>): Issue[] {
  const roles = fieldsOfShape[fields.shape];
  const value = roles.includes('value') ? findColumn(table, fields.value) : null;
  const found = value ? [mixedUnits(table, value), yearsAsValues(value)] : [];
  const periods = cube.kind === 'text' && roles.includes('period') ? findColumn(table, fields.period) : null;
  if (periods) found.push(noDates(periods, fields.shape === 'single'));
  if (fields.shape === 'periods-down') found.push(...yearsBeside(table, fields));
  found.push(tablesBeside(table));
  return found.filter((issue) => issue !== null);
}

function mixedUnits(table: Table, column: Column): Issue | null {
  if (column.kind === 'number') return null;
  const units = new Map<string, { readonly shown: string; readonly row: number }>();
  for (let row = 0; row < table.rowCount; row++) {
    const raw = cellText(column, row);
    const point = readNumber(raw, 'point');
    const reading = point.kind === 'value' ? point : readNumber(raw, 'comma');
    if (reading.kind !== 'value') continue;
    // “850k” beside “1.2m” may be thousands beside millions, or beside metres.
    const scaled = reading.unit === '' ? takeMagnitude(raw.trim()).power : 0;
    if (reading.unit === '' && scaled === 0) continue;
    const unit = scaled > 0 ? 'magnitude' : (money[reading.unit] ?? reading.unit);
    if (!units.has(unit)) units.set(unit, { shown: reading.unit || raw.trim(), row });
  }
  const [first, second] = [...units.values()];
  if (!first || !second) return null;
  const names = [...units.values()].map(({ shown }) => shown).join(', ');
  return {
    code: 'mixed-units',
    severity: 'warning',
    row: table.rowNumbers[second.row] ?? 0,
    column: column.name,
    raw: shorten(cellText(column, second.row)),
    message: `“${shorten(column.name, 40)}” holds values in several units (${names}), and all of them are drawn on one scale. Keep one of them with a filter in Shape, or convert them in the file.`,
  };
}

/** Two whole numbers at least, all of which lie where years do. */
function holdsYears(column: Column): boolean {
  const texts = column.kind === 'number' ? [...column.values].filter(Number.isFinite).map(String) : column.texts;
  const filled = texts.filter((text) => text.trim() !== '');
  return filled.length >= 2 && filled.every((text) => /^\s*(1[5-9]|20)\d\d\s*$/.test(text));
}

/** Whole numbers of four digits that all lie where years do, under a name that says so. */
function yearsAsValues(column: Column): Issue | null {
  if (!YEARS.test(column.name)) return null;
  if (!holdsYears(column)) return null;
  return {
    code: 'years-as-values',
    severity: 'warning',
    column: column.name,
    message: `“${shorten(column.name, 40)}” is taken as the value, and holds years. A chart of it would draw years as amounts: choose the column of values in Shape.`,
  };
}

/** Columns of years among those that are drawn: the end of a span, for instance. */
function yearsBeside(table: Table, fields: Fields): Issue[] {
  const drawn = table.columns.filter(({ name }) => name !== fields.period);
  if (drawn.length < 2 || drawn.length > MOST_DRAWN) return [];
  return drawn
    .filter((column) => (YEARS.test(column.name) || ENDS.test(column.name.trim())) && holdsYears(column))
    .map((column) => ({
      code: 'years-as-values',
      severity: 'warning',
      column: column.name,
      columns: [column.name],
      message: `“${shorten(column.name, 40)}” holds years, and is drawn as one of the categories. Leave it out.`,
    }));
}

/** Columns with the name of another, whose rows are of something else: tables side by side, whose rows only seem to belong together. */
function tablesBeside(table: Table): Issue | null {
  if (table.columns.length > MOST_DRAWN) return null;
  const again = table.columns.flatMap((column) => {
    const [, name] = /^(.+) \(\d+\)$/.exec(column.name) ?? [];
    const first = name === undefined ? null : findColumn(table, name);
    return first && first.kind === 'text' && column.kind === 'text' && differ(table, first, column)
      ? [{ first, column }]
      : [];
  });
  const [found] = again;
  if (!found) return null;
  const { first, column } = found;
  return {
    code: 'tables-beside',
    severity: 'warning',
    column: column.name,
    message: `“${shorten(first.name, 40)}” comes again as “${shorten(column.name, 40)}”, with other names in the same rows. These look like tables beside each other, whose rows do not belong together: keep one of them in a file, or put them below each other.`,
  };
}

/** Are two columns of names mostly different, row by row? */
function differ(table: Table, a: Column, b: Column): boolean {
  let [both, other] = [0, 0];
  for (let row = 0; row < table.rowCount; row++) {
    const [left, right] = [cellText(a, row), cellText(b, row)];
    if (left === '' || right === '' || readNumber(left).kind === 'value') continue;
    both++;
    if (left !== right) other++;
  }
  return both >= 2 && other > both * 0.2;
}

/** Texts with numbers in them (“Round 3”) count on by themselves; others may be names. @param alone There is no other column of names. */
function noDates(periods: Column, alone: boolean): Issue | null {
  const texts = periods.kind === 'number' ? [] : periods.texts.filter((text) => text.trim() !== '');
  if (texts.filter((text) => /\d/.test(text)).length * 2 > texts.length) return null;
  return {
    code: 'no-dates',
    severity: alone ? 'warning' : 'note',
    column: periods.name,
    message: `No column holds dates or years, so each text of “${shorten(periods.name, 40)}” is taken as a moment, in the order of the file. If these are names, the table has nothing over time: choose another column as the period in Shape.`,
  };
}
