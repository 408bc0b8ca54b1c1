import { textColumn } from '../table/column';
import { yearNames } from '../table/periods/compact-periods';
import { monthOfName } from '../table/periods/month-names';
import { recognisePeriods } from '../table/periods/recognise-periods';
import type { ColumnProfile } from '../table/profile';
import { findColumn, type Table } from '../table/table';
import type { StepPlan } from './steps/step';

/** A part of a period that stands in a column of its own. */
interface Part {
  readonly named: RegExp;
  /** What its cells are like: bare numbers, or words. */
  readonly numbers: RegExp;
  readonly words: (text: string) => boolean;
  /** What stands between it and what comes before. */
  readonly beforeNumbers: string;
  readonly beforeWords: string;
}

const month: Part = {
  named: /^(months?|monat|mois|mes|mese|mês|maand|månad|måned|miesiąc|měsíc|kuukausi|ay|месяц|月|월)$/i,
  numbers: /^(0?[1-9]|1[0-2])(\.0)?$/,
  words: (text) => monthOfName(text) !== undefined || /^M\d{1,2}$|^(?:0?[1-9]|1[0-2])\s?[月월]$/i.test(text),
  beforeNumbers: '-',
  beforeWords: ' ',
};
const quarter: Part = {
  named: /^(quarters?|qtr|quartal|trimestre|trimester|kwartaal|kvartal|kwartał|čtvrtletí|çeyrek|квартал)$/i,
  numbers: /^[1-4](\.0)?$/,
  words: (text) => /^(?:[qtk]|kv)\s?[1-4]$|^[1-4]\s?[qtk]$|^(?:i{1,3}|iv)$/i.test(text),
  beforeNumbers: ' Q',
  beforeWords: ' ',
};
const week: Part = {
  named: /^(weeks?|wk|iso week|woche|kw|semaine|semana|settimana|vecka|uge|viikko)$/i,
  numbers: /^([1-9]|[0-4]\d|5[0-3])(\.0)?$/,
  words: (text) => /^(?:w|wk|week|kw)\s?\d{1,2}$/i.test(text),
  beforeNumbers: '-W',
  beforeWords: ' ',
};
const day: Part = {
  named: /^(days?|day of month|tag|jour|día|dia|giorno|dag|päivä|dzień|den|gün|日|일)$/i,
  numbers: /^(0?[1-9]|[12]\d|3[01])(\.0)?$/,
  words: (text) => /^(?:0?[1-9]|[12]\d|3[01])\s?[日일]$/.test(text),
  beforeNumbers: '-',
  beforeWords: ' ',
};
const hour: Part = {
  named: /^(hours?|hr|time|stunde|uhrzeit|zeit|heure|hora|ora|uur|timme|tid|godzina|hodina|saat)$/i,
  numbers: /^([01]?\d|2[0-3])$/,
  words: (text) => /^([01]?\d|2[0-3]):[0-5]\d(:[0-5]\d)?$/.test(text),
  beforeNumbers: 'T',
  beforeWords: ' ',
};

const ENOUGH = 0.8;

/** How many rows hold each text of a column; blank cells do not count. */
function textCounts(table: Table, name: string): ReadonlyMap<string, number> {
  const column = findColumn(table, name);
  if (!column) return new Map();
  const { codes, texts } = textColumn(column);
  const counts = new Uint32Array(texts.length);
  for (const code of codes) counts[code] = (counts[code] ?? 0) + 1;
  return new Map(
    texts.flatMap((text, code) => (text === '' || !counts[code] ? [] : [[text, counts[code] ?? 0] as const])),
  );
}

/** Are the cells of so many rows so? Totals and the like may stand beside them. */
function mostly(counts: ReadonlyMap<string, number>, test: (text: string) => boolean): boolean {
  let [fit, all] = [0, 0];
  for (const [text, count] of counts) {
    all += count;
    if (test(text)) fit += count;
  }
  return all > 0 && fit >= all * ENOUGH;
}

/** A column that holds the part, and what stands before it; undefined where there is none. */
function columnOf(
  table: Table,
  part: Part,
  least = 2,
): { readonly name: string; readonly between: string } | undefined {
  for (const { name } of table.columns) {
    if (!part.named.test(name.trim())) continue;
    const texts = textCounts(table, name);
    if (texts.size < least) continue;
    if (mostly(texts, (text) => part.numbers.test(text))) return { name, between: part.beforeNumbers };
    if (mostly(texts, part.words)) return { name, between: part.beforeWords };
  }
  return undefined;
}

const isYear = (text: string) => /^[12]\d{3}(\.0)?$|^[12]\d{3}\s?[年년]$/.test(text);

/** A column of years, by what it is called and what it holds. */
function yearColumn(table: Table, profiles: readonly ColumnProfile[]): string | undefined {
  return profiles.find(({ name }) => yearNames.test(name) && mostly(textCounts(table, name), isYear))?.name;
}

/** What is done to a table whose periods stand in several places, with the reason. */
export interface PeriodParts {
  readonly steps: readonly StepPlan[];
  readonly why: string;
  /** The column of the periods, once the steps are done; and that of the values, where columns were stacked. */
  readonly period: string;
  readonly value: string | null;
}

const PERIOD = 'Period';

