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
  readonly encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';
}

/**
 * Decodes a text file: by its byte order mark where it has one, as UTF-8 where that is valid, else as Windows-1252.
 * The mark itself is dropped.
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return decodeAs(bytes, 'utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return decodeAs(bytes, 'utf-16be');
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return decodeAs(bytes, 'windows-1252');
  }
}

function decodeAs(bytes: Uint8Array, encoding: DecodedText['encoding']): DecodedText {
  return { text: new TextDecoder(encoding).decode(bytes), encoding };
}
