import type { Period } from '../shaping/cube';
import type { PeriodKind } from '../table/periods/period';
import type { Locale } from './number-format';

const usual = {
  month: { month: 'short', year: 'numeric' },
  day: { day: 'numeric', month: 'short', year: 'numeric' },
  time: { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

/** Date patterns on offer. Letters as in Unicode's LDML: y year, M month, d day, E weekday, Q quarter, w week, H hour, m minute. */
export const datePatterns = [
  'd MMMM yyyy',
  'dd.MM.yyyy',
  'yyyy-MM-dd',
  'MMMM yyyy',
  'MMM yy',
  'yyyy',
  'EEEE d MMMM',
  'QQQ yyyy',
  'HH:mm',
] as const;

const field = /y{1,4}|M{1,4}|d{1,2}|E{1,4}|Q{1,3}|w{1,2}|H{1,2}|m{1,2}|'[^']*'/g;

/**
 * Writes an instant by a pattern, in UTC: `yyyy-MM-dd`, `d MMMM yyyy`, `QQQ yyyy`. Text between apostrophes stands as
 * it is. Source: Unicode Technical Standard 35, part 4.
 */
export function formatInstant(instantMs: number, pattern: string, locale: Locale): string {
  const date = new Date(instantMs);
  const named = (options: Intl.DateTimeFormatOptions, type: string) => {
    const format = new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options });
    return format.formatToParts(date).find((part) => part.type === type)?.value ?? '';
  };
  const digits = (value: number, width: number) => String(value).padStart(width, '0');
  return pattern.replace(field, (code) => {
    const [letter, width] = [code[0], code.length];
    if (letter === "'") return code.slice(1, -1);
    if (letter === 'y')
      return width === 2 ? digits(date.getUTCFullYear() % 100, 2) : digits(date.getUTCFullYear(), width);
    if (letter === 'M') {
      if (width <= 2) return digits(date.getUTCMonth() + 1, width);
      // With a day beside it, languages that bend their words give the form that belongs into a date.
      return width === 3
        ? named({ month: 'short', day: 'numeric' }, 'month')
        : named({ month: 'long', day: 'numeric' }, 'month');
    }
    if (letter === 'd') return digits(date.getUTCDate(), width);
    if (letter === 'E') return named({ weekday: width === 4 ? 'long' : 'short' }, 'weekday');
    if (letter === 'Q')
      return `${width === 3 ? 'Q' : ''}${digits(Math.floor(date.getUTCMonth() / 3) + 1, width === 2 ? 2 : 1)}`;
    if (letter === 'w') return digits(isoWeek(date), width);
    return letter === 'H' ? digits(date.getUTCHours(), width) : digits(date.getUTCMinutes(), width);
  });
}

/** Number of the ISO 8601 week. */
function isoWeek(date: Date): number {
  const thursday = new Date(date);
  thursday.setUTCDate(date.getUTCDate() + 3 - ((date.getUTCDay() + 6) % 7));
  return 1 + Math.floor((thursday.getTime() - Date.UTC(thursday.getUTCFullYear(), 0, 1)) / 604_800_000);
}

/**
 * A period in words: `2004`, `2003/04`, `Q3 2004`, `Aug 2004`, `Week 31, 2004`, `1 Aug 2004`; numbers and text as they
 * stand. Times are in UTC.
 *
 * @param pattern How dates are written, or `''` for the usual form of their kind.
 */
export function periodLabel(kind: PeriodKind, period: Period, pattern = '', locale: Locale = 'en-GB'): string {
  const clock = kind === 'time' && period.key.length < 10;
  if (pattern !== '' && period.instantMs !== null && !clock) return formatInstant(period.instantMs, pattern, locale);
  if (period.label !== undefined) return period.label;
  // A time of day without a date has a key of its own.
  if (period.instantMs === null || clock) return period.key;
  if (kind === 'quarter') return `${period.key.slice(5)} ${period.key.slice(0, 4)}`;
  if (kind === 'week') return `Week ${Number(period.key.slice(6))}, ${period.key.slice(0, 4)}`;
  if (kind !== 'month' && kind !== 'day' && kind !== 'time') return period.key;
  return new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...usual[kind] }).format(period.instantMs);
}
