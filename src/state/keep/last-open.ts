import type { Disk, SyncStore } from './disk';

const OPEN = 'plucky-tempo-open';

/** Which work a reload of this tab, and the next visit, begins with. @param tab What outlives a reload of this tab. */
export function noteOpen(disk: Disk, tab: SyncStore, id: string): void {
  for (const store of [tab, disk.notes])
    try {
      store.setItem(OPEN, id);
    } catch {
      // Without a note the next visit begins with what was changed last.
      store.removeItem(OPEN);
    }
}

/** The work that this tab, or else the last visit, had open; null where nothing is noted. */
export const lastOpen = (disk: Disk, tab: SyncStore) => tab.getItem(OPEN) ?? disk.notes.getItem(OPEN);
