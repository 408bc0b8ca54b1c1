import { decodeBytes } from '../table/decode-bytes';

/** A text in a code page of one byte a letter. @throws Error for a letter that it has not. */
export function encode(text: string, page: string): Uint8Array {
  const all = decodeBytes(
    Uint8Array.from({ length: 256 }, (_, byte) => byte),
    page,
  );
  return Uint8Array.from([...text], (letter) => {
    const byte = all.indexOf(letter);
    if (byte < 0) throw new Error(`${page} has no ${letter}`);
    return byte;
  });
}
