const plainNumber = /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/;
const missingTexts = new Set(['', '-', '–', '—', '.', '..', '...', 'na', 'n/a', '#n/a', 'null', 'none']);

/** What a cell is as a number: a value, missing on purpose, or not readable. */
export type NumberReading =
  | { readonly kind: 'value'; readonly value: number }
  | { readonly kind: 'missing' | 'unreadable' };

const missing: NumberReading = { kind: 'missing' };
const unreadable: NumberReading = { kind: 'unreadable' };

/**
 * Reads a plain number: digits, an optional sign, point and exponent. Blank, a dash, `..` and `n/a` are missing.
 * Nothing turns silently into 0, and a number too large for a double is unreadable rather than infinite.
 */
export function readNumber(text: string): NumberReading {
  if (missingTexts.has(text.toLowerCase())) return missing;
  const normal = text.replace(/^\u2212/, '-');
  if (!plainNumber.test(normal)) return unreadable;
  const value = Number(normal);
  return Number.isFinite(value) ? { kind: 'value', value } : unreadable;
}
