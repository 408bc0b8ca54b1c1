import { alpha3ToAlpha2, getName, isValid, registerLocale } from 'i18n-iso-countries/index.js';
import english from 'i18n-iso-countries/langs/en.json' with { type: 'json' };

registerLocale(english);

const LEAST = 3;
const ENOUGH = 0.9;

/**
 * Names for texts that are codes of countries by ISO 3166, two letters or three.
 *
 * @returns What each is called, where at least nine of ten are such codes, all of one length; null otherwise.
 */
export function countryNames(texts: readonly string[]): { readonly from: string; readonly to: string }[] | null {
  for (const length of [2, 3]) {
    const codes = texts.filter((text) => text.length === length && /^[A-Z]+$/.test(text) && isValid(text));
    if (codes.length < LEAST || codes.length < texts.length * ENOUGH) continue;
    return codes.map((from) => ({
      from,
      to: getName(length === 3 ? (alpha3ToAlpha2(from) ?? from) : from, 'en') ?? from,
    }));
  }
  return null;
}
