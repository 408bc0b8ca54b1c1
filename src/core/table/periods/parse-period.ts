import { type DayOrder, fullYear, g, made, type Notation, n, named, type ParsedPeriod } from './notation';
import { dayPeriod, monthPeriod, timePeriod, weekPeriod } from './period';
import { quarterNotations } from './quarter-notations';
import { yearNotations } from './year-notations';

export type { DayOrder, ParsedPeriod } from './notation';

function numericDay(a: number, b: number, year: number, order: DayOrder): ParsedPeriod | null {
  const sure = a > 12 ? 'day-first' : b > 12 ? 'month-first' : undefined;
  const taken = sure ?? order;
  const reading = taken === 'day-first' ? dayPeriod(year, b, a) : dayPeriod(year, a, b);
  if (!reading) return null;
  const evidence = sure ?? (a === b ? undefined : 'either');
  return { kind: 'day', reading, numbers: [a, b], ...(evidence ? { order: evidence } : {}) };
}

/** Months, weeks and days. */
const monthsToDays: readonly Notation[] = [
  [/^([12]\d{3})[\s_-]?M(\d{1,2})$/i, (m) => made('month', monthPeriod(n(m, 1), n(m, 2)))],
  [/^([12]\d{3})\.(\d{2})$/, (m) => made('month', monthPeriod(n(m, 1), n(m, 2)))],
  [/^(\d{1,2})[-/.]([12]\d{3})$/, (m) => made('month', monthPeriod(n(m, 2), n(m, 1)))],
  [/^([12]\d{3})\s?[年년]\s?(\d{1,2})\s?[月월]$/, (m) => made('month', monthPeriod(n(m, 1), n(m, 2)))],
  [
    /^([12]\d{3})\s?[年년]\s?(\d{1,2})\s?[月월]\s?(\d{1,2})\s?[日号일]$/,
    (m) => made('day', dayPeriod(n(m, 1), n(m, 2), n(m, 3))),
  ],
  [/^([12]\d{3})[\s/-]?(?:W|wk|week|kw)[.\s-]?(\d{1,2})$/i, (m) => made('week', weekPeriod(n(m, 1), n(m, 2)))],
  [/^(?:W|wk|week|kw)[.\s]*(\d{1,2})[\s,/-]+([12]\d{3})$/i, (m) => made('week', weekPeriod(n(m, 2), n(m, 1)))],
  [/^(\d{4})([-/.])(\d{1,2})\2(\d{1,2})$/, (m) => made('day', dayPeriod(n(m, 1), n(m, 3), n(m, 4)))],
  [
    /^(\d{1,2})([-/. ])\s?(\d{1,2})\2\s?(\d{4}|\d{2})$/,
    (m, order) => numericDay(n(m, 1), n(m, 3), fullYear(g(m, 4)), order),
  ],
  [/^(\p{L}+\.?)[\s/,.'’-]*(?:del?\s+)?(\d{4})$/u, (m) => named(g(m, 2), g(m, 1), null)],
  [/^(\p{L}+\.?)[\s/,.'’-]+(?:del?\s+)?(\d{2})$/u, (m) => named(g(m, 2), g(m, 1), null)],
  [/^([12]\d{3})[\s/,.-]*(\p{L}+\.?)$/u, (m) => named(g(m, 1), g(m, 2), null)],
  [
    /^(?:\p{L}+\.?,?\s+)?(\d{1,2})(?:st|nd|rd|th|er|\.|º)?[\s/-]*(?:of\s+|de\s+)?(\p{L}+\.?),?[\s/.-]*(?:del?\s+)?(\d{4}|\d{2})$/u,
    (m) => named(g(m, 3), g(m, 2), g(m, 1)),
  ],
  [
    /^(?:\p{L}+\.?,?\s+)?(\p{L}+\.?)\s*(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$/u,
    (m) => named(g(m, 3), g(m, 1), g(m, 2)),
  ],
  [/^([12]\d{3})[\s-](\p{L}+\.?)[\s-](\d{1,2})$/u, (m) => named(g(m, 1), g(m, 2), g(m, 3))],
];

/** Every notation of a period that one text alone gives away. A new one is a new entry. */
const notations: readonly Notation[] = [...yearNotations, ...quarterNotations, ...monthsToDays];

const clock =
  /^(?:(.+?)(?:T|,?\s+))?(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d{1,9}))?)?\s*([ap]\.?m\.?)?\s*(Z|UTC|GMT|(?:UTC|GMT)?[+-]\d{1,2}(?::?\d{2})?)?$/i;

function withClock(text: string, order: DayOrder): ParsedPeriod | null {
  // An hour alone, as ISO 8601 has it: 2001-02-27T22.
  const match = clock.exec(text.replace(/T(\d{1,2})$/, 'T$1:00'));
  if (!match) return null;
  const date = match[1] === undefined ? null : parsePeriod(match[1], order);
  if (match[1] !== undefined && date?.kind !== 'day') return null;
  const half = (match[6] ?? '')[0]?.toLowerCase();
  const hour = half ? (n(match, 2) % 12) + (half === 'p' ? 12 : 0) : n(match, 2);
  const [minute, second] = [n(match, 3), Number(match[4] ?? 0)];
  if (hour > 23 || minute > 59 || second > 59 || (half && n(match, 2) > 12)) return null;
  const zone = /([+-])(\d{1,2}?):?(\d{2})?$/.exec(match[7] ?? '');
  const offsetMin = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3] ?? 0)) : 0;
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

/** Marks that statistical offices hang on a period: `2023*`, `2023 (p)`, `1960 [a]`, `2014²`. */
function withoutMarks(text: string): string {
  return text
    .replace(/[\u200b-\u200f\u2060\ufeff]/g, '')
    .replace(/\s*(?:\([^)]*\)|\[[^\]]*\]|[*†‡§]+|[¹²³\u2070-\u2079]+\)?|[ᵃ-ᶿ]+)$/, '')
    .trim();
}

/** Letters that they put behind one, for preliminary, revised, estimated, a forecast, a break: `2014p`. */
const LETTERED = /^(.*\d)\s?(?:p|r|e|f|b|pe|prel\.?|prov\.?|est\.?|rev\.?)$/i;

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
  const parsed = byNotation(bare, order) ?? withClock(bare, order);
  if (parsed) return parsed;
  const lettered = LETTERED.exec(bare)?.[1];
  return lettered === undefined ? null : byNotation(lettered, order);
}

function byNotation(text: string, order: DayOrder): ParsedPeriod | null {
  for (const [pattern, parse] of notations) {
    const match = pattern.exec(text);
    const parsed = match && parse(match, order);
    if (parsed) return parsed;
  }
  return null;
}
