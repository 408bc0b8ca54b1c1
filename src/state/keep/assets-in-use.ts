import type { Disk } from './disk';
import type { KeyValue } from './key-value';
import { notedChanges, notedIds } from './notes';

/**
 * The assets that nothing names: no work on the shelf or in the bin, no step of its history, no version, no change
 * and no file on its way.
 * What a document names is found by looking at all of it, so that a new place for an asset cannot be forgotten here.
 */
export async function forgottenAssets(disk: Disk): Promise<string[]> {
  const unseen = new Set(await disk.assets.keys());
  const look = (value: unknown): void => {
    if (typeof value === 'string') unseen.delete(value);
    else if (typeof value === 'object' && value !== null && !ArrayBuffer.isView(value))
      Object.values(value).forEach(look);
  };
  for (const id of notedIds(disk.notes)) look(notedChanges(disk.notes, id));
  // What a change names is in the whole before the change goes, so the wholes are looked at last.
  for (const store of [disk.changes, disk.incoming, disk.versions, disk.works]) await eachOf(store, look);
  return [...unseen];
}

/** Looks at everything in a store. What goes meanwhile may have come anew under another name: then all is looked at again. */
async function eachOf(store: KeyValue, look: (value: unknown) => void): Promise<void> {
  for (;;) {
    let gone = false;
    for (const key of await store.keys()) {
      const value = await store.getItem(key);
      gone ||= value === null;
      look(value);
    }
    if (!gone) return;
  }
}

/**
 * Drops the assets that nothing names. The caller knows that no other tab is open.
 *
 * @param here Assets that were kept in this visit: their work may still be on its way.
 * @returns How many were dropped.
 */
export async function freeAssets(disk: Disk, here: () => ReadonlySet<string>): Promise<number> {
  const found = await forgottenAssets(disk);
  const forgotten = found.filter((id) => !here().has(id));
  for (const id of forgotten) await Promise.all([disk.assets.removeItem(id), disk.handles.removeItem(id)]);
  return forgotten.length;
}
