/** The mark before the decimals. The other one may part thousands. */
export type DecimalMark = 'point' | 'comma';

/** What a cell is as a number: a value, missing on purpose, or not readable. */
export type NumberReading =
  | { readonly kind: 'value'; readonly value: number /** `%`, `‰`, a currency, or `''`. */; readonly unit: string }
  | { readonly kind: 'missing' | 'unreadable' };

const missing: NumberReading = { kind: 'missing' };
const unreadable: NumberReading = { kind: 'unreadable' };

const missingTexts = new Set(
  ['', '-', '--', '–', '—', '.', '..', '...', '…', ':', '?', 'na', 'n/a', 'n.a.', 'n.a', '#n/a', 'null', 'none'].concat(
    ['nil', 'n.d.', 'nd', 'k.a.', '\\n'],
  ),
);

/** Is the text a usual mark for a missing value? */
export function isMissingText(text: string): boolean {
  return text === '' || (text.length <= 5 && missingTexts.has(text.toLowerCase()));
}

const plainPoint = /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/;
const space = '[\\s\\u00a0\\u202f\\u2009]';
/** The digits of a number with its marks, by the decimal mark: grouped by threes, grouped the Indian way, or not grouped. */
const cores: Record<DecimalMark, RegExp> = {
  point: new RegExp(
    `^(?:\\d{1,3}(?:(?:,\\d{3})+|(?:${space}\\d{3})+|(?:['’]\\d{3})+|(?:٬\\d{3})+)|\\d{1,2}(?:,\\d{2})+,\\d{3}|\\d+)?(?:[.]\\d*)?(?:[eE][+-]?\\d+)?$`,
  ),
  comma: new RegExp(
    `^(?:\\d{1,3}(?:(?:\\.\\d{3})+|(?:${space}\\d{3})+|(?:['’]\\d{3})+|(?:٬\\d{3})+)|\\d+)?(?:[,]\\d*)?(?:[eE][+-]?\\d+)?$`,
  ),
};

const currencyCodes = new Set(Intl.supportedValuesOf('currency'));
const currencyWords = new Set([
  'kr',
  'kr.',
  'zł',
  'kč',
  'ft',
  'lei',
  'fr.',
  'rs',
  'rs.',
  'r$',
  'us$',
  'a$',
  'c$',
  'nz$',
  'hk$',
  's$',
  'лв',
]);

/** A number taken apart: its sign, its digits with their marks, and what stood around them. */
interface Parts {
  readonly negative: boolean;
  readonly core: string;
  readonly unit: string;
}

const digitZeros = [0x0660, 0x06f0, 0x0966, 0x09e6, 0xff10];

/** Digits of other scripts become 0 to 9, and their marks point and comma. */
function latinDigits(text: string): string {
  return text
    .replace(/[\u0660-\u0669\u06f0-\u06f9\u0966-\u096f\u09e6-\u09ef\uff10-\uff19]/g, (digit) => {
      const code = digit.charCodeAt(0);
      const zero = digitZeros.find((each) => code >= each && code <= each + 9) ?? code;
      return String(code - zero);
    })
    .replace(/٫/g, '.')
    .replace(/٬/g, ',')
    .replace(/٪/g, '%');
}

/** Takes a unit off one end of the text: a currency, percent or per mille. */
function takeUnit(text: string): { rest: string; unit: string } | null {
  const match = /^([^\d.,+\-()]+)(.*)$/s.exec(text) ?? null;
  if (match) {
    const word = (match[1] ?? '').trim();
    if (isUnit(word)) return { rest: (match[2] ?? '').trim(), unit: word };
  }
  const end = /^(.*?[\d.,)])\s*([^\d.,+\-()]+\.?)$/s.exec(text);
  if (end && isUnit((end[2] ?? '').trim())) return { rest: (end[1] ?? '').trim(), unit: (end[2] ?? '').trim() };
  return null;
}

