import {
  alpha2ToAlpha3,
  alpha3ToAlpha2,
  getAlpha2Code,
  getAlpha2Codes,
  numericToAlpha2,
  registerLocale,
} from 'i18n-iso-countries/index.js';
import english from 'i18n-iso-countries/langs/en.json' with { type: 'json' };

registerLocale(english);

const kept = new Map<string, string | null>();

/**
 * The ISO 3166-1 code of two letters for a code of two or three letters, a number or an English name.
 *
 * @returns null for what is no country. A word of two letters counts only when it is written in capitals.
 */
export function countryCode(text: string): string | null {
  const known = kept.get(text);
  if (known !== undefined) return known;
  const found = find(text.trim());
  if (kept.size > 20_000) kept.clear();
  kept.set(text, found);
  return found;
}

function find(text: string): string | null {
  if (/^[A-Z]{2}$/.test(text)) return alpha2ToAlpha3(text) ? text : null;
  if (/^[A-Z]{3}$/.test(text)) return alpha3ToAlpha2(text) ?? null;
  if (/^\d{3}$/.test(text)) return numericToAlpha2(text) ?? null;
  return text.length < 4 ? null : (getAlpha2Code(text, 'en') ?? null);
}

/** All codes of two letters. */
export function countryCodes(): string[] {
  return Object.keys(getAlpha2Codes());
}
