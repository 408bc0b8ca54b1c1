interface Decoder {
  decode(bytes: Uint8Array): string;
}
// The core is compiled without the DOM library; every platform it runs on has the standard decoder as a global.
const { TextDecoder } = globalThis as unknown as {
  TextDecoder: new (label: string, options?: { fatal?: boolean }) => Decoder;
};

/** What Windows-1252 has where ISO 8859-1 has controls. Node leaves the controls; browsers do not. */
const upper = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

function decodeUtf32(bytes: Uint8Array, little: boolean): string {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts: string[] = [];
  for (let at = 0; at + 4 <= bytes.length; at += 4) {
    const code = view.getUint32(at, little);
    if (at === 0 && code === 0xfeff) continue;
    parts.push(code > 0x10ffff || (code >= 0xd800 && code < 0xe000) ? '\ufffd' : String.fromCodePoint(code));
  }
  return parts.join('');
}

/**
 * Decodes bytes alike in every place that the core runs in.
 *
 * @param encoding A label of the Encoding Standard, or `utf-32le` or `utf-32be`.
 * @param fatal Refuses bytes that do not belong to the encoding.
 * @throws RangeError for an unknown label; TypeError for such bytes.
 */
export function decodeBytes(bytes: Uint8Array, encoding: string, fatal = false): string {
  if (encoding === 'utf-32le' || encoding === 'utf-32be') return decodeUtf32(bytes, encoding === 'utf-32le');
  const text = new TextDecoder(encoding, { fatal }).decode(bytes);
  if (encoding !== 'windows-1252') return text;
  return text.replace(/[\u0080-\u009f]/g, (control) => upper[control.charCodeAt(0) - 0x80] ?? control);
}
