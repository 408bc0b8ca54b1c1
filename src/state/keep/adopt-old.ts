import localforage from 'localforage';
import type { WorkStep } from '../session';
import { cardOf, writeCard } from './cards';
import type { Disk } from './disk';
import { writeWhole } from './records';

/** Work as visits before the shelf kept it: one at a time. */
interface OldSession {
  readonly project: unknown;
  readonly step: WorkStep;
  readonly timeSec: number;
}

const DONE = 'plucky-tempo-adopted';

/** What older versions of the app kept, which had one place for the work that was open and some that was set aside. */
const old = () => localforage.createInstance({ name: 'plucky-tempo', storeName: 'projects' });

/**
 * Takes what older versions kept onto the shelf, once; nothing is dropped before it stands there.
 *
 * @returns The id of the work that was open; null where there is nothing old.
 */
export async function adoptOld(disk: Disk, nowMs: number): Promise<string | null> {
  if (disk.notes.getItem(DONE) !== null) return null;
  const store = old();
  let open: string | null = null;
  for (const [place, key] of (await store.keys()).entries()) {
    const kept = await store.getItem<OldSession>(key);
    const named = (kept?.project as { readonly id?: unknown } | null)?.id;
    // Work that was set aside has the id of nothing that is open.
    const id = key === 'current' && typeof named === 'string' ? named : `old-${nowMs.toString(36)}-${place}`;
    if (kept) {
      const { project, step, timeSec } = kept;
      await writeWhole(disk, { id, epoch: 1, seq: 1, changedMs: nowMs, project, back: [], ahead: [], step, timeSec });
      await writeCard(disk, cardOf(id, project, nowMs));
    }
    await store.removeItem(key);
    if (key === 'current' && kept) open = id;
  }
  disk.notes.setItem(DONE, new Date(nowMs).toISOString());
  return open;
}
