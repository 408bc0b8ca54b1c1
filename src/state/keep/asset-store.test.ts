import { describe, expect, it } from 'vitest';
import { AssetStore } from './asset-store';
import type { KeyValue } from './key-value';

/** A store that keeps what it is given, and shows it. */
function memory(): KeyValue & { readonly held: Map<string, unknown> } {
  const held = new Map<string, unknown>();
  return {
    held,
    getItem: async <T>(key: string) => (held.get(key) ?? null) as T | null,
    setItem: async (key, value) => held.set(key, value),
    removeItem: async (key) => void held.delete(key),
    keys: async () => [...held.keys()],
  };
}

const bytesOf = (length: number) => Uint8Array.from({ length }, (_, i) => i % 251).buffer;

describe('the store of bytes', () => {
  it.each([
    ['a small', 10, ArrayBuffer],
    ['a large', 4_000_000, Blob],
  ])('gives %s file back as it was when it was given', async (_, length, kind) => {
    const store = memory();
    const assets = new AssetStore(store);
    const given = bytesOf(length);
    const writing = assets.setItem('a', given);
    // Handed on to a worker before it is written.
    structuredClone(given, { transfer: [given] });
    await writing;
    expect(given.byteLength).toBe(0);
    expect(store.held.get('a')).toBeInstanceOf(kind);
    const back = await assets.getItem<ArrayBuffer>('a');
    expect(Buffer.compare(new Uint8Array(back ?? new ArrayBuffer()), new Uint8Array(bytesOf(length)))).toBe(0);
  });

  it('has nothing under other names, and forgets', async () => {
    const assets = new AssetStore(memory());
    await assets.setItem('a', bytesOf(3));
    await assets.setItem('b', 'no bytes');
    expect(await assets.getItem('c')).toBeNull();
    expect(await assets.getItem('b')).toBe('no bytes');
    await assets.removeItem('a');
    expect(await assets.keys()).toEqual(['b']);
  });
});
