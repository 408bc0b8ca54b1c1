/** Something in a store. */
export interface StoredThing {
  readonly key: string;
  readonly bytes: number;
  /** When it was written, by the clock of the store, in milliseconds since 1970. */
  readonly writtenMs: number;
}

/**
 * Where a farm keeps what its machines share: assets, films to be made, spans, finished films. Keys are paths of letters, digits,
 * `-`, `_`, `.` and `/`. What is being written is not seen by anybody before it is whole.
 *
 * All of it throws FarmError `store-unreachable`, `store-refused` (no right to it, or read only) or `store-full`.
 */
export interface FarmStore {
  /** What people call it. */
  readonly place: string;
  has(key: string): Promise<boolean>;
  /** @returns null where there is none. */
  read(key: string): Promise<Uint8Array | null>;
  /** Writes it into a file of this machine. @returns whether it was there. */
  readInto(key: string, file: string): Promise<boolean>;
  write(key: string, bytes: Uint8Array): Promise<void>;
  /** Writes it unless there is one: of several at once the first stands, as far as the store can tell them apart. */
  writeOnce(key: string, bytes: Uint8Array): Promise<void>;
  /** Takes a file of this machine; the file stays. */
  writeFile(key: string, file: string): Promise<void>;
  /** @throws FarmError `store-missing` where there is no `from`. */
  copy(from: string, to: string): Promise<void>;
  /** All things whose keys begin so, in any order. */
  list(prefix: string): AsyncIterable<StoredThing>;
  /** None of them need be there. */
  remove(keys: readonly string[]): Promise<void>;
  /**
   * Removes what writers left half-written.
   *
   * @param isAlive Does this writer still work?
   * @returns how many leftovers there were.
   */
  sweep(isAlive: (writer: string) => boolean): Promise<number>;
}

const PROBE = 'probe';

/** Tries a store. @throws FarmError that says what is wrong with it. */
export async function checkStore(store: FarmStore, writer: string): Promise<void> {
  const key = `${PROBE}/${writer}`;
  await store.write(key, new TextEncoder().encode('Can this be written?'));
  await store.remove([key]);
}
