import { isMissingText, readNumber } from '../number-text';
import { compactNotation } from './compact-periods';
import { localTimes } from './local-times';
import { type DayOrder, type ParsedPeriod, parsePeriod } from './parse-period';
import { type DatedKind, datedKinds, dayPeriod, type PeriodKind, type PeriodReading, periodAt } from './period';
import { wholePeriods } from './whole-periods';

/**
 * How the person wants periods read; `auto` leaves it to the whole column, and `whole` besides takes the first or last days of
 * months, quarters and years for these. Kept in the document.
 */
export const periodChoices = ['auto', 'whole', 'day-first', 'month-first', 'serial', 'number', 'text'] as const;
export type PeriodChoice = (typeof periodChoices)[number];

/** How a column of periods is written, and what each of its distinct texts reads as. */
export interface PeriodNotation {
  readonly kind: PeriodKind;
  /** Set for dates in numbers. */
  readonly order: DayOrder | null;
  /** False where the order of days and months could not be decided: the person is asked. */
  readonly decided: boolean;
  /** In words, with the cell that decides: "days, day first, because 27 stands in first place in row 14". */
  readonly why: string;
  /** Readings of the texts, place by place; null where a text is none. */
  readonly readings: readonly (PeriodReading | null)[];
  /** Share of the texts that were read, missing ones aside, in [0, 1]. */
  readonly share: number;
}

export interface PeriodOptions {
  readonly choice?: PeriodChoice;
  /** The column's name; digits alone are dates only where the name says so. */
  readonly name?: string;
  /** Row number of a text's first cell, for the reason. */
  readonly rowOf?: (place: number) => number;
}

export const kindWords: Record<PeriodKind, string> = {
  year: 'years',
  quarter: 'quarters',
  month: 'months',
  week: 'weeks',
  day: 'days',
  time: 'dates with a time',
  number: 'numbers',
  text: 'text in the order of the file',
};

const EARLY_LOOK = 3000;

/**
 * Finds how a column writes its periods, from all of its distinct texts.
 *
 * @param texts Distinct texts, the blank one included or not.
 * @returns null where no text reads as a period.
 */
export function recognisePeriods(texts: readonly string[], options: PeriodOptions = {}): PeriodNotation | null {
  const { choice = 'auto' } = options;
  if (choice === 'text') return textPeriods(texts);
  if (choice === 'number') return numberPeriods(texts);
  const compact = compactNotation(texts, options.name ?? '', choice === 'serial');
  if (compact) return { order: null, decided: true, ...compact };
  return choice === 'serial' ? null : calendarPeriods(localTimes(texts), options);
}

function calendarPeriods(texts: readonly string[], options: PeriodOptions): PeriodNotation | null {
  const parsed = parseAll(texts, 'day-first');
  if (!parsed) return null;
  const chosen = options.choice === 'day-first' || options.choice === 'month-first' ? options.choice : null;
  const found = findOrder(texts, parsed, options);
  const order = chosen ?? found?.order ?? null;
  const ordered = order === 'month-first' ? (parseAll(texts, 'month-first') ?? parsed) : parsed;
  const kind = findKind(ordered);
  if (!kind) return null;
  const seasons = kind === 'year';
  const readings = ordered.map((each) => readingOf(each, kind, seasons));
  const filled = texts.reduce((count, text) => count + (isMissingText(text) ? 0 : 1), 0);
  const read = readings.reduce((count, reading) => count + (reading ? 1 : 0), 0);
  if (kind === 'day' && options.choice === 'whole') {
    const whole = wholePeriods(readings);
    if (whole) return { ...whole, order, decided: true, share: read / Math.max(1, filled) };
  }
  const why = [kindWords[kind], chosen ? `${orderWords[chosen]}, as chosen` : found?.why].filter(Boolean).join(', ');
  return {
    kind,
    order,
    decided: chosen !== null || (found?.decided ?? true),
    why,
    readings,
    share: read / Math.max(1, filled),
  };
}

/** All texts parsed; null when hardly any of the first few thousand is a period. */
function parseAll(texts: readonly string[], order: DayOrder): (ParsedPeriod | null)[] | null {
  const parsed: (ParsedPeriod | null)[] = [];
  let read = 0;
  for (const text of texts) {
    const each = parsePeriod(text, order);
    if (each) read++;
    parsed.push(each);
    if (parsed.length === EARLY_LOOK && read < EARLY_LOOK * 0.02) return null;
  }
  return read === 0 ? null : parsed;
}

