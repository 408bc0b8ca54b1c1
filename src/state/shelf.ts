import localforage from 'localforage';
import type { Step } from './session';

/** What the browser keeps between visits: the project as plain data, and where the person was. */
export interface KeptSession {
  readonly project: unknown;
  readonly step: Step;
  readonly timeSec: number;
}

const projects = localforage.createInstance({ name: 'plucky-tempo', storeName: 'projects' });
const assets = localforage.createInstance({ name: 'plucky-tempo', storeName: 'assets' });
const handles = localforage.createInstance({ name: 'plucky-tempo', storeName: 'handles' });

/** Keeps the session; throws what the browser throws when its disk is full. */
export async function keepSession(kept: KeptSession): Promise<void> {
  await projects.setItem('current', kept);
}

/** The session of the last visit, or null. */
export async function loadSession(): Promise<KeptSession | null> {
  return projects.getItem<KeptSession>('current');
}

/** Keeps the bytes of a file that the project refers to. */
export async function keepAsset(id: string, bytes: ArrayBuffer): Promise<void> {
  await assets.setItem(id, bytes);
}

/** The bytes of an asset, or null where the browser no longer has them. */
export async function loadAsset(id: string): Promise<ArrayBuffer | null> {
  return assets.getItem<ArrayBuffer>(id);
}

/** Drops the assets that no project refers to. */
export async function dropAssetsExcept(ids: ReadonlySet<string>): Promise<void> {
  for (const store of [assets, handles]) {
    for (const id of await store.keys()) if (!ids.has(id)) await store.removeItem(id);
  }
}

/** Keeps the way back to a file on disk, where the browser gives one. */
export async function keepHandle(assetId: string, handle: FileSystemFileHandle): Promise<void> {
  await handles.setItem(assetId, handle);
}

/** The way back to the file that an asset was read from, or null. */
export async function loadHandle(assetId: string): Promise<FileSystemFileHandle | null> {
  return handles.getItem<FileSystemFileHandle>(assetId);
}

const looks = localforage.createInstance({ name: 'plucky-tempo', storeName: 'looks' });

/** The person's own looks, as plain data. */
export async function loadLooks(): Promise<readonly unknown[]> {
  return (await looks.getItem<readonly unknown[]>('own')) ?? [];
}

export async function keepLooks(list: readonly unknown[]): Promise<void> {
  await looks.setItem('own', list);
}
