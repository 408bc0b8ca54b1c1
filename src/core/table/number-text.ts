import { type NumberMarks, takeMarks } from './number-marks';
import { isMeasure, isUnit, takeMagnitude } from './number-units';

/** The mark before the decimals. The other one may part thousands. */
export type DecimalMark = 'point' | 'comma';

/** What a cell is as a number: a value, missing on purpose, or not readable. */
export type NumberReading =
  | {
      readonly kind: 'value';
      readonly value: number;
      /** `%`, `‰`, a currency, what is measured in, or `''`. */
      readonly unit: string;
      /** What stands with it and says something of it: `*`, `(e)`, `p`, `~`; absent where nothing does. */
      readonly mark?: string;
      /** It is only a bound of the value. */
      readonly limit?: '<' | '>';
    }
  | { readonly kind: 'missing' | 'unreadable' };

const missing: NumberReading = { kind: 'missing' };
const unreadable: NumberReading = { kind: 'unreadable' };

const missingTexts = new Set(
  ['', '-', '--', '–', '—', '.', '..', '...', '…', ':', '?', 'na', 'n/a', 'n.a.', 'n.a', '#n/a', 'null', 'none'].concat(
    ['nil', 'n.d.', 'nd', 'k.a.', '\\n', '#na', 'x', 'c', 'z', '(x)', '(c)', '(d)', '(z)', '[x]', '[c]', '[z]'],
    [
      'n/d',
      's/d',
      'n. a.',
      'k. a.',
      'b.d.',
      '-c-',
      '(-)',
      '*',
      '**',
      '†',
      'no data',
      'not available',
      'not applicable',
    ],
    ['unknown', 'missing', 'confidential', 'suppressed', '#n/v', '#nv', '(na)', 'n.k.', 'ej', 'na.'],
  ),
);

/** Is the text a usual mark for a missing value? */
export function isMissingText(text: string): boolean {
  return text === '' || (text.length <= 14 && missingTexts.has(text.toLowerCase()));
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

/** A number taken apart: its sign, its digits with their marks, and what stood around them. */
interface Parts extends Pick<NumberMarks, 'mark' | 'limit'> {
  readonly negative: boolean;
  readonly core: string;
  readonly unit: string;
  /** Of ten, that the digits are to be multiplied by. */
  readonly power: number;
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

/** Takes a unit off one end of the text: a currency, percent or per mille, behind the number also what is measured in. */
function takeUnit(text: string): { rest: string; unit: string } | null {
  const match = /^([^\d.,+\-()]+)(.*)$/s.exec(text) ?? null;
  if (match) {
    const word = (match[1] ?? '').trim();
    if (isUnit(word)) return { rest: (match[2] ?? '').trim(), unit: word };
  }
  const end = /^(.*?[\d.,)])\s*([^\d.,+\-()]+\.?)$/s.exec(text);
  const word = (end?.[2] ?? '').trim();
  if (end && (isUnit(word) || isMeasure(word))) return { rest: (end[1] ?? '').trim(), unit: word };
  return null;
}

/** Takes a text apart; null when it cannot be a number. */
function takeApart(text: string): Parts | null {
  let rest = text.replace(/[\u200b\u200e\u200f\u061c\u2060\ufeff]/g, '').trim();
  if (/[^ -~]/.test(rest)) rest = latinDigits(rest).replace(/[\u2212\u2012\u2013\ufe63\uff0d]/g, '-');
  if (!/\d/.test(rest) || rest.length > 60) return null;
  const marks = takeMarks(rest);
  rest = marks.rest;
  let negative = false;
  let unit = '';
  let power = 0;
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
    } else if (power === 0 && takeMagnitude(rest).power > 0) ({ power, rest } = takeMagnitude(rest));
    else if (united) [unit, rest] = [united.unit, united.rest];
    else break;
  }
  return /^[\d.]|^,\d/.test(rest) ? { negative, core: rest, unit, power, mark: marks.mark, limit: marks.limit } : null;
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
  const { mark, limit, power } = parts;
  // As text, since 1.2 times a million is not quite 1,200,000 in binary.
  const size = Number(power === 0 ? digits : `${digits}e${power}`);
  const reading = readingOf((parts.negative ? -1 : 1) * size, parts.unit);
  if (reading.kind !== 'value' || (mark === '' && limit === '')) return reading;
  return { ...reading, ...(mark === '' ? {} : { mark }), ...(limit === '' ? {} : { limit }) };
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
