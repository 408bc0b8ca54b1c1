import { decodeBytes } from './decode-bytes';
import { encodings } from './text-formats';

/** A few words of a file as an encoding reads them. */
export interface EncodingSample {
  readonly encoding: string;
  readonly text: string;
}

const WORDS = 3;
/** Bytes that are looked at to either side of a letter beyond ASCII. */
const REACH = 24;
/** Bytes of a file that are looked through. */
const LOOK = 1 << 20;

/** What parts cells and words: blanks, separators, quotes. Second bytes of East Asian letters are none of these. */
const parts = new Set([...'\t\n\r ,;"|'].map((mark) => mark.charCodeAt(0)));

/**
 * Some words with letters beyond ASCII as each encoding reads them, so that a person can see which is right.
 *
 * @returns Nothing where the file has no such letters, or has two bytes for each.
 */
export function encodingSamples(bytes: Uint8Array, encoding: string): EncodingSample[] {
  if (/^utf-(16|32)/.test(encoding)) return [];
  const found = words(bytes.subarray(0, LOOK));
  if (found.length === 0) return [];
  return [...new Set<string>([...encodings, encoding])]
    .filter((each) => !/^utf-(16|32)/.test(each))
    .map((each) => ({ encoding: each, text: found.map((word) => decodeBytes(word, each)).join(' ') }));
}

/** The first words that have a byte beyond ASCII, each once. */
function words(bytes: Uint8Array): Uint8Array[] {
  const found = new Map<string, Uint8Array>();
  const marked = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf;
  for (let at = marked ? 3 : 0; at < bytes.length && found.size < WORDS; at++) {
    if ((bytes[at] ?? 0) < 0x80) continue;
    let [from, to] = [at, at + 1];
    while (from > Math.max(0, at - REACH) && !parts.has(bytes[from - 1] ?? 0)) from--;
    while (to < Math.min(bytes.length, at + REACH) && !parts.has(bytes[to] ?? 0)) to++;
    const word = bytes.slice(from, to);
    found.set(word.join(' '), word);
    at = to;
  }
  return [...found.values()];
}
