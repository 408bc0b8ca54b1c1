import { markedUtf32, unmarkedUtf16 } from './decode-text';

/** Kinds of file that are told apart by their first bytes, whatever their name says. */
export type FileKind =
  | 'text'
  | 'markup'
  | 'picture'
  | 'film'
  | 'sound'
  | 'archive'
  | 'packed'
  | 'compound'
  | 'parquet'
  | 'arrow'
  | 'database'
  | 'pdf'
  | 'binary';

const ascii = (text: string) => Array.from(text, (letter) => letter.charCodeAt(0));

/** Bytes by which files begin; some stand a little further in. */
const signatures: readonly (readonly [kind: FileKind, bytes: readonly number[], at?: number])[] = [
  ['picture', [0x89, ...ascii('PNG')]],
  ['picture', [0xff, 0xd8, 0xff]],
  ['picture', ascii('GIF8')],
  ['picture', ascii('BM'), 0],
  ['picture', [0x49, 0x49, 0x2a, 0x00]],
  ['picture', [0x4d, 0x4d, 0x00, 0x2a]],
  ['picture', ascii('WEBP'), 8],
  ['sound', ascii('WAVE'), 8],
  ['film', ascii('AVI '), 8],
  ['picture', ascii('RIFF')],
  ['film', ascii('ftyp'), 4],
  ['film', [0x1a, 0x45, 0xdf, 0xa3]],
  ['sound', ascii('ID3')],
  ['sound', ascii('OggS')],
  ['sound', ascii('fLaC')],
  ['archive', [0x50, 0x4b, 0x03, 0x04]],
  ['archive', [0x50, 0x4b, 0x05, 0x06]],
  ['packed', [0x1f, 0x8b]],
  ['compound', [0xd0, 0xcf, 0x11, 0xe0]],
  ['parquet', ascii('PAR1')],
  ['arrow', ascii('ARROW1')],
  // A stream of Arrow begins with the mark of a message, whose length follows.
  ['arrow', [0xff, 0xff, 0xff, 0xff]],
  ['database', ascii('SQLite format 3')],
  ['pdf', ascii('%PDF')],
];

/** A file that begins with a bitmap's two letters may be a text that does. */
const isBitmap = (bytes: Uint8Array) => bytes[6] === 0 && bytes[7] === 0 && bytes[8] === 0 && bytes[9] === 0;

const LOOK = 4096;
/** A few stray zeros do not make a text binary. */
const STRAY = 0.01;

/** Recognises a file by its first bytes. Text is whatever has no known signature and hardly a NUL byte near its start. */
export function recogniseFileKind(bytes: Uint8Array): FileKind {
  for (const [kind, signature, at = 0] of signatures) {
    if (!signature.every((byte, i) => bytes[at + i] === byte)) continue;
    if (signature.length === 2 && signature[0] === 0x42 && !isBitmap(bytes)) continue;
    // The length of a message is far below what its last byte would make of it.
    if (kind === 'arrow' && at === 0 && signature.length === 4 && bytes[7] !== 0) continue;
    return kind;
  }
  const marked16 = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  const start = bytes.subarray(0, LOOK);
  if (marked16 || markedUtf32(bytes) || unmarkedUtf16(bytes)) return 'text';
  const zeros = start.reduce((count, byte) => (byte === 0 ? count + 1 : count), 0);
  const controls = start.reduce((count, byte) => (byte < 9 || (byte > 13 && byte < 32) ? count + 1 : count), 0);
  if (zeros > 0 && (zeros > start.length * STRAY || controls - zeros > start.length * STRAY)) return 'binary';
  return isMarkup(start) ? 'markup' : 'text';
}

/** A web page, or a workbook written as XML. */
function isMarkup(start: Uint8Array): boolean {
  const text = String.fromCharCode(...start.subarray(0, 1000)).replace(/^[\u00ef\u00bb\u00bf\s]+/, '');
  return /^<(?:!doctype|html|head|body|table|meta|style|div|\?xml|!--)/i.test(text);
}