/** The kind of most texts. Where days and times stand together, all are times unless every time is midnight. */
function findKind(parsed: readonly (ParsedPeriod | null)[]): DatedKind | null {
  const counts = new Map<DatedKind, number>();
  let [onlyMidnight, seasonsOnly, months, either, spans] = [true, 0, 0, 0, 0];
  let alsoMonths = 0;
  for (const each of parsed) {
    if (!each) continue;
    counts.set(each.kind, (counts.get(each.kind) ?? 0) + 1);
    if (each.kind === 'time' && !each.midnight) onlyMidnight = false;
    if (each.also?.kind === 'month') alsoMonths++;
    if (each.kind === 'year' && each.reading.label) seasonsOnly++;
    if (each.kind === 'month') each.season ? either++ : each.span ? spans++ : months++;
  }
  const times = counts.get('time') ?? 0;
  if (times > 0 && (onlyMidnight || (counts.get('day') ?? 0) > 0)) {
    const sum = times + (counts.get('day') ?? 0);
    counts.set('time', onlyMidnight ? 0 : sum);
    counts.set('day', onlyMidnight ? sum : 0);
  }
  // 2011-12 beside 2012-13 is a year that runs over the new year, since there is no thirteenth month; so are texts that
  // could all be such years, since months would not come once a year.
  if (months === 0 && (seasonsOnly > 0 || (either > 1 && spans === 0)))
    counts.set('year', (counts.get('year') ?? 0) + (counts.get('month') ?? 0));
  let best: DatedKind | null = null;
  // Roman figures count months where some of them are beyond the four quarters.
  if ((counts.get('month') ?? 0) > 0 && alsoMonths > 0) {
    counts.set('month', (counts.get('month') ?? 0) + alsoMonths);
    counts.set('quarter', (counts.get('quarter') ?? 0) - alsoMonths);
  }
  for (const kind of datedKinds) if ((counts.get(kind) ?? 0) > (best ? (counts.get(best) ?? 0) : 0)) best = kind;
  return best;
}

function readingOf(parsed: ParsedPeriod | null, kind: DatedKind, seasons: boolean): PeriodReading | null {
  if (!parsed) return null;
  if (seasons && parsed.kind === 'month') return parsed.season ?? parsed.span ?? null;
  if (parsed.kind === kind) return parsed.reading;
  if (parsed.also?.kind === kind) return parsed.also.reading;
  const { instantMs } = parsed.reading;
  if (kind === 'day' && parsed.kind === 'time' && instantMs !== null) {
    const date = new Date(instantMs);
    return dayPeriod(date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate());
  }
  if (kind === 'time' && parsed.kind === 'day' && instantMs !== null) return periodAt('time', instantMs);
  return null;
}

const orderWords: Record<DayOrder, string> = { 'day-first': 'day first', 'month-first': 'month first' };

interface FoundOrder {
  readonly order: DayOrder;
  readonly decided: boolean;
  readonly why: string;
}

/** The order of day and month, from whichever text can only be read one way; null where no date is in numbers. */
function findOrder(
  texts: readonly string[],
  parsed: readonly (ParsedPeriod | null)[],
  options: PeriodOptions,
): FoundOrder | null {
  const sure: Record<DayOrder, number> = { 'day-first': 0, 'month-first': 0 };
  const example: Partial<Record<DayOrder, number>> = {};
  let either = -1;
  parsed.forEach((each, place) => {
    if (each?.order === 'either') either = either < 0 ? place : either;
    else if (each?.order) {
      sure[each.order]++;
      example[each.order] ??= place;
    }
  });
  const order: DayOrder = sure['month-first'] > sure['day-first'] ? 'month-first' : 'day-first';
  const place = example[order];
  if (place !== undefined) {
    const [a, b] = parsed[place]?.numbers ?? [0, 0];
    const row = options.rowOf ? ` in row ${options.rowOf(place)}` : '';
    const [number, where] = order === 'day-first' ? [a, 'first'] : [b, 'second'];
    return { order, decided: true, why: `${orderWords[order]}, because ${number} stands in ${where} place${row}` };
  }
  if (either < 0) return null;
  const guess = likelierOrder(parsed);
  return {
    order: guess,
    decided: false,
    why: `taken as ${orderWords[guess]}, but “${texts[either]}” could be either; no cell of the column decides`,
  };
}

/** Where no date decides: a number that is always 1 is the day of monthly data; else the order in which rows ascend. */
function likelierOrder(parsed: readonly (ParsedPeriod | null)[]): DayOrder {
  const pairs = parsed.flatMap((each) => (each?.numbers ? [each.numbers] : []));
  const [first, second] = [0, 1].map((i) => new Set(pairs.map((pair) => pair[i as 0 | 1])));
  if (second?.size === 1 && (first?.size ?? 0) >= 4) return 'month-first';
  if (first?.size === 1 && (second?.size ?? 0) >= 4) return 'day-first';
  const dates = parsed.flatMap((each) => (each?.numbers ? [{ ...each, at: each.reading.instantMs ?? 0 }] : []));
  const sorted = (value: (each: (typeof dates)[number]) => number) =>
    dates.every((each, i) => i === 0 || value(dates[i - 1] as (typeof dates)[number]) <= value(each));
  const swapped = ({ at, numbers }: (typeof dates)[number]) => {
    const [a, b] = numbers ?? [1, 1];
    return Date.UTC(new Date(at).getUTCFullYear(), a - 1, b);
  };
  return !sorted(({ at }) => at) && sorted(swapped) ? 'month-first' : 'day-first';
}

/** Any text as a period, in the order in which the texts come. */
function textPeriods(texts: readonly string[]): PeriodNotation {
  let place = 0;
  const readings = texts.map((text) => (text === '' ? null : { key: text, instantMs: null, spacing: place++ }));
  return { kind: 'text', order: null, decided: true, why: kindWords.text, readings, share: 1 };
}

/** Numbers as periods, spaced by their size. */
function numberPeriods(texts: readonly string[]): PeriodNotation | null {
  let [read, filled] = [0, 0];
  const readings = texts.map((text) => {
    const reading = readNumber(text);
    if (reading.kind !== 'missing') filled++;
    if (reading.kind !== 'value') return null;
    read++;
    return { key: String(reading.value), instantMs: null, spacing: reading.value };
  });
  if (read === 0) return null;
  return { kind: 'number', order: null, decided: true, why: 'numbers', readings, share: read / filled };
}
