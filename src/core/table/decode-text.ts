import { decodeBytes } from './decode-bytes';
import { guessEncoding } from './guess-encoding';

/** Text and the encoding it was read with. */
export interface DecodedText {
  readonly text: string;
  /** A label of the Encoding Standard. */
  readonly encoding: string;
}

/**
 * Decodes a text file: by its byte order mark where it has one, as UTF-16 where every other byte is zero, as UTF-8
 * where that is valid, else in the code page that makes words of its bytes. The mark is dropped.
 *
 * @param encoding What the person chose, or `''`.
 */
export function decodeText(bytes: Uint8Array, encoding = ''): DecodedText {
  if (encoding !== '') return decodeAs(bytes, encoding);
  const wide = markedUtf32(bytes);
  if (wide) return decodeAs(bytes, wide);
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return decodeAs(bytes, 'utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return decodeAs(bytes, 'utf-16be');
  const unmarked = unmarkedUtf16(bytes);
  if (unmarked) return decodeAs(bytes, unmarked);
  try {
    return { text: decodeBytes(bytes, 'utf-8', true).replaceAll('\0', ''), encoding: 'utf-8' };
  } catch {
    return decodeAs(bytes, guessEncoding(bytes));
  }
}

/** UTF-16 without a mark: in text that is mostly Latin, the high bytes are zero and the low ones are not. */
export function unmarkedUtf16(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  const length = Math.min(bytes.length, 4096) & ~1;
  if (length < 8) return null;
  const pairs = length / 2;
  // Of pairs with one zero, the other byte has to be a letter, a digit or the like.
  const printable = (byte: number) => byte >= 32 || byte === 9 || byte === 10 || byte === 13;
  let [little, big] = [0, 0];
  for (let i = 0; i < length; i += 2) {
    const [first, second] = [bytes[i] ?? 0, bytes[i + 1] ?? 0];
    if (second === 0 && first !== 0 && printable(first)) little++;
    if (first === 0 && second !== 0 && printable(second)) big++;
  }
  if (little > pairs * 0.6 && big === 0) return 'utf-16le';
  if (big > pairs * 0.6 && little === 0) return 'utf-16be';
  return null;
}

/** UTF-32 by its mark, which begins like that of UTF-16. */
export function markedUtf32(bytes: Uint8Array): 'utf-32le' | 'utf-32be' | null {
  const [a, b, c, d] = bytes;
  if (a === 0xff && b === 0xfe && c === 0 && d === 0) return 'utf-32le';
  return a === 0 && b === 0 && c === 0xfe && d === 0xff ? 'utf-32be' : null;
}

/** A few zeros stand in texts of careless programs; they say nothing. */
function decodeAs(bytes: Uint8Array, encoding: string): DecodedText {
  return { text: decodeBytes(bytes, encoding).replaceAll('\0', ''), encoding };
}
