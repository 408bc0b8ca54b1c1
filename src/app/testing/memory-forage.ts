/** What a browser keeps, without a browser: values are copied in and out, as a database does. */
class MemoryStore {
  private readonly kept = new Map<string, unknown>();

  async getItem(key: string): Promise<unknown> {
    return structuredClone(this.kept.get(key) ?? null);
  }

  async setItem(key: string, value: unknown): Promise<unknown> {
    this.kept.set(key, structuredClone(value));
    return value;
  }

  async removeItem(key: string): Promise<void> {
    this.kept.delete(key);
  }

  async keys(): Promise<string[]> {
    return [...this.kept.keys()];
  }

  async clear(): Promise<void> {
    this.kept.clear();
  }
}

const stores = new Map<string, MemoryStore>();

/** Everything is gone, as in a browser that was never used. */
export async function forgetAll(): Promise<void> {
  for (const store of stores.values()) await store.clear();
}

/** Stands in for localForage; one store for each name, however often it is asked for. */
export default {
  createInstance({ storeName }: { readonly storeName: string }): MemoryStore {
    const store = stores.get(storeName) ?? new MemoryStore();
    stores.set(storeName, store);
    return store;
  },
};
