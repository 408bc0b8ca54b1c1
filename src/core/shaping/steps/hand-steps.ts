import { BitSet } from '../../table/bit-set';
import {
  blankColumn,
  type Column,
  cellText,
  coderOf,
  gather,
  mapTexts,
  renamed,
  type TextColumn,
  textColumn,
} from '../../table/column';
import { shorten } from '../../table/issue';
import { readNumber } from '../../table/number-text';
import { profileColumn } from '../../table/profile';
import { findColumn, freeName, keepRows, type Table, takeRows, withColumn } from '../../table/table';
import type { CellEdit, HandStep, StepOf } from './step';
import { doesNotFit, misfit, missingColumns, type StepResult } from './step-result';

type Apply<S> = (table: Table, step: S) => StepResult;
type Appliers = { readonly [K in HandStep['kind']]: Apply<StepOf<K>> };

const done = (table: Table): StepResult => ({ table, issues: [] });

/** Places of the rows with these numbers; numbers that are not there are left out. */
function placesOf(table: Table, numbers: ReadonlySet<number>): Map<number, number> {
  const places = new Map<number, number>();
  const { rowNumbers } = table;
  for (let row = 0; row < table.rowCount && places.size < numbers.size; row++) {
    const number = rowNumbers[row] ?? 0;
    if (numbers.has(number)) places.set(number, row);
  }
  return places;
}

/** Rows of a file ascend, so most places are found by halving; moved and added rows are looked for one by one. */
export function placeOfRow(table: Table, number: number): number {
  let [low, high] = [0, table.rowCount - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((table.rowNumbers[middle] ?? 0) < number) low = middle + 1;
    else high = middle;
  }
  return table.rowNumbers[low] === number ? low : table.rowNumbers.indexOf(number);
}

function editCells(table: Table, { cells }: StepOf<'edit-cells'>): StepResult {
  const byColumn = new Map<string, CellEdit[]>();
  for (const edit of cells) byColumn.set(edit.column, [...(byColumn.get(edit.column) ?? []), edit]);
  const gone = missingColumns(table, [...byColumn.keys()]);
  const issues = gone ? [misfit(gone)] : [];
  let next = table;
  for (const [name, edits] of byColumn) {
    const index = table.columns.findIndex((column) => column.name === name);
    const column = table.columns[index];
    if (!column) continue;
    const { changed, lost } = editColumn(column, table, edits);
    next = withColumn(next, index, changed);
    for (const { row, was } of lost) {
      const raw = shorten(was);
      issues.push(
        misfit('An edit made by hand does not fit: this cell no longer holds that text.', { row, column: name, raw }),
      );
    }
  }
  return { table: next, issues };
}

function editColumn(column: Column, table: Table, edits: readonly CellEdit[]) {
  const source = textColumn(column);
  const codes = source.codes.slice();
  const texts = source.texts.slice();
  const known = new Map<string, number>();
  const wanted = new Set(edits.map(({ text }) => text.trim()));
  texts.forEach((text, code) => {
    if (wanted.has(text)) known.set(text, code);
  });
  const codeOf = coderOf(texts, known);
  const lost: CellEdit[] = [];
  const places = edits.length > 20 ? placesOf(table, new Set(edits.map(({ row }) => row))) : null;
  for (const edit of edits) {
    const place = places ? (places.get(edit.row) ?? -1) : placeOfRow(table, edit.row);
    const text = edit.text.trim();
    const now = place < 0 ? null : cellText(column, place);
    // In a newer file another cell may stand here; an edit is never made to a text it was not meant for.
    if (now !== edit.was && now !== text) {
      lost.push(edit);
      continue;
    }
    codes[place] = codeOf(text);
  }
  const changed: TextColumn = { ...source, codes, texts: withoutUnused(texts, codes, source.texts.length) };
  return { changed, lost };
}

/**
 * A text that no cell holds any more must not be read as part of the column. In a long dictionary a leftover weighs
 * nothing; in a short one it could turn a column's kind.
 */
function withoutUnused(texts: string[], codes: Uint32Array, before: number): string[] {
  if (before > 50_000) return texts;
  const used = new BitSet(texts.length);
  for (const code of codes) used.add(code);
  // Codes stay as they are: an unused text becomes another blank.
  return texts.map((text, code) => (used.has(code) ? text : ''));
}

function addRows(table: Table, { before, numbers }: StepOf<'add-rows'>): StepResult {
  const at = before === null ? table.rowCount : placeOfRow(table, before);
  const place = at < 0 ? table.rowCount : at;
  const rows = new Int32Array(table.rowCount + numbers.length);
  const rowNumbers = new Uint32Array(rows.length);
  for (let i = 0; i < rows.length; i++) {
    const added = i - place;
    const isAdded = added >= 0 && added < numbers.length;
    const row = isAdded ? -1 : i < place ? i : i - numbers.length;
    rows[i] = row;
    rowNumbers[i] = isAdded ? (numbers[added] ?? 0) : (table.rowNumbers[row] ?? 0);
  }
  return done({ columns: table.columns.map((column) => gather(column, rows)), rowCount: rows.length, rowNumbers });
}

function removeRows(table: Table, { rows }: StepOf<'remove-rows'>): StepResult {
  const gone = new Set(rows);
  const kept = new BitSet(table.rowCount);
  let found = 0;
  for (let row = 0; row < table.rowCount; row++) {
    if (gone.has(table.rowNumbers[row] ?? 0)) found++;
    else kept.add(row);
  }
  if (found === 0) return doesNotFit(table, 'None of the rows deleted by hand are here any more.');
  return done(keepRows(table, kept));
}

