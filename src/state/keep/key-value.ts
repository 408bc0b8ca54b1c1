/** A store of plain data by name; each call is a transaction of its own. */
export interface KeyValue {
  getItem<T>(key: string): Promise<T | null>;
  setItem<T>(key: string, value: T): Promise<unknown>;
  removeItem(key: string): Promise<void>;
  keys(): Promise<string[]>;
}
