import { textColumn } from '../table/column';
import type { DecimalMark } from '../table/number-text';
import { monthOfName } from '../table/periods/month-names';
import { recognisePeriods } from '../table/periods/recognise-periods';
import { type ColumnProfile, profileTable } from '../table/profile';
import { findColumn, type Table } from '../table/table';
import {
  bestCategory,
  bestPeriod,
  bestValue,
  holdsNumbers,
  kindNames,
  namesOneSeries,
  repeatsIn,
  stepNames,
  usableNumbers,
} from './column-roles';
import { distinctPairs, distinctTriples } from './distinct-texts';
import { fieldsOf } from './fields';
import { lowerHeadersAreParts, MOST_PARTS } from './header-parts';
import { barePeriods } from './measure-headers';
import { dividedWhy, headed, lowerLine, recogniseHeadedPeriods } from './recognise-headers';
import { recogniseMeasuresAcross, recogniseMeasuresDown } from './recognise-measures';
import { mostDetailed, type ShapeGuess, type ShapeRecogniser, type TableProfile } from './table-profile';
import { isTotalName } from './totals';

export type { ShapeGuess } from './table-profile';

/** Where nearly every row is the only one of its period and category, nothing is divided. */
const MOST_ALONE = 0.85;
/** Rows that name no part; more of them, and the column is one of remarks. */
const MOST_UNNAMED = 0.12;

/** A column that divides each category of a period into a few parts: with it, and only with it, every row is another one. */
function partsBeside(
  table: TableProfile,
  { period, category, value }: Readonly<Record<'period' | 'category' | 'value', ColumnProfile>>,
): ColumnProfile | undefined {
  if (table.pairShare(period.name, category.name) > MOST_ALONE) return undefined;
  return table.columns.find(
    (profile) =>
      ![period, category, value].includes(profile) &&
      profile.kind === 'text' &&
      profile.blankCount <= table.rowCount * MOST_UNNAMED &&
      profile.distinctCount > 1 &&
      profile.distinctCount <= MOST_PARTS &&
      !table.holdsTotal(profile.name) &&
      !kindNames.test(profile.name.trim()) &&
      // A column that goes with the category, as its region does, divides nothing.
      table.pairShare(category.name, profile.name) * table.rowCount > category.distinctCount &&
      table.tripleShare(period.name, category.name, profile.name) > 0.98,
  );
}

/** Numbers that are the same in all rows of a name, or of a period, are its code or its place rather than a value. */
function variesWith(table: TableProfile, number: ColumnProfile, by: ColumnProfile): boolean {
  const most = by.distinctCount * 1.05;
  // More different numbers than names cannot go with the names; to count pairs takes long.
  return number.distinctCount > most || table.pairShare(by.name, number.name) * table.rowCount > most;
}

/** One row per period and category. */
const recogniseLong: ShapeRecogniser = (table) => {
  const period = bestPeriod(table);
  if (!period) return null;
  const numbers = table.columns.filter((profile) => profile !== period && holdsNumbers(profile));
  const first = bestValue(numbers, table.rowCount);
  const category = first && bestCategory(table, period, first);
  if (!first || !category) return null;
  const measured = numbers.filter(
    (each) => each !== category && variesWith(table, each, category) && variesWith(table, each, period),
  );
  const value = measured.includes(first) ? first : (bestValue(measured, table.rowCount) ?? first);
  const others = usableNumbers(measured, table.rowCount).filter((each) => each !== value);
  const chosen = others.length > 0 ? `; of ${others.length + 1} columns of numbers “${value.name}” is taken` : '';
  const repeats = repeatsIn(period, table);
  const parts = repeats ? partsBeside(table, { period, category, value }) : undefined;
  return {
    fields: fieldsOf({
      shape: 'long',
      period: period.name,
      category: category.name,
      value: value.name,
      ...(parts ? { parts: parts.name } : {}),
    }),
    score: repeats
      ? 0.9
      : namesOneSeries(category, usableNumbers(numbers, table.rowCount).length, table.rowCount)
        ? 0.65
        : 0.5,
    why: repeats
      ? `one row per period and category: each of the ${period.distinctCount} periods in “${period.name}” stands in several rows${parts ? `, and “${parts.name}” divides each into parts` : ''}${chosen}`
      : `“${period.name}” reads as periods, “${category.name}” as names and “${value.name}” as numbers${chosen}`,
  };
};

