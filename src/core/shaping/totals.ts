import type { Cube } from './cube';
import { cubeValue } from './cube';

const totalNames =
  /^(?:(?:grand|sub|over)?[\s-]*totals?|all(?: \p{L}+)?|both(?: (?:sexes|genders))?|_t|_total|sum|overall|altogether|whole|(?:ins)?gesamt|summe|total(?:e|es|es|en)?|ensemble|totaal|suma|razem|итого|всего|summa|yhteensä|合計|总计|總計|합계)(?:\b.*)?$/iu;

/** A total of some of the others: what it is the total of stands before it. */
const subtotalNames =
  /^\p{L}.*[\s,:(–-](?:sub|grand)?[\s-]?(?:totals?|(?:ins)?gesamt|summe|totaal|suma|razem|итого|всего|yhteensä)\)?$|^\p{L}.*(?:合計|总计|總計|합계)$/iu;

/** Does a name speak of a total? */
export function isTotalName(name: string): boolean {
  const bare = name.trim();
  return bare.length < 40 && (totalNames.test(bare) || subtotalNames.test(bare));
}

const meanNames =
  /^(?:averages?|means?|medians?|durchschnitt|mittelwert|mittel|moyenne|média|media|promedio|gemiddelde?|medel(?:värde)?|genomsnitt|gennemsnit|snitt|keskiarvo|średnia|průměr|ortalama|среднее|平均|평균)(?:[\s:,(].*)?$|^\p{L}.*\s(?:average|mean|median|durchschnitt)$/iu;
const shareNames =
  /%|\b(?:shares?|percent(?:age)?|anteil|prozent|pourcentage|porcentaje|percentuale|andel|osuus|udział|podíl)\b/iu;

/** What a name says that its values are made of others of the same list; null where it says nothing of the kind. */
export function derivedName(name: string): 'mean' | 'share' | null {
  const bare = name.trim();
  if (bare.length >= 40) return null;
  if (meanNames.test(bare)) return 'mean';
  return shareNames.test(bare) ? 'share' : null;
}

/** Periods in which a total says what a blank means. */
export interface BlanksInSum {
  readonly category: number;
  /** Periods in which others are blank and the total equals the sum of the rest: a blank counts as nothing there. */
  readonly zero: number;
  /** The first of them. */
  readonly period: number;
}

/** A category that is the sum of all the others. */
export interface SumOfOthers {
  readonly category: number;
  /** Periods in which it equals the sum, of those in which it has a value. */
  readonly equal: number;
  readonly of: number;
}

/** All values of a period together, and how many there are. */
function sumAt(cube: Cube, period: number): { readonly total: number; readonly known: number } {
  let [total, known] = [0, 0];
  for (let c = 0; c < cube.categories.length; c++) {
    const value = cubeValue(cube, period, c);
    if (Number.isNaN(value)) continue;
    total += value;
    known++;
  }
  return { total, known };
}

/**
 * Categories that equal the sum of all others in nearly every period: totals, whatever they are called.
 *
 * Cost: O(periods by categories).
 */
export function findSumsOfOthers(cube: Cube): SumOfOthers[] {
  const width = cube.categories.length;
  if (width < 3) return [];
  const equal = new Uint32Array(width);
  const of = new Uint32Array(width);
  for (let p = 0; p < cube.periods.length; p++) {
    const { total, known } = sumAt(cube, p);
    for (let c = 0; c < width; c++) {
      const value = cubeValue(cube, p, c);
      if (Number.isNaN(value) || known < 3 || value === 0) continue;
      of[c] = (of[c] ?? 0) + 1;
      if (Math.abs(total - 2 * value) <= Math.abs(value) * 0.005) equal[c] = (equal[c] ?? 0) + 1;
    }
  }
  return Array.from(equal.keys())
    .filter((c) => (of[c] ?? 0) >= Math.min(3, cube.periods.length) && (equal[c] ?? 0) >= (of[c] ?? 0) * 0.9)
    .map((category) => ({ category, equal: equal[category] ?? 0, of: of[category] ?? 0 }));
}

/** Runs of so many categories are looked at for a sum of them. */
const LONGEST_RUN = 60;
/** Of categories and periods so many are looked at. */
const MOST_SUMMED = 2000;
/** The most cells of a table that has blanks in every period. */
const MOST_BLANK = 20_000;
/** Sums of smaller whole numbers come about by chance. */
const CHANCE = 20;

/** A category that is the sum of those just before it, or just after it. */
export interface SumOfRun {
  readonly category: number;
  readonly of: readonly number[];
}

/**
 * Subtotals: categories that equal the sum of a run of their neighbours in every period in which all have values. Numbers so
 * small that they meet by chance tell nothing.
 *
 * Cost: O(categories × the longest run), and O(the run × periods) where it may be one.
 */
export function findSumsOfRuns(cube: Cube): SumOfRun[] {
  const count = cube.categories.length;
  if (count < 4 || count > MOST_SUMMED || cube.periods.length < 2) return [];
  const probes = wholePeriodsOf(cube);
  if (probes.length === 0 && count * cube.periods.length > MOST_BLANK) return [];
  const sums: SumOfRun[] = [];
  for (let category = 0; category < count; category++) {
    const run = runOf(cube, category, -1, probes) ?? runOf(cube, category, 1, probes);
    // All others together are a total, which is found as one.
    if (run && run.length < count - 1) sums.push({ category, of: run });
  }
  return sums;
}

/** Two periods in which everybody has a value, if there are so many: they rule out nearly all runs that are no sums. */
function wholePeriodsOf(cube: Cube): number[] {
  const whole: number[] = [];
  for (let p = 0; p < cube.periods.length && whole.length < 2; p++)
    if (cube.categories.every((_, c) => !Number.isNaN(cubeValue(cube, p, c)))) whole.push(p);
  return whole;
}

/** The neighbours on one side that a category is the sum of; null where there are none. */
function runOf(cube: Cube, category: number, side: -1 | 1, probes: readonly number[]): number[] | null {
  const sums = probes.map(() => 0);
  const wanted = probes.map((p) => cubeValue(cube, p, category));
  const run: number[] = [];
  for (let c = category + side; c >= 0 && c < cube.categories.length && run.length < LONGEST_RUN; c += side) {
    run.push(c);
    for (const [i, p] of probes.entries()) sums[i] = (sums[i] ?? 0) + cubeValue(cube, p, c);
    const near = sums.every((sum, i) => Math.abs((wanted[i] ?? 0) - sum) <= Math.abs(wanted[i] ?? 0) * 1e-6);
    if (near && run.length >= 2 && isSum(cube, category, run)) return run;
  }
  return null;
}

function isSum(cube: Cube, category: number, run: readonly number[]): boolean {
  const periods = cube.periods.length;
  let [known, telling] = [0, 0];
  let before = Number.NaN;
  for (let p = 0; p < periods; p++) {
    const value = cubeValue(cube, p, category);
    const sum = run.reduce((all, c) => all + cubeValue(cube, p, c), 0);
    if (Number.isNaN(value) || Number.isNaN(sum)) continue;
    if (Math.abs(value - sum) > Math.abs(value) * 1e-6) return false;
    known++;
    if (value !== before && (Math.abs(value) >= CHANCE || !Number.isInteger(value))) telling++;
    before = value;
  }
  return known >= 2 && telling >= 2 && known >= periods / 2;
}

/** The category that is the mean of all others in nearly every period, if there is one. Cost: O(periods by categories). */
export function findMeansOfOthers(cube: Cube): number[] {
  const width = cube.categories.length;
  if (width < 4) return [];
  const equal = new Uint32Array(width);
  const of = new Uint32Array(width);
  const telling = new Uint32Array(width);
  for (let p = 0; p < cube.periods.length; p++) {
    const { total, known } = sumAt(cube, p);
    for (let c = 0; c < width; c++) {
      const value = cubeValue(cube, p, c);
      if (Number.isNaN(value) || known < 4) continue;
      if (Math.abs(value) >= CHANCE || !Number.isInteger(value)) telling[c] = (telling[c] ?? 0) + 1;
      of[c] = (of[c] ?? 0) + 1;
      const mean = (total - value) / (known - 1);
      // Means are rounded where they are written.
      if (value !== 0 && Math.abs(mean - value) <= Math.abs(value) * 1e-4) equal[c] = (equal[c] ?? 0) + 1;
    }
  }
  const found = Array.from(equal.keys()).filter(
    (c) => (of[c] ?? 0) >= 3 && (equal[c] ?? 0) >= (of[c] ?? 0) * 0.9 && (telling[c] ?? 0) * 2 >= (of[c] ?? 0),
  );
  // Where several are, they are alike rather than made of the others.
  return found.length === 1 ? found : [];
}

/**
 * Totals by which blanks mean nothing rather than something unknown: where others are blank, the total equals the sum of those
 * that are not, in every such period.
 *
 * Cost: O(periods by categories).
 */
export function blanksInSums(cube: Cube): BlanksInSum[] {
  return findSumsOfOthers(cube).flatMap(({ category }) => {
    let [zero, first, against] = [0, -1, 0];
    for (let p = 0; p < cube.periods.length; p++) {
      const total = cubeValue(cube, p, category);
      if (Number.isNaN(total) || total === 0) continue;
      let [sum, blanks] = [0, 0];
      for (let c = 0; c < cube.categories.length; c++) {
        const value = c === category ? Number.NaN : cubeValue(cube, p, c);
        if (!Number.isNaN(value)) sum += value;
        else if (c !== category) blanks++;
      }
      if (blanks === 0) continue;
      if (Math.abs(sum - total) > Math.abs(total) * 0.005) against++;
      else {
        zero++;
        if (first < 0) first = p;
      }
    }
    return zero > 0 && against === 0 ? [{ category, zero, period: first }] : [];
  });
}
