import { recognisePeriods } from '../table/period-text';
import { type ColumnProfile, profileColumn } from '../table/profile';
import type { Table } from '../table/table';
import type { Fields } from './fields';

/** A guess at the layout of a table, with its reason in words. */
export interface ShapeGuess {
  readonly fields: Fields;
  /** How well the table fits, in [0, 1]; guesses are ordered by it. */
  readonly score: number;
  readonly why: string;
}

interface TableProfile {
  readonly columns: readonly ColumnProfile[];
  readonly rowCount: number;
}

type ShapeRecogniser = (table: TableProfile) => ShapeGuess | null;

const periodNames = /\b(year|date|period|month|quarter|week|day|time|when|season)s?\b/i;
const categoryNames = /\b(name|category|series|team|area|region|country|island|place|group|item|type|species)\b/i;
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

const holdsNumbers = (profile: ColumnProfile) => profile.numberShare >= 0.5;

/** With one row a period, a text column is a category only when it names a series, and is no column of remarks. */
function namesOneSeries(category: ColumnProfile, numberColumns: number, rowCount: number): boolean {
  const repeated = category.distinctCount < rowCount || rowCount === 1;
  return numberColumns === 1 && category.blankCount === 0 && (repeated || categoryNames.test(category.name));
}

/** One row per period and category. */
const recogniseLong: ShapeRecogniser = (table) => {
  const period = bestPeriod(table);
  if (!period) return null;
  const others = table.columns.filter((profile) => profile !== period);
  const numbers = others.filter(holdsNumbers);
  const value = numbers.find((profile) => valueNames.test(profile.name)) ?? numbers.at(-1);
  const texts = others.filter((profile) => profile !== value && profile.kind === 'text' && profile.distinctCount > 0);
  // Where periods repeat and nothing is named in words, numbers that repeat are the names: shirt numbers, say.
  const numbered = others.find(
    (profile) => profile !== value && profile.distinctCount < table.rowCount && period.distinctCount < table.rowCount,
  );
  const category = texts.find((profile) => profile.distinctCount < table.rowCount) ?? texts[0] ?? numbered;
  if (!value || !category) return null;
  const repeats = period.distinctCount < table.rowCount;
  return {
    fields: { shape: 'long', period: period.name, category: category.name, value: value.name },
    score: repeats ? 0.9 : namesOneSeries(category, numbers.length, table.rowCount) ? 0.65 : 0.5,
    why: repeats
      ? `one row per period and category: each of the ${period.distinctCount} periods in “${period.name}” stands in several rows`
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
  return {
    fields: { shape: 'periods-down', period: period.name, category: '', value: '' },
    score: unique ? (numbers.length > 1 ? 0.8 : 0.6) : 0.3,
    why:
      numbers.length > 1
        ? `each period in “${period.name}” has one row, and ${numbers.length} columns of numbers stand beside it`
        : `each period in “${period.name}” has one row with one number: a single series`,
  };
};

/** One row per category, a column per period. */
const recognisePeriodsAcross: ShapeRecogniser = (table) => {
  const headers = table.columns.map((profile) => profile.name);
  const found = recognisePeriods(headers);
  const periods = headers.filter((name) => found?.recogniser.read(name));
  if (periods.length < 2) return null;
  const names = table.columns.filter((profile) => !found?.recogniser.read(profile.name));
  const category = names.find((profile) => profile.kind === 'text') ?? names[0];
  if (!category) return null;
  return {
    fields: { shape: 'periods-across', period: '', category: category.name, value: '' },
    score: 0.95,
    why: `${periods.length} column names are periods, from ${periods[0]} to ${periods.at(-1)}`,
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
      fields: { shape: 'long', period: first.name, category: second.name, value: value.name },
      score: 0.2,
      why: `no column reads as dates, so “${first.name}” is taken as periods in the order of the file`,
    };
  }
  return {
    fields: { shape: 'periods-down', period: first.name, category: '', value: '' },
    score: 0.1,
    why: `no column reads as dates, so each row of “${first.name}” is taken as a period, in the order of the file`,
  };
};

/** Every recogniser; each sees the whole table and either makes one guess or none. */
const recognisers: readonly ShapeRecogniser[] = [
  recogniseLong,
  recognisePeriodsDown,
  recognisePeriodsAcross,
  recogniseTextPeriods,
];

/**
 * All guesses at the table's layout, the best first; none where the table has no column of numbers beside another.
 */
export function recogniseShapes(table: Table): ShapeGuess[] {
  const profile = { columns: table.columns.map(profileColumn), rowCount: table.rowCount };
  return recognisers
    .map((recognise) => recognise(profile))
    .filter((guess) => guess !== null)
    .sort((a, b) => b.score - a.score);
}