/** One row per period, a column per category. */
const recognisePeriodsDown: ShapeRecogniser = (table) => {
  const period = bestPeriod(table);
  if (!period) return null;
  const all = table.columns.filter((profile) => profile !== period && holdsNumbers(profile));
  // A number by which rows are called is no value beside the only one that is.
  const usable = usableNumbers(all, table.rowCount);
  const numbers = usable.length === 1 ? usable : all;
  if (numbers.length === 0) return null;
  const unique = period.distinctCount >= table.rowCount * 0.9;
  const [only] = numbers;
  if (numbers.length === 1 && only) {
    return {
      fields: fieldsOf({ shape: 'single', period: period.name, value: only.name }),
      score: unique ? 0.6 : 0.3,
      why: `each period in “${period.name}” has one row with one number: a single series`,
    };
  }
  const divided = lowerHeadersAreParts(headed(table, numbers));
  return {
    fields: fieldsOf({ shape: 'periods-down', period: period.name, ...(divided ? lowerLine : {}) }),
    score: unique ? 0.8 : 0.3,
    why: `each period in “${period.name}” has one row, and ${numbers.length} columns of numbers stand beside it${divided ? dividedWhy : ''}`,
  };
};

/** One row per category, a column per period. */
const recognisePeriodsAcross: ShapeRecogniser = (table) => {
  const headers = table.columns.map((profile) => profile.name);
  const found = recognisePeriods(barePeriods(headers));
  const periods = headers.filter((_, i) => found?.readings[i]);
  if (periods.length < 2) return null;
  const names = table.columns.filter((_, i) => !found?.readings[i]);
  const category = mostDetailed(names);
  if (!category) return null;
  return {
    fields: fieldsOf({ shape: 'periods-across', category: category.name }),
    score: 0.95,
    why: `${periods.length} column names are periods, from ${periods[0]} to ${periods.at(-1)}`,
  };
};

/** Periods that are plain numbers: rounds, minutes, steps. */
const recogniseNumberPeriods: ShapeRecogniser = (table) => {
  const whole = table.columns.filter((profile) => profile.kind === 'number' && profile.numbers.why === '');
  // A game of which there is one is no course of anything.
  const period = whole.find(
    (profile) => stepNames.test(profile.name) && (profile.distinctCount > 1 || table.rowCount === 1),
  );
  if (!period) return null;
  const numbers = table.columns.filter((profile) => profile !== period && holdsNumbers(profile));
  const value = bestValue(numbers, table.rowCount);
  if (!value) return null;
  const why = `“${period.name}” holds numbers and is called like a period, so its numbers are the periods`;
  const given = { period: period.name, periodsAs: 'number' } as const;
  const category = bestCategory(table, period, value);
  if (repeatsIn(period, table)) {
    if (!category) return null;
    const fields = fieldsOf({ shape: 'long', category: category.name, value: value.name, ...given });
    return { fields, score: 0.45, why };
  }
  const single = fieldsOf({ shape: 'single', value: value.name, ...given });
  return { fields: numbers.length === 1 ? single : fieldsOf({ shape: 'periods-down', ...given }), score: 0.4, why };
};

/** Columns of numbers called by days without a year: 1 May, 2 May, 3 May. */
const recogniseDayColumns: ShapeRecogniser = (table) => {
  const numbers = table.columns.filter(holdsNumbers);
  const days = numbers.filter(({ name }) => {
    const [, month] = /^(?:\d{1,2}\.?[\s-]*)?(\p{L}{3,}\.?)(?:[\s-]*\d{1,2})?$/u.exec(name.trim()) ?? [];
    return /\d/.test(name) && month !== undefined && monthOfName(month) !== undefined;
  });
  const category = mostDetailed(table.columns.filter((profile) => profile.kind === 'text'));
  if (days.length < 3 || days.length < numbers.length || category?.kind !== 'text') return null;
  return {
    fields: fieldsOf({ shape: 'periods-across', category: category.name }),
    score: 0.55,
    why: `${days.length} columns are called by days, from “${days[0]?.name}” to “${days.at(-1)?.name}”`,
  };
};

