import { FilmPreparer, type PreparedFilm, sceneAt } from '@/core/chart/prepare';
import { encodeFilm } from '@/export/video/encode-film';
import { openFilmFile } from '@/export/video/film-file';
import { filmFormats } from '@/export/video/film-format';
import { createFramePainter, type FramePainter } from '@/export/video/frame-painter';
import { FrameQueue } from '@/export/video/frame-queue';
import { createMeasure } from '@/render/canvas/measure-text';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';
import { FontLoader } from '@/render/fonts';
import { benchProject, walkCube } from './data';

const worker = self as unknown as {
  fonts: FontFaceSet;
  onmessage: (event: MessageEvent) => void;
  postMessage(data: unknown, transfer?: Transferable[]): void;
  requestAnimationFrame(callback: (ms: number) => void): number;
};
const FRAMES = 180;
/** Ready-made frames are played to and fro, since keeping all of them would take gigabytes and slow everything down. */
const READY = 45;
/** The first of them, past the hold, where everything moves. */
const FIRST = 60;
const toAndFro = (i: number) => (Math.floor(i / READY) % 2 === 0 ? i % READY : READY - 1 - (i % READY));
const ROUNDS = 3;
const size = { widthPx: 1920, heightPx: 1080 };

function prepare(context: OffscreenCanvasRenderingContext2D) {
  const measure = createMeasure(context);
  const project = benchProject(12, 0.3);
  const film = new FilmPreparer().prepare(
    { ...project, film: { ...project.film, framesPerSec: 30 } },
    walkCube(40, 60),
    measure,
  );
  return { film, resources: { measure, images: new Map<string, ImageBitmap>() } };
}

/** As preview and export each make theirs. */
function context2d(canvas: OffscreenCanvas, willReadFrequently: boolean): OffscreenCanvasRenderingContext2D {
  const context = canvas.getContext('2d', { alpha: false, willReadFrequently });
  if (!context) throw new Error('no canvas');
  return context;
}

const job = {
  format: filmFormats[0] as (typeof filmFormats)[number],
  ...size,
  framesPerSec: 30,
  quality: 'good' as const,
};

/** Frames a second of one run of the exporter over `paint`. */
async function encodeFps(frameCount: number, paint: (frame: number) => Promise<VideoFrame>): Promise<number> {
  const file = await openFilmFile(`bench-${Math.random()}`);
  const startedMs = performance.now();
  await encodeFilm({ ...job, frameCount }, file, paint, new AbortController().signal, () => undefined);
  const fps = (frameCount / (performance.now() - startedMs)) * 1000;
  await file.discard();
  return fps;
}

/** A ready-made frame with the time of frame `i`; no pixel is copied. */
function retimed(frame: VideoFrame | undefined, i: number): VideoFrame {
  return new VideoFrame(frame as VideoFrame, { timestamp: Math.round((i * 1e6) / 30) });
}

/** The same pictures as they leave the canvas: pixels that the encoder has to convert itself. */
async function pixelFrames(context: OffscreenCanvasRenderingContext2D, film: PreparedFilm, resources: PaintResources) {
  const frames: VideoFrame[] = [];
  for (let i = 0; i < READY; i++) {
    paintScene(context, sceneAt(film, (FIRST + i) / 30), 1, resources);
    const drawn = new VideoFrame(context.canvas, { timestamp: Math.round((i * 1e6) / 30) });
    const bytes = new ArrayBuffer(drawn.allocationSize());
    await drawn.copyTo(bytes);
    const { format, codedWidth, codedHeight, timestamp } = drawn;
    drawn.close();
    frames.push(new VideoFrame(bytes, { format: format ?? 'BGRA', codedWidth, codedHeight, timestamp }));
  }
  return frames;
}

