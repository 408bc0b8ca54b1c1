import { type Column, isBlankCell, textColumn } from '../table/column';
import { shorten } from '../table/issue';
import { readNumber } from '../table/number-text';
import { profileColumn, profileTable } from '../table/profile';
import { findColumn, type Table } from '../table/table';
import { countryNames } from './country-codes';
import type { Fields } from './fields';
import { periodParts } from './period-parts';

export type { Suggestion } from './suggestion';

import { findSpellings } from './spellings';
import type { StepPlan } from './steps/step';
import { tidied } from './steps/table-steps';
import { suggestCombine, suggestDivided } from './suggest-repeats';
import { offer, pressing, type Suggest, type Suggestion, type SuggestionInput } from './suggestion';
import { derivedName, findMeansOfOthers, findSumsOfOthers, findSumsOfRuns, isTotalName } from './totals';

const suggestTidy: Suggest = ({ table }) => {
  let example = '';
  const marked = table.columns.filter((column) => {
    if (column.kind !== 'text') return false;
    const odd = column.texts.find((text) => tidied(text) !== text);
    if (odd !== undefined) example ||= odd;
    return odd !== undefined;
  });
  if (marked.length === 0) return [];
  const names = marked.slice(0, 3).map(({ name }) => `“${shorten(name, 30)}”`);
  const why = `Cells of ${names.join(', ')} hold invisible characters or odd spaces, as in “${shorten(tidied(example), 30)}”; names would not match.`;
  return [offer({ kind: 'tidy-text' }, why, true)];
};

const suggestTotals: Suggest = ({ cube, fields, table, issues }) => {
  const suggestions: Suggestion[] = [];
  if (cube) {
    const sums = findSumsOfOthers(cube);
    const found = new Map(
      sums.map(({ category, equal, of }) => [category, `equals the sum of the others in ${equal} of ${of} periods`]),
    );
    const q = (c: number) => `“${shorten(cube.categories[c] ?? '', 30)}”`;
    for (const { category, of } of findSumsOfRuns(cube)) {
      const [first = 0, last = 0] = [Math.min(...of), Math.max(...of)];
      found.set(category, found.get(category) ?? `equals the sum from ${q(first)} to ${q(last)} in every period`);
    }
    for (const c of findMeansOfOthers(cube)) found.set(c, found.get(c) ?? 'equals the mean of the others');
    const isShare = (name: string) => derivedName(name) === 'share';
    // Where all of them are shares, they are what the table is about.
    const shares = cube.categories.filter(isShare).length * 2 < cube.categories.length;
    cube.categories.forEach((name, c) => {
      if (cube.categories.length < 2 || found.has(c)) return;
      const derived = derivedName(name);
      if (isTotalName(name)) found.set(c, 'is called like a total');
      else if (derived === 'mean') found.set(c, 'is called like a mean of others');
      else if (derived === 'share' && shares) found.set(c, 'is called like a share');
    });
    const names = [...found.keys()].map((c) => cube.categories[c] ?? '');
    const why = [...found].map(([c, evidence]) => `“${shorten(cube.categories[c] ?? '', 40)}” ${evidence}`).join('; ');
    if (names.length > 0 && names.length < cube.categories.length) {
      suggestions.push(pressing({ kind: 'pick-categories', keep: false, categories: names }, `${why}.`));
    }
  }
  // A total among the periods cannot be read as one.
  const totals = issues
    .filter(({ code, raw }) => code === 'unreadable-period' && raw && isTotalName(raw))
    .map(({ raw }) => raw ?? '');
  const column = findColumn(table, fields.period);
  if (totals.length > 0 && column) {
    const values = [...new Set(totals)];
    const why = `“${shorten(values[0] ?? '', 40)}” stands among the periods and is called like a total.`;
    suggestions.push(pressing({ kind: 'filter-rows', column: column.name, test: 'is-not', values }, why));
  }
  return suggestions;
};

