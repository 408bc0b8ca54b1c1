/** Frames that decoders of MP3 put ahead of what coders count. Source: the gapless data of the Xing header, as LAME writes it. */
const DECODER_FRAMES = 529;
/** Where the tag is looked for: behind pictures and titles it begins within this many bytes. */
const SEARCHED_BYTES = 4096;
/** From the tag's start to its coder's name, and from there to the numbers of frames. */
const [TO_CODER, TO_DELAY] = [120, 21];

/**
 * Silence that a coder put around a sound, in frames: before its first one, and in all.
 *
 * @returns null where the file does not say.
 */
export async function trimOfMp3(bytes: Blob): Promise<{ readonly first: number; readonly all: number } | null> {
  const head = new Uint8Array(await bytes.slice(0, 10).arrayBuffer());
  const start = String.fromCharCode(...head.subarray(0, 3)) === 'ID3' ? 10 + sizeOf(head.subarray(6, 10)) : 0;
  const found = new Uint8Array(await bytes.slice(start, start + SEARCHED_BYTES).arrayBuffer());
  const text = String.fromCharCode(...found);
  const tag = /Xing|Info/.exec(text)?.index ?? -1;
  const at = tag + TO_CODER + TO_DELAY;
  if (tag < 0 || at + 3 > found.length) return null;
  // Without a coder's name the numbers are not there either.
  if (!/^[A-Z][A-Za-z]{3}/.test(text.slice(tag + TO_CODER, tag + TO_CODER + 4))) return null;
  const [a, b, c] = [found[at] ?? 0, found[at + 1] ?? 0, found[at + 2] ?? 0];
  const delay = (a << 4) | (b >> 4);
  const padding = ((b & 15) << 8) | c;
  return { first: delay + DECODER_FRAMES, all: delay + padding };
}

/** A size of seven bits a byte. */
const sizeOf = (bytes: Uint8Array) => bytes.reduce((sum, byte) => sum * 128 + (byte & 127), 0);
