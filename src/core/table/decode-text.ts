import chardet from 'chardet';

interface Decoder {
  decode(bytes: Uint8Array): string;
}
// The core is compiled without the DOM library; every platform it runs on has the standard decoder as a global.
const { TextDecoder } = globalThis as unknown as {
  TextDecoder: new (label: string, options?: { fatal?: boolean }) => Decoder;
};

/** Text and the encoding it was read with. */
export interface DecodedText {
  readonly text: string;
  /** A label of the Encoding Standard. */
  readonly encoding: string;
}

const SAMPLE_BYTES = 200_000;
/** Fewer bytes than this outside of ASCII tell the detector nothing. */
const FEW_BYTES = 24;

/**
 * Decodes a text file: by its byte order mark where it has one, as UTF-16 where every other byte is zero, as UTF-8
 * where that is valid, else as the detector finds, and as Windows-1252 where it finds nothing. The mark is dropped.
 *
 * @param encoding What the person chose, or `''`.
 */
export function decodeText(bytes: Uint8Array, encoding = ''): DecodedText {
  if (encoding !== '') return decodeAs(bytes, encoding);
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return decodeAs(bytes, 'utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return decodeAs(bytes, 'utf-16be');
  const unmarked = unmarkedUtf16(bytes);
  if (unmarked) return decodeAs(bytes, unmarked);
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return decodeAs(bytes, legacyEncoding(bytes));
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

/** Tells scripts apart that Windows-1252 would garble; between the Latin code pages a short text decides nothing. */
function legacyEncoding(bytes: Uint8Array): string {
  const sample = bytes.subarray(0, SAMPLE_BYTES);
  const telling = sample.reduce((count, byte) => (byte > 127 ? count + 1 : count), 0);
  if (telling < FEW_BYTES) return 'windows-1252';
  const found = chardet.analyse(sample)[0];
  if (!found || found.confidence < 60 || /^(ISO-8859-[129]|windows-125[0247]|UTF|ASCII|ISO-2022)/i.test(found.name)) {
    return 'windows-1252';
  }
  try {
    new TextDecoder(found.name);
    return found.name.toLowerCase();
  } catch {
    return 'windows-1252';
  }
}

function decodeAs(bytes: Uint8Array, encoding: string): DecodedText {
  return { text: new TextDecoder(encoding).decode(bytes), encoding };
}