/** Columns of numbers called alike with a running number: Round 1, Round 2, Round 3. */
const recogniseNumberedColumns: ShapeRecogniser = (table) => {
  const numbered = table.columns
    .filter(holdsNumbers)
    .map(({ name }) => /^(.*?)[\s_#-]*(\d+)$/.exec(name))
    .filter((match) => match !== null);
  const alike = numbered.filter((match) => match[1]?.trim() === numbered[0]?.[1]?.trim());
  const category = mostDetailed(table.columns.filter((profile) => profile.kind === 'text'));
  const rising = alike.every((match, i) => i === 0 || Number(match[2]) > Number(alike[i - 1]?.[2]));
  if (alike.length < 3 || !rising || category?.kind !== 'text') return null;
  return {
    fields: fieldsOf({ shape: 'periods-across', category: category.name }),
    score: 0.55,
    why: `${alike.length} columns are numbered on, from “${alike[0]?.[0]}” to “${alike.at(-1)?.[0]}”`,
  };
};

/**
 * A last resort: nothing reads as a date, but there is text and there are numbers, so the first column is taken as
 * periods in the file's order.
 */
const recogniseTextPeriods: ShapeRecogniser = (table) => {
  const numbers = table.columns.filter(holdsNumbers);
  const texts = table.columns.filter((profile) => !holdsNumbers(profile) && profile.kind === 'text');
  const first = texts[0] ?? (numbers.length > 1 ? numbers[0] : undefined);
  if (!first) return null;
  const value = numbers.filter((profile) => profile !== first).at(-1);
  if (!value) return null;
  const second = texts[1];
  const repeats = first.distinctCount < table.rowCount;
  if (second && repeats) {
    return {
      fields: fieldsOf({ shape: 'long', period: first.name, category: second.name, value: value.name }),
      score: 0.2,
      why: `no column reads as dates, so “${first.name}” is taken as periods in the order of the file`,
    };
  }
  const single = numbers.filter((profile) => profile !== first).length === 1;
  const shape = single ? fieldsOf({ shape: 'single', period: first.name, value: value.name }) : null;
  return {
    fields: shape ?? fieldsOf({ shape: 'periods-down', period: first.name }),
    score: 0.1,
    why: `no column reads as dates, so each row of “${first.name}” is taken as a period, in the order of the file`,
  };
};

/** Every recogniser; each sees the whole table and either makes one guess or none. */
const recognisers: readonly ShapeRecogniser[] = [
  recogniseLong,
  recognisePeriodsDown,
  recognisePeriodsAcross,
  recogniseHeadedPeriods,
  recogniseMeasuresAcross,
  recogniseMeasuresDown,
  recogniseNumberPeriods,
  recogniseNumberedColumns,
  recogniseDayColumns,
  recogniseTextPeriods,
];

/** Days that all stand for months, quarters or years are read as these; the person can have them as days. */
function asWhole(table: Table, guess: ShapeGuess): ShapeGuess {
  const { fields } = guess;
  if (fields.periodsAs !== 'auto') return guess;
  const column = fields.period === '' ? null : findColumn(table, fields.period);
  if (fields.shape !== 'periods-across' && !column) return guess;
  const texts = column ? textColumn(column).texts : barePeriods(table.columns.map(({ name }) => name));
  const name = column?.name ?? '';
  const whole = recognisePeriods(texts, { choice: 'whole', name });
  const coarser = whole !== null && whole.kind !== 'day' && recognisePeriods(texts, { name })?.kind === 'day';
  return coarser ? { ...guess, fields: { ...fields, periodsAs: 'whole' } } : guess;
}

/**
 * All guesses at the table's layout, the best first; none where the table has no column of numbers beside another.
 */
export function recogniseShapes(table: Table, hint: DecimalMark | null = null): ShapeGuess[] {
  // By name: a table may have a hundred thousand columns.
  const headers = new Map(table.columns.map((column) => [column.name, column.headers]));
  const profile: TableProfile = {
    columns: profileTable(table, hint),
    rowCount: table.rowCount,
    pairShare: (a, b) => distinctPairs(table, a, b) / Math.max(1, table.rowCount),
    tripleShare: (...names) => distinctTriples(table, names) / Math.max(1, table.rowCount),
    holdsTotal: (name) => {
      const column = findColumn(table, name);
      return column ? textColumn(column).texts.some(isTotalName) : false;
    },
    headersOf: (name) => headers.get(name),
  };
  return recognisers
    .map((recognise) => recognise(profile))
    .filter((guess) => guess !== null)
    .sort((a, b) => b.score - a.score)
    .map((guess) => asWhole(table, guess));
}