function moveRows(table: Table, { rows, before }: StepOf<'move-rows'>): StepResult {
  const moved = new Set(rows);
  const places = placesOf(table, moved);
  if (places.size === 0) return doesNotFit(table, 'None of the rows moved by hand are here any more.');
  const taken = new Set(places.values());
  const block = rows.map((number) => places.get(number)).filter((place) => place !== undefined);
  const target = before === null ? -1 : placeOfRow(table, before);
  const order: number[] = [];
  for (let row = 0; row < table.rowCount; row++) {
    if (row === target) order.push(...block);
    if (!taken.has(row)) order.push(row);
  }
  if (target < 0) order.push(...block);
  return done(takeRows(table, Int32Array.from(order)));
}

/** Sorts by number, else by period, else by name; blanks last; rows that are equal keep their order. */
function sortRows(table: Table, { column: name, direction }: StepOf<'sort-rows'>): StepResult {
  const column = findColumn(table, name);
  if (!column) return doesNotFit(table, missingColumns(table, [name]) ?? '');
  const profile = profileColumn(column, table.rowNumbers);
  const { texts, codes } = textColumn(column);
  const keys = texts.map((text, code): number | string => {
    if (profile.kind === 'period') return profile.period?.readings[code]?.spacing ?? Number.NaN;
    if (profile.kind !== 'number') return text;
    const reading = readNumber(text, profile.numbers.decimal);
    return reading.kind === 'value' ? reading.value : Number.NaN;
  });
  const collator = new Intl.Collator('en', { numeric: true });
  const sign = direction === 'up' ? 1 : -1;
  const compare = (a: number, b: number): number => {
    const [x, y] = [keys[a] as number | string, keys[b] as number | string];
    if (typeof x === 'number' && typeof y === 'number') {
      if (Number.isNaN(x) || Number.isNaN(y)) return Number(Number.isNaN(x)) - Number(Number.isNaN(y));
      return sign * (x - y);
    }
    if (x === '' || y === '') return Number(x === '') - Number(y === '');
    return sign * collator.compare(String(x), String(y));
  };
  // Texts are ranked once; then whole numbers are compared, which a million rows bear.
  const order = Int32Array.from(texts.keys()).sort(compare);
  const rank = new Float64Array(texts.length);
  let place = 0;
  order.forEach((code, i) => {
    if (i > 0 && compare(order[i - 1] ?? 0, code) !== 0) place++;
    rank[code] = place;
  });
  const rows = Int32Array.from({ length: table.rowCount }, (_, row) => row);
  rows.sort((a, b) => (rank[codes[a] ?? 0] ?? 0) - (rank[codes[b] ?? 0] ?? 0) || a - b);
  return done(takeRows(table, rows));
}

function addColumn(table: Table, { column, before }: StepOf<'add-column'>): StepResult {
  const name = freeName(column, new Set(table.columns.map((each) => each.name)));
  return done({ ...table, columns: insertBefore(table.columns, blankColumn(name, table.rowCount), before) });
}

function insertBefore(columns: readonly Column[], column: Column, before: string): Column[] {
  const at = before === '' ? -1 : columns.findIndex(({ name }) => name === before);
  return at < 0 ? [...columns, column] : [...columns.slice(0, at), column, ...columns.slice(at)];
}

function removeColumns(table: Table, { columns }: StepOf<'remove-columns'>): StepResult {
  const gone = missingColumns(table, columns);
  const kept = table.columns.filter(({ name }) => !columns.includes(name));
  return { table: { ...table, columns: kept }, issues: gone ? [misfit(gone)] : [] };
}

function renameColumn(table: Table, { column: name, to }: StepOf<'rename-column'>): StepResult {
  const index = table.columns.findIndex((column) => column.name === name);
  const column = table.columns[index];
  if (!column) return doesNotFit(table, missingColumns(table, [name]) ?? '');
  if (findColumn(table, to)) return doesNotFit(table, `There already is a column called “${shorten(to, 40)}”.`);
  return done(withColumn(table, index, renamed(column, to)));
}

function moveColumn(table: Table, { column: name, before }: StepOf<'move-column'>): StepResult {
  const column = findColumn(table, name);
  if (!column) return doesNotFit(table, missingColumns(table, [name]) ?? '');
  const others = table.columns.filter((each) => each !== column);
  return done({ ...table, columns: insertBefore(others, column, before) });
}

/** A function that replaces a text in another one, by whole cells or by parts. */
function replacer({ find, put, whole, matchCase }: StepOf<'replace-text'>): (text: string) => string {
  const pattern = find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  const regex = new RegExp(whole ? `^${pattern}$` : pattern, matchCase ? 'gu' : 'giu');
  return (text) => text.replace(regex, () => put);
}

function replaceText(table: Table, step: StepOf<'replace-text'>): StepResult {
  const gone = missingColumns(table, [step.column]);
  if (gone) return doesNotFit(table, gone);
  const replace = replacer(step);
  const columns = table.columns.map((column) => {
    if (step.column !== '' && column.name !== step.column) return column;
    const source = textColumn(column);
    return source.texts.some((text) => text !== '' && replace(text) !== text)
      ? mapTexts(source, (text) => (text === '' ? '' : replace(text)))
      : column;
  });
  if (columns.every((column, i) => column === table.columns[i])) {
    return doesNotFit(table, `No cell holds “${shorten(step.find, 40)}”.`);
  }
  return done({ ...table, columns });
}

/** Where each step made in the grid is carried out. */
export const handSteps: Appliers = {
  'edit-cells': editCells,
  'add-rows': addRows,
  'remove-rows': removeRows,
  'move-rows': moveRows,
  'sort-rows': sortRows,
  'add-column': addColumn,
  'remove-columns': removeColumns,
  'rename-column': renameColumn,
  'move-column': moveColumn,
  'replace-text': replaceText,
};
