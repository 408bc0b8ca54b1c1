import type { SourceKind } from '@/core/project/table-entry';
import { freshId } from '../fresh-id';
import { keepAsset } from './assets';
import type { Disk } from './disk';
import type { TabWays } from './hold';

/** A file that is being read: how it came, and under which asset its bytes are. */
export interface IncomingFile {
  readonly assetId: string;
  readonly fileName: string;
  readonly kind: SourceKind;
  /** What becomes of it: a table of its own, or further rows or values of the open one. */
  readonly add: 'rows' | 'values' | false;
}

const lockOf = (assetId: string) => `plucky-tempo: incoming ${assetId}`;

/**
 * Keeps a file from the moment on that it comes until it has been read or refused, so that a page that goes meanwhile has it.
 * Where the disk is full it is only read.
 */
export async function whileIncoming<T>(
  disk: Disk,
  locks: TabWays['locks'],
  file: Omit<IncomingFile, 'assetId'>,
  bytes: ArrayBuffer | Blob,
  read: (assetId: string) => Promise<T>,
): Promise<T> {
  const assetId = freshId();
  const work = async () => {
    await Promise.all([
      keepAsset(assetId, bytes),
      disk.incoming.setItem(assetId, { ...file, assetId } satisfies IncomingFile),
    ]).catch(() => undefined);
    try {
      return await read(assetId);
    } finally {
      await disk.incoming.removeItem(assetId).catch(() => undefined);
    }
  };
  return locks ? locks.request(lockOf(assetId), work) : work();
}

/** Files whose reading a page that is gone has begun and not ended, each with its bytes; they are given out once. */
export async function interrupted(disk: Disk, locks: TabWays['locks']) {
  const found: { readonly file: IncomingFile; readonly bytes: ArrayBuffer | null }[] = [];
  const take = async (key: string) => {
    const file = await disk.incoming.getItem<IncomingFile>(key);
    if (file) found.push({ file, bytes: await disk.assets.getItem<ArrayBuffer>(file.assetId) });
    await disk.incoming.removeItem(key);
  };
  for (const key of await disk.incoming.keys())
    if (!locks) await take(key);
    else
      await locks.request(lockOf(key), { ifAvailable: true }, async (lock) => {
        if (lock) await take(key);
      });
  return found;
}
