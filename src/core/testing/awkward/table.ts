/** A table as people have them, and what a careful reader sees in it. */
export interface AwkwardTable {
  /** What is awkward about it. */
  readonly about: string;
  readonly text: string;
  readonly file?: string;
  /** Kind of the periods; the first, the last and how many. */
  readonly periods: readonly [kind: string, first: string, last: string, count: number];
  /** Names in the order of the table; not looked at when left out. */
  readonly names?: readonly string[];
  /** Values to look up, by period and name. */
  readonly values?: readonly (readonly [period: string, name: string, value: number | null])[];
  /** Codes of everything that is said, each once, in order of the alphabet; not looked at when left out. */
  readonly says?: readonly string[];
  /** Kinds of steps that are offered or taken, some of those that there are. */
  readonly offers?: readonly string[];
}

/** Kind, first, last and count. */
export type Periods = AwkwardTable['periods'];

/** A long table of two names over some periods. @param column What the periods' column is called. */
export function long(
  about: string,
  column: string,
  texts: readonly string[],
  periods: Periods,
  more: Partial<AwkwardTable> = {},
) {
  const quoted = texts.map((text) => (/[",]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text));
  const rows = quoted.flatMap((text, i) => [`${text},Oyle,${10 + i}`, `${text},Pell,${20 + 2 * i}`]);
  const values = [
    [periods[1], 'Oyle', 10],
    [periods[2], 'Pell', 20 + 2 * (texts.length - 1)],
  ] as const;
  return {
    about,
    text: [`${column},Harbour,People`, ...rows].join('\n'),
    periods,
    names: ['Oyle', 'Pell'],
    values,
    says: [],
    ...more,
  };
}

/** A wide table of two names with the periods as columns. */
export function across(about: string, headers: readonly string[], periods: Periods, more: Partial<AwkwardTable> = {}) {
  const quoted = headers.map((text) => (/[",]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text));
  const rows = ['Oyle', 'Pell'].map((name, n) => [name, ...headers.map((_, i) => 10 + i + 10 * n)].join(','));
  const values = [
    [periods[1], 'Oyle', 10],
    [periods[2], 'Pell', 20 + headers.length - 1],
  ] as const;
  return {
    about,
    text: [`Harbour,${quoted.join(',')}`, ...rows].join('\n'),
    periods,
    names: ['Oyle', 'Pell'],
    values,
    says: [],
    ...more,
  };
}

/** A long table of years whose values are written in some way. */
export function values(
  about: string,
  texts: readonly string[],
  read: readonly (number | null)[],
  more: Partial<AwkwardTable> = {},
) {
  const quoted = texts.map((text) => (/[",]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text));
  const rows = quoted.map((text, i) => `${2001 + i},Oyle,${text}\n${2001 + i},Pell,${5 + i}`);
  const last = 2000 + texts.length;
  return {
    about,
    text: ['Year,Harbour,People', ...rows].join('\n'),
    periods: ['year', '2001', String(last), texts.length] as Periods,
    names: ['Oyle', 'Pell'],
    values: read.map((value, i) => [String(2001 + i), 'Oyle', value] as const),
    ...more,
  };
}

export const year = (first: string, last: string, count: number): Periods => ['year', first, last, count];
export const month = (first: string, last: string, count: number): Periods => ['month', first, last, count];
export const quarter = (first: string, last: string, count: number): Periods => ['quarter', first, last, count];
