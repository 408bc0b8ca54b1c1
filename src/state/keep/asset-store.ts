import type { KeyValue } from './key-value';

/** From this size on bytes are kept as a file of the browser: plain bytes would be written out on the page's own thread. */
export const LARGE_BYTES = 4_000_000;

/**
 * Bytes by name. They are taken over at once, so that whoever gave them may hand them on before they are written, and come
 * back as bytes however they are kept.
 */
export class AssetStore implements KeyValue {
  constructor(private readonly store: KeyValue) {}

  async getItem<T>(key: string): Promise<T | null> {
    const value = await this.store.getItem<unknown>(key);
    return (value instanceof Blob ? await value.arrayBuffer() : value) as T | null;
  }

  setItem<T>(key: string, value: T): Promise<unknown> {
    if (!(value instanceof ArrayBuffer)) return this.store.setItem(key, value);
    return this.store.setItem(key, value.byteLength < LARGE_BYTES ? value.slice(0) : new Blob([value]));
  }

  removeItem(key: string): Promise<void> {
    return this.store.removeItem(key);
  }

  keys(): Promise<string[]> {
    return this.store.keys();
  }
}
