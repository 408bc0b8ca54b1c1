import { isMissingText } from '../number-text';
import { serialToIso } from '../serial-date';
import {
  dayPeriod,
  monthPeriod,
  type PeriodKind,
  type PeriodReading,
  timePeriod,
  weekPeriod,
  yearPeriod,
} from './period';

interface CompactNotation {
  readonly kind: PeriodKind;
  readonly why: string;
  readonly readings: readonly (PeriodReading | null)[];
  readonly share: number;
}

/** Names of columns that hold dates. */
export const dateNames =
  /date|datum|fecha|data\b|day\b|month\b|period|time|stamp|epoch|unix|week\b|\bts\b|_at$|\bwhen\b|created|updated|recorded|logged/i;

/** Names of columns that hold years, in some languages. */
export const yearNames =
  /(?:^|[^\p{L}])(?:years?|yr|jahr|jahre|an|année|annee|año|anno|ano|rok|roku|år|vuosi|yıl|год|έτος|年|연도|년도|centur(?:y|ies)|decades?)(?:$|[^\p{L}])/iu;
/** Names of columns that hold weeks. */
const weekNames = /week|wk\b|woche|\bkw\b|semaine|semana|settimana|vecka|\buge|viikko|tydzień|týden|hafta/i;

interface Digits {
  readonly kind: PeriodKind;
  readonly words: string;
  /** The texts that are written so. */
  readonly pattern: RegExp;
  /** Needs a name that speaks of dates, or this name, since plain numbers look the same. */
  readonly needsName: boolean | RegExp;
  /** Texts that other readings know; where all are such, this one is not asked. */
  readonly usual?: RegExp;
  /** At least one text is like this, or all of them merely count on. */
  readonly some?: RegExp;
  read(text: string): PeriodReading | null;
}

function isoDay(iso: string): PeriodReading | null {
  const [year, month, day] = iso.slice(0, 10).split('-').map(Number);
  return dayPeriod(year ?? 0, month ?? 0, day ?? 0);
}

/** A year of any age; one before the year 0 is shown as it is written. */
function plainYear(text: string): PeriodReading | null {
  const year = Number(
    text
      .replace(/^[−–]/, '-')
      .replace(/\.0$/, '')
      .replace(/[^\d-]/g, ''),
  );
  if (Math.abs(year) > 20_000) return null;
  return yearPeriod(year, year < 0 ? `−${-year}` : undefined);
}

const serial: Digits = {
  kind: 'day',
  words: 'days as a spreadsheet counts them',
  pattern: /^\d{4,5}(?:\.\d+)?$/,
  needsName: true,
  read: (text) => isoDay(serialToIso(Number(text), '1900')),
};

const notations: readonly Digits[] = [
  {
    kind: 'week',
    words: 'weeks as six digits',
    pattern: /^(?:19|20|21)\d{2}(?:0[1-9]|[1-4]\d|5[0-3])$/,
    needsName: weekNames,
    read: (text) => weekPeriod(Number(text.slice(0, 4)), Number(text.slice(4))),
  },
  {
    kind: 'year',
    words: 'years as plain numbers',
    pattern: /^[-−–]?\d{1,5}(?:\.0)?$|^\d{1,2}[\s\u00a0\u202f,.'’]\d{3}$/,
    needsName: yearNames,
    usual: /^[12]\d{3}(?:\.0)?$/,
    some: /\d\D?\d\d/,
    read: (text) => plainYear(text),
  },
  {
    kind: 'day',
    words: 'days as eight digits',
    pattern: /^(?:1[6-9]|20|21)\d{2}(?:0[1-9]|1[0-2])(?:0[1-9]|[12]\d|3[01])$/,
    needsName: false,
    read: (text) => dayPeriod(Number(text.slice(0, 4)), Number(text.slice(4, 6)), Number(text.slice(6))),
  },
  {
    kind: 'month',
    words: 'months as six digits',
    pattern: /^(?:1[6-9]|20|21)\d{2}(?:0[1-9]|1[0-2])$/,
    needsName: false,
    read: (text) => monthPeriod(Number(text.slice(0, 4)), Number(text.slice(4))),
  },
  { ...serial, pattern: /^(?:1[89]|[2-6]\d)\d{3}(?:\.\d+)?$/ },
  {
    kind: 'time',
    words: 'seconds since 1970',
    pattern: /^\d{9,10}$/,
    needsName: true,
    read: (text) => timePeriod(Number(text) * 1000),
  },
  {
    kind: 'time',
    words: 'milliseconds since 1970',
    pattern: /^\d{12,13}$/,
    needsName: true,
    read: (text) => timePeriod(Number(text)),
  },
];

const ENOUGH = 0.9;
const FEW = 4;

/**
 * Periods in bare digits, which only the whole column can tell from numbers.
 *
 * @param forced Reads the numbers as spreadsheet dates, because the person says so.
 */
export function compactNotation(texts: readonly string[], name: string, forced: boolean): CompactNotation | null {
  const filled = texts.filter((text) => !isMissingText(text));
  if (filled.length === 0) return null;
  const named = dateNames.test(name);
  for (const notation of forced ? [serial] : notations) {
    const fits = (text: string) => notation.pattern.test(text);
    if (!forced && !(fits(filled[0] ?? '') || fits(filled.at(-1) ?? ''))) continue;
    if (!forced && notation.needsName instanceof RegExp && !notation.needsName.test(name)) continue;
    if (!forced && !named && (notation.needsName === true || (notation.needsName === false && filled.length < FEW)))
      continue;
    if (notation.usual && filled.every((text) => notation.usual?.test(text))) continue;
    if (notation.some && !filled.some((text) => notation.some?.test(text))) continue;
    const readings = texts.map((text) => (fits(text) ? notation.read(text) : null));
    const read = readings.reduce((count, reading) => count + (reading ? 1 : 0), 0);
    if (read === 0 || (!forced && read < filled.length * ENOUGH)) continue;
    return { kind: notation.kind, why: notation.words, readings, share: read / filled.length };
  }
  return null;
}
