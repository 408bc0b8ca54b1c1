const currencyCodes = new Set(Intl.supportedValuesOf('currency'));
const currencyWords = new Set('kr kr. zł kč ft lei fr. rs rs. r$ us$ a$ c$ nz$ hk$ s$ лв'.split(' '));
/** Units that are measured in. Case counts where it tells two apart. */
const measured = new Set(
  [
    'mm cm m km in ft yd mi mile miles nmi µm nm',
    'g kg mg t lb lbs oz kt Mt tonne tonnes ton tons st cwt dwt gt GT',
    'l L ml mL hl cl gal bbl barrel barrels TEU teu',
    's sec secs min mins h hr hrs hour hours d day days week weeks month months year years yr yrs',
    'W kW MW GW TW Wh kWh MWh GWh TWh J kJ MJ GJ TJ PJ EJ V kV A mA Hz kHz MHz GHz dB',
    '°C °F °K K km² m² cm² ha ac acre acres sqkm m³ km³ cm³ mm² mm³',
    'km/h kmh km/hr mph m/s kn knots pts pt points pp ppt bps ppm ppb kcal cal tCO2 tCO2e CO2e',
    'people persons inhabitants passengers seats pcs pc units items ships boats cars',
  ].flatMap((line) => line.split(' ')),
);

/** A word, sign or currency that stands beside a number. */
export function isUnit(word: string): boolean {
  if (word === '%' || word === '‰' || /^\p{Sc}$/u.test(word)) return true;
  return currencyCodes.has(word) || currencyWords.has(word.toLowerCase()) || /^[A-Z]{1,2}\p{Sc}$/u.test(word);
}

/** A unit that stands behind a number alone. */
export const isMeasure = (word: string): boolean => measured.has(word);

/**
 * Powers of ten by the words for them, in the languages that the app knows; those that mean another power, or a unit, elsewhere are
 * left out (`mil` is a million in Danish and a thousand in Spanish).
 */
const powers: readonly (readonly [power: number, words: string])[] = [
  [3, 'thousand thousands thsd tsd tausend tys tis tusen tusind duizend mila tuhat'],
  [5, 'lakh lakhs'],
  [
    6,
    'million millions mn mln mill mio millionen millón millones milhão milhões milione milioni miljoen miljoner miljonen miljoonaa milyon millió',
  ],
  [7, 'crore crores'],
  [
    9,
    'billion billions bn bln mrd milliard milliards milliarden miliardo miliardi miljard miljarder mld miliard milyar',
  ],
  [12, 'trillion trillions tn trn billionen'],
  [4, '万 萬'],
  [8, '億 亿'],
];
const powerOf = new Map(powers.flatMap(([power, words]) => words.split(' ').map((word) => [word, power] as const)));
/** Letters that stand close to the digits; nothing is measured in them. */
const close: Readonly<Record<string, number>> = { k: 3, K: 3, M: 6, MM: 6, B: 9, bn: 9, Bn: 9, tn: 12, Tn: 12 };
/** Those that are magnitudes of money alone: `12m` may be metres, `12mm` of rain, `5T` tonnes. */
const ofMoney: Readonly<Record<string, number>> = { ...close, m: 6, mm: 6, b: 9, T: 12 };
const money = /^\s*[-−–+(]?\s*(?:\p{Sc}|[A-Z]{1,3}\p{Sc}|[A-Z]{3}\s?\d)/u;

/** Takes a magnitude off the end of a text. @returns The power of ten; 0 where there is none. */
export function takeMagnitude(text: string): { readonly rest: string; readonly power: number } {
  const match = /^(.*\d[.,]?)(\s*)([^\d\s.,+\-()%]+\.?)$/s.exec(text);
  if (!match) return { rest: text, power: 0 };
  const [, rest = '', space = '', word = ''] = match;
  const power =
    (space === '' ? (money.test(rest) ? ofMoney : close)[word] : undefined) ??
    powerOf.get(word.toLowerCase()) ??
    powerOf.get(word.toLowerCase().replace(/\.$/, ''));
  return power === undefined ? { rest: text, power: 0 } : { rest, power };
}
