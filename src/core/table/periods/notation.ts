import { monthOfName } from './month-names';
import { type DatedKind, dayPeriod, monthPeriod, type PeriodReading } from './period';

/** Which number of `1/8/2004` is the day. */
export type DayOrder = 'day-first' | 'month-first';

/** A period read from one text. */
export interface ParsedPeriod {
  readonly kind: DatedKind;
  readonly reading: PeriodReading;
  /** What a date in numbers says about its order; `either` when both would do and mean different days. */
  readonly order?: DayOrder | 'either';
  /** The two numbers of such a date, as they stand. */
  readonly numbers?: readonly [number, number];
  /** A date with a time of exactly midnight may be a mere date. */
  readonly midnight?: boolean;
  /** `2003-04` can be a month or the year from 2003 to 2004; this is the other reading. */
  readonly season?: PeriodReading;
  /** `2000-04` can be a month or the years from 2000 to 2004; this is the other reading. */
  readonly span?: PeriodReading;
  /** `II/2019` can be a quarter or a month; this is the other reading. */
  readonly also?: { readonly kind: DatedKind; readonly reading: PeriodReading };
}

/** Makes a period of a text that a notation matches, or nothing where the calendar has none. */
export type Parser = (match: RegExpExecArray, order: DayOrder) => ParsedPeriod | null;

/** One way of writing periods. */
export type Notation = readonly [pattern: RegExp, parse: Parser];

/** A reading of a kind; null where there is none. */
export const made = (kind: DatedKind, reading: PeriodReading | null): ParsedPeriod | null =>
  reading ? { kind, reading } : null;

/** Two digits of a year: 69 to 99 are of the last century, as POSIX has it. */
export function fullYear(text: string): number {
  const year = Number(text);
  return text.length > 2 ? year : year + (year < 69 ? 2000 : 1900);
}

/** A month, or a day of it, from the month's name; null where it is no name. */
export function named(year: string, month: string, day: string | null): ParsedPeriod | null {
  const at = monthOfName(month);
  if (at === undefined) return null;
  if (day === null) return made('month', monthPeriod(fullYear(year), at));
  return made('day', dayPeriod(fullYear(year), at, Number(day)));
}

/** What a group of a match holds, as text and as number. */
export const g = (match: RegExpExecArray, index: number) => match[index] ?? '';
export const n = (match: RegExpExecArray, index: number) => Number(match[index]);

const romans: Readonly<Record<string, number>> = {
  i: 1,
  ii: 2,
  iii: 3,
  iv: 4,
  v: 5,
  vi: 6,
  vii: 7,
  viii: 8,
  ix: 9,
  x: 10,
  xi: 11,
  xii: 12,
};

/** A number in Arabic or Roman figures, from 1 to 12 where it is Roman; NaN for anything else. */
export const countOf = (text: string): number => romans[text.toLowerCase()] ?? Number(text);
