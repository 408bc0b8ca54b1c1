import localforage from 'localforage';
import type { WorkStep } from './session';

/** What the browser keeps between visits: the project as plain data, and where the person was. */
export interface KeptSession {
  readonly project: unknown;
  readonly step: WorkStep;
  readonly timeSec: number;
  /** Another one at each write, so that a tab sees whether somebody else has written. Older visits have none. */
  readonly stamp?: string;
  /** Every asset that this work has ever held; only these may be dropped once nothing refers to them. */
  readonly assets?: readonly string[];
}

const projects = localforage.createInstance({ name: 'plucky-tempo', storeName: 'projects' });
const assets = localforage.createInstance({ name: 'plucky-tempo', storeName: 'assets' });
const handles = localforage.createInstance({ name: 'plucky-tempo', storeName: 'handles' });

/** Keeps the session; throws what the browser throws when its disk is full. */
export async function keepSession(kept: KeptSession): Promise<void> {
  await projects.setItem('current', kept);
}

/** The session of the last visit, or null. Throws what the browser throws when it cannot read. */
export async function loadSession(): Promise<KeptSession | null> {
  return projects.getItem<KeptSession>('current');
}

const UNWRITTEN = 'plucky-tempo-unwritten';

/** A session whose writing may not end before the page is gone, and the writes that it comes after. */
export interface UnwrittenSession extends KeptSession {
  readonly after: readonly (string | undefined)[];
}

/**
 * Notes a session at once, for a page that goes: a browser takes a write back that has not ended by then. The next
 * visit finds it. Too large a one has no room there and is left to its luck.
 */
export function noteUnwritten(session: UnwrittenSession): void {
  try {
    localStorage.setItem(UNWRITTEN, JSON.stringify(session));
  } catch {
    localStorage.removeItem(UNWRITTEN);
  }
}

/** What was noted by a page that went, once; null where there is nothing. */
export function takeUnwritten(): UnwrittenSession | null {
  const text = localStorage.getItem(UNWRITTEN);
  localStorage.removeItem(UNWRITTEN);
  try {
    return text === null ? null : (JSON.parse(text) as UnwrittenSession);
  } catch {
    return null;
  }
}

/** Puts a session that cannot be read beside the current one, under a name of its own, where nothing writes over it. */
export async function setSessionAside(kept: KeptSession): Promise<void> {
  await projects.setItem(`set aside ${new Date().toISOString()}`, kept);
}

/** Keeps the bytes of a file that the project refers to. */
export async function keepAsset(id: string, bytes: ArrayBuffer): Promise<void> {
  await assets.setItem(id, bytes);
}

/** The bytes of an asset, or null where the browser no longer has them. */
export async function loadAsset(id: string): Promise<ArrayBuffer | null> {
  return assets.getItem<ArrayBuffer>(id);
}

/** Drops these assets. The caller knows that nothing refers to them. */
export async function dropAssets(ids: Iterable<string>): Promise<void> {
  for (const id of ids) await Promise.all([assets.removeItem(id), handles.removeItem(id)]);
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
