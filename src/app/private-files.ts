import { FILM_FOLDER } from '@/export/video/film-format';

async function folderOf(): Promise<FileSystemDirectoryHandle> {
  const root = await navigator.storage.getDirectory();
  return root.getDirectoryHandle(FILM_FOLDER, { create: true });
}

/** A file of the browser's private disk. @throws Where there is none of that name. */
export async function privateFile(name: string): Promise<Blob> {
  return (await (await folderOf()).getFileHandle(name)).getFile();
}

/** Puts a small file beside the large ones, so that all can go into one ZIP; null where there is no such disk. */
export async function keepBytes(bytes: ArrayBuffer, name: string): Promise<string | null> {
  try {
    const writable = await (await (await folderOf()).getFileHandle(name, { create: true })).createWritable();
    await writable.write(bytes);
    await writable.close();
    return name;
  } catch {
    // Without a private disk the file can still be saved by itself.
    return null;
  }
}

/** Files lie on the private disk until the next visit. */
export async function dropOldFiles(): Promise<void> {
  try {
    const root = await navigator.storage.getDirectory();
    await root.removeEntry(FILM_FOLDER, { recursive: true });
  } catch {
    // There is no such folder yet, or no private disk at all: then there is nothing to drop.
  }
}
