/** How values are written; part of the document. */
export interface NumberStyle {
  /** Digits after the point; null takes as many as the data has, to three. */
  readonly decimals: number | null;
  readonly prefix: string;
  readonly suffix: string;
  /** Shortens thousands, millions and billions to K, M and B. */
  readonly compact: boolean;
}

const compactSteps: readonly (readonly [number, string])[] = [
  [1e12, 'T'],
  [1e9, 'B'],
  [1e6, 'M'],
  [1e3, 'K'],
];

/** Above this, digits stop meaning anything to a reader and the exponent form is used. */
const LARGE = 1e15;

/**
 * A function that writes numbers in one style, always with the same number of decimals so that counting numbers do
 * not jump about. The minus is the typographic one. English separators; other locales come with their own issue.
 *
 * @param autoDecimals Digits after the point where the style leaves them to the data, in [0, 12].
 */
export function numberFormat(style: NumberStyle, autoDecimals: number): (value: number) => string {
  const decimals = style.decimals ?? autoDecimals;
  const plain = digitsFormat(decimals);
  const short = digitsFormat(style.decimals ?? 1);
  return (value) => {
    if (Number.isNaN(value)) return '–';
    const size = Math.abs(value);
    const digits = style.compact ? compactDigits(size, plain, short) : plainDigits(size, decimals, plain);
    const minus = value < 0 && /[1-9]/.test(digits) ? '\u2212' : '';
    return `${minus}${style.prefix}${digits}${style.suffix}`;
  };
}

/** The format of tick labels: round numbers, so no digits after the point but those that they need. */
export function tickFormat(style: NumberStyle, decimals: number): (value: number) => string {
  const plain = digitsFormat(0, decimals);
  const short = digitsFormat(0, 3);
  return (value) => {
    const size = Math.abs(value);
    const digits = style.compact ? compactDigits(size, plain, short) : plainDigits(size, 0, plain);
    return `${value < 0 ? '\u2212' : ''}${style.prefix}${digits}${style.suffix}`;
  };
}

function digitsFormat(least: number, most = least): (value: number) => string {
  const format = new Intl.NumberFormat('en-GB', { minimumFractionDigits: least, maximumFractionDigits: most });
  return (value) => format.format(value);
}

function plainDigits(size: number, decimals: number, format: (value: number) => string): string {
  return size >= LARGE ? size.toExponential(Math.min(3, Math.max(2, decimals))).replace('e+', 'e') : format(size);
}

function compactDigits(size: number, plain: (value: number) => string, short: (value: number) => string): string {
  if (size >= LARGE) return plainDigits(size, 2, plain);
  for (const [unit, letter] of compactSteps) {
    // 999,950 is written 1.0M rather than 1,000.0K.
    if (size >= unit * 0.99995) return short(size / unit) + letter;
  }
  return plain(size);
}

/**
 * Digits after the point that values need: as many as they have, to three; for data that stays below 1, enough for
 * three significant digits.
 */
export function decimalsOf(values: Float64Array): number {
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