const suggestBlanks: Suggest = ({ table, fields, issues }) => {
  const count = issues.filter(({ code }) => code === 'blank-category').length;
  const column = findColumn(table, fields.category);
  if (count === 0 || !column) return [];
  if (fillsDown(column, table)) {
    const why = `“${shorten(column.name, 40)}” is named once and left blank on the rows below, which belong to it.`;
    return [offer({ kind: 'fill-down', column: column.name }, why)];
  }
  const why = `${count === 1 ? 'One row names' : `${count} rows name`} no ${column.name.toLowerCase()}.`;
  return [offer({ kind: 'filter-rows', column: column.name, test: 'is-not', values: [''] }, why)];
};

/** The same for periods that stand once above their rows. */
const suggestPeriodBlanks: Suggest = ({ table, fields, issues }) => {
  const column = findColumn(table, fields.period);
  if (!column || !issues.some(({ code, raw }) => code === 'unreadable-period' && raw === '')) return [];
  if (!fillsDown(column, table)) return [];
  const why = `“${shorten(column.name, 40)}” stands once and is blank on the rows below, which belong to it.`;
  return [pressing({ kind: 'fill-down', column: column.name }, why)];
};

/** Is a column filled at the first row of each block and blank below, more blank than filled? */
function fillsDown(column: Column, table: Table): boolean {
  if (isBlankCell(column, 0)) return false;
  const { codes } = textColumn(column);
  let blanks = 0;
  const named = new Set<number>();
  let again = 0;
  for (const code of codes) {
    if (code === 0) blanks++;
    else if (named.has(code)) again++;
    else named.add(code);
  }
  return blanks >= table.rowCount * 0.4 && again === 0;
}

/** Codes of countries as names can be read as the countries; flags are found by either. */
const suggestCountries: Suggest = ({ cube, table, fields }) => {
  const column = findColumn(table, fields.category);
  const pairs = column && cube ? countryNames(cube.categories) : null;
  if (!column || !pairs) return [];
  const [first] = pairs;
  const why = `“${shorten(column.name, 40)}” holds codes of countries: “${first?.from}” is ${first?.to}.`;
  return [offer({ kind: 'recode', column: column.name, pairs }, why)];
};

/** Two columns of names, of which each value of the first belongs to one of the second, and those are far fewer. */
const suggestRollUp: Suggest = ({ table, fields, steps }) => {
  const column = findColumn(table, fields.category);
  if (!column || steps.some(({ kind }) => kind === 'roll-up')) return [];
  const small = textColumn(column);
  const others = table.columns.filter(({ name }) => ![fields.category, fields.period, fields.value].includes(name));
  return others.flatMap((other) => {
    if (other.kind !== 'text' || other.typed || profileColumn(other, table.rowNumbers).kind !== 'text') return [];
    const large = largerUnits(small, other.codes);
    const many = small.texts.length - 1;
    if (!large || large < 2 || large * 2 > many) return [];
    const why = `Each of the ${many} in “${shorten(column.name, 30)}” belongs to one of ${large} in “${shorten(other.name, 30)}”.`;
    return [offer({ kind: 'roll-up', column: column.name, into: other.name }, why)];
  });
};

/** How many different codes the small units belong to; null where one belongs to several. */
function largerUnits(small: { codes: Uint32Array; texts: readonly string[] }, large: Uint32Array): number | null {
  const into = new Int32Array(small.texts.length).fill(-1);
  const seen = new Set<number>();
  for (let row = 0; row < large.length; row++) {
    const [from, to] = [small.codes[row] ?? 0, large[row] ?? 0];
    if (from === 0 || to === 0) continue;
    if ((into[from] ?? -1) >= 0 && into[from] !== to) return null;
    into[from] = to;
    seen.add(to);
  }
  return seen.size;
}

const MANY_PERIODS = 400;

