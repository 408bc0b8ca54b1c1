import { BufferTarget, StreamTarget, type StreamTargetChunk, type Target } from 'mediabunny';
import { FILM_FOLDER } from './film-format';

/** Where a film is while it is written: streamed to the browser's private disk, or in memory where it has none. */
export interface FilmFile {
  readonly target: Target;
  /** Throws what went wrong while writing, as soon as it is known: the muxer itself may not notice. */
  check(): void;
  /** Writes the next piece of a file that is not muxed. */
  append(piece: Uint8Array): Promise<void>;
  /** Ends the file. What comes back crosses threads: the name of the private file, or the bytes. */
  finish(): Promise<FinishedFile>;
  /** Removes everything that was written. */
  discard(): Promise<void>;
}

export type FinishedFile =
  | { readonly kind: 'private-file'; readonly name: string }
  | { readonly kind: 'bytes'; readonly bytes: ArrayBuffer }
  /** It lies where the person wanted it. */
  | { readonly kind: 'picked' };

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

/**
 * Opens a file for a film on the private disk, so that memory does not grow with the film's length.
 *
 * @throws DOMException `QuotaExceededError`, from writing and from ending, when the disk is full.
 */
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
    async append(piece) {
      const written = access.write(piece, { at: endByte });
      if (written < piece.byteLength) throw new DOMException('Only a part was written.', 'QuotaExceededError');
      endByte += piece.byteLength;
      check();
    },
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

/** A file that is made in memory. */
export function memoryFile(): FilmFile {
  const target = new BufferTarget();
  const pieces: Uint8Array<ArrayBuffer>[] = [];
  return {
    target,
    check() {},
    async append(piece) {
      pieces.push(piece.slice());
    },
    async finish() {
      if (pieces.length > 0) return { kind: 'bytes', bytes: await new Blob(pieces).arrayBuffer() };
      return { kind: 'bytes', bytes: target.buffer ?? new ArrayBuffer(0) };
    },
    async discard() {},
  };
}

/** A place on the person's own disk, written directly. Its stream takes the same chunks as the muxer gives. */
export async function openPickedFile(handle: FileSystemFileHandle): Promise<FilmFile> {
  const stream = await handle.createWritable();
  let endByte = 0;
  let failure: unknown = null;
  const writable = new WritableStream<StreamTargetChunk>({
    async write({ data, position }) {
      try {
        await stream.write({ type: 'write', data: data as Uint8Array<ArrayBuffer>, position });
      } catch (error) {
        failure ??= error;
        throw error;
      }
    },
  });
  return {
    target: new StreamTarget(writable, { chunked: true, chunkSize: CHUNK_BYTES }),
    check() {
      if (failure) throw failure;
    },
    async append(piece) {
      await stream.write({ type: 'write', data: piece as Uint8Array<ArrayBuffer>, position: endByte });
      endByte += piece.byteLength;
    },
    async finish() {
      await stream.close();
      return { kind: 'picked' };
    },
    async discard() {
      // What was there before stays as it was: the browser swaps files only when the stream is closed.
      await stream.abort().catch(() => undefined);
    },
  };
}
