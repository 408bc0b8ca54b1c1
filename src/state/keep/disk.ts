import localforage from 'localforage';
import { AssetStore } from './asset-store';
import { ChangeStore } from './change-store';
import type { KeyValue } from './key-value';

/** A small store that is written before the call returns. */
export interface SyncStore {
  readonly length: number;
  key(place: number): string | null;
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

/** Everything that the browser keeps of the person's work. */
export interface Disk {
  /** Work as a whole, by id and epoch. */
  readonly works: KeyValue;
  /** Single changes since, by id, epoch and number. */
  readonly changes: KeyValue;
  /** What the shelf tells, by id. */
  readonly cards: KeyValue;
  /** States of work with a date, by id and time. */
  readonly versions: KeyValue;
  /** Files that are being read, by asset. */
  readonly incoming: KeyValue;
  /** Bytes of tables, pictures and fonts. */
  readonly assets: KeyValue;
  /** Ways back to files on the person's disk, by asset. */
  readonly handles: KeyValue;
  /** Changes whose writing has not ended, by id. */
  readonly notes: SyncStore;
}

const store = (storeName: string): KeyValue => localforage.createInstance({ name: 'plucky-tempo', storeName });

/** The disk of this browser. */
export function browserDisk(): Disk {
  return {
    works: store('works'),
    changes: new ChangeStore(store('changes')),
    cards: store('cards'),
    versions: store('versions'),
    incoming: store('incoming'),
    assets: new AssetStore(store('assets')),
    handles: store('handles'),
    notes: localStorage,
  };
}
