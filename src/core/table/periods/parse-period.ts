import { monthOfName } from './month-names';
import {
  type DatedKind,
  dayPeriod,
  monthPeriod,
  type PeriodReading,
  quarterPeriod,
  timePeriod,
  weekPeriod,
  yearPeriod,
} from './period';

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
}

type Parser = (match: RegExpExecArray, order: DayOrder) => ParsedPeriod | null;

const made = (kind: DatedKind, reading: PeriodReading | null): ParsedPeriod | null =>
  reading ? { kind, reading } : null;

/** Two digits of a year: 69 to 99 are of the last century, as POSIX has it. */
function fullYear(text: string): number {
  const year = Number(text);
  return text.length > 2 ? year : year + (year < 69 ? 2000 : 1900);
}

function seasonOf(from: number, to: string): PeriodReading | null {
  const next = to.length === 2 ? (from + 1) % 100 === Number(to) : from + 1 === Number(to);
  return next ? yearPeriod(from, `${from}/${to.slice(-2)}`) : null;
}

function monthOrSeason(year: number, second: string): ParsedPeriod | null {
  const season = second.length === 2 || second.length === 4 ? seasonOf(year, second) : null;
  const month = second.length < 3 ? monthPeriod(year, Number(second)) : null;
  if (month) return season ? { kind: 'month', reading: month, season } : made('month', month);
  return made('year', season);
}

function named(year: string, month: string, day: string | null): ParsedPeriod | null {
  const at = monthOfName(month);
  if (at === undefined) return null;
  if (day === null) return made('month', monthPeriod(fullYear(year), at));
  return made('day', dayPeriod(fullYear(year), at, Number(day)));
}

function numericDay(a: number, b: number, year: number, order: DayOrder): ParsedPeriod | null {
  const sure = a > 12 ? 'day-first' : b > 12 ? 'month-first' : undefined;
  const taken = sure ?? order;
  const reading = taken === 'day-first' ? dayPeriod(year, b, a) : dayPeriod(year, a, b);
  if (!reading) return null;
  const evidence = sure ?? (a === b ? undefined : 'either');
  return { kind: 'day', reading, numbers: [a, b], ...(evidence ? { order: evidence } : {}) };
}

const g = (match: RegExpExecArray, index: number) => match[index] ?? '';
const n = (match: RegExpExecArray, index: number) => Number(match[index]);

