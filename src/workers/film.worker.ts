import * as Comlink from 'comlink';
import { FilmPreparer } from '@/core/chart/prepare';
import { asExportError, ExportError } from '@/export/export-error';
import { encodeFilm } from '@/export/video/encode-film';
import { openFilmFile } from '@/export/video/film-file';
import { filmFormats } from '@/export/video/film-format';
import { createFramePainter } from '@/export/video/frame-painter';
import { createMeasure } from '@/render/canvas/measure-text';
import { loadFonts } from '@/render/fonts';
import type { FilmOrder, FilmResult, FilmWorkerApi } from './protocol';

const worker = self as unknown as { fonts: FontFaceSet };
const REPORT_EVERY_MS = 100;

let running: AbortController | null = null;

async function exportFilm(order: FilmOrder, signal: AbortSignal, report: (done: number, count: number) => void) {
  const format = filmFormats.find(({ id }) => id === order.formatId);
  if (!format) throw new ExportError('codec-missing', `The format ${order.formatId} is not known.`);
  await loadFonts(worker.fonts, order.baseUrl);
  const { widthPx, heightPx } = order;
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext('2d', { alpha: false });
  if (!context) throw new ExportError('failed', 'This browser gives no canvas to draw on.');
  const measure = createMeasure(context);
  const film = new FilmPreparer().prepare(order.project, order.cube, measure);
  const painter = createFramePainter(film, widthPx, heightPx, context, { measure, images: new Map() });
  const { framesPerSec, frameCount } = film.clock;
  const job = { format, widthPx, heightPx, framesPerSec, frameCount, quality: order.quality };
  const file = await openFilmFile(order.fileName);
  let reported = 0;
  return encodeFilm(
    job,
    file,
    (frame) => painter.paint(frame),
    signal,
    ({ framesDone }) => {
      const now = performance.now();
      if (now - reported < REPORT_EVERY_MS && framesDone < frameCount) return;
      reported = now;
      report(framesDone, frameCount);
    },
  );
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
