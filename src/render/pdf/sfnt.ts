import { unzlibSync } from 'fflate';

/** Bytes of the header of a WOFF file, and of each entry of its list of tables. */
const HEADER = 44;
const ENTRY = 20;

/**
 * A font file as plain OpenType, whatever it is wrapped in.
 *
 * @param bytes OpenType, TrueType, WOFF or WOFF2.
 * @throws Error if it is none of these, or damaged.
 */
export async function sfntOf(bytes: Uint8Array): Promise<Uint8Array> {
  const signature = String.fromCharCode(...bytes.subarray(0, 4));
  if (signature === 'wOF2') {
    const { default: decompress } = await import('woff2-encoder/decompress');
    return decompress(bytes);
  }
  if (signature === 'wOFF') return unwrapWoff(bytes);
  if (['OTTO', 'true', 'ttcf', '\0\x01\0\0'].includes(signature)) return bytes;
  throw new Error('These bytes are no font.');
}

/** Puts the tables of a WOFF file behind a plain header. Source: WOFF File Format 1.0, W3C 2012, sections 3 to 5. */
function unwrapWoff(bytes: Uint8Array): Uint8Array {
  const from = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = from.getUint16(12);
  const file = new Uint8Array(from.getUint32(16));
  const to = new DataView(file.buffer);
  to.setUint32(0, from.getUint32(4));
  to.setUint16(4, count);
  const power = Math.floor(Math.log2(count));
  to.setUint16(6, 16 * 2 ** power);
  to.setUint16(8, power);
  to.setUint16(10, 16 * count - 16 * 2 ** power);
  let place = 12 + 16 * count;
  for (let i = 0; i < count; i++) {
    const entry = HEADER + ENTRY * i;
    const [offset, packed, length] = [4, 8, 12].map((at) => from.getUint32(entry + at)) as [number, number, number];
    const table = bytes.subarray(offset, offset + packed);
    file.set(packed < length ? unzlibSync(table) : table, place);
    for (const [at, value] of [from.getUint32(entry), from.getUint32(entry + 16), place, length].entries())
      to.setUint32(12 + 16 * i + 4 * at, value);
    place += (length + 3) & ~3;
  }
  return file;
}
