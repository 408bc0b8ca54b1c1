import { mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { tellFilm } from '@/core/film/tell-film';
import { type ExportForm, endingOf, freeName } from '@/core/project/export-form';
import { pieceName } from '@/core/project/piece-name';
import type { Issue } from '@/core/table/issue';
import { filmFormatIds } from '@/export/video/film-format';
import { borrowBrowser, type LentBrowser } from './browser';
import { type FilmInput, type FilmOptions, filmsFrom } from './film-input';
import { type SoundOptions, withSound, withSoundsAtHand } from './film-sounds';
import { nameWords } from './name-words';
import { numberIn, oneOf } from './numbers';
import { pageOrderOf } from './page-order';
import { Refusal } from './refusal';
import { startRenderServer } from './render-server';

/** Options of `render`, as they are typed. */
export interface RenderOptions extends FilmOptions, SoundOptions {
  readonly format?: string;
  readonly quality?: string;
  readonly at?: string;
  readonly from?: string;
  readonly to?: string;
  readonly workers?: string;
  readonly clear?: boolean;
  readonly stills?: boolean;
  readonly out: string;
}

const formats = [
  ...filmFormatIds,
  'webm',
  'gif',
  'png',
  'jpeg',
  'webp',
  'svg',
  'pdf',
  'html',
  'frames',
  'wav',
  'm4a',
  'weba',
  'mid',
] as const;
type FormatWord = (typeof formats)[number];
const byEnding: Readonly<Record<string, FormatWord>> = {
  '.mp4': 'mp4',
  '.webm': 'webm',
  '.gif': 'gif',
  '.png': 'png',
  '.jpg': 'jpeg',
  '.jpeg': 'jpeg',
  '.webp': 'webp',
  '.svg': 'svg',
  '.pdf': 'pdf',
  '.html': 'html',
  '.zip': 'frames',
  '.wav': 'wav',
  '.m4a': 'm4a',
  '.weba': 'weba',
  '.mid': 'mid',
};

function wordOf({ format, out }: RenderOptions): FormatWord {
  if (format !== undefined) return oneOf('--format', format, formats);
  const word = byEnding[path.extname(out).toLowerCase()];
  if (!word) throw new Refusal(`Say with --format what ${out} is to be: ${formats.join(', ')}.`);
  return word;
}

function formOf(film: FilmInput, options: RenderOptions): ExportForm {
  const word = wordOf(options);
  const { widthPx, heightPx } = film.project.film.stage;
  const { lengthSec, frameCount } = tellFilm(film.project, film.cubes);
  const timeSec = options.at === undefined ? lengthSec : numberIn('--at', options.at, [0, lengthSec]);
  const span = {
    ...(options.from === undefined ? {} : { from: numberIn('--from', options.from, [0, frameCount - 1]) }),
    ...(options.to === undefined ? {} : { to: numberIn('--to', options.to, [1, frameCount]) }),
  };
  switch (word) {
    case 'gif':
      return { kind: 'gif', widthPx, heightPx, rate: 20, palette: 'one', dither: false };
    case 'png':
    case 'jpeg':
    case 'webp':
      if (options.clear && word === 'jpeg')
        throw new Refusal('A JPEG always has a background. Take png, webp or svg with --clear.');
      return { kind: word, timeSec, times: 1, clear: options.clear === true };
    case 'svg':
      return { kind: 'svg', timeSec, clear: options.clear === true };
    case 'pdf':
      return { kind: 'pdf', timesSec: [timeSec] };
    case 'wav':
    case 'm4a':
    case 'weba':
    case 'mid':
      return { kind: 'sound', format: word };
    case 'html':
      return { kind: 'page' };
    case 'frames':
      return { kind: 'frames', widthPx, heightPx, ...span };
    default: {
      const quality = oneOf('--quality', options.quality ?? 'good', ['light', 'good', 'best'] as const);
      const workers = options.workers === undefined ? {} : { workers: numberIn('--workers', options.workers, [1, 64]) };
      const clear = film.project.film.stage.background.kind === 'clear';
      const formatId = word === 'webm' ? (clear ? 'webm-alpha' : 'webm-vp9') : word;
      return { kind: 'film', formatId, widthPx, heightPx, quality, ...span, ...workers };
    }
  }
}

/** Where the film of a group goes: a folder takes one file for each. */
function outOf({ group, project }: FilmInput, form: ExportForm, { out }: RenderOptions): string {
  if (group === null) return out;
  const name = wordsOf(group, 'group');
  if (out.includes('{group}')) return out.replaceAll('{group}', name);
  mkdirSync(out, { recursive: true });
  return path.join(out, `${project.name.replace(/[^\p{L}\p{N}]+/gu, '-')}-${name}${endingOf(form)}`);
}

const stillKinds = ['png', 'jpeg', 'webp', 'svg'] as const;

/** Where in a chart's piece its still is taken, as a share of it. */
const STILL_SHARE = 0.7;

/** A picture of each piece, in a folder. */
function stillsOf(film: FilmInput, options: RenderOptions): { film: FilmInput; form: ExportForm; out: string }[] {
  const kind = oneOf('--format', options.format ?? 'png', stillKinds);
  const folder = film.group === null ? options.out : path.join(options.out, wordsOf(film.group, 'group'));
  mkdirSync(folder, { recursive: true });
  const { pieces } = tellFilm(film.project, film.cubes);
  return pieces.map((piece, i) => {
    const pieceSec = piece.kind === 'card' ? piece.lookSec : piece.lengthSec * STILL_SHARE;
    const timeSec = piece.fromSec + pieceSec;
    const form: ExportForm =
      kind === 'svg' ? { kind, timeSec, clear: false } : { kind, timeSec, times: 1, clear: false };
    const name = wordsOf(pieceName(film.project, piece.piece), 'piece').slice(0, 60);
    return { film, form, out: path.join(folder, `${String(i + 1).padStart(2, '0')}-${name}${endingOf(form)}`) };
  });
}

/** A text as part of a file's name. */
const wordsOf = (text: string, otherwise: string) => nameWords(text) || otherwise;

/**
 * Renders films through Chromium: the same pixels as the app. Each file is written under another name first, so nothing
 * is ever half-written, whatever ends the command.
 *
 * @param root The project's folder.
 * @param onProgress Told the frames that are done.
 * @throws Refusal for a file or an option that cannot be taken, or a film that fails.
 */
export async function render(
  root: string,
  file: string,
  options: RenderOptions,
  onProgress: (out: string, done: number, count: number) => void,
): Promise<{ readonly files: readonly string[]; readonly notes: readonly Issue[] }> {
  const found = await filmsFrom(file, options);
  const heard = (await withSound(found.films, options)).map(withSoundsAtHand);
  const films = heard.map(({ film }) => film);
  const notes = [...found.notes, ...heard.flatMap((each) => each.notes)];
  const taken = new Set<string>();
  const plans = options.stills
    ? films.flatMap((film) => stillsOf(film, options))
    : films.map((film) => {
        const form = formOf(film, options);
        return { film, form, out: freeName(outOf(film, form, options), taken) };
      });
  let order = '';
  let draft = '';
  let assets: FilmInput['assets'] = new Map();
  let browser: LentBrowser | null = null;
  const server = await startRenderServer(
    root,
    () => order,
    () => draft,
    (assetId) => assets.get(assetId),
  );
  const tidy = () => {
    server.close();
    void browser?.release();
    if (draft) rmSync(draft, { force: true });
  };
  const stop = () => {
    tidy();
    process.exit(130);
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  try {
    browser = await borrowBrowser();
    for (const { film, form, out } of plans) {
      assets = film.assets;
      order = JSON.stringify(pageOrderOf(film, form));
      draft = path.join(path.dirname(out), `.${path.basename(out)}.${process.pid}.part`);
      const page = await browser.context.newPage();
      const crashed = new Promise<string>((resolve) => {
        page.on('crash', () => resolve('Chromium ran out of memory. Choose a smaller size or fewer workers.'));
      });
      await page.exposeFunction('tellProgress', (done: number, count: number) => onProgress(out, done, count));
      await page.goto(server.url);
      const failed = await Promise.race([
        page.evaluate(() => (window as unknown as { renderOrder(): Promise<string> }).renderOrder()),
        crashed,
      ]);
      await page.close();
      if (failed) throw new Refusal(failed);
      renameSync(draft, out);
      draft = '';
    }
    return { files: plans.map(({ out }) => out), notes };
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT' || code === 'EACCES' || code === 'ENOSPC')
      throw new Refusal(`The file could not be written: ${code}.`);
    throw error;
  } finally {
    process.off('SIGINT', stop);
    process.off('SIGTERM', stop);
    tidy();
  }
}
