import { type Column, isBlankCell, textColumn } from '../table/column';
import type { Issue } from '../table/issue';
import { shorten } from '../table/issue';
import { readNumber } from '../table/number-text';
import { findColumn, type Table } from '../table/table';
import type { Cube } from './cube';
import type { Fields } from './fields';
import { findSpellings } from './spellings';
import type { Step, StepPlan } from './steps/step';
import { tidied } from './steps/table-steps';
import { findSumsOfOthers, isTotalName } from './totals';

/** A step that the data call for, with the evidence. */
export interface Suggestion {
  readonly step: StepPlan;
  readonly why: string;
  /** Takes nothing away, so it is applied at import and shown. */
  readonly safe: boolean;
  /** Without it the film says something wrong: a total races beside what it is the sum of. */
  readonly pressing?: boolean;
}

/** What suggestions are made from. */
export interface SuggestionInput {
  readonly table: Table;
  readonly fields: Fields;
  /** The shaped values, where there are any. */
  readonly cube: Cube | null;
  readonly issues: readonly Issue[];
  /** The steps that there are: what they do already is not suggested. */
  readonly steps: readonly Step[];
}

type Suggest = (input: SuggestionInput) => Suggestion[];

const offer = (step: StepPlan, why: string, safe = false): Suggestion => ({ step, why, safe });

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

const pressing = (step: StepPlan, why: string): Suggestion => ({ ...offer(step, why), pressing: true });

const suggestTotals: Suggest = ({ cube, fields, table, issues }) => {
  const suggestions: Suggestion[] = [];
  if (cube) {
    const sums = findSumsOfOthers(cube);
    const found = new Map(
      sums.map(({ category, equal, of }) => [category, `equals the sum of the others in ${equal} of ${of} periods`]),
    );
    cube.categories.forEach((name, c) => {
      if (isTotalName(name) && cube.categories.length > 1) found.set(c, found.get(c) ?? 'is called like a total');
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

const suggestCombine: Suggest = ({ issues, steps, table }) => {
  const repeated = issues.filter(({ code }) => code === 'repeated-row');
  if (repeated.length === 0 || steps.some(({ kind, on }) => kind === 'combine' && on)) return [];
  const [first] = repeated;
  const twice = countRepeats(table);
  const suggestions: Suggestion[] = [];
  if (twice > 0) {
    const why = `${twice} ${twice === 1 ? 'row is the same as an earlier one' : 'rows are the same as earlier ones'} in every cell, and would count twice.`;
    suggestions.push(offer({ kind: 'drop-repeats' }, why));
  }
  const why = `Several rows stand for one period and category, first in row ${first?.row}. They are added up now; say so, or choose another way.`;
  suggestions.push(offer({ kind: 'combine', how: 'sum' }, why));
  return suggestions;
};

function countRepeats(table: Table): number {
  if (table.rowCount > 300_000) return 0;
  const columns = table.columns.map(textColumn);
  const seen = new Set<string>();
  for (let row = 0; row < table.rowCount; row++) seen.add(columns.map(({ codes }) => codes[row]).join(' '));
  return table.rowCount - seen.size;
}

/** Two columns of names, of which each value of the first belongs to one of the second, and those are far fewer. */
const suggestRollUp: Suggest = ({ table, fields, steps }) => {
  const column = findColumn(table, fields.category);
  if (!column || steps.some(({ kind }) => kind === 'roll-up')) return [];
  const small = textColumn(column);
  const others = table.columns.filter(({ name }) => ![fields.category, fields.period, fields.value].includes(name));
  return others.flatMap((other) => {
    if (other.kind !== 'text' || other.typed) return [];
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
      const bounds = textColumn(column).texts.flatMap((text) => {
        const reading = readNumber(text);
        return reading.kind === 'value' && reading.limit ? [{ text, half: String(reading.value / 2) }] : [];
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

const parts = [
  /^years?$|^jahr$|^année$|^año$|^anno$|^ano$/i,
  /^(months?|monat|mois|mes|mese|mês|quarters?|qtr|quartal|trimestre)$/i,
];

/** A year and a month in columns of their own are one period. */
const suggestJoin: Suggest = ({ table, fields, steps }) => {
  if (steps.some(({ kind }) => kind === 'join-columns')) return [];
  const [year, part] = parts.map((pattern) => table.columns.find(({ name }) => pattern.test(name)));
  if (!year || !part || (fields.period !== year.name && fields.period !== part.name)) return [];
  const quarters = /^(q|t)/i.test(part.name);
  const texts = textColumn(part).texts.filter(Boolean);
  const bare = texts.every((text) => /^\d{1,2}$/.test(text));
  const between = quarters && bare ? ' Q' : bare ? '-' : ' ';
  const why = `“${year.name}” and “${part.name}” make one period together.`;
  return [offer({ kind: 'join-columns', columns: [year.name, part.name], into: 'Period', between }, why)];
};

const all: readonly Suggest[] = [
  suggestTidy,
  suggestJoin,
  suggestTotals,
  suggestBlanks,
  suggestLimits,
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
