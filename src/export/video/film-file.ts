import { BufferTarget, StreamTarget, type StreamTargetChunk, type Target } from 'mediabunny';
import { FILM_FOLDER } from './film-format';

/** Where a film is while it is written: streamed to the browser's private disk, or in memory where it has none. */
export interface FilmFile {
  readonly target: Target;
  /** Throws what went wrong while writing, as soon as it is known: the muxer itself may not notice. */
  check(): void;
  /** Ends the file. What comes back crosses threads: the name of the private file, or the bytes. */
  finish(): Promise<FinishedFile>;
  /** Removes everything that was written. */
  discard(): Promise<void>;
}

export type FinishedFile =
  | { readonly kind: 'private-file'; readonly name: string }
  | { readonly kind: 'bytes'; readonly bytes: ArrayBuffer };

/** The part of the standard's synchronous file access that is used; TypeScript has it in the worker library only. */
interface SyncAccess {
  write(data: Uint8Array, options: { at: number }): number;
  truncate(size: number): void;
  getSize(): number;
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
  let failure: unknown = null;
  let endByte = 0;
  const check = () => {
    if (failure) throw failure;
    // A full disk shows as an exception in some browsers, as a short write in others, or only in the file's size.
    if (open && access.getSize() < endByte)
      throw new DOMException('The file is shorter than what was written.', 'QuotaExceededError');
  };
  const writable = new WritableStream<StreamTargetChunk>({
    write({ data, position }) {
      try {
        const written = access.write(data, { at: position });
        if (written < data.byteLength) throw new DOMException('Only a part was written.', 'QuotaExceededError');
        endByte = Math.max(endByte, position + data.byteLength);
        check();
      } catch (error) {
        failure ??= error;
        throw error;
      }
    },
  });
  return {
    target: new StreamTarget(writable, { chunked: true, chunkSize: CHUNK_BYTES }),
    check,
    async finish() {
      access.flush();
      check();
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
    check() {},
    async finish() {
      return { kind: 'bytes', bytes: target.buffer ?? new ArrayBuffer(0) };
    },
    async discard() {},
  };
}
