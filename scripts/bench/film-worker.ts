import { type PreparedFilm, prepareFilm } from '@/core/film/prepare-film';
import { sceneAt } from '@/core/film/scene-at';
import { encodeGif } from '@/export/gif/encode-gif';
import { openFilmFile } from '@/export/video/film-file';
import { FILM_FOLDER, filmFormats, workerCount } from '@/export/video/film-format';
import { FilmWriter } from '@/export/video/film-writer';
import { createFramePainter, type FramePainter } from '@/export/video/frame-painter';
import { type EncodedSpan, SpanEncoder } from '@/export/video/span-encoder';
import { runSpans } from '@/export/video/span-scheduler';
import { createMeasure } from '@/render/canvas/measure-text';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';
import { FontLoader, fontFilesFor } from '@/render/fonts';
import { sceneToSvg } from '@/render/svg/scene-to-svg';
import { BENCH_CHART, benchProject, walkCube } from './data';

const worker = self as unknown as {
  fonts: FontFaceSet;
  onmessage: (event: MessageEvent) => void;
  postMessage(data: unknown, transfer?: Transferable[]): void;
  requestAnimationFrame(callback: (ms: number) => void): number;
};
const FRAMES = 480;
const SPAN_FRAMES = 120;
/** Ready-made frames are played to and fro, since keeping all of them would take gigabytes and slow everything down. */
const READY = 45;
/** The first of them, past the hold, where everything moves. */
const FIRST = 60;
const toAndFro = (i: number) => (Math.floor(i / READY) % 2 === 0 ? i % READY : READY - 1 - (i % READY));
const size = { widthPx: 1920, heightPx: 1080 };

const cubes = new Map([[BENCH_CHART, walkCube(40, 60)]]);

function prepare(context: OffscreenCanvasRenderingContext2D) {
  const measure = createMeasure(context);
  const project = benchProject(12, 0.3);
  const film = prepareFilm({ ...project, film: { ...project.film, framesPerSec: 30 } }, cubes, { measure });
  return { film, resources: { measure, images: new Map<string, ImageBitmap>() } };
}

