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
import type { ExportWorkerApi } from '@/workers/export-protocol';

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
  beatsOf?: typeof beatsOf;
};

function bytesOf(base64: string): ArrayBuffer {
  return Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0)).buffer;
}

/** Renders the order that the server holds, and sends the file back to it. Returns what went wrong, or ''. */
async function renderOrder(): Promise<string> {
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
  const worker = new Worker('/export.worker.js', { type: 'module' });
  const api = Comlink.wrap<ExportWorkerApi>(worker);
  const { project, form, fileName } = order;
  const request = { project, cubes, form, fileName, baseUrl: location.origin, assets: { images, fonts }, sounds };
  const result = await api.run(
    request,
    Comlink.proxy((done: number, count: number) => window.tellProgress(done, count)),
    null,
  );
  if (!result.ok) return result.message;
  let body: Blob;
  if (result.file.kind === 'bytes') body = new Blob([result.file.bytes]);
  else if (result.file.kind === 'private-file') {
    const root = await navigator.storage.getDirectory();
    const folder = await root.getDirectoryHandle('films');
    body = await (await folder.getFileHandle(result.file.name)).getFile();
  } else return 'The file went elsewhere.';
  const response = await fetch('/result', { method: 'POST', body });
  worker.terminate();
  return response.ok ? '' : await response.text();
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
window.beatsOf = beatsOf;
