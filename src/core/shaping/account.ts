import { type Column, cellText, encodeTexts, isBlankCell, textColumn } from '../table/column';
import { type DecimalMark, readNumber } from '../table/number-text';
import { profileTable } from '../table/profile';
import type { ReadTable } from '../table/reader';
import { findColumn, type Table } from '../table/table';
import { type AccountKind, accountKinds, inFilm, type ReadingAccount } from './account-words';
import type { Cube } from './cube';
import { type Fields, furtherRoles } from './fields';
import type { Preparer } from './preparation';
import { planShape } from './shape-cube';
import { inOrder, type Step } from './steps/step';

/** What became of a column of the file: what it is called now, whether it was stacked, or that a step took it away. */
interface Traced {
  readonly name: string;
  readonly stacked: boolean;
}

function trace(name: string, steps: readonly Step[]): Traced | null {
  let now: Traced = { name, stacked: false };
  for (const step of steps) {
    if (!step.on) continue;
    if (step.kind === 'rename-column' && step.column === now.name) now = { ...now, name: step.to };
    else if (step.kind === 'remove-columns' && step.columns.includes(now.name)) return null;
    else if (step.kind === 'join-columns' && step.columns.includes(now.name)) now = { ...now, name: step.into };
    else if (step.kind === 'stack-columns' && step.columns.includes(now.name)) now = { name: step.into, stacked: true };
  }
  return now;
}

/** Where a row of the file went. */
const GONE = 0;
const IN = 1;
const NO_PERIOD = 2;
const NO_NAME = 3;
const fates: Readonly<Record<number, AccountKind>> = {
  [GONE]: 'steps',
  [NO_PERIOD]: 'no-period',
  [NO_NAME]: 'no-name',
};

/** What the account of a table is drawn up from. */
export interface AccountInput {
  readonly read: ReadTable;
  readonly preparer: Preparer;
  readonly steps: readonly Step[];
  readonly fields: Fields;
  /** What was made of it; null where nothing could be. */
  readonly cube: Cube | null;
}

/**
 * Accounts for every cell of a file. Cost: O(rows) for each column of values, and the cells of rows that are left out.
 */
export function accountOf(input: AccountInput): ReadingAccount {
  const { read, steps, fields, preparer } = input;
  const counts = new Map<AccountKind, number>();
  const unused: string[] = [];
  const add = (kind: AccountKind, count: number) => count > 0 && counts.set(kind, (counts.get(kind) ?? 0) + count);
  const { names, above, below, comments, units, repeated } = read.aside;
  add('headers', names);
  add('around', above + below + comments + units + repeated);
  const source = read.table;
  const { table } = preparer.tableAfter(steps);
  const plan = input.cube && planShape(table, fields, { combine: null, decimalHint: read.decimalHint });
  const fate = plan ? fatesOf(source, table, plan, input.cube) : new Uint8Array(source.rowCount);
  const whole = fate.every((each) => each === IN);
  const inCube = new Set(input.cube?.categories);
  const values = new Map<string, boolean>();
  for (const { column, categoryOf } of plan?.columns ?? [])
    values.set(column.name, typeof categoryOf !== 'number' || inCube.has(plan?.names[categoryOf] ?? ''));
  const described = describedBy(fields, steps);
  const profiles = profileTable(source, read.decimalHint);
  const ordered = inOrder(steps);
  for (const [place, column] of source.columns.entries()) {
    const traced = trace(column.name, ordered);
    const filled = source.rowCount - (profiles[place]?.blankCount ?? 0);
    const kind = traced ? kindOf(traced, fields, values, described) : 'steps';
    if (!input.cube || kind === 'unused-column' || kind === 'steps') {
      if (filled > 0 && kind !== 'steps') unused.push(column.name);
      add(kind === 'steps' ? 'steps' : 'unused-column', filled);
      continue;
    }
    let left = filled;
    for (let row = 0; row < source.rowCount && !whole; row++) {
      const at = fate[row] ?? GONE;
      if (at === IN || isBlankCell(column, row)) continue;
      add(fates[at] ?? 'steps', 1);
      left--;
    }
    if (kind !== 'values') add(kind, left);
    else {
      const mark = fields.decimal === 'auto' ? (profiles[place]?.numbers.decimal ?? 'point') : fields.decimal;
      const after = traced && !traced.stacked && altersCells(steps) ? findColumn(table, traced.name) : null;
      const numbers = numbersOf(after ? asAltered(column, source, after, table) : column, fate, mark);
      add('unreadable', numbers.unreadable);
      add('missing', numbers.missing);
      // What a step reads as missing is left out by it.
      const emptied = left - numbers.filled;
      add('steps', emptied);
      add('values', left - emptied - numbers.unreadable - numbers.missing);
    }
  }
  const parts = accountKinds.flatMap((kind) => {
    const count = counts.get(kind) ?? 0;
    return count === 0 ? [] : [{ kind, count, ...(kind === 'unused-column' ? { columns: unused } : {}) }];
  });
  const sum = (kinds: typeof parts) => kinds.reduce((total, { count }) => total + count, 0);
  return { cells: sum(parts), used: sum(parts.filter(({ kind }) => inFilm.has(kind))), parts };
}

