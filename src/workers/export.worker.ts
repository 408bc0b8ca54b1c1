import * as Comlink from 'comlink';
import { asExportError, ExportError } from '@/export/export-error';
import { type ExportOrder, runExport } from '@/export/run-export';
import { openFilmFile, openPickedFile } from '@/export/video/film-file';
import type { FilmJob } from '@/export/video/film-job';
import type { EncodedSpan } from '@/export/video/span-encoder';
import { MakerLost, type SpanMaker } from '@/export/video/span-scheduler';
import { zipFiles } from '@/export/zip-files';
import type { ExportResult, ExportWorkerApi, SpanWorkerApi } from './export-protocol';

const REPORT_EVERY_MS = 100;
/** A worker that says nothing for this long is taken for lost. */
const SILENT_MS = 30_000;

const scope = self as unknown as { fonts: FontFaceSet };

let running: AbortController | null = null;
let gate: Promise<void> = Promise.resolve();
let goOn: () => void = () => undefined;
let paused = false;
const makers = new Set<Comlink.Remote<SpanWorkerApi>>();

/** Starts a worker that draws and encodes spans, and watches over it. */
async function startMaker(order: ExportOrder, job: FilmJob): Promise<SpanMaker<EncodedSpan>> {
  // Not through the client: that names this worker too, and a bundler would go round in circles.
  const worker = new Worker(new URL('./span.worker.ts', import.meta.url), { type: 'module' });
  const api = Comlink.wrap<SpanWorkerApi>(worker);
  let lose: (error: MakerLost) => void = () => undefined;
  const lost = new Promise<never>((_, reject) => {
    lose = reject;
  });
  lost.catch(() => undefined);
  worker.addEventListener('error', (event) => lose(new MakerLost(event.message || 'it crashed')));
  worker.addEventListener('messageerror', () => lose(new MakerLost('its message could not be read')));
  let heardMs = performance.now();
  const watch = setInterval(() => {
    if (paused) heardMs = performance.now();
    if (performance.now() - heardMs > SILENT_MS) lose(new MakerLost('it said nothing for half a minute'));
  }, 1000);
  const end = () => {
    clearInterval(watch);
    makers.delete(api);
    worker.terminate();
  };
  makers.add(api);
  let tell: (done: number) => void = () => undefined;
  // One way back for all spans: each would cost a channel of its own, which stays until the worker ends.
  const heard = Comlink.proxy((done: number) => {
    heardMs = performance.now();
    tell(done);
  });
  try {
    await Promise.race([api.open(order, job, heard), lost]);
  } catch (error) {
    end();
    throw error;
  }
  return {
    async make({ from, to }, onFrames) {
      heardMs = performance.now();
      tell = onFrames;
      const result = await Promise.race([api.encode(from, to), lost]);
      if (!result.ok) throw new ExportError(result.code, result.message);
      return result.span;
    },
    end,
  };
}

const api: ExportWorkerApi = {
  async run(order, onProgress, handle): Promise<ExportResult> {
    running = new AbortController();
    gate = Promise.resolve();
    paused = false;
    let reported = 0;
    try {
      const file = await runExport(order, {
        fonts: scope.fonts,
        signal: running.signal,
        gate: () => gate,
        onProgress(done, count) {
          const now = performance.now();
          if (now - reported < REPORT_EVERY_MS && done < count) return;
          reported = now;
          onProgress(done, count);
        },
        openFile: (name) => (handle ? openPickedFile(handle) : openFilmFile(name)),
        startMaker,
        cores: navigator.hardwareConcurrency || 2,
      });
      const result: ExportResult = { ok: true, file };
      return file.kind === 'bytes' ? Comlink.transfer(result, [file.bytes]) : result;
    } catch (error) {
      const { code, message } = asExportError(error);
      return { ok: false, code, message };
    } finally {
      running = null;
    }
  },
  async pause(wanted) {
    paused = wanted;
    if (wanted)
      gate = new Promise((resolve) => {
        goOn = resolve;
      });
    else goOn();
    await Promise.all([...makers].map((maker) => maker.pause(wanted)));
  },
  async cancel() {
    goOn();
    running?.abort();
  },
  async zip(files, name) {
    try {
      return { ok: true, file: await zipFiles(files, await openFilmFile(name)) };
    } catch (error) {
      const { code, message } = asExportError(error);
      return { ok: false, code, message };
    }
  },
};

Comlink.expose(api);
