/** The grain of a column of periods; `text` has no dates and keeps the file's order. */
export type PeriodKind = 'year' | 'month' | 'day' | 'time' | 'text';

/** A period that was read from text. */
export interface PeriodReading {
  /** ISO 8601 at the grain: `2004`, `2004-08`, `2004-08-01`, `2004-08-01T06:30:00Z`. Equal keys are one period. */
  readonly key: string;
  /** Milliseconds in UTC since 1970 at the period's start. */
  readonly instantMs: number;
  /** Distance along the grain's own calendar (years, months, days), so that even periods are evenly spaced. */
  readonly spacing: number;
}

/** One way of writing periods. A new notation is a new entry in `periodRecognisers`. */
export interface PeriodRecogniser {
  readonly kind: PeriodKind;
  readonly words: string;
  read(text: string): PeriodReading | null;
}

const DAY_MS = 86_400_000;

function instant(year: number, month: number, day: number): number | null {
  const date = new Date(0);
  date.setUTCFullYear(year, month - 1, day);
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day ? date.getTime() : null;
}

const year: PeriodRecogniser = {
  kind: 'year',
  words: 'years',
  read: (text) => {
    if (!/^[12][0-9]{3}$/.test(text)) return null;
    const at = instant(Number(text), 1, 1);
    return at === null ? null : { key: text, instantMs: at, spacing: Number(text) };
  },
};

const month: PeriodRecogniser = {
  kind: 'month',
  words: 'months as year-month',
  read: (text) => {
    const match = /^(\d{4})-(\d{2})$/.exec(text);
    const [y, m] = [Number(match?.[1]), Number(match?.[2])];
    const at = match ? instant(y, m, 1) : null;
    return at === null ? null : { key: text, instantMs: at, spacing: y * 12 + m - 1 };
  },
};

const day: PeriodRecogniser = {
  kind: 'day',
  words: 'days as year-month-day',
  read: (text) => {
    const match = /^(\d{4})-(\d{2})-(\d{2})(?:[T ]00:00(?::00(?:\.0+)?)?Z?)?$/.exec(text);
    const at = match ? instant(Number(match[1]), Number(match[2]), Number(match[3])) : null;
    return at === null ? null : { key: text.slice(0, 10), instantMs: at, spacing: at / DAY_MS };
  },
};

const time: PeriodRecogniser = {
  kind: 'time',
  words: 'dates with a time',
  read: (text) => {
    const match =
      /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,3})\d*)?)?(Z|[+-]\d{2}:?\d{2})?$/.exec(text);
    if (!match) return null;
    const start = instant(Number(match[1]), Number(match[2]), Number(match[3]));
    const [h, m, s] = [Number(match[4]), Number(match[5]), Number(match[6] ?? 0)];
    if (start === null || h > 23 || m > 59 || s > 59) return null;
    const zone = /^([+-])(\d{2}):?(\d{2})$/.exec(match[8] ?? '');
    const offsetMin = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3])) : 0;
    const ms = Number((match[7] ?? '0').padEnd(3, '0'));
    const at = start + ((h * 60 + m - offsetMin) * 60 + s) * 1000 + ms;
    return { key: new Date(at).toISOString(), instantMs: at, spacing: at / DAY_MS };
  },
};

/** Every notation that is understood, in the order in which they are tried. */
export const periodRecognisers: readonly PeriodRecogniser[] = [year, month, day, time];

/** The recogniser that reads the most of these texts (blanks do not count), with how many it read. */
export function recognisePeriods(texts: readonly string[]): { recogniser: PeriodRecogniser; share: number } | null {
  const filled = texts.filter((text) => text !== '');
  if (filled.length === 0) return null;
  let best: { recogniser: PeriodRecogniser; share: number } | null = null;
  for (const recogniser of periodRecognisers) {
    let read = 0;
    for (const text of filled) if (recogniser.read(text)) read++;
    const share = read / filled.length;
    if (share > (best?.share ?? 0)) best = { recogniser, share };
  }
  return best;
}
