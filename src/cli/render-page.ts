import * as Comlink from 'comlink';
import { flagOf } from '@/app/flags';
import { cubesOf, type PlainCube } from '@/core/film/film-data';
import { overviewOf } from '@/core/film/overview';
import { prepareFilm } from '@/core/film/prepare-film';
import type { ExportForm } from '@/core/project/export-form';
import type { FontBytes, ImageBytes, SoundBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import type { MeasureText } from '@/core/scene/text-fit';
import { findBeats } from '@/core/sound/beats/find-beats';
import { openSound } from '@/export/sound/open-sound';
import { memoryFile } from '@/export/video/film-file';
import { filmFormat } from '@/export/video/film-format';
import { MAKER_FRAMES, spanFrames } from '@/export/video/film-job';
import { FilmWriter } from '@/export/video/film-writer';
import { cutSpans } from '@/export/video/span-scheduler';
import type { ExportOrder, ExportResult, ExportWorkerApi, SpanWorkerApi } from '@/workers/export-protocol';

/** What the command line asks for; bytes are in base 64, missing values null. */
export interface PageOrder {
  readonly project: Project;
  /** By the chart's id. */
  readonly cubes: Readonly<Record<string, PlainCube>>;
  readonly form: ExportForm;
  readonly fileName: string;
  readonly images: readonly { readonly id: string; readonly mime: string; readonly base64: string }[];
  readonly fonts: readonly { readonly family: string; readonly base64: string }[];
  /** Assets of sounds; the server has their bytes. */
  readonly sounds: readonly string[];
}

declare const window: Window & {
  tellProgress(done: number, count: number): void;
  renderOrder?: () => Promise<string>;
  openSpans?: typeof openSpans;
  encodeSpan?: typeof encodeSpan;
  beatsOf?: typeof beatsOf;
};

function bytesOf(base64: string): ArrayBuffer {
  return Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0)).buffer;
}

/** The order that the server holds, with the files that it needs. */
async function readOrder(): Promise<ExportOrder> {
  const order: PageOrder = await (await fetch('/order.json')).json();
  const cubes = cubesOf(order.cubes);
  const fonts: FontBytes[] = order.fonts.map(({ family, base64 }) => ({ family, bytes: bytesOf(base64) }));
  const images: ImageBytes[] = order.images.map(({ id, mime, base64 }) => ({ id, mime, bytes: bytesOf(base64) }));
  // Which flags are needed shows once the film is prepared; widths of letters do not matter for that.
  const measure: MeasureText = (text, font) => text.length * font.sizePx * 0.5;
  const film = prepareFilm(order.project, cubes, { measure });
  for (const id of overviewOf(film).imageIds.filter((each) => each.startsWith('flag:'))) {
    const flag = await flagOf(id);
    if (flag) images.push(flag);
  }
  const sounds: SoundBytes[] = [];
  for (const assetId of order.sounds)
    sounds.push({ assetId, bytes: await (await fetch(`/sounds/${encodeURIComponent(assetId)}`)).blob() });
  const { project, form, fileName } = order;
  return { project, cubes, form, fileName, baseUrl: location.origin, assets: { images, fonts }, sounds };
}

const tell = () => Comlink.proxy((done: number, count: number) => window.tellProgress(done, count));

/** Exports by a worker of its own, and sends the file to the server. Returns what went wrong, or ''. */
async function exported(order: ExportOrder): Promise<string> {
  const worker = new Worker('/export.worker.js', { type: 'module' });
  try {
    const result = await Comlink.wrap<ExportWorkerApi>(worker).run(order, tell(), null);
    return result.ok ? await send(await fileOf(result.file)) : result.message;
  } finally {
    worker.terminate();
  }
}

async function fileOf(file: Extract<ExportResult, { ok: true }>['file']): Promise<Blob> {
  if (file.kind === 'bytes') return new Blob([file.bytes]);
  if (file.kind === 'picked') throw new Error('The file went elsewhere.');
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle('films');
  return (await folder.getFileHandle(file.name)).getFile();
}

async function send(body: Blob): Promise<string> {
  const response = await fetch('/result', { method: 'POST', body });
  return response.ok ? '' : await response.text();
}

