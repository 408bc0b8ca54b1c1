import type { SyncStore } from './disk';
import type { ChangeRecord } from './kept-work';

const PREFIX = 'plucky-tempo-change ';

/**
 * Notes the changes whose writing has not ended, before the call returns: a browser takes a write back that has not ended when
 * its page goes. What is too large has no room here, and waits for the database. Returns whether they were noted.
 */
export function noteChanges(store: SyncStore, id: string, records: readonly ChangeRecord[]): boolean {
  try {
    if (records.length === 0) store.removeItem(PREFIX + id);
    else store.setItem(PREFIX + id, JSON.stringify(records));
    return true;
  } catch {
    // An old note would be taken for a newer one.
    store.removeItem(PREFIX + id);
    return false;
  }
}

/** The changes that were noted of a piece of work; none where the note cannot be read. */
export function notedChanges(store: SyncStore, id: string): ChangeRecord[] {
  try {
    const found: unknown = JSON.parse(store.getItem(PREFIX + id) ?? '[]');
    return Array.isArray(found) ? (found as ChangeRecord[]) : [];
  } catch {
    return [];
  }
}

/** The ids of the work that has notes. */
export function notedIds(store: SyncStore): string[] {
  return Array.from({ length: store.length }, (_, place) => store.key(place) ?? '')
    .filter((key) => key.startsWith(PREFIX))
    .map((key) => key.slice(PREFIX.length));
}

export function dropNote(store: SyncStore, id: string): void {
  store.removeItem(PREFIX + id);
}
