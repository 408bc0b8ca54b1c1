import { browserDisk } from './disk';

let disk: Pick<ReturnType<typeof browserDisk>, 'assets' | 'handles'> | null = null;
const stores = () => {
  disk ??= browserDisk();
  return disk;
};

/** Assets that were kept in this visit: what names them may still be on its way. */
const keptHere = new Map<string, Promise<unknown>>();

export const keptInThisVisit = (): ReadonlySet<string> => new Set(keptHere.keys());

/** Keeps the bytes of a file that the project is about to refer to; once, however often it is asked. */
export async function keepAsset(id: string, bytes: ArrayBuffer | Blob): Promise<void> {
  const keeping = keptHere.get(id) ?? stores().assets.setItem(id, bytes);
  keptHere.set(id, keeping);
  try {
    await keeping;
  } catch (error) {
    keptHere.delete(id);
    throw error;
  }
}

/** The bytes of an asset, or null where the browser no longer has them. */
export async function loadAsset(id: string): Promise<ArrayBuffer | null> {
  return stores().assets.getItem<ArrayBuffer>(id);
}

/** Keeps the way back to a file on disk, where the browser gives one. */
export async function keepHandle(assetId: string, handle: FileSystemFileHandle): Promise<void> {
  await stores().handles.setItem(assetId, handle);
}

/** The way back to the file that an asset was read from, or null. */
export async function loadHandle(assetId: string): Promise<FileSystemFileHandle | null> {
  return stores().handles.getItem<FileSystemFileHandle>(assetId);
}
