import * as Comlink from 'comlink';
import { asExportError, ExportError } from '@/export/export-error';
import { encodeFilm } from '@/export/video/encode-film';
import { openFilmFile } from '@/export/video/film-file';
import { filmFormats } from '@/export/video/film-format';
import { FrameQueue } from '@/export/video/frame-queue';
import type { FilmOrder, FilmResult, FilmWorkerApi, FrameWorkerApi } from './protocol';

const REPORT_EVERY_MS = 100;

let running: AbortController | null = null;

async function exportFilm(order: FilmOrder, signal: AbortSignal, report: (done: number, count: number) => void) {
  const format = filmFormats.find(({ id }) => id === order.formatId);
  if (!format) throw new ExportError('codec-missing', `The format ${order.formatId} is not known.`);
  // Not through the client: that names this worker too, and a bundler would go round in circles.
  const worker = new Worker(new URL('./frame.worker.ts', import.meta.url), { type: 'module' });
  const painter = Comlink.wrap<FrameWorkerApi>(worker);
  let frames: FrameQueue | null = null;
  try {
    const { framesPerSec, frameCount } = await painter.prepare(order);
    const queue = new FrameQueue((frame) => painter.paint(frame), frameCount);
    frames = queue;
    const { widthPx, heightPx, quality } = order;
    const job = { format, widthPx, heightPx, framesPerSec, frameCount, quality };
    const file = await openFilmFile(order.fileName);
    let reported = 0;
    return await encodeFilm(
      job,
      file,
      () => queue.take(),
      signal,
      ({ framesDone }) => {
        const now = performance.now();
        if (now - reported < REPORT_EVERY_MS && framesDone < frameCount) return;
        reported = now;
        report(framesDone, frameCount);
      },
    );
  } finally {
    await frames?.drop();
    worker.terminate();
  }
}

const api: FilmWorkerApi = {
  async run(order, onProgress): Promise<FilmResult> {
    running = new AbortController();
    try {
      const file = await exportFilm(order, running.signal, onProgress);
      const result: FilmResult = { ok: true, file };
      return file.kind === 'bytes' ? Comlink.transfer(result, [file.bytes]) : result;
    } catch (error) {
      const { code, message } = asExportError(error);
      return { ok: false, code, message };
    } finally {
      running = null;
    }
  },
  async cancel() {
    running?.abort();
  },
};

Comlink.expose(api);
