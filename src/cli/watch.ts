import { statSync } from 'node:fs';
import path from 'node:path';
import { type FSWatcher, watch as watchFiles } from 'chokidar';
import { filesOfScript } from '@/core/script/read-script';
import { isScriptFile, readScriptFile } from './film-input';
import { Refusal } from './refusal';

/** What watching does. */
export interface Watching {
  /** Makes the film once. @throws Refusal for one that cannot be made; it is told, and waited for a change. */
  make(): Promise<void>;
  /** Tells what there is to say. */
  tell(line: string): void;
  /** Ends the watching. */
  readonly signal: AbortSignal;
  /** Told whenever all is made and changes are waited for. */
  onWaiting?(): void;
}

/** Milliseconds for which a file must not grow before it counts as written. */
const SETTLED_MS = 80;

/** Every file that a film is made of, as far as it can be read now: the script and what it names, or the file alone. */
export function filesOf(file: string): string[] {
  const own = path.resolve(file);
  try {
    if (!isScriptFile(file)) return [own];
    const { script } = readScriptFile(file).read;
    const named = script ? filesOfScript(script) : [];
    return [own, ...named.map((name) => path.resolve(path.dirname(file), name))];
  } catch (error) {
    // A script that is being written cannot be read for a moment; its next change is seen all the same.
    if (error instanceof Refusal) return [own];
    throw error;
  }
}

/** Makes a film, and again whenever a file that it is made of changes, until it is told to end. */
export async function watchFilm(file: string, { make, tell, signal, onWaiting }: Watching): Promise<void> {
  let wake: () => void = () => undefined;
  let changed = true;
  const note = () => {
    changed = true;
    wake();
  };
  let watched = filesOf(file);
  let watcher = await startWatching(watched, note);
  signal.addEventListener('abort', () => wake());
  try {
    while (!signal.aborted) {
      if (!changed) {
        await new Promise<void>((resolve) => {
          wake = resolve;
          onWaiting?.();
        });
        continue;
      }
      changed = false;
      const before = stampsOf(filesOf(file));
      try {
        await make();
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        tell(error.message);
      }
      const now = filesOf(file);
      if (now.join('\n') !== watched.join('\n')) {
        await watcher.close();
        watched = now;
        watcher = await startWatching(watched, note);
        // What changed before the new files were watched would be missed.
        if (stampsOf(now) !== before) changed = true;
      }
      if (!changed)
        tell(
          `Waiting for changes of ${watched.length === 1 ? 'the file' : `${watched.length} files`}. Ctrl-C ends it.`,
        );
    }
  } finally {
    await watcher.close();
  }
}

/** Watches files, from when this resolves on. */
async function startWatching(files: readonly string[], onChange: () => void): Promise<FSWatcher> {
  const awaitWriteFinish = { stabilityThreshold: SETTLED_MS, pollInterval: 20 };
  const watcher = watchFiles([...files], { ignoreInitial: true, awaitWriteFinish });
  watcher.on('all', onChange);
  await new Promise<void>((resolve) => watcher.once('ready', () => resolve()));
  return watcher;
}

/** When each of some files was last written. */
function stampsOf(files: readonly string[]): string {
  return files.map((file) => `${file} ${statSync(file, { throwIfNoEntry: false })?.mtimeMs}`).join('\n');
}
