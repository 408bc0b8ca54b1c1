import { type IDBPDatabase, openDB } from 'idb';
import type { KeyValue } from './key-value';

const DATABASE = 'plucky-tempo-changes';
const STORE = 'changes';

/**
 * The store of single changes. A write is handed to the browser before the call returns, ahead of all work that the edit causes
 * on the page: a browser that is killed a moment later has it. Where there is no such database, another store does the work.
 */
export class ChangeStore implements KeyValue {
  private db: IDBPDatabase | null = null;
  private readonly opening: Promise<IDBPDatabase | null>;

  /** @param instead Used where the browser has no database of this kind, and until it is open. */
  constructor(private readonly instead: KeyValue) {
    this.opening =
      typeof indexedDB === 'undefined'
        ? Promise.resolve(null)
        : openDB(DATABASE, 1, { upgrade: (db) => void db.createObjectStore(STORE) }).catch(() => null);
    void this.opening.then((db) => {
      this.db = db;
    });
  }

  setItem(key: string, value: unknown): Promise<unknown> {
    const { db } = this;
    if (!db)
      return this.opening.then((opened) => (opened ? put(opened, key, value) : this.instead.setItem(key, value)));
    return put(db, key, value);
  }

  async getItem<T>(key: string): Promise<T | null> {
    const db = await this.opening;
    return db ? ((await db.get(STORE, key)) ?? null) : this.instead.getItem<T>(key);
  }

  async removeItem(key: string): Promise<void> {
    const db = await this.opening;
    await (db ? db.delete(STORE, key) : this.instead.removeItem(key));
  }

  async keys(): Promise<string[]> {
    const db = await this.opening;
    return db ? (await db.getAllKeys(STORE)).map(String) : this.instead.keys();
  }
}

/** Starts to write in this very task. */
async function put(db: IDBPDatabase, key: string, value: unknown): Promise<void> {
  const writing = db.transaction(STORE, 'readwrite', { durability: 'relaxed' });
  const written = writing.store.put(value, key);
  writing.commit();
  await Promise.all([written, writing.done]);
}