async function measureExport() {
  const context = context2d(new OffscreenCanvas(size.widthPx, size.heightPx), false);
  const { film, resources } = prepare(context);
  const painter = createFramePainter(film, size.widthPx, size.heightPx, context, resources);
  // The same frames, made beforehand and kept in memory: what is left is encoding and writing.
  const ready: VideoFrame[] = [];
  for (let i = 0; i < READY; i++) ready.push(await painter.paint(FIRST + i));
  const helper = new Worker(self.location.href);
  const pixels = await pixelFrames(context, film, resources);
  const result = {
    drawMs: [] as number[],
    frameMs: [] as number[],
    exportFps: [] as number[],
    readyFps: [] as number[],
    pixelFps: [] as number[],
  };
  for (let round = 0; round <= ROUNDS; round++) {
    let startedMs = performance.now();
    for (let i = 0; i < FRAMES; i++) paintScene(context, sceneAt(film, i / 30), 1, resources);
    context.getImageData(0, 0, 1, 1);
    const drawMs = (performance.now() - startedMs) / FRAMES;
    startedMs = performance.now();
    for (let i = 0; i < FRAMES; i++) (await painter.paint(i)).close();
    const frameMs = (performance.now() - startedMs) / FRAMES;
    const readyFps = await encodeFps(FRAMES, async (i) => retimed(ready[toAndFro(i)], i));
    const pixelFps = await encodeFps(FRAMES, async (i) => retimed(pixels[toAndFro(i)], i));
    const queue = new FrameQueue((i) => paintElsewhere(helper, i), FRAMES);
    const exportFps = await encodeFps(FRAMES, () => queue.take());
    if (round === 0) continue;
    result.drawMs.push(drawMs);
    result.frameMs.push(frameMs);
    result.readyFps.push(readyFps);
    result.pixelFps.push(pixelFps);
    result.exportFps.push(exportFps);
  }
  for (const frame of [...ready, ...pixels]) frame.close();
  helper.terminate();
  return result;
}

/** Draws the film on a visible canvas as the preview does, and keeps the time between pictures. */
async function measurePreview(canvas: OffscreenCanvas) {
  const context = context2d(canvas, true);
  const { film, resources } = prepare(context);
  const scale = canvas.width / film.chart.stage.widthPx;
  const gapsMs: number[] = [];
  const drawMs: number[] = [];
  await new Promise<void>((resolve) => {
    const startedMs = performance.now();
    let last = 0;
    const tick = () => {
      const now = performance.now();
      if (last > 0) gapsMs.push(now - last);
      last = now;
      paintScene(context, sceneAt(film, ((now - startedMs) / 1000) % film.clock.lengthSec), scale, resources);
      drawMs.push(performance.now() - now);
      if (now - startedMs < 12_000) worker.requestAnimationFrame(tick);
      else resolve();
    };
    worker.requestAnimationFrame(tick);
  });
  // The first second warms up.
  return { gapsMs: gapsMs.slice(60), drawMs: drawMs.slice(60) };
}

/** Has a second worker paint a frame, as the app's exporting worker does. */
function paintElsewhere(helper: Worker, i: number): Promise<VideoFrame> {
  return new Promise((resolve) => {
    // Answers come in the order of the questions.
    waiting.push(resolve);
    helper.onmessage = ({ data }) => waiting.shift()?.(data);
    helper.postMessage({ paint: i, baseUrl });
  });
}

const waiting: ((frame: VideoFrame) => void)[] = [];
let baseUrl = '';
let painting: Promise<FramePainter> | null = null;

async function startPainter(): Promise<FramePainter> {
  const context = context2d(new OffscreenCanvas(size.widthPx, size.heightPx), false);
  const { film, resources } = prepare(context);
  return createFramePainter(film, size.widthPx, size.heightPx, context, resources);
}

async function paintFor(i: number): Promise<void> {
  painting ??= startPainter();
  const painted = await (await painting).paint(FIRST + toAndFro(i));
  const frame = retimed(painted, i);
  painted.close();
  worker.postMessage(frame, [frame]);
}

let turn: Promise<unknown> = Promise.resolve();

worker.onmessage = ({ data }) => {
  // One after the other: a painter has a single canvas.
  turn = turn.then(async () => {
    baseUrl = data.baseUrl;
    fonts ??= new FontLoader(worker.fonts, data.baseUrl).ensure(['Bricolage Grotesque', 'Instrument Sans'], new Set());
    await fonts;
    if (data.paint !== undefined) await paintFor(data.paint);
    else worker.postMessage(data.canvas ? await measurePreview(data.canvas) : await measureExport());
  });
};

let fonts: Promise<void> | null = null;
