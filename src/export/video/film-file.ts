import { BufferTarget, StreamTarget, type StreamTargetChunk, type Target } from 'mediabunny';

/** Where a film is while it is written: streamed to the browser's private disk, or in memory where it has none. */
export interface FilmFile {
  readonly target: Target;
  /** Ends the file. What comes back crosses threads: the name of the private file, or the bytes. */
  finish(): Promise<FinishedFile>;
  /** Removes everything that was written. */
  discard(): Promise<void>;
}

export type FinishedFile =
  | { readonly kind: 'private-file'; readonly name: string }
  | { readonly kind: 'bytes'; readonly bytes: ArrayBuffer };

/** The folder of the private file system in which films lie until they have been handed over. */
export const FILM_FOLDER = 'films';

/** The part of the standard's synchronous file access that is used; TypeScript has it in the worker library only. */
interface SyncAccess {
  write(data: Uint8Array, options: { at: number }): number;
  truncate(size: number): void;
  flush(): void;
  close(): void;
}
type SyncFileHandle = FileSystemFileHandle & { createSyncAccessHandle(): Promise<SyncAccess> };

const CHUNK_BYTES = 4 * 1024 * 1024;

/** Opens a file for a film on the private disk, so that memory does not grow with the film's length. */
export async function openFilmFile(name: string): Promise<FilmFile> {
  const folder = await filmFolder();
  if (!folder) return memoryFile();
  const handle = (await folder.getFileHandle(name, { create: true })) as SyncFileHandle;
  const access = await handle.createSyncAccessHandle();
  access.truncate(0);
  let open = true;
  const close = () => {
    if (open) access.close();
    open = false;
  };
  const writable = new WritableStream<StreamTargetChunk>({
    write({ data, position }) {
      const written = access.write(data, { at: position });
      // A full disk shows as a short write in some browsers and as an exception in others.
      if (written < data.byteLength) throw new DOMException('short write', 'QuotaExceededError');
    },
  });
  return {
    target: new StreamTarget(writable, { chunked: true, chunkSize: CHUNK_BYTES }),
    async finish() {
      access.flush();
      close();
      return { kind: 'private-file', name };
    },
    async discard() {
      close();
      await folder.removeEntry(name).catch(() => undefined);
    },
  };
}

async function filmFolder(): Promise<FileSystemDirectoryHandle | null> {
  try {
    const root = await navigator.storage.getDirectory();
    return await root.getDirectoryHandle(FILM_FOLDER, { create: true });
  } catch {
    // Private windows of some browsers have no such disk; the film then stays in memory.
    return null;
  }
}

function memoryFile(): FilmFile {
  const target = new BufferTarget();
  return {
    target,
    async finish() {
      return { kind: 'bytes', bytes: target.buffer ?? new ArrayBuffer(0) };
    },
    async discard() {},
  };
}
