import { createHash } from 'node:crypto';

/** The address of bytes: the SHA-256 of what they are, in 64 hexadecimal digits. */
export function addressOfBytes(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** The address of plain data. Keys of objects may stand in any order. */
export function addressOf(data: unknown): string {
  return createHash('sha256').update(JSON.stringify(data, sorted)).digest('hex');
}

function sorted(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}
