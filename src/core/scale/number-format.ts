/** Languages whose marks and short words numbers and dates can be written with. */
export const locales = [
  'en-GB',
  'en-US',
  'cs-CZ',
  'da-DK',
  'de-DE',
  'de-CH',
  'el-GR',
  'es-ES',
  'fi-FI',
  'fr-FR',
  'hi-IN',
  'it-IT',
  'ja-JP',
  'ko-KR',
  'nb-NO',
  'nl-NL',
  'pl-PL',
  'pt-BR',
  'pt-PT',
  'ru-RU',
  'sv-SE',
  'tr-TR',
  'uk-UA',
  'vi-VN',
  'zh-CN',
] as const;
export type Locale = (typeof locales)[number];

/** What stands between thousands. */
export const groupings = ['locale', 'none', 'thin'] as const;

/** How values are written; part of the document. */
export interface NumberStyle {
  /** Digits after the point; null takes as many as the data has, to three. */
  readonly decimals: number | null;
  readonly prefix: string;
  readonly suffix: string;
  /** Shortens thousands, millions and billions: to K, M and B in English, elsewhere as the language does. */
  readonly compact: boolean;
  /** Values are shares of 1 and are written as percent. */
  readonly percent: boolean;
  readonly locale: Locale;
  readonly grouping: (typeof groupings)[number];
}

/** Numbers as a new chart writes them. */
export const defaultNumbers: NumberStyle = {
  decimals: null,
  prefix: '',
  suffix: '',
  compact: false,
  percent: false,
  locale: 'en-GB',
  grouping: 'locale',
};

/** From here on, digits stop meaning anything to a reader: all values of the film are counted in one large unit. */
const LARGE = 1e15;
/** Up to here the unit has a name. */
const NAMED = 1e18;
/** Below this the exponent form is used, where the decimals do not reach it. */
const SMALL = 1e-6;

/**
 * A function that writes numbers in one style, always with the same number of decimals so that counting numbers do
 * not jump about. The minus is the typographic one.
 *
 * @param autoDecimals Digits after the point where the style leaves them to the data, in [0, 12].
 * @param largest The largest size of the values of the film: all of them are written in one notation, which it decides.
 */
export function numberFormat(style: NumberStyle, autoDecimals: number, largest = 0): (value: number) => string {
  const decimals = style.decimals ?? Math.max(0, autoDecimals - (style.percent ? 2 : 0));
  return writer(style, [decimals, decimals], [style.decimals ?? 1, style.decimals ?? 1], largest);
}

/** The format of tick labels: round numbers, so no digits after the point but those that they need. @param largest See `numberFormat`. */
export function tickFormat(style: NumberStyle, decimals: number, largest = 0): (value: number) => string {
  return writer(style, [0, Math.max(0, decimals - (style.percent ? 2 : 0))], [0, 3], largest);
}

function writer(
  style: NumberStyle,
  [least, most]: readonly [number, number],
  [shortLeast, shortMost]: readonly [number, number],
  largest: number,
): (value: number) => string {
  const plain = digitsFormat(style, least, most);
  const short = style.locale.startsWith('en')
    ? lettersFormat(digitsFormat(style, shortLeast, shortMost))
    : digitsFormat(style, shortLeast, shortMost, true);
  const exponent = exponentFormat(style, Math.min(3, Math.max(2, most)));
  const sign = style.percent ? percentSign(style.locale) : '';
  const factor = style.percent ? 100 : 1;
  const large = !style.compact && largest * factor >= LARGE ? largeFormat(style, largest * factor) : null;
  return (value) => {
    if (Number.isNaN(value)) return '–';
    const size = Math.abs(value) * factor;
    const tiny = size > 0 && size < SMALL && size < 0.5 * 10 ** -most && style.decimals === null;
    // Sums may lie beyond the values; where nothing is known of the values, too.
    const beyond = size >= (largest > 0 ? NAMED : LARGE) && !style.compact;
    const usual = () => (tiny || beyond ? exponent(size) : style.compact && size >= 999.95 ? short(size) : plain(size));
    const digits = large && size > 0 ? large(size) : usual();
    const minus = value < 0 && /[1-9]/.test(digits.normalize('NFKC')) ? '\u2212' : '';
    return `${minus}${style.prefix}${digits}${sign}${style.suffix}`;
  };
}

const compactSteps: readonly (readonly [number, string])[] = [
  [1e12, 'T'],
  [1e9, 'B'],
  [1e6, 'M'],
  [1e3, 'K'],
];

