import { monthOfName } from './month-names';
import { countOf, fullYear, g, made, type Notation, n, type ParsedPeriod } from './notation';
import { monthPeriod, quarterPeriod, yearPeriod } from './period';

/** What quarters are called, as letter or word. */
const CALLED =
  'q|t|k|kv|kvt|qtr|quarter|quartal|trimestre|trimester|trim|kwartaal|kvartal|kwartał|kvartál|čtvrtletí|neljännes|vuosineljännes|çeyrek|ç|trimestru|trimestr|квартал|кв';
/** How half years are called. */
const HALF = 'h|hj|half|half[\\s-]year|halbjahr|semester|semestre|sem|s|hy|półrocze|pololetí|halvår';
const COUNT = '([1-4]|i{1,3}|iv)';
const ORDINAL = '(?:st|nd|rd|th|er|ère|ere|re|e|ème|eme|º|ª|°|:a|:e|\\.)?';
const OF = '(?:of|de|del|fy|fiscal year|cy)?';
const YEAR = '([12]\\d{3}|(?<=[^\\d])\\d{2})';
const LONG_YEAR = '([12]\\d{3})';
const GAP = "[\\s/.,:'’_-]*";

const quarter = (year: string, count: string) => made('quarter', quarterPeriod(fullYear(year), countOf(count)));

function half(year: number, count: number): ParsedPeriod | null {
  const reading = count === 1 || count === 2 ? monthPeriod(year, count * 6 - 5) : null;
  return reading && { kind: 'month', reading: { ...reading, label: `H${count} ${year}` } };
}

/** Three months that are a quarter, six that are half a year, twelve that are a year. */
function months(first: string, last: string, year: number): ParsedPeriod | null {
  const [from, to] = [monthOfName(first), monthOfName(last)];
  if (from === undefined || to === undefined) return null;
  const length = to - from + 1;
  if ((from - 1) % length !== 0) return null;
  if (length === 3) return made('quarter', quarterPeriod(year, (from + 2) / 3));
  if (length === 6) return half(year, (from + 5) / 6);
  return length === 12 ? made('year', yearPeriod(year)) : null;
}

/** `II/2019` is a quarter unless others of the column show that months are counted so. */
function roman(year: number, count: string): ParsedPeriod | null {
  const at = countOf(count);
  const month = monthPeriod(year, at);
  const found = quarterPeriod(year, at);
  if (!found) return made('month', month);
  return { kind: 'quarter', reading: found, ...(month ? { also: { kind: 'month' as const, reading: month } } : {}) };
}

const words: Readonly<Record<string, number>> = { first: 1, second: 2, third: 3, fourth: 4 };
const ROMAN = '(i|ii|iii|iv|v|vi|vii|viii|ix|x|xi|xii)';
const JOIN = '\\s*(?:-|–|—|to|bis|à|al|/)\\s*';
const NAME = '(\\p{L}{3,}\\.?)';

const pattern = (text: string) => new RegExp(`^${text}$`, 'iu');

/** Quarters and half years. */
export const quarterNotations: readonly Notation[] = [
  // Of two digits close behind the count, only these are no code such as S101.
  [/^[QT]\s?([1-4])[\s/.,:'_-]*(\d{4}|\d{2})$/i, (m) => quarter(g(m, 2), g(m, 1))],
  [pattern(`(?:${CALLED})\\.?\\s?${COUNT}${GAP}${OF}\\s*${YEAR}`), (m) => quarter(g(m, 2), g(m, 1))],
  [pattern(`${COUNT}${ORDINAL}\\s*(?:${CALLED})\\.?${GAP}${OF}\\s*${YEAR}`), (m) => quarter(g(m, 2), g(m, 1))],
  [pattern(`(?:fy\\s?)?${LONG_YEAR}${GAP}(?:${CALLED})\\.?\\s?${COUNT}`), (m) => quarter(g(m, 1), g(m, 2))],
  [pattern(`(?:fy\\s?)?${LONG_YEAR}${GAP}${COUNT}${ORDINAL}\\s*(?:${CALLED})\\.?`), (m) => quarter(g(m, 1), g(m, 2))],
  [
    pattern(`(first|second|third|fourth)\\s+(?:quarter|qtr\\.?),?\\s*(?:of\\s+)?${LONG_YEAR}`),
    (m) => made('quarter', quarterPeriod(n(m, 2), words[g(m, 1).toLowerCase()] ?? 0)),
  ],
  [
    pattern(`${LONG_YEAR},?\\s*(first|second|third|fourth)\\s+(?:quarter|qtr\\.?)`),
    (m) => made('quarter', quarterPeriod(n(m, 1), words[g(m, 2).toLowerCase()] ?? 0)),
  ],
  [pattern(`${LONG_YEAR}\\s?年\\s?第?([1-4一二三四])\\s?(?:季度|四半期)`), (m) => quarter(g(m, 1), eastern(g(m, 2)))],
  [pattern(`${LONG_YEAR}\\s?년\\s?([1-4])\\s?분기`), (m) => quarter(g(m, 1), g(m, 2))],
  [pattern(`(?:${HALF})\\.?\\s?([12]|i{1,2})${GAP}${OF}\\s*${YEAR}`), (m) => half(fullYear(g(m, 2)), countOf(g(m, 1)))],
  [
    pattern(`([12]|i{1,2})${ORDINAL}\\s*(?:${HALF})\\.?${GAP}${OF}\\s*${YEAR}`),
    (m) => half(fullYear(g(m, 2)), countOf(g(m, 1))),
  ],
  [pattern(`${LONG_YEAR}${GAP}(?:${HALF})\\.?\\s?([12]|i{1,2})`), (m) => half(n(m, 1), countOf(g(m, 2)))],
  [pattern(`${NAME}${JOIN}${NAME}[\\s/,.'’-]*(?:del?\\s+)?${LONG_YEAR}`), (m) => months(g(m, 1), g(m, 2), n(m, 3))],
  [pattern(`${LONG_YEAR}[\\s/,.:-]*${NAME}${JOIN}${NAME}`), (m) => months(g(m, 2), g(m, 3), n(m, 1))],
  [pattern(`${ROMAN}[\\s/.-]+${LONG_YEAR}`), (m) => roman(n(m, 2), g(m, 1))],
  [pattern(`${LONG_YEAR}[\\s/.-]+${ROMAN}`), (m) => roman(n(m, 1), g(m, 2))],
];

const eastern = (text: string) => String('一二三四'.indexOf(text) + 1 || text);
