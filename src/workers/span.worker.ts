import * as Comlink from 'comlink';
import { asExportError } from '@/export/export-error';
import { contextOf, openRoom } from '@/export/room';
import type { ExportOrder } from '@/export/run-export';
import { filmFormat } from '@/export/video/film-format';
import type { FilmJob } from '@/export/video/film-job';
import { createFramePainter, type FramePainter } from '@/export/video/frame-painter';
import { SpanEncoder } from '@/export/video/span-encoder';
import type { SpanWorkerApi } from './export-protocol';

const worker = self as unknown as { fonts: FontFaceSet };

/** Messages cost time and memory: more than this many a second serve nobody. */
const REPORT_EVERY_MS = 100;

let painter: FramePainter | null = null;
let encoder: SpanEncoder | null = null;
let report: (done: number) => void = () => undefined;
let running: Promise<void> = Promise.resolve();
let goOn: () => void = () => undefined;

const api: SpanWorkerApi = {
  async open(order: ExportOrder, job: FilmJob, onFrames) {
    report = onFrames;
    const room = await openRoom(order, worker.fonts);
    const context = contextOf(job.widthPx, job.heightPx, false);
    painter = createFramePainter(room.film, context, room.resources);
    encoder = await SpanEncoder.open({ ...job, format: filmFormat(job.format.id) });
  },
  async encode(from, to) {
    const [paint, encode] = [painter, encoder];
    if (!paint || !encode) throw new TypeError('encode: called before open');
    let [done, reportedMs] = [0, performance.now()];
    const onFrame = () => {
      done++;
      const now = performance.now();
      if (now - reportedMs < REPORT_EVERY_MS) return;
      reportedMs = now;
      report(done);
    };
    try {
      const span = await encode.encode({ from, to }, (frame) => paint.paint(frame), { gate: () => running, onFrame });
      return Comlink.transfer(
        { ok: true as const, span },
        span.chunks.map(({ data }) => data),
      );
    } catch (error) {
      const { code, message } = asExportError(error);
      return { ok: false as const, code, message };
    }
  },
  async pause(paused) {
    if (!paused) goOn();
    else
      running = new Promise((resolve) => {
        goOn = resolve;
      });
  },
};

Comlink.expose(api);