/** Columns that say something of the names, or that a step goes by. */
function describedBy(fields: Fields, steps: readonly Step[]): ReadonlySet<string> {
  const named = [fields.group, fields.colour, fields.picture, fields.parts];
  for (const step of steps) {
    if (!step.on) continue;
    if (step.kind === 'roll-up') named.push(step.into);
    if (step.kind === 'filter-rows') named.push(step.column);
    if (step.kind === 'measure') named.push(step.by);
  }
  return new Set(named.filter((name) => name !== ''));
}

function kindOf(
  { name, stacked }: Traced,
  fields: Fields,
  values: ReadonlyMap<string, boolean>,
  described: ReadonlySet<string>,
): AccountKind {
  if (values.has(name) || stacked) return values.get(name) === false ? 'steps' : 'values';
  if (name === fields.period) return 'periods';
  if (name === fields.category) return 'names';
  if (furtherRoles.some((role) => fields[role] === name)) return 'described';
  return described.has(name) ? 'described' : 'unused-column';
}

/** Where each row of the file went: whether it is in the film, and if not, why. */
function fatesOf(
  source: Table,
  table: Table,
  plan: NonNullable<ReturnType<typeof planShape>>,
  cube: Cube | null,
): Uint8Array {
  const fate = new Uint8Array(source.rowCount);
  // Rows that no step has moved stand where they stood; the others are looked up.
  let placeOf: Map<number, number> | null = null;
  const placeOfRow = (row: number): number | undefined => {
    const number = table.rowNumbers[row] ?? 0;
    if (source.rowNumbers[row] === number) return row;
    placeOf ??= new Map(Array.from(source.rowNumbers, (each, place) => [each, place]));
    return placeOf.get(number);
  };
  const sameGrain = cube !== null && cube.kind === plan.axis.kind;
  const keys = new Set(cube?.periods.map(({ key }) => key));
  const periodIn = plan.axis.periods.map(({ key }) => !sameGrain || keys.has(key));
  const known = new Set(cube?.categories);
  const nameIn = plan.names.map((name) => known.has(name));
  const [first] = plan.columns;
  for (let row = 0; row < table.rowCount; row++) {
    const place = placeOfRow(row);
    if (place === undefined) continue;
    const at = (places: Int32Array | number | undefined) =>
      typeof places === 'object' ? (places[row] ?? -1) : (places ?? -1);
    const whole = typeof first?.periodOf === 'number';
    const [period, category] = [at(first?.periodOf), at(first?.categoryOf)];
    const each = typeof first?.categoryOf === 'number';
    const found =
      !whole && period < 0
        ? NO_PERIOD
        : !each && category < 0
          ? NO_NAME
          : (whole || periodIn[period]) && (each || nameIn[category])
            ? IN
            : GONE;
    // A row that was stacked is in the film with any of its parts.
    if (fate[place] !== IN) fate[place] = found;
  }
  return fate;
}

const altersCells = (steps: readonly Step[]) =>
  steps.some(({ kind, on }) => on && ['recode', 'replace-text', 'edit-cells', 'tidy-text'].includes(kind));

/** A column of the file with what steps made of its cells; a cell that was blank in the file stays so. */
function asAltered(column: Column, source: Table, after: Column, table: Table): Column {
  const place = new Map(Array.from(table.rowNumbers, (number, row) => [number, row]));
  return encodeTexts(column.name, source.rowCount, (row) => {
    const now = place.get(source.rowNumbers[row] ?? 0);
    return now === undefined || isBlankCell(column, row) ? '' : cellText(after, now);
  });
}

/** Cells of rows in the film: how many hold something, and which of them are no numbers. */
function numbersOf(column: Column, fate: Uint8Array, mark: DecimalMark) {
  let [filled, missing, unreadable] = [0, 0, 0];
  const count = (text: string, times: number) => {
    if (text === '' || times === 0) return;
    filled += times;
    const { kind } = readNumber(text, mark);
    if (kind === 'missing') missing += times;
    if (kind === 'unreadable') unreadable += times;
  };
  if (column.kind === 'number') {
    for (let row = 0; row < column.values.length; row++)
      if (fate[row] === IN && !Number.isNaN(column.values[row] ?? Number.NaN)) filled++;
    for (const row of column.others.keys()) if (fate[row] === IN) count(cellText(column, row), 1);
    return { filled, missing, unreadable };
  }
  const { codes, texts } = textColumn(column);
  const times = new Uint32Array(texts.length);
  for (let row = 0; row < codes.length; row++)
    if (fate[row] === IN) times[codes[row] ?? 0] = (times[codes[row] ?? 0] ?? 0) + 1;
  for (const [code, text] of texts.entries()) count(text, times[code] ?? 0);
  return { filled, missing, unreadable };
}
