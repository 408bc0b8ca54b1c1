import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { asExportError } from '../export-error';
import { openFilmFile, openPickedFile } from './film-file';

/** A private disk of so many bytes, as browsers have it; a full one shows in different ways. */
class FakeDisk {
  readonly files = new Map<string, Uint8Array>();
  constructor(
    private readonly room: number,
    private readonly fullBy: 'throwing' | 'short write' | 'size',
  ) {}

  folder() {
    const disk = this;
    return {
      async getFileHandle(name: string) {
        disk.files.set(name, disk.files.get(name) ?? new Uint8Array(0));
        return { createSyncAccessHandle: async () => disk.access(name) };
      },
      async removeEntry(name: string) {
        disk.files.delete(name);
      },
    };
  }

  private access(name: string) {
    const bytes = () => this.files.get(name) as Uint8Array;
    return {
      truncate: (size: number) => this.files.set(name, bytes().slice(0, size)),
      getSize: () => bytes().length,
      flush() {},
      close() {},
      write: (data: Uint8Array, { at }: { at: number }) => {
        const fits = Math.max(0, Math.min(data.length, this.room - at));
        if (fits < data.length && this.fullBy === 'throwing') throw new DOMException('full', 'QuotaExceededError');
        const grown = new Uint8Array(Math.max(bytes().length, at + fits));
        grown.set(bytes());
        grown.set(data.subarray(0, fits), at);
        this.files.set(name, grown);
        return this.fullBy === 'short write' ? fits : data.length;
      },
    };
  }
}

function useDisk(disk: FakeDisk | null): void {
  vi.stubGlobal('navigator', {
    storage: {
      getDirectory: async () => {
        if (!disk) throw new DOMException('private window', 'SecurityError');
        return { getDirectoryHandle: async () => disk.folder() };
      },
    },
  });
}

describe('a film on the private disk', () => {
  beforeEach(() => useDisk(null));
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('holds the pieces in order', async () => {
    const disk = new FakeDisk(100, 'throwing');
    useDisk(disk);
    const file = await openFilmFile('a.zip');
    await file.append(new Uint8Array([1, 2]));
    await file.append(new Uint8Array([3]));
    expect(await file.finish()).toEqual({ kind: 'private-file', name: 'a.zip' });
    expect([...(disk.files.get('a.zip') ?? [])]).toEqual([1, 2, 3]);
  });

  it.each(['throwing', 'short write', 'size'] as const)(
    'names a full disk that shows by %s, and leaves nothing',
    async (fullBy) => {
      const disk = new FakeDisk(5, fullBy);
      useDisk(disk);
      const file = await openFilmFile('a.zip');
      await file.append(new Uint8Array(4));
      const error = await file.append(new Uint8Array(4)).catch((reason: unknown) => reason);
      expect(asExportError(error)).toMatchObject({ code: 'disk-full' });
      await file.discard();
      expect(disk.files.size).toBe(0);
    },
  );

  it('stays in memory where there is no such disk', async () => {
    const file = await openFilmFile('a.zip');
    await file.append(new Uint8Array([1, 2]));
    await file.append(new Uint8Array([3]));
    const finished = await file.finish();
    expect(finished.kind === 'bytes' && [...new Uint8Array(finished.bytes)]).toEqual([1, 2, 3]);
  });
});

describe('a film at a place that the person chose', () => {
  it('is written where it belongs, and given up when it is discarded', async () => {
    const written: { position: number; bytes: number[] }[] = [];
    const ends: string[] = [];
    const handle = {
      createWritable: async () => ({
        write: async ({ position, data }: { position: number; data: Uint8Array }) => {
          written.push({ position, bytes: [...data] });
        },
        close: async () => ends.push('closed'),
        abort: async () => ends.push('aborted'),
      }),
    } as unknown as FileSystemFileHandle;
    const file = await openPickedFile(handle);
    await file.append(new Uint8Array([1, 2]));
    await file.append(new Uint8Array([3]));
    expect(written).toEqual([
      { position: 0, bytes: [1, 2] },
      { position: 2, bytes: [3] },
    ]);
    expect(await file.finish()).toEqual({ kind: 'picked' });
    await (await openPickedFile(handle)).discard();
    expect(ends).toEqual(['closed', 'aborted']);
  });
});
