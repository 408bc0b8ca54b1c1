import chardet from 'chardet';
import { decodeBytes } from './decode-bytes';
import { wordsBeyondAscii } from './words-beyond-ascii';

/** Code pages of one byte a letter that tables are met in. The first is the likeliest. */
const pages = [
  'windows-1252',
  'windows-1250',
  'windows-1251',
  'windows-1253',
  'windows-1254',
  'windows-1257',
  'iso-8859-2',
  'iso-8859-5',
  'iso-8859-7',
  'iso-8859-15',
  'koi8-r',
  'macintosh',
  'ibm866',
] as const;

type Weights = Readonly<Record<string, number>>;

/** How usual letters beyond ASCII are in some languages. */
const west: Weights = {
  é: 1,
  ä: 1,
  ö: 1,
  ü: 1,
  á: 0.7,
  í: 0.7,
  ó: 0.7,
  è: 0.6,
  à: 0.6,
  ñ: 0.6,
  ç: 0.6,
  å: 0.6,
  ß: 0.5,
  ã: 0.5,
  ø: 0.5,
  ú: 0.5,
  æ: 0.4,
  ê: 0.4,
  ô: 0.4,
  õ: 0.3,
  ë: 0.3,
  â: 0.3,
  î: 0.3,
  û: 0.2,
  ï: 0.2,
  œ: 0.2,
};
const central: Weights = {
  é: 1,
  ä: 1,
  ö: 1,
  ü: 1,
  á: 0.7,
  í: 0.7,
  ó: 0.7,
  ú: 0.5,
  ß: 0.5,
  ô: 0.3,
  â: 0.3,
  î: 0.3,
  ç: 0.2,
  ë: 0.2,
  ł: 0.8,
  č: 0.7,
  ě: 0.6,
  š: 0.6,
  ž: 0.6,
  ř: 0.6,
  ą: 0.5,
  ę: 0.5,
  ý: 0.5,
  ő: 0.5,
  ă: 0.5,
  ś: 0.4,
  ż: 0.4,
  ů: 0.4,
  ş: 0.4,
  ć: 0.3,
  ń: 0.3,
  ű: 0.4,
  ź: 0.2,
  ť: 0.2,
  ď: 0.2,
  ň: 0.2,
  đ: 0.2,
  ľ: 0.2,
  ţ: 0.2,
};
const turkish: Weights = { ö: 1, ü: 1, ı: 0.8, ğ: 0.7, ş: 0.7, ç: 0.6, i̇: 0.6, é: 0.3, ä: 0.3, â: 0.2, î: 0.2 };
const baltic: Weights = {
  ä: 0.8,
  ö: 0.8,
  ü: 0.8,
  õ: 0.5,
  ā: 0.6,
  š: 0.6,
  ž: 0.6,
  ī: 0.5,
  ė: 0.5,
  č: 0.5,
  ē: 0.4,
  ū: 0.4,
  ą: 0.3,
  ę: 0.3,
  į: 0.3,
  ų: 0.3,
  ģ: 0.2,
  ķ: 0.2,
  ļ: 0.2,
  ņ: 0.2,
  é: 0.2,
};
const usual: Readonly<Record<string, Weights>> = {
  'windows-1250': central,
  'iso-8859-2': central,
  'windows-1254': turkish,
  'windows-1257': baltic,
};

const isLetter = (character: string) => /\p{L}/u.test(character);
const isLower = (character: string) => /\p{Ll}/u.test(character);
const isUpper = (character: string) => /\p{Lu}/u.test(character);

function scriptOf(character: string): string {
  if (/\p{Script=Cyrillic}/u.test(character)) return 'Cyrillic';
  return /\p{Script=Greek}/u.test(character) ? 'Greek' : 'Latin';
}

/** How well a character beyond ASCII stands where a code page puts it. */
function fitOf(character: string, before: string, after: string, weights: Weights): number {
  // Nobody types controls, and none of the boxes that old terminals drew with.
  if (/[\u0080-\u009f\ufffd\u2500-\u259f]/.test(character)) return -4;
  const [joinsBefore, joinsAfter] = [isLetter(before), isLetter(after)];
  if (!isLetter(character)) {
    if (character === '’' || (/[€£°º]/.test(character) && !joinsBefore)) return 0.6;
    if (/[“„‘«]/.test(character)) return joinsAfter && !joinsBefore ? 0.6 : 0;
    return joinsBefore && joinsAfter ? -2 : /[”»–—…·]/.test(character) ? 0.5 : 0.1;
  }
  const script = scriptOf(character);
  if ((joinsBefore && scriptOf(before) !== script) || (joinsAfter && scriptOf(after) !== script)) return -2;
  if ((isUpper(character) && isLower(before)) || (isLower(character) && isUpper(after))) return -2;
  // A letter that stands alone is rather a sign of another code page.
  if (!joinsBefore && !joinsAfter) return 0.1;
  return script === 'Latin'
    ? (weights[character.toLowerCase()] ?? 0.1)
    : isLower(character) || !joinsBefore
      ? 0.6
      : 0.3;
}

