import { BitSet } from '../../table/bit-set';
import { type Column, cellText, encodeTexts, gather, isBlankCell, mapTexts, textColumn } from '../../table/column';
import { shorten } from '../../table/issue';
import { readNumber } from '../../table/number-text';
import { profileColumn } from '../../table/profile';
import { findColumn, freeName, keepRows, type Table, withColumn } from '../../table/table';
import type { StepOf, TableStep } from './step';
import { doesNotFit, misfit, missingColumns, type StepResult } from './step-result';

type Apply<S> = (table: Table, step: S) => StepResult;
type Appliers = { readonly [K in TableStep['kind']]: Apply<StepOf<K>> };

/** Rows beyond these do not fit in memory beside what is made of them. */
const MOST_ROWS = 20_000_000;

const done = (table: Table): StepResult => ({ table, issues: [] });

/** Carries out a change of one column, or says that the column is not there. */
function onColumn(table: Table, name: string, change: (column: Column, index: number) => StepResult): StepResult {
  const index = table.columns.findIndex((column) => column.name === name);
  const column = table.columns[index];
  return column ? change(column, index) : doesNotFit(table, missingColumns(table, [name]) ?? '');
}

/** Which of the column's texts pass the test. */
function passing(column: Column, table: Table, { test, values }: StepOf<'filter-rows'>): boolean[] {
  const wanted = new Set(values);
  const lower = values.map((value) => value.toLowerCase());
  const { decimal } = profileColumn(column, table.rowNumbers).numbers;
  const bounds = values.map((value) => readNumber(value));
  return textColumn(column).texts.map((text) => {
    if (test === 'is') return wanted.has(text);
    if (test === 'is-not') return !wanted.has(text);
    if (test === 'contains') return lower.some((value) => text.toLowerCase().includes(value));
    if (test === 'contains-not') return !lower.some((value) => text.toLowerCase().includes(value));
    const reading = readNumber(text, decimal);
    const [bound] = bounds;
    if (reading.kind !== 'value' || bound?.kind !== 'value') return false;
    return test === 'at-least' ? reading.value >= bound.value : reading.value <= bound.value;
  });
}

function filterRows(table: Table, step: StepOf<'filter-rows'>): StepResult {
  return onColumn(table, step.column, (column) => {
    const passes = passing(column, table, step);
    const { codes, texts } = textColumn(column);
    const kept = new BitSet(table.rowCount);
    for (let row = 0; row < table.rowCount; row++) if (passes[codes[row] ?? 0]) kept.add(row);
    const known = new Set(texts);
    const gone = step.test.startsWith('is') ? step.values.filter((value) => !known.has(value)) : [];
    const issues = gone.map((raw) =>
      misfit('No row has this value any more.', { column: column.name, raw: shorten(raw) }),
    );
    return { table: keepRows(table, kept), issues };
  });
}

function recode(table: Table, { column: name, pairs }: StepOf<'recode'>): StepResult {
  return onColumn(table, name, (column, index) => {
    const to = new Map(pairs.map((pair) => [pair.from, pair.to]));
    const known = new Set(textColumn(column).texts);
    const issues = pairs
      .filter(({ from }) => !known.has(from))
      .map(({ from }) => misfit('No cell holds this text any more.', { column: name, raw: shorten(from) }));
    return {
      table: withColumn(
        table,
        index,
        mapTexts(column, (text) => to.get(text) ?? text),
      ),
      issues,
    };
  });
}

/** Each small unit is called by its larger one; rows that name none keep their own name, and are listed. */
function rollUp(table: Table, { column: name, into }: StepOf<'roll-up'>): StepResult {
  const larger = findColumn(table, into);
  if (!larger) return doesNotFit(table, missingColumns(table, [into]) ?? '');
  return onColumn(table, name, (column, index) => {
    const alone = new Map<string, number>();
    const next = encodeTexts(name, table.rowCount, (row) => {
      const text = cellText(larger, row);
      if (text === '' && !isBlankCell(column, row)) alone.set(cellText(column, row), table.rowNumbers[row] ?? 0);
      return text || cellText(column, row);
    });
    const issues = [...alone].map(([raw, row]) =>
      misfit(`“${shorten(into, 40)}” is blank here, so the row keeps its own name.`, {
        row,
        column: into,
        raw: shorten(raw),
      }),
    );
    return { table: withColumn(table, index, next), issues };
  });
}