function isUnit(word: string): boolean {
  if (word === '%' || word === '‰' || /^\p{Sc}$/u.test(word)) return true;
  return currencyCodes.has(word) || currencyWords.has(word.toLowerCase()) || /^[A-Z]{1,2}\p{Sc}$/u.test(word);
}

/** Takes a text apart; null when it cannot be a number. */
function takeApart(text: string): Parts | null {
  let rest = text.replace(/[\u200b\u200e\u200f\u061c\u2060\ufeff]/g, '').trim();
  if (/[^ -~]/.test(rest)) rest = latinDigits(rest).replace(/[\u2212\u2012\u2013\ufe63\uff0d]/g, '-');
  if (!/\d/.test(rest) || rest.length > 60) return null;
  let negative = false;
  let unit = '';
  // Signs, brackets and units may stand around each other in any order, each of them once.
  for (let round = 0; round < 4; round++) {
    const bracketed = /^\((.*)\)$/s.exec(rest);
    const signed = /^([+-])\s*(.*)$/s.exec(rest) ?? /^(.*\d[.,]?)\s*(-)$/s.exec(rest);
    const united = unit === '' ? takeUnit(rest) : null;
    if (bracketed) {
      if (negative) return null;
      [negative, rest] = [true, (bracketed[1] ?? '').trim()];
    } else if (signed) {
      const minus = signed[1] === '-' || signed[2] === '-';
      if (negative && minus) return null;
      negative ||= minus;
      rest = (signed[2] === '-' ? (signed[1] ?? '') : (signed[2] ?? '')).trim();
    } else if (united) [unit, rest] = [united.unit, united.rest];
    else break;
  }
  return /^[\d.]|^,\d/.test(rest) ? { negative, core: rest, unit } : null;
}

/**
 * Reads a number: thousands and decimal marks of any locale, currency and percent signs, bracketed and trailing
 * minus, exponents, digits of other scripts. Percent are kept as they stand: `45 %` is 45 with the unit `%`.
 * Nothing turns silently into 0, and a number too large for a double is unreadable rather than infinite.
 *
 * @param decimal The mark before the decimals in this column.
 */
export function readNumber(text: string, decimal: DecimalMark = 'point'): NumberReading {
  if (isMissingText(text)) return missing;
  if (decimal === 'point' && plainPoint.test(text)) return readingOf(Number(text), '');
  const parts = takeApart(text);
  if (!parts || !cores[decimal].test(parts.core) || !/\d/.test(parts.core)) return unreadable;
  const group = decimal === 'point' ? /[,\s\u00a0\u202f\u2009'’]/g : /[.\s\u00a0\u202f\u2009'’]/g;
  const digits = parts.core.replace(group, '').replace(',', '.');
  return readingOf((parts.negative ? -1 : 1) * Number(digits), parts.unit);
}

function readingOf(value: number, unit: string): NumberReading {
  return Number.isFinite(value) ? { kind: 'value', value: value === 0 ? 0 : value, unit } : unreadable;
}

/** What a text says about the decimal mark: sure of one, or that both would do and mean different numbers. */
export type MarkEvidence = DecimalMark | 'either' | null;

/** Looks at the marks of one text. */
export function markEvidence(text: string): MarkEvidence {
  if (!/[.,٫٬]/.test(text)) return null;
  const parts = takeApart(text);
  if (!parts) return null;
  const { core } = parts;
  const point = cores.point.test(core);
  const comma = cores.comma.test(core);
  if (point !== comma) return point ? 'point' : 'comma';
  if (!point || readNumber(text, 'point').kind !== 'value') return null;
  const [a, b] = [readNumber(text, 'point'), readNumber(text, 'comma')];
  if (a.kind === 'value' && b.kind === 'value' && a.value === b.value) return null;
  // "0.123" and "0,123": nobody parts thousands after a lone zero.
  if (/^0[.,]/.test(core)) return core.startsWith('0.') ? 'point' : 'comma';
  return 'either';
}
