import type { Column } from '../table/column';
import { parsePeriod } from '../table/periods/parse-period';
import type { Fields } from './fields';
import { headerPartsOf } from './header-parts';

/** More measures than these are rather categories. */
const MOST_MEASURES = 12;

/** Nobody names so many columns by hand; looking at each of them takes long. */
const MOST_COLUMNS = 20_000;

/** What a column of a wide table holds: which measure, and of what: a category, or a period. */
export interface MeasuredColumn {
  readonly measure: string;
  readonly rest: string;
}

/** The measures of a wide table in the order of their columns, and what each column holds. */
export interface Measures {
  readonly names: readonly string[];
  /** By the name of the column. */
  readonly ofColumn: ReadonlyMap<string, MeasuredColumn>;
}

/** Measures of the same periods have so many columns for each of them. */
const SHARED = 1.5;

/** What of a column's name decides: its own name, and its two header lines where it has them. */
export type NamedColumn = Pick<Column, 'name' | 'headers'>;

/** Where a name can be cut into a measure and the rest. */
const CUT = /[\s_:;|/·–—-]+/g;
/** What remains at the edges of a cut name, such as the brackets in “2001 (catch)”. */
const EDGES = /^[\s()[\],.:;|/_–—-]+|[\s([,.:;|/_–—-]+$/g;

const trimmed = (text: string) => {
  const bare = text.replace(EDGES, '');
  // A closing bracket without its opening one is left over from the cut.
  return bare.endsWith(')') && !bare.includes('(') ? bare.slice(0, -1).trim() : bare;
};

/** All ways to cut a name in two; both parts hold something. */
function cutsOf(name: string): (readonly [head: string, tail: string])[] {
  return Array.from(name.matchAll(CUT), ({ 0: sign, index }) => {
    return [trimmed(name.slice(0, index)), trimmed(name.slice(index + sign.length))] as const;
  }).filter(([head, tail]) => head !== '' && tail !== '');
}

/**
 * The measures of a wide table: what several columns say of the same categories or periods, as “Catch 2001” and
 * “Depth 2001” do, in either order, or in two header lines. Null where the columns hold a single measure.
 *
 * @param columns The columns that are not the periods, or the names, themselves.
 */
export function measuresOf(fields: Pick<Fields, 'shape' | 'parts'>, columns: readonly NamedColumn[]): Measures | null {
  if (headerPartsOf(fields) || columns.length > MOST_COLUMNS) return null;
  if (fields.shape === 'periods-across') return measuresAcross(columns);
  if (fields.shape === 'periods-down') return measuresDown(columns);
  return null;
}

function gathered(columns: readonly (readonly [name: string, measured: MeasuredColumn])[]): Measures | null {
  const ofColumn = new Map(columns);
  const names = [...new Set(columns.map(([, { measure }]) => measure))];
  return names.length >= 2 && names.length <= MOST_MEASURES ? { names, ofColumn } : null;
}

const isPeriod = (text: string) => parsePeriod(text, 'day-first') !== null;

/** The longest end of a name that is a period, or the longest beginning; null where there is none. */
function periodWithin({ name, headers }: NamedColumn): MeasuredColumn | null {
  // “Q1 2001” is a period as it stands, not the year 2001 of something called Q1; brackets may hold a mark, or a measure.
  if (!headers && !/[([]/.test(name) && isPeriod(name)) return null;
  // Programs put a letter before names that begin with a digit.
  const lettered = headers ? null : /^([A-Za-z]{1,3})([12]\d{3})$/.exec(name);
  if (lettered) return { measure: lettered[1] ?? '', rest: lettered[2] ?? '' };
  const cuts = headers ? [headers] : cutsOf(name);
  for (const [measure, rest] of cuts) if (isPeriod(rest)) return { measure, rest };
  for (const [rest, measure] of [...cuts].reverse()) if (isPeriod(rest)) return { measure, rest };
  return null;
}

/**
 * Names of columns as periods: where they share words around them, as “Sales 2001” and “Sales 2002” do, without these words.
 * Names that hold several measures stay as they are, since one of them has to be chosen first.
 */
export function barePeriods(names: readonly string[]): readonly string[] {
  if (names.length > MOST_COLUMNS) return names;
  const within = names.map((name) => (name === '' || isPeriod(name) ? null : periodWithin({ name })));
  const counts = new Map<string, number>();
  for (const each of within) if (each) counts.set(each.measure, (counts.get(each.measure) ?? 0) + 1);
  const shared = [...counts].filter(([, count]) => count >= 2);
  const plain = names.filter((name) => name !== '' && isPeriod(name)).length;
  const [only] = shared;
  if (shared.length !== 1 || !only || only[1] <= plain) return names;
  return names.map((name, i) => (within[i]?.measure === only[0] ? (within[i]?.rest ?? name) : name));
}

/** One of the two parts of each name is a period. */
function measuresAcross(columns: readonly NamedColumn[]): Measures | null {
  const found = new Map<string, MeasuredColumn>();
  for (const column of columns) {
    const measured = periodWithin(column);
    if (measured) found.set(column.name, measured);
  }
  const counts = new Map<string, number>();
  for (const { measure } of found.values()) counts.set(measure, (counts.get(measure) ?? 0) + 1);
  // A name that stands over a single period is a note rather than a measure; and so are those that share no period.
  const measured = [...found].filter(([, { measure }]) => (counts.get(measure) ?? 0) >= 2);
  const periods = new Set(measured.map(([, { rest }]) => rest));
  return measured.length >= periods.size * SHARED ? gathered(measured) : null;
}

/** Each category has each measure: the names are all pairs of the two, and there are fewer measures than categories. */
function measuresDown(columns: readonly NamedColumn[]): Measures | null {
  if (columns.length < 4) return null;
  const headed = columns.every(({ headers }) => headers);
  const pairs = columns.map((column) => (column.headers && headed ? [column.headers] : cutsOf(column.name)));
  if (pairs.some((each) => each.length === 0)) return null;
  // Cut at the first place from the left, or from the right, in all names alike.
  const firsts = pairs.map((each) => each[0] ?? (['', ''] as const));
  const lasts = pairs.map((each) => each.at(-1) ?? (['', ''] as const));
  for (const cut of [firsts, lasts]) {
    const [heads, tails] = [0, 1].map((at) => new Set(cut.map((pair) => pair[at] ?? '')));
    if (!heads || !tails || heads.size < 2 || tails.size < 2) continue;
    const all = new Set(cut.map((pair) => JSON.stringify(pair)));
    if (all.size !== columns.length || columns.length !== heads.size * tails.size) continue;
    const first = headed ? heads.size < tails.size : heads.size <= tails.size;
    return gathered(
      columns.map(({ name }, i) => {
        const [head, tail] = cut[i] ?? ['', ''];
        return [name, first ? { measure: head, rest: tail } : { measure: tail, rest: head }];
      }),
    );
  }
  return null;
}
