import { textColumn } from '../table/column';
import type { DecimalMark } from '../table/number-text';
import { recognisePeriods } from '../table/periods/recognise-periods';
import { type ColumnProfile, profileTable } from '../table/profile';
import { findColumn, type Table } from '../table/table';
import { distinctPairs, distinctTriples } from './distinct-texts';
import { fieldsOf } from './fields';
import { lowerHeadersAreParts, MOST_PARTS } from './header-parts';
import { barePeriods } from './measure-headers';
import { dividedWhy, headed, lowerLine, recogniseHeadedPeriods } from './recognise-headers';
import { recogniseMeasuresAcross, recogniseMeasuresDown } from './recognise-measures';
import { mostDetailed, type ShapeGuess, type ShapeRecogniser, type TableProfile } from './table-profile';
import { isTotalName } from './totals';

export type { ShapeGuess } from './table-profile';

const periodNames = /\b(year|date|period|month|quarter|week|day|time|when|season)s?\b/i;
const categoryNames = /\b(name|category|series|team|area|region|country|island|place|group|item|type|species)\b/i;
const codeNames =
  /\b(code|id|iso\d?|key|unit|units|rank|lat|lon|latitude|longitude|zip|flag|note|notes|source|status)\b/i;
/** What divides names rather than being one: where there is another column of names, that one is taken. */
const dividingNames =
  /^(sex|gender|geschlecht|sexe|sexo|kön|køn|age|ages|age ?groups?|alter|altersgruppe|âge|edad|unit|units|measures?|indicators?|freq|frequency|scenario|residence|currency|adjustment)$/i;
const stepNames =
  /\b(round|minute|min|step|lap|stage|hour|period|game|match|turn|leg|generation|iteration|age|no|week|day|month|season|time|t)\b\.?/i;
const valueNames = /\b(value|amount|total|count|number|passengers|sum|quantity|price|index)\b/i;

/** A column may be a period by what it holds; a telling name, an early place and repeated use speak for it. */
function periodScore(profile: ColumnProfile, index: number, rowCount: number): number {
  if (profile.periodShare < 0.6) return 0;
  const named = periodNames.test(profile.name) ? 0.3 : 0;
  const repeated = profile.distinctCount < rowCount ? 0.05 : 0;
  const dated = profile.period?.kind === 'year' ? 0 : 0.2;
  return profile.periodShare * 0.4 + named + dated + repeated + 0.1 / (index + 1);
}

function bestPeriod(table: TableProfile): ColumnProfile | null {
  let best: ColumnProfile | null = null;
  let bestScore = 0;
  table.columns.forEach((profile, index) => {
    const score = periodScore(profile, index, table.rowCount);
    if (score > bestScore) [best, bestScore] = [profile, score];
  });
  return best;
}

export const holdsNumbers = (profile: ColumnProfile) => profile.numberShare >= 0.5;

/** With one row a period, a text column is a category only when it names a series, and is no column of remarks. */
function namesOneSeries(category: ColumnProfile, numberColumns: number, rowCount: number): boolean {
  const repeated = category.distinctCount < rowCount || rowCount === 1;
  return numberColumns === 1 && category.blankCount === 0 && (repeated || categoryNames.test(category.name));
}

const repeatsIn = (profile: ColumnProfile, table: TableProfile) => profile.distinctCount < table.rowCount;

/**
 * The column that names the series: with the period it should tell every row from the others. Where several do, a
 * telling name wins and codes lose; where none does, the one that comes closest.
 */
