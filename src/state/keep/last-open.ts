import { allCards } from './cards';
import type { Disk, SyncStore } from './disk';

const OPEN = 'plucky-tempo-open';

/** Notes which work a reload of this tab, and the next visit, begins with. @param tab What outlives a reload of this tab. */
export function noteOpen(disk: Disk, tab: SyncStore, id: string, nowMs: number): void {
  for (const store of [tab, disk.notes])
    try {
      store.setItem(OPEN, `${id} ${nowMs}`);
    } catch {
      // Without a note the next visit begins with what was changed last.
      store.removeItem(OPEN);
    }
}

function noted(store: SyncStore): { readonly id: string; readonly atMs: number } | null {
  const found = /^(.*) (\d+)$/.exec(store.getItem(OPEN) ?? '');
  return found ? { id: found[1] as string, atMs: Number(found[2]) } : null;
}

/**
 * The work to begin with, the likeliest first: what this tab had open; else what was opened or changed last. A browser that is
 * killed may have lost the note, but not the work.
 */
export async function lastOpen(disk: Disk, tab: SyncStore): Promise<string[]> {
  const own = noted(tab);
  const last = noted(disk.notes);
  const newest = (await allCards(disk)).find(({ removedMs }) => removedMs === null);
  const changedLater = newest && newest.changedMs > (last?.atMs ?? 0);
  const ids = [own?.id, changedLater ? newest.id : last?.id, newest?.id];
  return [...new Set(ids.filter((id) => id !== undefined))];
}