/** Every notation of a period that one text alone gives away. A new one is a new entry. */
const parsers: readonly (readonly [RegExp, Parser])[] = [
  [/^(?:(?:FY|CY|Y|year)[\s-]*)?([12]\d{3})(?:\.0)?$/i, (m) => made('year', yearPeriod(n(m, 1)))],
  [/^(?:FY[\s-]*)?([12]\d{3})\s?[/–]\s?(\d{2}|\d{4})$/i, (m) => monthOrSeason(n(m, 1), g(m, 2))],
  [/^(?:FY[\s-]*)?([12]\d{3})-(\d{1,2}|\d{4})$/i, (m) => monthOrSeason(n(m, 1), g(m, 2))],
  [/^([12]\d{3})[\s/.:_-]*[QT]\s?([1-4])$/i, (m) => made('quarter', quarterPeriod(n(m, 1), n(m, 2)))],
  [/^[QT]\s?([1-4])[\s/.,:'_-]*(\d{4}|\d{2})$/i, (m) => made('quarter', quarterPeriod(fullYear(g(m, 2)), n(m, 1)))],
  [/^([1-4])Q[\s/.:'_-]*(\d{4}|\d{2})$/i, (m) => made('quarter', quarterPeriod(fullYear(g(m, 2)), n(m, 1)))],
  [
    /^([1-4])(?:st|nd|rd|th|\.|er?)?\s*(?:quarter|qtr\.?|quartal|trimestre|kwartaal),?\s*(?:of\s+|de\s+)?([12]\d{3})$/i,
    (m) => made('quarter', quarterPeriod(n(m, 2), n(m, 1))),
  ],
  [
    /^([12]\d{3}),?\s*(?:([1-4])(?:st|nd|rd|th|\.)?\s*)?(?:quarter|qtr\.?|quartal|trimestre)\s*([1-4])?$/i,
    (m) => made('quarter', quarterPeriod(n(m, 1), Number(m[2] ?? m[3] ?? 0))),
  ],
  [/^([12]\d{3})[\s_-]?M(\d{1,2})$/i, (m) => made('month', monthPeriod(n(m, 1), n(m, 2)))],
  [/^([12]\d{3})\.(\d{2})$/, (m) => made('month', monthPeriod(n(m, 1), n(m, 2)))],
  [/^(\d{1,2})[-/.]([12]\d{3})$/, (m) => made('month', monthPeriod(n(m, 2), n(m, 1)))],
  [/^([12]\d{3})[\s/-]?(?:W|wk|week|kw)[.\s-]?(\d{1,2})$/i, (m) => made('week', weekPeriod(n(m, 1), n(m, 2)))],
  [/^(?:W|wk|week|kw)[.\s]*(\d{1,2})[\s,/-]+([12]\d{3})$/i, (m) => made('week', weekPeriod(n(m, 2), n(m, 1)))],
  [/^(\d{4})([-/.])(\d{1,2})\2(\d{1,2})$/, (m) => made('day', dayPeriod(n(m, 1), n(m, 3), n(m, 4)))],
  [
    /^(\d{1,2})([-/. ])\s?(\d{1,2})\2\s?(\d{4}|\d{2})$/,
    (m, order) => numericDay(n(m, 1), n(m, 3), fullYear(g(m, 4)), order),
  ],
  [/^(\p{L}+\.?)[\s/,.'’-]*(\d{4})$/u, (m) => named(g(m, 2), g(m, 1), null)],
  [/^(\p{L}+\.?)[\s/,.'’-]+(\d{2})$/u, (m) => named(g(m, 2), g(m, 1), null)],
  [/^([12]\d{3})[\s/,.-]*(\p{L}+\.?)$/u, (m) => named(g(m, 1), g(m, 2), null)],
  [
    /^(?:\p{L}+\.?,?\s+)?(\d{1,2})(?:st|nd|rd|th|er|\.|º)?[\s/-]*(?:of\s+|de\s+)?(\p{L}+\.?),?[\s/.-]*(?:de\s+)?(\d{4}|\d{2})$/u,
    (m) => named(g(m, 3), g(m, 2), g(m, 1)),
  ],
  [
    /^(?:\p{L}+\.?,?\s+)?(\p{L}+\.?)\s*(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$/u,
    (m) => named(g(m, 3), g(m, 1), g(m, 2)),
  ],
  [/^([12]\d{3})[\s-](\p{L}+\.?)[\s-](\d{1,2})$/u, (m) => named(g(m, 1), g(m, 2), g(m, 3))],
];

const clock =
  /^(?:(.+?)(?:T|,?\s+))?(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d{1,9}))?)?\s*([ap]\.?m\.?)?\s*(Z|UTC|GMT|[+-]\d{2}:?\d{2})?$/i;

function withClock(text: string, order: DayOrder): ParsedPeriod | null {
  const match = clock.exec(text);
  if (!match) return null;
  const date = match[1] === undefined ? null : parsePeriod(match[1], order);
  if (match[1] !== undefined && date?.kind !== 'day') return null;
  const half = (match[6] ?? '')[0]?.toLowerCase();
  const hour = half ? (n(match, 2) % 12) + (half === 'p' ? 12 : 0) : n(match, 2);
  const [minute, second] = [n(match, 3), Number(match[4] ?? 0)];
  if (hour > 23 || minute > 59 || second > 59 || (half && n(match, 2) > 12)) return null;
  const zone = /^([+-])(\d{2}):?(\d{2})$/.exec(match[7] ?? '');
  const offsetMin = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3])) : 0;
  const ms = Number((match[5] ?? '0').slice(0, 3).padEnd(3, '0'));
  const ofDay = ((hour * 60 + minute - offsetMin) * 60 + second) * 1000 + ms;
  if (!date) {
    const reading = timePeriod(ofDay);
    // A time of day without a date keeps only its hours, minutes and seconds.
    return reading
      ? { kind: 'time', reading: { ...reading, key: reading.key.slice(11, second || ms ? 19 : 16) } }
      : null;
  }
  const reading = timePeriod((date.reading.instantMs ?? 0) + ofDay);
  if (!reading) return null;
  const { order: evidence, numbers } = date;
  const marks = { ...(evidence ? { order: evidence } : {}), ...(numbers ? { numbers } : {}) };
  return { kind: 'time', reading, midnight: ofDay === 0, ...marks };
}

/** Marks that statistical offices hang on a period: `2023*`, `2023 (p)`, `1960 [a]`. */
function withoutMarks(text: string): string {
  return text
    .replace(/[\u200b-\u200f\u2060\ufeff]/g, '')
    .replace(/\s*(?:\([^)]*\)|\[[^\]]*\]|[*†‡]+)$/, '')
    .trim();
}

/**
 * Reads one text as a period on the calendar.
 *
 * @param order Taken for dates such as `1/8/2004`, where both orders would do.
 * @returns null for anything else, numbers and bare digits included; those need the whole column.
 */
export function parsePeriod(text: string, order: DayOrder): ParsedPeriod | null {
  // Periods have a digit in them, and are short; most cells of other columns end here.
  if (text.length < 4 || text.length > 60 || !/\d/.test(text)) return null;
  const bare = withoutMarks(text);
  for (const [notation, parse] of parsers) {
    const match = notation.exec(bare);
    const parsed = match && parse(match, order);
    if (parsed) return parsed;
  }
  return withClock(bare, order);
}