/** As preview and export make theirs. */
function context2d(canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D {
  const context = canvas.getContext('2d', { alpha: false, willReadFrequently: true });
  if (!context) throw new Error('no canvas');
  return context;
}

const job = {
  format: filmFormats[0] as (typeof filmFormats)[number],
  ...size,
  framesPerSec: 30,
  quality: 'good' as const,
};

/** Where frames come from: drawn, or made beforehand and kept in memory. */
type Source = 'drawn' | 'ready' | 'pixels';

/** Frames a second of one run of the exporter, by as many helpers as the app has workers. */
async function exportFps(helpers: readonly Worker[], source: Source): Promise<number> {
  const name = `bench-${Math.random()}`;
  const file = await openFilmFile(name);
  const span = { ...job, from: 0, to: FRAMES };
  const startedMs = performance.now();
  const writer = await FilmWriter.open(span, file, null);
  const free = [...helpers];
  await runSpans<EncodedSpan>({
    from: 0,
    to: FRAMES,
    makerFrames: Number.POSITIVE_INFINITY,
    spanFrames: SPAN_FRAMES,
    makers: helpers.length,
    async start() {
      const helper = free.pop() as Worker;
      return {
        make: ({ from, to }) => ask(helper, { make: { from, to, source }, baseUrl }) as Promise<EncodedSpan>,
        end: () => free.push(helper),
      };
    },
    take: (made) => writer.add(made),
    signal: new AbortController().signal,
    onProgress: () => undefined,
  });
  await writer.finish();
  const fps = (FRAMES / (performance.now() - startedMs)) * 1000;
  if (source === 'drawn') await send('film', await readFilm(name));
  await file.discard();
  return fps;
}

async function readFilm(name: string): Promise<Blob> {
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle(FILM_FOLDER);
  return (await folder.getFileHandle(name)).getFile();
}

/** Asks a helper and waits for its answer; each answers one question at a time. */
function ask(helper: Worker, question: object): Promise<unknown> {
  return new Promise((resolve, reject) => {
    helper.onmessage = ({ data }) => resolve(data);
    helper.onerror = (event) => reject(new Error(event.message));
    helper.postMessage(question);
  });
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

/** What the worker holds once it is open. */
interface Bench {
  readonly context: OffscreenCanvasRenderingContext2D;
  readonly film: PreparedFilm;
  readonly resources: PaintResources;
  readonly painter: FramePainter;
  readonly helpers: readonly Worker[];
}

let bench: Bench | null = null;

function openBench(): Bench {
  if (bench) return bench;
  const context = context2d(new OffscreenCanvas(size.widthPx, size.heightPx));
  const { film, resources } = prepare(context);
  const painter = createFramePainter(film, context, resources);
  const count = workerCount('avc', navigator.hardwareConcurrency);
  const helpers = Array.from({ length: count }, () => new Worker(self.location.href));
  bench = { context, film, resources, painter, helpers };
  return bench;
}

/** Sends bytes to the measuring program. */
async function send(name: string, body: BodyInit): Promise<void> {
  await fetch(`${baseUrl}/${name}`, { method: 'POST', body });
}

/** Hands over the film's frames: their pixels to the measuring program, and as SVG for a page that shows them. */
async function handOver() {
  const { context, film, resources } = openBench();
  const svgs: string[] = [];
  for (let i = 0; i < READY; i++) {
    const scene = sceneAt(film, (FIRST + i) / 30);
    paintScene(context, scene, 1, resources);
    const { data } = context.getImageData(0, 0, size.widthPx, size.heightPx);
    await send('frame', data);
    svgs.push(sceneToSvg(scene, { measure: resources.measure, images: new Map(), css: '' }));
  }
  const faces = fontFilesFor(['Bricolage Grotesque', 'Instrument Sans'], new Set([65])).map(
    ({ family, file, weights, unicodeRange }) =>
      `@font-face{font-family:'${family}';font-weight:${weights};unicode-range:${unicodeRange};src:url(${baseUrl}/fonts/${file})}`,
  );
  return { frames: READY, svgs, css: faces.join('') };
}

/** Milliseconds a frame of something done to 180 frames. */
async function msOf(act: (i: number) => unknown, end: () => void = () => undefined): Promise<number> {
  const startedMs = performance.now();
  for (let i = 0; i < 180; i++) await act(i);
  end();
  return (performance.now() - startedMs) / 180;
}

async function gifFps(): Promise<number> {
  const { film, resources } = openBench();
  const gif = { widthPx: 800, heightPx: 450, rate: 20, palette: 'one' as const, dither: false };
  const order = { project: film.project, cubes, assets: { images: [], fonts: [] }, baseUrl };
  const startedMs = performance.now();
  let pictures = 0;
  const watch = { signal: new AbortController().signal, gate: async () => undefined };
  const onProgress = (done: number) => {
    pictures = done;
  };
  await encodeGif({ order, film, resources }, gif, { ...watch, onProgress });
  return (pictures / (performance.now() - startedMs)) * 1000;
}

/** Answers one question of the measuring program. */
async function answer({ what }: { what: string }): Promise<unknown> {
  const { context, film, resources, painter, helpers } = openBench();
  if (what === 'open') return handOver();
  if (what === 'draw')
    return msOf(
      (i) => paintScene(context, sceneAt(film, i / 30), 1, resources),
      () => context.getImageData(0, 0, 1, 1),
    );
  if (what === 'frame') return msOf(async (i) => (await painter.paint(i)).close());
  if (what === 'gif') return gifFps();
  return exportFps(helpers, what as Source);
}

/** Draws the film on a visible canvas as the preview does, and keeps the time between pictures. */
async function measurePreview(canvas: OffscreenCanvas) {
  const context = context2d(canvas);
  const { film, resources } = prepare(context);
  const scale = canvas.width / film.stage.widthPx;
  const gapsMs: number[] = [];
  const drawMs: number[] = [];
  await new Promise<void>((resolve) => {
    const startedMs = performance.now();
    let last = 0;
    const tick = () => {
      const now = performance.now();
      if (last > 0) gapsMs.push(now - last);
      last = now;
      paintScene(context, sceneAt(film, ((now - startedMs) / 1000) % film.lengthSec), scale, resources);
      drawMs.push(performance.now() - now);
      if (now - startedMs < 12_000) worker.requestAnimationFrame(tick);
      else resolve();
    };
    worker.requestAnimationFrame(tick);
  });
  // The first second warms up.
  return { gapsMs: gapsMs.slice(60), drawMs: drawMs.slice(60) };
}

let baseUrl = '';

/** What a helper keeps between its spans. */
interface Studio {
  readonly painter: FramePainter;
  readonly encoder: SpanEncoder;
  readonly ready: VideoFrame[];
  readonly pixels: VideoFrame[];
}

let studio: Promise<Studio> | null = null;

async function openStudio(): Promise<Studio> {
  const context = context2d(new OffscreenCanvas(size.widthPx, size.heightPx));
  const { film, resources } = prepare(context);
  const painter = createFramePainter(film, context, resources);
  const ready: VideoFrame[] = [];
  for (let i = 0; i < READY; i++) ready.push(await painter.paint(FIRST + i));
  const pixels = await pixelFrames(context, film, resources);
  return { painter, encoder: await SpanEncoder.open({ ...job, from: 0, to: FRAMES }), ready, pixels };
}

/** Makes a span as the app's workers do, or of frames that were made before. */
async function makeSpan({ from, to, source }: { from: number; to: number; source: Source }): Promise<void> {
  studio ??= openStudio();
  const { painter, encoder, ready, pixels } = await studio;
  const paint = async (i: number) => {
    if (source !== 'drawn') return retimed((source === 'ready' ? ready : pixels)[toAndFro(i)], i);
    const painted = await painter.paint(FIRST + toAndFro(i));
    const frame = retimed(painted, i);
    painted.close();
    return frame;
  };
  const span = await encoder.encode({ from, to }, paint);
  worker.postMessage(
    span,
    span.chunks.map(({ data }) => data),
  );
}

let turn: Promise<unknown> = Promise.resolve();

worker.onmessage = ({ data }) => {
  // One after the other: a painter has a single canvas.
  turn = turn.then(async () => {
    baseUrl = data.baseUrl;
    fonts ??= new FontLoader(worker.fonts, data.baseUrl).ensure(['Bricolage Grotesque', 'Instrument Sans'], new Set());
    await fonts;
    if (data.make) await makeSpan(data.make);
    else worker.postMessage(data.canvas ? await measurePreview(data.canvas) : await answer(data));
  });
};

let fonts: Promise<void> | null = null;
