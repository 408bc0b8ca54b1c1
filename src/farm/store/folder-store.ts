import { copyFile, link, mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { FarmError } from '../farm-error';
import type { FarmStore, StoredThing } from './store';

/** Where things lie while they are written. */
const DRAFTS = '.drafts';

/** A store in a folder that all machines share. What is whole is renamed into its place, which every file system does in one step. */
export class FolderStore implements FarmStore {
  readonly place: string;
  private count = 0;

  /** @param writer Who writes: no two at once have the same name. */
  constructor(
    folder: string,
    private readonly writer: string,
  ) {
    this.place = path.resolve(folder);
  }

  private at(key: string): string {
    return path.join(this.place, key);
  }

  async has(key: string): Promise<boolean> {
    return this.told(async () => (await stat(this.at(key))).isFile(), false);
  }

  read(key: string): Promise<Uint8Array | null> {
    return this.told(async () => new Uint8Array(await readFile(this.at(key))), null);
  }

  async readInto(key: string, file: string): Promise<boolean> {
    return this.told(async () => {
      await copyFile(this.at(key), file);
      return true;
    }, false);
  }

  write(key: string, bytes: Uint8Array): Promise<void> {
    return this.draft(key, (draft) => writeSafely(draft, bytes));
  }

  writeOnce(key: string, bytes: Uint8Array): Promise<void> {
    // A second name is only given where there is none yet, in one step.
    const name = async (draft: string, whole: string) => {
      await link(draft, whole).catch((error: NodeJS.ErrnoException) => {
        if (error.code !== 'EEXIST') throw error;
      });
      await rm(draft);
    };
    return this.draft(key, (draft) => writeSafely(draft, bytes), name);
  }

  writeFile(key: string, file: string): Promise<void> {
    return this.draft(key, async (draft) => {
      await copyFile(file, draft);
      const handle = await open(draft, 'r+');
      try {
        await handle.sync();
      } finally {
        await handle.close();
      }
    });
  }

  async copy(from: string, to: string): Promise<void> {
    await this.draft(to, async (draft) => {
      // The same bytes under another name, where the file system can; what was written is never changed.
      const source = this.at(from);
      await link(source, draft).catch(async (error: NodeJS.ErrnoException) => {
        if (error.code === 'ENOENT') throw new FarmError('store-missing', `${this.place} has no ${from} any more.`);
        await copyFile(source, draft);
      });
    });
  }

  async *list(prefix: string): AsyncIterable<StoredThing> {
    // A prefix may end inside of a name.
    const folder = prefix.slice(0, prefix.lastIndexOf('/') + 1);
    yield* this.within(folder, prefix);
  }

  private async *within(folder: string, prefix: string): AsyncIterable<StoredThing> {
    const entries = await this.told(() => readdir(this.at(folder), { withFileTypes: true }), []);
    for (const entry of entries) {
      const key = `${folder}${entry.name}`;
      if (entry.name === DRAFTS) continue;
      if (entry.isDirectory()) {
        if (`${key}/`.startsWith(prefix) || prefix.startsWith(`${key}/`)) yield* this.within(`${key}/`, prefix);
      } else if (key.startsWith(prefix)) {
        const found = await this.told(() => stat(this.at(key)), null);
        if (found) yield { key, bytes: found.size, writtenMs: found.mtimeMs };
      }
    }
  }

  async remove(keys: readonly string[]): Promise<void> {
    for (const key of keys) await this.told(() => rm(this.at(key), { force: true }), undefined);
  }

  async sweep(isAlive: (writer: string) => boolean): Promise<number> {
    const folder = this.at(DRAFTS);
    const drafts = await this.told(() => readdir(folder), []);
    const left = drafts.filter((name) => !isAlive(name.slice(0, name.lastIndexOf('~'))));
    for (const name of left) await this.told(() => rm(path.join(folder, name), { force: true }), undefined);
    return left.length;
  }

  private async draft(
    key: string,
    make: (draft: string) => Promise<void>,
    name: (draft: string, whole: string) => Promise<void> = rename,
  ): Promise<void> {
    const draft = path.join(this.place, DRAFTS, `${this.writer}~${process.pid}-${++this.count}`);
    const whole = this.at(key);
    try {
      await Promise.all([
        mkdir(path.dirname(draft), { recursive: true }),
        mkdir(path.dirname(whole), { recursive: true }),
      ]);
      await make(draft);
      await name(draft, whole);
    } catch (error) {
      await rm(draft, { force: true }).catch(() => undefined);
      throw this.trouble(error);
    }
  }

  /** What there is, or `none` where there is nothing of that name. */
  private async told<T>(ask: () => Promise<T>, none: T): Promise<T> {
    try {
      return await ask();
    } catch (error) {
      const { code } = error as NodeJS.ErrnoException;
      if (code === 'ENOENT' || code === 'ENOTDIR') return none;
      throw this.trouble(error);
    }
  }

  private trouble(error: unknown): Error {
    if (error instanceof FarmError) return error;
    const { code, message } = error as NodeJS.ErrnoException;
    const cause = { cause: error };
    if (code === 'ENOSPC' || code === 'EDQUOT')
      return new FarmError(
        'store-full',
        `The store ${this.place} is full. Make room (tempo farm clean removes what no job needs), and the work goes on.`,
        cause,
      );
    if (code === 'EACCES' || code === 'EPERM' || code === 'EROFS')
      return new FarmError(
        'store-refused',
        `The store ${this.place} may not be written or read here (${code}). Give this user the right to it, or mount it for writing.`,
        cause,
      );
    return new FarmError(
      'store-unreachable',
      `The store ${this.place} cannot be used: ${code ?? message}. It must be a folder that is mounted here.`,
      cause,
    );
  }
}

/** Writes a new file, and waits until the disk has it. */
async function writeSafely(file: string, bytes: Uint8Array): Promise<void> {
  const handle = await open(file, 'wx');
  try {
    await handle.writeFile(bytes);
    await handle.sync();
  } finally {
    await handle.close();
  }
}