function bestCategory(table: TableProfile, period: ColumnProfile, value: ColumnProfile): ColumnProfile | undefined {
  const others = table.columns.filter((profile) => profile !== period && profile !== value);
  const texts = others.filter((profile) => profile.kind === 'text' && profile.distinctCount > 0);
  const varied = texts.filter((profile) => profile.distinctCount > 1);
  const candidates = (varied.length > 0 ? varied : texts).filter((profile) => repeatsIn(profile, table));
  if (!repeatsIn(period, table) || candidates.length === 0) {
    // Where periods repeat and nothing is named in words, numbers that repeat are the names: shirt numbers, say.
    const numbered = others.find((profile) => repeatsIn(profile, table) && repeatsIn(period, table));
    return candidates[0] ?? texts[0] ?? numbered;
  }
  if (candidates.length === 1) return candidates[0];
  const score = (profile: ColumnProfile) => {
    const telling = categoryNames.test(profile.name) ? 0.02 : 0;
    const code = codeNames.test(profile.name) ? 0.05 : 0;
    const divides = dividingNames.test(profile.name.trim()) ? 1 : 0;
    return table.pairShare(period.name, profile.name) + telling - code - divides;
  };
  return candidates.map((profile) => ({ profile, score: score(profile) })).sort((a, b) => b.score - a.score)[0]
    ?.profile;
}

/** Columns of numbers that can be values: not blank in most rows, and, where there are others, no codes. */
export function usableNumbers(numbers: readonly ColumnProfile[], rowCount: number): readonly ColumnProfile[] {
  // A table may have more columns than a call takes arguments.
  const fullest = numbers.reduce((most, { blankCount }) => Math.max(most, rowCount - blankCount), 0);
  const full = numbers.filter(({ blankCount }) => rowCount - blankCount > fullest / 3);
  const usable = full.filter((profile) => !codeNames.test(profile.name) && profile.kind !== 'period');
  return usable.length > 0 ? usable : full;
}

/** A telling name wins, else the last one; a column that is blank in most rows is a stray, not the values. */
function bestValue(numbers: readonly ColumnProfile[], rowCount: number): ColumnProfile | undefined {
  const from = usableNumbers(numbers, rowCount);
  return from.find((profile) => valueNames.test(profile.name)) ?? from.at(-1);
}

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
      // A column that goes with the category, as its region does, divides nothing.
      table.pairShare(category.name, profile.name) * table.rowCount > category.distinctCount &&
      table.tripleShare(period.name, category.name, profile.name) > 0.98,
  );
}

/** One row per period and category. */
const recogniseLong: ShapeRecogniser = (table) => {
  const period = bestPeriod(table);
  if (!period) return null;
  const numbers = table.columns.filter((profile) => profile !== period && holdsNumbers(profile));
  const value = bestValue(numbers, table.rowCount);
  const category = value && bestCategory(table, period, value);
  if (!value || !category) return null;
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
    score: repeats ? 0.9 : namesOneSeries(category, numbers.length, table.rowCount) ? 0.65 : 0.5,
    why: repeats
      ? `one row per period and category: each of the ${period.distinctCount} periods in “${period.name}” stands in several rows${parts ? `, and “${parts.name}” divides each into parts` : ''}`
      : `“${period.name}” reads as periods, “${category.name}” as names and “${value.name}” as numbers`,
  };
};

/** One row per period, a column per category. */
const recognisePeriodsDown: ShapeRecogniser = (table) => {
  const period = bestPeriod(table);
  if (!period) return null;
  const numbers = table.columns.filter((profile) => profile !== period && holdsNumbers(profile));
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
  const period = whole.find((profile) => stepNames.test(profile.name));
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
  recogniseTextPeriods,
];

/** Days that all stand for months, quarters or years are read as these; the person can have them as days. */
function asWhole(table: Table, guess: ShapeGuess): ShapeGuess {
  const { fields } = guess;
  if (fields.periodsAs !== 'auto') return guess;
  const column = fields.period === '' ? null : findColumn(table, fields.period);
  if (fields.shape !== 'periods-across' && !column) return guess;
  const texts = column ? textColumn(column).texts : barePeriods(table.columns.map(({ name }) => name));
  const read = recognisePeriods(texts, { choice: 'whole', name: column?.name ?? '' });
  const isWhole = read?.why.includes('every date') ?? false;
  return isWhole ? { ...guess, fields: { ...fields, periodsAs: 'whole' } } : guess;
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
