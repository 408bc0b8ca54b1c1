'use client';

import { bitRate, FILM_FOLDER } from '@/export/video/film-format';
import { documentStore } from '@/state/document';
import { sessionStore, setSession } from '@/state/session';
import type { FilmChoice } from '@/ui/services';
import { callback, startFilmWorker, type WorkerClient } from '@/workers/client';
import type { FilmResult, FilmWorkerApi } from '@/workers/protocol';
import { download, fileNameOf } from './download';
import type { FilmMedia } from './film-media';

/** Exports films in a worker of their own, one at a time. */
export function startFilmExport(media: FilmMedia) {
  let worker: WorkerClient<FilmWorkerApi> | null = null;
  let lastUrl: string | null = null;
  void dropOldFilms();

  const run = async (choice: FilmChoice): Promise<void> => {
    const { project } = documentStore.getState();
    const { cube, film, overview } = sessionStore.getState();
    if (!project || !cube || film.phase === 'running') return;
    if (lastUrl) URL.revokeObjectURL(lastUrl);
    lastUrl = null;
    await dropOldFilms();
    const startedMs = performance.now();
    setSession({ film: { phase: 'running', done: 0, count: 0, startedMs, nowMs: startedMs } });
    const ending = choice.formatId === 'mp4' ? '.mp4' : '.webm';
    const shownName = fileNameOf(project.name, ending);
    worker = startFilmWorker();
    try {
      const assets = await media.assetsOf(project, overview?.imageIds ?? []);
      const fileName = `${Date.now()}${ending}`;
      const order = { project, cube, ...choice, baseUrl: location.origin, fileName, assets };
      const onProgress = callback((done: number, count: number) => {
        if (sessionStore.getState().film.phase !== 'running') return;
        setSession({ film: { phase: 'running', done, count, startedMs, nowMs: performance.now() } });
      });
      const result = await worker.api.run(order, onProgress);
      lastUrl = await finish(result, shownName, startedMs);
    } catch (error) {
      const message = `The export stopped: ${error instanceof Error ? error.message : error}. Nothing was kept; try it once more.`;
      setSession({ film: { phase: 'failed', message } });
    } finally {
      worker.end();
      worker = null;
    }
  };

  return {
    run,
    cancel: () => void worker?.api.cancel(),
    bitsPerSec: (choice: FilmChoice, framesPerSec: number) =>
      bitRate(choice.quality, choice.widthPx, choice.heightPx, framesPerSec),
  };
}

async function finish(result: FilmResult, fileName: string, startedMs: number): Promise<string | null> {
  if (!result.ok) {
    setSession({
      film: result.code === 'cancelled' ? { phase: 'cancelled' } : { phase: 'failed', message: result.message },
    });
    return null;
  }
  const blob = result.file.kind === 'bytes' ? new Blob([result.file.bytes]) : await privateFile(result.file.name);
  const url = URL.createObjectURL(blob);
  download(url, fileName);
  setSession({
    film: { phase: 'done', fileName, bytes: blob.size, tookSec: (performance.now() - startedMs) / 1000, url },
  });
  return url;
}

async function privateFile(name: string): Promise<Blob> {
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FILM_FOLDER);
  return (await folder.getFileHandle(name)).getFile();
}

/** Films lie on the private disk until the next one, or the next visit. */
async function dropOldFilms(): Promise<void> {
  try {
    const root = await navigator.storage.getDirectory();
    await root.removeEntry(FILM_FOLDER, { recursive: true });
  } catch {
    // There is no such folder yet, or no private disk at all: then there is nothing to drop.
  }
}
