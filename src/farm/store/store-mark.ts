import { randomBytes } from 'node:crypto';
import type { FarmStore } from './store';

const KEY = 'store-mark.txt';

/**
 * The mark of a store, such as `3f9a0c17`: the same on every machine, wherever it is mounted. One that has none gets one.
 *
 * @throws FarmError where the store cannot be read or written.
 */
export async function storeMark(store: FarmStore): Promise<string> {
  const mark = async () => new TextDecoder().decode((await store.read(KEY)) ?? new Uint8Array(0)).trim();
  const known = await mark();
  if (known !== '') return known;
  await store.writeOnce(KEY, new TextEncoder().encode(`${randomBytes(4).toString('hex')}\n`));
  return mark();
}
