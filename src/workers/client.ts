import * as Comlink from 'comlink';
import type { ExportWorkerApi } from './export-protocol';
import type { StageWorkerApi, TableWorkerApi } from './protocol';
import type { SoundWorkerApi } from './sound-protocol';

/** A worker and the way to talk to it. */
export interface WorkerClient<T> {
  readonly api: Comlink.Remote<T>;
  end(): void;
}

function client<T>(worker: Worker): WorkerClient<T> {
  const api = Comlink.wrap<T>(worker);
  return {
    api,
    end() {
      api[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}

/** Starts the worker that reads and shapes tables. */
export function startTableWorker(): WorkerClient<TableWorkerApi> {
  return client(new Worker(new URL('./table.worker.ts', import.meta.url), { type: 'module' }));
}

/** Starts the worker that draws the preview. */
export function startStageWorker(): WorkerClient<StageWorkerApi> {
  return client(new Worker(new URL('./stage.worker.ts', import.meta.url), { type: 'module' }));
}

/** Starts a worker that exports films. */
export function startExportWorker(): WorkerClient<ExportWorkerApi> {
  return client(new Worker(new URL('./export.worker.ts', import.meta.url), { type: 'module' }));
}

/** Starts the worker that decodes and mixes sounds. */
export function startSoundWorker(): WorkerClient<SoundWorkerApi> {
  return client(new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' }));
}

export const transfer = Comlink.transfer;
export const callback = Comlink.proxy;