/** The bytes beyond ASCII, each with its neighbours, are decoded together; so many of them tell enough. */
const MOST = 4000;
/** Bytes of words that the detector is given. */
const MOST_OF_WORDS = 40_000;
/** What the detector says counts for so much, and that most tables are of the West for so much. */
const DETECTOR = 0.15;
/** Fewer bytes than this beyond ASCII tell the detector nothing. */
const FEW = 12;
const WEST = 0.1;

/**
 * Finds the encoding of a text that is no Unicode: by which code page makes words of its bytes, with the detector's word where two
 * do, or else by which encoding of several bytes a letter gives the signs that are usual in tables.
 */
export function guessEncoding(bytes: Uint8Array): string {
  const found = chardet.analyse(wordsOf(bytes));
  const telling = neighbourhoods(bytes);
  const decoded = new Map(pages.map((page) => [page, decodeBytes(telling, page)] as const));
  const first = decoded.get('windows-1252') ?? '';
  const high = telling.reduce((count, byte) => (byte > 127 ? count + 1 : count), 0);
  const scores = pages.map((page) => {
    const text = decoded.get(page) ?? '';
    let [sum, count] = [0, 0];
    for (let i = 0; i < telling.length; i++) {
      if ((telling[i] ?? 0) < 128) continue;
      sum += fitOf(text[i] ?? '', text[i - 1] ?? '', text[i + 1] ?? '', usual[page] ?? west);
      // Only where two code pages differ do they compete.
      count += text[i] === first[i] && page !== 'windows-1252' ? 0 : 1;
    }
    const family = high >= FEW && found.some(({ name, confidence }) => confidence >= 30 && name.toLowerCase() === page);
    const prior = (family ? DETECTOR : 0) + (page === 'windows-1252' ? WEST : 0);
    return { page, score: sum + prior * Math.max(1, count) };
  });
  const best = scores.reduce((a, b) => (b.score > a.score + 1e-9 ? b : a));
  const wide = wideEncoding(bytes);
  return wide && (wide.share > SURE || best.score < high * WORDS) ? wide.encoding : best.page;
}

/** Below this a byte, what a code page makes of a text is hardly words. */
const WORDS = 0.2;
/** With so many usual signs among those of an encoding it is the one. */
const SURE = 0.3;
const wideEncodings = ['shift_jis', 'euc-jp', 'gb18030', 'big5', 'euc-kr'] as const;
/** Signs that tables of East Asia are full of. */
const eastern = new Set(
  '年月日时時分市区區县縣省都道府国國州岛島村町人口合计計共男女中大小东東西南北京海江河山川上下田地名古屋阪数數量值金额額单単位万萬億亿元円一二三四五六七八九十百千的之在有和不第季度のはにをがでとァアイウエオカキクケコサシスセソタチテトナニノハヒフヘホマミムメモヤユヨラリルレロワンー서울부산대구인천광주년월일인구합계시도군읍면동중소수량원',
);

/** The encoding of several bytes a letter in which a text has the most usual signs; null where it has few in any. */
function wideEncoding(bytes: Uint8Array): { readonly encoding: string; readonly share: number } | null {
  const sample = bytes.subarray(0, 100_000);
  let best: { encoding: string; score: number; share: number } | null = null;
  for (const encoding of wideEncodings) {
    const text = decodeBytes(sample, encoding);
    let [score, signs] = [0, 0];
    for (const sign of text) {
      if (sign === '\ufffd' || /[\ue000-\uf8ff]/.test(sign)) score -= 5;
      if (!/[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}]/u.test(sign)) continue;
      signs++;
      if (eastern.has(sign)) score++;
    }
    if (signs >= 3 && score > signs * 0.1 && score > (best?.score ?? 0))
      best = { encoding, score, share: score / signs };
  }
  return best;
}

/** Words with bytes beyond ASCII, from the whole of the file; the detector is slow, and the others tell it nothing. */
function wordsOf(bytes: Uint8Array): Uint8Array {
  const taken: number[] = [];
  for (const word of wordsBeyondAscii(bytes)) {
    for (const byte of word) taken.push(byte);
    taken.push(32);
    if (taken.length > MOST_OF_WORDS) break;
  }
  return Uint8Array.from(taken);
}

/** Every byte beyond ASCII with the byte before and after it, each stretch apart. */
function neighbourhoods(bytes: Uint8Array): Uint8Array {
  const taken: number[] = [];
  for (let i = 0; i < bytes.length && taken.length < MOST; i++) {
    if ((bytes[i] ?? 0) < 128) continue;
    if (i > 0 && (bytes[i - 1] ?? 0) < 128) taken.push(bytes[i - 1] ?? 32);
    while (i < bytes.length && (bytes[i] ?? 0) >= 128) taken.push(bytes[i++] ?? 32);
    taken.push(bytes[i] ?? 32, 32);
  }
  return Uint8Array.from(taken);
}