const suggestCoarser: Suggest = ({ cube, steps }) => {
  if (!cube || steps.some(({ kind, on }) => kind === 'coarser' && on)) return [];
  const [first, last] = [cube.periods[0], cube.periods.at(-1)];
  if ((cube.kind !== 'day' && cube.kind !== 'time' && cube.kind !== 'week') || !first || !last) return [];
  const days = ((last.instantMs ?? 0) - (first.instantMs ?? 0)) / 86_400_000;
  if (cube.periods.length < 100 || (cube.periods.length < MANY_PERIODS && days < 700)) return [];
  const every = days > 3000 ? 'year' : 'month';
  const why = `${cube.periods.length.toLocaleString('en-GB')} periods over ${Math.max(1, Math.round(days / 365))} years are too quick to read; one a ${every} can be followed.`;
  return [offer({ kind: 'coarser', every, how: 'sum' }, why)];
};

const suggestSpellings: Suggest = ({ table, fields }) => {
  const column = findColumn(table, fields.category);
  if (!column) return [];
  const { codes, texts } = textColumn(column);
  const counts = new Uint32Array(texts.length);
  for (const code of codes) counts[code] = (counts[code] ?? 0) + 1;
  const used = texts.flatMap((text, code) =>
    text !== '' && (counts[code] ?? 0) > 0 ? [[text, counts[code] ?? 0] as const] : [],
  );
  const found = findSpellings(new Map(used));
  if (found.length === 0) return [];
  const pairs = found.flatMap(({ keep, others }) => others.map((from) => ({ from, to: keep })));
  const shown = found
    .slice(0, 3)
    .map(({ keep, others }) => `“${shorten(others[0] ?? '', 30)}” and “${shorten(keep, 30)}”`);
  return [
    offer({ kind: 'recode', column: column.name, pairs }, `${shown.join('; ')} differ only in how they are written.`),
  ];
};

/** What is only a bound counts as the bound, as half of it, or as nothing: the person says. */
const suggestLimits: Suggest = ({ issues, table }) =>
  issues
    .filter(({ code }) => code === 'limit-values')
    .slice(0, 3)
    .flatMap(({ column: name = '' }) => {
      const column = findColumn(table, name);
      if (!column) return [];
      const { decimal } = profileColumn(column, table.rowNumbers).numbers;
      const bounds = textColumn(column).texts.flatMap((text) => {
        const reading = readNumber(text, decimal);
        if (reading.kind !== 'value' || !reading.limit) return [];
        const half = String(reading.value / 2);
        return [{ text, half: decimal === 'comma' ? half.replace('.', ',') : half }];
      });
      if (bounds.length === 0) return [];
      const recode = (to: (bound: (typeof bounds)[number]) => string): StepPlan => ({
        kind: 'recode',
        column: name,
        pairs: bounds.map((bound) => ({ from: bound.text, to: to(bound) })),
      });
      const why = `“${shorten(bounds[0]?.text ?? '', 20)}” in “${shorten(name, 30)}” is only a bound, and counts as the bound itself now;`;
      return [
        offer(
          recode(({ half }) => half),
          `${why} this counts half of it.`,
        ),
        offer(
          recode(() => ''),
          `${why} this counts it as missing.`,
        ),
      ];
    });

/** Periods that stand in several columns, where the person took the step away that put them together. */
const suggestJoin: Suggest = ({ table, steps }) => {
  if (steps.some(({ kind }) => kind === 'join-columns' || kind === 'stack-columns')) return [];
  const parts = periodParts(table, profileTable(table));
  const [step] = parts?.steps ?? [];
  return parts && step && parts.steps.length === 1 ? [offer(step, parts.why)] : [];
};

const all: readonly Suggest[] = [
  suggestTidy,
  suggestJoin,
  suggestTotals,
  suggestBlanks,
  suggestPeriodBlanks,
  suggestLimits,
  suggestDivided,
  suggestCountries,
  suggestSpellings,
  suggestRollUp,
  suggestCombine,
  suggestCoarser,
];

/** Steps that lose nothing, for a table that was just read. */
export function suggestSafeSteps(table: Table, fields: Fields): Suggestion[] {
  return suggestTidy({ table, fields, cube: null, issues: [], steps: [] }).filter(({ safe }) => safe);
}

/** Every step that the data call for, in the order in which they should be looked at. */
export function suggestSteps(input: SuggestionInput): Suggestion[] {
  return all.flatMap((suggest) => suggest(input));
}
