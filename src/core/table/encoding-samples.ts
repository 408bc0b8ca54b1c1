import { decodeBytes } from './decode-bytes';
import { encodings } from './text-formats';
import { wordsBeyondAscii } from './words-beyond-ascii';

/** A few words of a file as an encoding reads them. */
export interface EncodingSample {
  readonly encoding: string;
  readonly text: string;
}

const WORDS = 3;
/** Bytes of a file that are looked through. */
const LOOK = 1 << 20;

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
  for (const word of wordsBeyondAscii(marked ? bytes.subarray(3) : bytes)) {
    found.set(word.join(' '), word);
    if (found.size === WORDS) break;
  }
  return [...found.values()];
}
