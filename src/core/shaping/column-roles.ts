import type { ColumnProfile } from '../table/profile';
import type { TableProfile } from './table-profile';

const periodNames = /\b(year|date|period|month|quarter|week|day|time|when|season)s?\b/i;
const categoryNames = /\b(name|category|series|team|area|region|country|island|place|group|item|type|species)\b/i;
const codeNames =
  /\b(code|id|iso\d?|key|unit|units|rank|lat|lon|latitude|longitude|zip|flag|note|notes|source|status)\b/i;
/** What divides names rather than being one: where there is another column of names, that one is taken. */
const dividingNames =
  /^(sex|gender|geschlecht|sexe|sexo|kön|køn|age|ages|age ?groups?|alter|altersgruppe|âge|edad|unit|units|measures?|indicators?|freq|frequency|scenario|residence|currency|adjustment)$/i;
/** What tells values of different kinds apart, such as their units: such values never add up. */
export const kindNames =
  /^(units?|einheit|unité|unidad|unità|eenheid|enhet|enhed|yksikkö|jednostka|jednotka|birim|measures?|metrics?|indicators?|indikator|indicateur|indicador|variables?|merkmal|series|series name|indicator name|statistics?|items? measured|elements?|currency|währung|freq|frequency|scenario|adjustment)$/i;
/** Columns that merely number the rows. */
const rowCounters =
  /^(?:index|idx|unnamed(?::\s?\d+)?|rows?|row ?(?:id|number|no)|#|n[or°º]\.?|number|nummer|num|line|column 1)$/i;
/** Columns called like periods whose numbers are counted: rounds, minutes, steps. */
export const stepNames =
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

/** The column that is likeliest to hold the periods; null where none may. */
export function bestPeriod(table: TableProfile): ColumnProfile | null {
  let best: ColumnProfile | null = null;
  let bestScore = 0;
  table.columns.forEach((profile, index) => {
    const score = periodScore(profile, index, table.rowCount);
    if (score > bestScore) [best, bestScore] = [profile, score];
  });
  return best;
}

/** Is the column made of numbers, mostly? */
export const holdsNumbers = (profile: ColumnProfile) => profile.numberShare >= 0.5;

/** With one row a period, a text column is a category only when it names a series, and is no column of remarks. */
export function namesOneSeries(category: ColumnProfile, numberColumns: number, rowCount: number): boolean {
  const repeated = category.distinctCount < rowCount || rowCount === 1;
  return numberColumns === 1 && category.blankCount === 0 && (repeated || categoryNames.test(category.name));
}

/** Does a column name several rows alike? */
export const repeatsIn = (profile: ColumnProfile, table: TableProfile) => profile.distinctCount < table.rowCount;

/**
 * The column that names the series: with the period it should tell every row from the others. Where several do, a
 * telling name wins and codes lose; where none does, the one that comes closest.
 */
export function bestCategory(
  table: TableProfile,
  period: ColumnProfile,
  value: ColumnProfile,
): ColumnProfile | undefined {
  const others = table.columns.filter((profile) => profile !== period && profile !== value);
  const texts = others.filter((profile) => profile.kind === 'text' && profile.distinctCount > 0);
  const varied = texts.filter((profile) => profile.distinctCount > 1);
  const candidates = (varied.length > 0 ? varied : texts).filter((profile) => repeatsIn(profile, table));
  if (!repeatsIn(period, table) || candidates.length === 0) {
    // Where periods repeat and nothing is named in words, numbers that repeat are the names: shirt numbers, say.
    const numbered = others.find((profile) => namesByNumber(table, period, profile));
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

/** A row that stands twice makes no names of numbers. */
const ROWS_A_PERIOD = 1.5;

/** Do numbers name what the rows are about: do they come again in other periods, and tell the rows of one apart? */
function namesByNumber(table: TableProfile, period: ColumnProfile, numbers: ColumnProfile): boolean {
  if (!repeatsIn(period, table) || !repeatsIn(numbers, table)) return false;
  if (table.rowCount < period.distinctCount * ROWS_A_PERIOD || period.distinctCount < 2) return false;
  const pairs = table.pairShare(period.name, numbers.name);
  return pairs > 0.95 && pairs * table.rowCount >= numbers.distinctCount * ROWS_A_PERIOD;
}

/** Columns of numbers that can be values: not blank in most rows, and, where there are others, no codes. */
export function usableNumbers(numbers: readonly ColumnProfile[], rowCount: number): readonly ColumnProfile[] {
  // A table may have more columns than a call takes arguments.
  const fullest = numbers.reduce((most, { blankCount }) => Math.max(most, rowCount - blankCount), 0);
  const full = numbers.filter(({ blankCount }) => rowCount - blankCount > fullest / 3);
  // An index of prices is a value; one that is another number in each row counts the rows.
  const counts = (profile: ColumnProfile) =>
    rowCounters.test(profile.name.trim()) && profile.distinctCount === rowCount && rowCount > 2;
  const usable = full.filter(
    (profile) => !codeNames.test(profile.name) && !counts(profile) && profile.kind !== 'period',
  );
  return usable.length > 0 ? usable : full;
}

/** A telling name wins, else the last one; a column that is blank in most rows is a stray, not the values. */
export function bestValue(numbers: readonly ColumnProfile[], rowCount: number): ColumnProfile | undefined {
  const from = usableNumbers(numbers, rowCount);
  return from.find((profile) => valueNames.test(profile.name)) ?? from.at(-1);
}
