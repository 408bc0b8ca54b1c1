/** The grain of a column of periods; `number` and `text` have no dates, and `text` keeps the file's order. */
export type PeriodKind = 'year' | 'quarter' | 'month' | 'week' | 'day' | 'time' | 'number' | 'text';

/** Kinds that lie on the calendar, from the coarsest. */
export const datedKinds = ['year', 'quarter', 'month', 'week', 'day', 'time'] as const satisfies readonly PeriodKind[];
export type DatedKind = (typeof datedKinds)[number];

/** Does the kind lie on the calendar? */
export function isDated(kind: PeriodKind): kind is DatedKind {
  return kind !== 'number' && kind !== 'text';
}

/** A period that was read from text. */
export interface PeriodReading {
  /** ISO 8601 at the grain: `2004`, `2004-Q3`, `2004-08`, `2004-W31`, `2004-08-01`; 500 BC is `-0499`. Equal keys are one period. */
  readonly key: string;
  /** Milliseconds in UTC since 1970 at the period's start; null for numbers and text. */
  readonly instantMs: number | null;
  /** Distance along the grain's own calendar (years, quarters, months, weeks, days), so that even periods are evenly spaced. */
  readonly spacing: number;
  /** How the period is shown where the key does not say it, as for `2003/04`. */
  readonly label?: string;
}

const DAY_MS = 86_400_000;
const two = (value: number) => String(value).padStart(2, '0');
const four = (value: number) => `${value < 0 ? '-' : ''}${String(Math.abs(value)).padStart(4, '0')}`;

/** Milliseconds of a day in UTC, or null where the calendar has no such day. */
export function dayMs(year: number, month: number, day: number): number | null {
  const date = new Date(0);
  date.setUTCFullYear(year, month - 1, day);
  const real = date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
  return real ? date.getTime() : null;
}

export function yearPeriod(year: number, label?: string): PeriodReading | null {
  const instantMs = dayMs(year, 1, 1);
  if (instantMs === null) return null;
  return { key: four(year), instantMs, spacing: year, ...(label ? { label } : {}) };
}

export function quarterPeriod(year: number, quarter: number): PeriodReading | null {
  if (quarter < 1 || quarter > 4) return null;
  const instantMs = dayMs(year, quarter * 3 - 2, 1);
  return instantMs === null ? null : { key: `${four(year)}-Q${quarter}`, instantMs, spacing: year * 4 + quarter - 1 };
}

export function monthPeriod(year: number, month: number): PeriodReading | null {
  if (month < 1 || month > 12) return null;
  const instantMs = dayMs(year, month, 1);
  return instantMs === null ? null : { key: `${four(year)}-${two(month)}`, instantMs, spacing: year * 12 + month - 1 };
}

/** An ISO week; it starts on a Monday, and week 1 holds 4 January. */
export function weekPeriod(year: number, week: number): PeriodReading | null {
  const january4 = dayMs(year, 1, 4);
  if (january4 === null || week < 1 || week > 53) return null;
  const monday = january4 - ((new Date(january4).getUTCDay() + 6) % 7) * DAY_MS;
  const instantMs = monday + (week - 1) * 7 * DAY_MS;
  // A week whose Thursday lies in the next year belongs to that one: most years have no week 53.
  if (new Date(instantMs + 3 * DAY_MS).getUTCFullYear() !== year) return null;
  return { key: `${four(year)}-W${two(week)}`, instantMs, spacing: Math.round((instantMs / DAY_MS + 3) / 7) };
}

export function dayPeriod(year: number, month: number, day: number): PeriodReading | null {
  const instantMs = dayMs(year, month, day);
  if (instantMs === null) return null;
  return { key: `${four(year)}-${two(month)}-${two(day)}`, instantMs, spacing: instantMs / DAY_MS };
}

export function timePeriod(instantMs: number): PeriodReading | null {
  const date = new Date(instantMs);
  if (Number.isNaN(date.getTime())) return null;
  return { key: date.toISOString().replace('.000Z', 'Z'), instantMs, spacing: instantMs / DAY_MS };
}

/** The period of a kind that holds an instant. */
export function periodAt(kind: DatedKind, instantMs: number): PeriodReading {
  const date = new Date(instantMs);
  const [year, month] = [date.getUTCFullYear(), date.getUTCMonth() + 1];
  if (kind === 'year') return yearPeriod(year) as PeriodReading;
  if (kind === 'quarter') return quarterPeriod(year, Math.ceil(month / 3)) as PeriodReading;
  if (kind === 'month') return monthPeriod(year, month) as PeriodReading;
  if (kind === 'day') return dayPeriod(year, month, date.getUTCDate()) as PeriodReading;
  if (kind === 'time') return timePeriod(instantMs) as PeriodReading;
  const thursday = new Date(instantMs + (3 - ((date.getUTCDay() + 6) % 7)) * DAY_MS);
  const first = dayMs(thursday.getUTCFullYear(), 1, 1) as number;
  return weekPeriod(
    thursday.getUTCFullYear(),
    Math.floor((thursday.getTime() - first) / (7 * DAY_MS)) + 1,
  ) as PeriodReading;
}