/** Renders the order that the server holds, and sends the file back to it. Returns what went wrong, or ''. */
async function renderOrder(): Promise<string> {
  return exported(await readOrder());
}

/** A film whose spans are made one after the other, by a worker that stays. */
interface OpenFilm {
  readonly order: ExportOrder;
  readonly form: Extract<ExportForm, { kind: 'film' }>;
  readonly framesPerSec: number;
  maker: { readonly worker: Worker; readonly api: Comlink.Remote<SpanWorkerApi>; readonly lost: Promise<never> } | null;
  /** Frames that the worker has drawn. */
  frames: number;
}

let film: OpenFilm | null = null;
let tellDone: (done: number) => void = () => undefined;

/** Takes up the film that the server holds, for `encodeSpan`. Returns what went wrong, or ''. */
async function openSpans(): Promise<string> {
  film?.maker?.worker.terminate();
  film = null;
  const order = await readOrder();
  if (order.form.kind !== 'film') return 'Only films are made in spans.';
  film = { order, form: order.form, framesPerSec: order.project.film.framesPerSec, maker: null, frames: 0 };
  return '';
}

async function makerOf(
  open: OpenFilm,
  job: Parameters<SpanWorkerApi['open']>[1],
): Promise<NonNullable<OpenFilm['maker']>> {
  if (open.maker && open.frames < MAKER_FRAMES) return open.maker;
  open.maker?.worker.terminate();
  const worker = new Worker('/span.worker.ts', { type: 'module' });
  const lost = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (event) => reject(new Error(event.message || 'The worker that draws crashed.')));
  });
  lost.catch(() => undefined);
  const api = Comlink.wrap<SpanWorkerApi>(worker);
  open.maker = { worker, api, lost };
  open.frames = 0;
  await Promise.race([
    api.open(
      open.order,
      job,
      Comlink.proxy((done: number) => tellDone(done)),
    ),
    lost,
  ]);
  return open.maker;
}

/** Makes the frames from `from` up to `to`, without the end, and sends them to the server as a film without sound. Returns what went wrong, or ''. */
async function encodeSpan(from: number, to: number): Promise<string> {
  if (!film) return 'No film is open.';
  const open = film;
  const { order, form, framesPerSec } = open;
  const format = filmFormat(form.formatId);
  // Transparency takes two encoders side by side.
  if (format.alpha && order.project.film.stage.background.kind === 'clear')
    return exported({ ...order, form: { ...form, from, to, silent: true }, sounds: [] });
  const job = { format, widthPx: form.widthPx, heightPx: form.heightPx, quality: form.quality, framesPerSec, from, to };
  let writer: FilmWriter | null = null;
  try {
    const { api, lost } = await makerOf(open, job);
    writer = await FilmWriter.open(job, memoryFile(), null);
    for (const span of cutSpans(from, to, spanFrames(framesPerSec))) {
      tellDone = (done) => window.tellProgress(span.from - from + done, to - from);
      const made = await Promise.race([api.encode(span.from, span.to), lost]);
      if (!made.ok) throw new Error(made.message);
      await writer.add(made.span);
      open.frames += span.to - span.from;
      window.tellProgress(span.to - from, to - from);
    }
    const file = await writer.finish();
    return file.kind === 'bytes' ? await send(new Blob([file.bytes])) : 'The span went elsewhere.';
  } catch (error) {
    await writer?.discard().catch(() => undefined);
    open.maker?.worker.terminate();
    open.maker = null;
    return error instanceof Error ? error.message : String(error);
  }
}

/** The beat of the sound that the server holds, as JSON; what went wrong behind a `!`. */
async function beatsOf(assetId: string, name: string): Promise<string> {
  try {
    const bytes = await (await fetch(`/sounds/${encodeURIComponent(assetId)}`)).blob();
    return JSON.stringify(await findBeats(await openSound(bytes, name)));
  } catch (error) {
    return `!${error instanceof Error ? error.message : error}`;
  }
}

window.renderOrder = renderOrder;
window.openSpans = openSpans;
window.encodeSpan = encodeSpan;
window.beatsOf = beatsOf;
