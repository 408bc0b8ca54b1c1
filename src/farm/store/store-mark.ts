import { randomBytes } from 'node:crypto';
import type { FarmStore } from './store';

const KEY = 'store-mark.txt';
/** Two that mark a new store at once both go by whoever came last, once that can be seen. */
const SETTLE_MS = 300;

/**
 * The mark of a store, such as `3f9a0c17`: the same on every machine, wherever it is mounted. One that has none gets one.
 *
 * @throws FarmError where the store cannot be read or written.
 */
export async function storeMark(store: FarmStore): Promise<string> {
  const known = await store.read(KEY);
  if (known) return new TextDecoder().decode(known).trim();
  await store.write(KEY, new TextEncoder().encode(`${randomBytes(4).toString('hex')}\n`));
  await new Promise((resolve) => setTimeout(resolve, SETTLE_MS));
  return new TextDecoder().decode((await store.read(KEY)) ?? new Uint8Array(0)).trim();
}