const invisible = /[\u00ad\u200b-\u200f\u2028-\u202e\u2060-\u2064\ufeff]/g;
/** Joiners inside of words are part of how some scripts and emoji are written. */
const joiner = /^[\u200c\u200d]$/;

/** The text without invisible characters, doubled and odd spaces; joiners between two characters stay. */
export function tidied(text: string): string {
  return text
    .replace(invisible, (mark, at: number) => (joiner.test(mark) && at > 0 && at < text.length - 1 ? mark : ''))
    .replace(/\s+/gu, ' ')
    .trim()
    .normalize('NFC');
}

function tidyText(table: Table): StepResult {
  const columns = table.columns.map((column) =>
    column.kind === 'text' && column.texts.some((text) => tidied(text) !== text) ? mapTexts(column, tidied) : column,
  );
  return done({ ...table, columns });
}

function fillDown(table: Table, { column: name }: StepOf<'fill-down'>): StepResult {
  return onColumn(table, name, (column, index) => {
    const source = textColumn(column);
    const codes = source.codes.slice();
    for (let row = 1; row < codes.length; row++) if (codes[row] === 0) codes[row] = codes[row - 1] ?? 0;
    return done(withColumn(table, index, { ...source, codes }));
  });
}

function joinColumns(table: Table, { columns: names, into, between, drop }: StepOf<'join-columns'>): StepResult {
  const gone = missingColumns(table, names);
  if (gone) return doesNotFit(table, gone);
  const parts = names.map((name) => findColumn(table, name) as Column);
  const joined = (row: number) =>
    parts
      .map((part) => cellText(part, row))
      .filter(Boolean)
      .join(between);
  const name = freeName(into, new Set(table.columns.map((column) => column.name)));
  const column = encodeTexts(name, table.rowCount, joined);
  const place = table.columns.findIndex((each) => each.name === names[0]);
  const columns = [...table.columns.slice(0, place), column, ...table.columns.slice(place)];
  return done({ ...table, columns: drop ? columns.filter((each) => !names.includes(each.name)) : columns });
}

/** Each row becomes one for each stacked column; the other columns are repeated. */
function stackColumns(table: Table, { columns: names, names: named, into }: StepOf<'stack-columns'>): StepResult {
  const gone = missingColumns(table, names);
  if (gone) return doesNotFit(table, gone);
  const stacked = names.map((name) => findColumn(table, name) as Column);
  const rest = table.columns.filter(({ name }) => !names.includes(name));
  const height = stacked.length;
  const rowCount = table.rowCount * height;
  if (rowCount > MOST_ROWS) {
    const rows = MOST_ROWS.toLocaleString('en-GB');
    return doesNotFit(table, `Stacking ${height} columns makes more than ${rows} rows. Stack fewer of them.`);
  }
  const taken = new Set(rest.map(({ name }) => name));
  const name = freeName(named, taken);
  const value = freeName(into, new Set([...taken, name]));
  const rowOf = (row: number) => Math.floor(row / height);
  const rows = Int32Array.from({ length: rowCount }, (_, row) => rowOf(row));
  return done({
    columns: [
      ...rest.map((column) => gather(column, rows)),
      encodeTexts(name, rowCount, (row) => names[row % height] ?? ''),
      encodeTexts(value, rowCount, (row) => cellText(stacked[row % height] as Column, rowOf(row))),
    ],
    rowCount,
    rowNumbers: Uint32Array.from(rows, (row) => table.rowNumbers[row] ?? 0),
  });
}

/** Keeps the first of rows that are the same in every cell. */
function dropRepeats(table: Table): StepResult {
  const columns = table.columns.map(textColumn);
  const seen = new Set<string>();
  const kept = new BitSet(table.rowCount);
  for (let row = 0; row < table.rowCount; row++) {
    const key = columns.map(({ codes }) => codes[row]).join(' ');
    if (!seen.has(key)) kept.add(row);
    seen.add(key);
  }
  return done(keepRows(table, kept));
}

/** Where each step on the table is carried out. */
export const tableSteps: Appliers = {
  'filter-rows': filterRows,
  recode,
  'roll-up': rollUp,
  'tidy-text': tidyText,
  'fill-down': fillDown,
  'join-columns': joinColumns,
  'stack-columns': stackColumns,
  'drop-repeats': dropRepeats,
};
