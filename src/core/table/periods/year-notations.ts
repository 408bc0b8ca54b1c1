import { fullYear, g, made, type Notation, n, type ParsedPeriod } from './notation';
import { monthPeriod, type PeriodReading, yearPeriod } from './period';

/** A year that runs over the new year, as 2003/04 does; null where the second is not the next one. */
function seasonOf(from: number, to: string): PeriodReading | null {
  const next = to.length === 2 ? (from + 1) % 100 === Number(to) : from + 1 === Number(to);
  return next ? yearPeriod(from, `${from}/${to.slice(-2)}`) : null;
}

/** Several years: 1990–1994. */
function spanOf(from: number, to: string): PeriodReading | null {
  const until = to.length === 2 ? from - (from % 100) + Number(to) : Number(to);
  return until > from + 1 ? yearPeriod(from, `${from}–${until}`) : null;
}

/** 2003-04, which may be a month, a year over the new year, or several years. */
function monthOrYears(from: number, second: string): ParsedPeriod | null {
  const long = second.length === 2 || second.length === 4;
  const season = long ? seasonOf(from, second) : null;
  const span = long ? spanOf(from, second) : null;
  const month = second.length < 3 ? monthPeriod(from, Number(second)) : null;
  if (month) return { kind: 'month', reading: month, ...(season ? { season } : {}), ...(span ? { span } : {}) };
  return made('year', season ?? span);
}

/** The years before our era are counted without a year 0; the calendar of ISO 8601 has one. */
const before = (text: string, years: string) => made('year', yearPeriod(1 - Number(years), text));

const YEAR = '([12]\\d{3})';
const WORDS = 'FY|CY|Y|year|yr|in|anno|jahr|an|année|annee|año|anio|ano|rok|år|vuosi|yıl';

/** Years, years over the new year, spans of years, decades, centuries, years before our era. */
export const yearNotations: readonly Notation[] = [
  [new RegExp(`^(?:(?:${WORDS})[\\s._-]*)?${YEAR}(?:\\.0)?$`, 'i'), (m) => made('year', yearPeriod(n(m, 1)))],
  [/^(?:FY[\s-]*)?([12]\d{3})\s?[/–—]\s?(\d{1,2}|\d{4})$/i, (m) => monthOrYears(n(m, 1), g(m, 2))],
  [/^(?:FY[\s-]*)?([12]\d{3})-(\d{1,2}|\d{4})$/i, (m) => monthOrYears(n(m, 1), g(m, 2))],
  [
    /^([12]\d{3})\s*(?:-|–|—|to|till|until|bis|à|au|al|tot|til|do)\s*(\d{4})$/i,
    (m) => made('year', seasonOf(n(m, 1), g(m, 2)) ?? spanOf(n(m, 1), g(m, 2))),
  ],
  [/^FY\s?['’]?(\d{2})$/i, (m) => made('year', yearPeriod(fullYear(g(m, 1))))],
  [
    /^FY\s?['’]?(\d{2})\s?[/–-]\s?(\d{2})$/i,
    (m) => made('year', seasonOf(fullYear(g(m, 1)), g(m, 2)) ?? spanOf(fullYear(g(m, 1)), g(m, 2))),
  ],
  [/^([12]\d{2}0)(?:['’]?s|er|-talet|-erne|-luku)$/i, (m) => made('year', yearPeriod(n(m, 1), `${g(m, 1)}s`))],
  [/^(?:the\s+)?(\d{1,2})(?:st|nd|rd|th)\s+(?:century|c\.?)$/i, (m) => century(m[0], n(m, 1))],
  [
    /^(\d{1,2})\.\s*(?:jahrhundert|jh\.?|jhdt\.?|århundrede|århundre|århundradet|století|wiek)$/i,
    (m) => century(m[0], n(m, 1)),
  ],
  [
    /^(\d{1,5})\s?(?:bc|bce|b\.c\.(?:e\.)?|v\.\s?chr\.?|av\.?\s?j\.?-?c\.?|a\.\s?c\.|f\.\s?kr\.?|př\.\s?n\.\s?l\.|p\.n\.e\.)$/i,
    (m) => before(m[0], g(m, 1)),
  ],
  [
    /^(?:ad\s?)?(\d{1,4})\s?(?:ad|ce|a\.d\.|c\.e\.|n\.\s?chr\.?|ap\.?\s?j\.?-?c\.?|d\.\s?c\.|e\.\s?kr\.?|n\.\s?l\.|n\.e\.)$/i,
    (m) => made('year', yearPeriod(n(m, 1), m[0])),
  ],
  [/^([12]\d{3})\s?[年년]$/, (m) => made('year', yearPeriod(n(m, 1)))],
];

/** The 17th century begins, for those who count in hundreds, with 1600. */
const century = (text: string, count: number) => made('year', yearPeriod((count - 1) * 100, text));