/** Browsers differ in how they shorten English numbers, and a film must not. */
function lettersFormat(format: (value: number) => string): (value: number) => string {
  return (value) => {
    // 999,950 is written 1.0M rather than 1,000.0K.
    const [unit, letter] = compactSteps.find(([each]) => value >= each * 0.99995) ?? [1, ''];
    return format(value / unit) + letter;
  };
}

const THIN = '\u2009';

function digitsFormat(style: NumberStyle, least: number, most: number, short = false): (value: number) => string {
  const format = new Intl.NumberFormat(style.locale, {
    minimumFractionDigits: least,
    maximumFractionDigits: Math.max(least, most),
    useGrouping: style.grouping === 'locale' ? true : style.grouping === 'thin' ? 'always' : false,
    numberingSystem: 'latn',
    ...(short ? { notation: 'compact' as const, compactDisplay: 'short' as const } : {}),
  });
  if (style.grouping !== 'thin') return (value) => format.format(value);
  return (value) =>
    format
      .formatToParts(value)
      .map((part) => (part.type === 'group' ? THIN : part.value))
      .join('');
}

/**
 * Numbers counted in one unit: in trillions, as the language calls them, or in a power of ten by the largest. What is small
 * beside it keeps two digits after the point, so that it is not written as nothing.
 */
function largeFormat(style: NumberStyle, largest: number): (value: number) => string {
  const name = largest < NAMED ? trillions(style.locale) : null;
  const power = name === null ? 3 * Math.floor(Math.log10(largest) / 3) : 12;
  const unit = 10 ** power;
  const word = name ?? ` × 10${superscript(power)}`;
  const most = style.decimals ?? 2;
  const [whole, parts] = [digitsFormat(style, style.decimals ?? 0, style.decimals ?? 0), digitsFormat(style, 0, most)];
  return (value) => `${(value / unit < 9.995 ? parts : whole)(value / unit)}${word}`;
}

/** A thousand thousand millions in the words of a language, with the gap before them; null where it counts otherwise. */
function trillions(locale: Locale): string | null {
  const format = new Intl.NumberFormat(locale, {
    notation: 'compact',
    compactDisplay: 'long',
    numberingSystem: 'latn',
  });
  const [number, ...rest] = format.formatToParts(5e12);
  const word = rest.map(({ value }) => value).join('');
  return number?.value === '5' && word.trim() !== '' ? word.replace(/^\s/, '\u00a0') : null;
}

const superscript = (power: number) => [...String(power)].map((digit) => '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(digit)]).join('');

/** The largest size among values; those that are not numbers do not count. */
export function largestOf(values: Float64Array): number {
  const known = largests.get(values);
  if (known !== undefined) return known;
  let largest = 0;
  for (const value of values) if (Number.isFinite(value)) largest = Math.max(largest, Math.abs(value));
  largests.set(values, largest);
  return largest;
}

const largests = new WeakMap<Float64Array, number>();

/** `1.23e15` with the language's own decimal mark. */
function exponentFormat(style: NumberStyle, decimals: number): (value: number) => string {
  const mark = new Intl.NumberFormat(style.locale).formatToParts(0.5).find(({ type }) => type === 'decimal')?.value;
  return (value) =>
    value
      .toExponential(decimals)
      .replace('e+', 'e')
      .replace('e-', 'e\u2212')
      .replace('.', mark ?? '.');
}

function percentSign(locale: Locale): string {
  const parts = new Intl.NumberFormat(locale, { style: 'percent' }).formatToParts(0.5);
  const at = parts.findIndex(({ type }) => type === 'percentSign');
  return `${parts[at - 1]?.type === 'literal' ? parts[at - 1]?.value : ''}%`;
}

/**
 * Digits after the point that values need: as many as they have, to three; for data that stays below 1, enough for
 * three significant digits.
 */
export function decimalsOf(values: Float64Array): number {
  const known = decimals.get(values);
  if (known !== undefined) return known;
  const found = countDecimals(values);
  decimals.set(values, found);
  return found;
}

/** Values are never changed in place, so what was found for them stays true. */
const decimals = new WeakMap<Float64Array, number>();

function countDecimals(values: Float64Array): number {
  let greatest = 0;
  for (const value of values) if (Math.abs(value) > greatest) greatest = Math.abs(value);
  const most = greatest >= 1 || greatest === 0 ? 3 : Math.min(12, 2 - Math.floor(Math.log10(greatest)));
  let needed = 0;
  for (const value of values) {
    while (needed < most && !isWhole(value * 10 ** needed)) needed++;
  }
  return needed;
}

/** Whole but for what arithmetic on doubles adds; NaN and infinity count as whole. */
function isWhole(value: number): boolean {
  return !(Math.abs(value - Math.round(value)) > Math.abs(value) * 1e-9);
}