/** Periods that stand in two or three columns: a year and a month, a date and an hour. */
function joined(table: Table, profiles: readonly ColumnProfile[]): PeriodParts | null {
  const year = yearColumn(table, profiles);
  const date = profiles.find(({ period, periodShare }) => period?.kind === 'day' && periodShare >= ENOUGH)?.name;
  const atHour = columnOf(table, hour);
  if (date && atHour && atHour.name !== date) return join([date, atHour.name], atHour.between);
  if (!year) return null;
  const inMonth = columnOf(table, day);
  // Within one month only the days differ.
  const inYear = columnOf(table, month, inMonth ? 1 : 2);
  if (inYear && inMonth) {
    const days = [year, inYear.name, inMonth.name];
    const inDay = columnOf(table, hour);
    if (!inDay) return join(days, inYear.between);
    const whole = join([...days, inDay.name], inYear.between);
    const steps: StepPlan[] = [
      { kind: 'join-columns', columns: days, into: 'Date', between: inYear.between, drop: true },
      { kind: 'join-columns', columns: ['Date', inDay.name], into: PERIOD, between: inDay.between, drop: true },
    ];
    return { ...whole, steps };
  }
  const part = inYear ?? columnOf(table, quarter) ?? columnOf(table, week);
  return part ? join([year, part.name], part.between) : null;
}

function join(columns: readonly string[], between: string): PeriodParts {
  const names = columns.map((name) => `“${name}”`);
  const why = `${names.slice(0, -1).join(', ')} and ${names.at(-1)} are one period together.`;
  const steps: StepPlan[] = [{ kind: 'join-columns', columns, into: PERIOD, between, drop: true }];
  return { steps, why, period: PERIOD, value: null };
}

/** Fewer columns than these may be called like periods by chance. */
const LEAST_PERIODS = 3;
/** Fewer columns of months are no year. */
const LEAST_MONTHS = 4;

/** A row for each year, and its months or quarters beside each other. */
function matrix(table: Table, profiles: readonly ColumnProfile[]): PeriodParts | null {
  const year = profiles.find(({ name, period, periodShare }) =>
    period
      ? period.kind === 'year' && periodShare >= ENOUGH
      : yearNames.test(name) && mostly(textCounts(table, name), isYear),
  )?.name;
  if (!year) return null;
  const numbers = profiles
    .filter(({ name, numberShare }) => name !== year && numberShare >= 0.5)
    .map(({ name }) => name);
  const months = numbers.filter((name) => monthOfName(name) !== undefined);
  const quarters = numbers.filter((name) => /^(?:q|t|k|kv)\s?[1-4]$/i.test(name));
  const stacked = months.length >= LEAST_MONTHS ? months : quarters.length === 4 ? quarters : null;
  if (!stacked) return null;
  const what = stacked === months ? 'Month' : 'Quarter';
  const why = `“${year}” has a row for each year and a column for each ${what.toLowerCase()}, from “${stacked[0]}” to “${stacked.at(-1)}”.`;
  return {
    steps: [
      { kind: 'stack-columns', columns: stacked, names: what, into: 'Value' },
      { kind: 'join-columns', columns: [year, what], into: PERIOD, between: ' ', drop: true },
    ],
    why,
    period: PERIOD,
    value: 'Value',
  };
}

/** A row for each month, and years beside each other. */
function monthsDown(table: Table, profiles: readonly ColumnProfile[]): PeriodParts | null {
  const years = profiles
    .filter(({ name, numberShare }) => numberShare >= 0.5 && isYear(name.trim()))
    .map(({ name }) => name);
  const others = profiles.filter(({ name }) => !years.includes(name));
  const [months] = others;
  // Anything else beside them is what the months are of.
  if (years.length < 2 || others.length !== 1 || !months || months.distinctCount < LEAST_MONTHS) return null;
  if (!mostly(textCounts(table, months.name), (text) => monthOfName(text) !== undefined)) return null;
  return {
    steps: [
      { kind: 'stack-columns', columns: years, names: 'Year', into: 'Value' },
      { kind: 'join-columns', columns: ['Year', months.name], into: PERIOD, between: ' ', drop: true },
    ],
    why: `“${months.name}” has a row for each month, and there is a column for each year, from “${years[0]}” to “${years.at(-1)}”.`,
    period: PERIOD,
    value: 'Value',
  };
}

/** Nothing but periods: a line of values, each under its period. */
function alone(table: Table): PeriodParts | null {
  const names = table.columns.map(({ name }) => name);
  if (names.length < LEAST_PERIODS) return null;
  const read = recognisePeriods(names);
  if (!read || read.readings.some((reading) => reading === null)) return null;
  return {
    steps: [{ kind: 'stack-columns', columns: names, names: PERIOD, into: 'Value' }],
    why: `Every column name is a period, from “${names[0]}” to “${names.at(-1)}”.`,
    period: PERIOD,
    value: 'Value',
  };
}

/** Finds periods that stand in several columns, or half in the rows and half in the names of columns. */
export function periodParts(table: Table, profiles: readonly ColumnProfile[]): PeriodParts | null {
  // Nobody writes tens of thousands of such columns.
  if (profiles.length > 2000) return null;
  return joined(table, profiles) ?? matrix(table, profiles) ?? monthsDown(table, profiles) ?? alone(table);
}
