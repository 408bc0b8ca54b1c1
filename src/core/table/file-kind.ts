import { unmarkedUtf16 } from './decode-text';

/** Kinds of file that are told apart by their first bytes, whatever their name says. */
export type FileKind = 'text' | 'picture' | 'archive' | 'compound' | 'pdf' | 'binary';

const signatures: readonly (readonly [FileKind, readonly number[]])[] = [
  ['picture', [0x89, 0x50, 0x4e, 0x47]],
  ['picture', [0xff, 0xd8, 0xff]],
  ['picture', [0x47, 0x49, 0x46, 0x38]],
  ['picture', [0x52, 0x49, 0x46, 0x46]],
  ['archive', [0x50, 0x4b, 0x03, 0x04]],
  ['archive', [0x50, 0x4b, 0x05, 0x06]],
  ['compound', [0xd0, 0xcf, 0x11, 0xe0]],
  ['pdf', [0x25, 0x50, 0x44, 0x46]],
];

/** Recognises a file by its first bytes. Text is whatever has no known signature and no NUL byte near its start. */
export function recogniseFileKind(bytes: Uint8Array): FileKind {
  for (const [kind, signature] of signatures) {
    if (signature.every((byte, i) => bytes[i] === byte)) return kind;
  }
  const marked16 = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  if (!marked16 && bytes.subarray(0, 4096).includes(0) && !unmarkedUtf16(bytes)) return 'binary';
  return 'text';
}
