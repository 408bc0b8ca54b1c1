import type { Period } from '../shaping/cube';
import type { PeriodKind } from '../table/period-text';

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

/** A period in words: `2004`, `Aug 2004`, `1 Aug 2004`; text as it stands. Times are in UTC. */
export function periodLabel(kind: PeriodKind, period: Period): string {
  if (kind === 'year' || kind === 'text' || period.instantMs === null) return period.key;
  return formats[kind].format(period.instantMs);
}
