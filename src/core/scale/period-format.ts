import type { Period } from '../shaping/cube';
import type { PeriodKind } from '../table/periods/period';

const formats = {
  month: new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', month: 'short', year: 'numeric' }),
  day: new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', day: 'numeric', month: 'short', year: 'numeric' }),
  time: new Intl.DateTimeFormat('en-GB', {
    timeZone: 'UTC',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }),
};

/**
 * A period in words: `2004`, `2003/04`, `Q3 2004`, `Aug 2004`, `Week 31, 2004`, `1 Aug 2004`; numbers and text as they
 * stand. Times are in UTC.
 */
export function periodLabel(kind: PeriodKind, period: Period): string {
  if (period.label !== undefined) return period.label;
  // A time of day without a date has a key of its own.
  if (period.instantMs === null || (kind === 'time' && period.key.length < 10)) return period.key;
  if (kind === 'quarter') return `${period.key.slice(5)} ${period.key.slice(0, 4)}`;
  if (kind === 'week') return `Week ${Number(period.key.slice(6))}, ${period.key.slice(0, 4)}`;
  return kind === 'month' || kind === 'day' || kind === 'time' ? formats[kind].format(period.instantMs) : period.key;
}
