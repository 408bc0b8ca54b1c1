import { dataNotes } from '@/core/film/data-notes';
import { placedChart } from '@/core/film/piece-at';
import type { ExportForm } from '@/core/project/export-form';
import type { SoundBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import { frameTable, rankingTable } from './data/film-tables';
import { writePlainTable } from './data/plain-table';
import { writeShaped } from './data/shaped-table';
import { ExportError } from './export-error';
import { encodeGif } from './gif/encode-gif';
import { webPage } from './page/web-page';
import { isTransparent, openRoom, type Room, type RoomOrder } from './room';
import { zipFrames } from './sequence/zip-frames';
import { bytesAmong, type FilmSound, openFilmSound } from './sound/film-sound';
import { nothingHeard, nothingPlayed, writeSound } from './sound/sound-file';
import { stillPicture } from './stills/picture';
import { stillSvg } from './stills/svg';
import { encodeAlphaFilm } from './video/alpha-film';
import { collectSoon } from './video/collect-soon';
import { type FilmFile, type FinishedFile, memoryFile } from './video/film-file';
import { filmFormat, workerCount } from './video/film-format';
import { checkedConfig, type FilmJob, MAKER_FRAMES, spanFrames } from './video/film-job';
import { FilmWriter } from './video/film-writer';
import type { EncodedSpan } from './video/span-encoder';
import { runSpans, type SpanMaker } from './video/span-scheduler';
import { mayGoOn, type Watch } from './watch';

/** What is to be exported, and of what. */
export interface ExportOrder extends RoomOrder {
  readonly form: ExportForm;
  readonly fileName: string;
  /** What the person calls the file, where it is written under another name. */
  readonly shownName?: string;
  /** The files of its sounds. */
  readonly sounds?: readonly SoundBytes[];
}

/** What an export needs from the thread that it runs in. */
export interface ExportSetting extends Watch {
  readonly fonts: FontFaceSet;
  readonly openFile: (name: string) => Promise<FilmFile>;
  readonly startMaker: (order: ExportOrder, job: FilmJob) => Promise<SpanMaker<EncodedSpan>>;
  readonly cores: number;
}

/**
 * Exports a film in any form. Nothing is left of a file when it fails.
 *
 * @throws ExportError, or whatever broke.
 */
export async function runExport(order: ExportOrder, setting: ExportSetting): Promise<FinishedFile> {
  const { form } = order;
  await mayGoOn(setting);
  const room = await openRoom(order, setting.fonts);
  if (form.kind === 'film') {
    const sound = form.silent ? null : await soundOf(order, room);
    try {
      return await exportFilm(order, form, room, { ...setting, sound });
    } finally {
      sound?.close();
    }
  }
  if (form.kind === 'sound') {
    if (form.format === 'mid') return { kind: 'bytes', bytes: (await notesFile(order, room)).buffer };
    const sound = await soundOf(order, room);
    if (!sound) throw nothingHeard();
    try {
      return await writeSound(sound, form.format, await setting.openFile(order.fileName), setting);
    } finally {
      sound.close();
    }
  }
  if (form.kind === 'frames') {
    const file = await setting.openFile(order.fileName);
    try {
      const frames = {
        ...form,
        name: (order.shownName ?? order.fileName).replace(/\.zip$/, ''),
        from: form.from ?? 0,
        to: Math.min(form.to ?? Number.POSITIVE_INFINITY, room.film.frameCount),
      };
      await zipFrames(room, frames, (piece) => file.append(piece), setting);
      return await file.finish();
    } catch (error) {
      await file.discard();
      throw error;
    }
  }
  const sound = form.kind === 'page' ? await soundOf(order, room) : null;
  try {
    return { kind: 'bytes', bytes: (await smallFile(form, room, { ...setting, sound })).buffer };
  } finally {
    sound?.close();
  }
}

/** The sound of a film; null where nothing is heard. */
const soundOf = ({ project, form, sounds = [] }: ExportOrder, { film }: Room): Promise<FilmSound | null> =>
  openFilmSound(form.kind === 'sound' && form.notesOnly ? withoutSounds(project) : project, {
    filmSec: film.lengthSec,
    notes: dataNotes(film),
    bytesOf: bytesAmong(sounds),
  });

const withoutSounds = (project: Project): Project => ({ ...project, film: { ...project.film, sounds: [] } });

/** The notes of the data as a MIDI file. @throws ExportError where there are none. */
async function notesFile({ project }: ExportOrder, { film }: Room): Promise<Uint8Array<ArrayBuffer>> {
  const notes = dataNotes(film);
  if (notes.length === 0) throw nothingPlayed();
  const { midiOf } = await import('./sound/midi-file');
  return midiOf(notes, project.name, project.film.beat?.bpm);
}

/** What is heard on a web page: AAC, which every browser plays. null where nothing is heard. */
async function soundOfPage(sound: FilmSound | null, watch: Watch): Promise<ArrayBuffer | null> {
  if (!sound) return null;
  const made = await writeSound(sound, 'm4a', memoryFile(), watch);
  return made.kind === 'bytes' ? made.bytes : null;
}

/** Forms that are made in memory. */
async function smallFile(
  form: Exclude<ExportForm, { kind: 'film' | 'frames' | 'sound' }>,
  room: Room,
  setting: ExportSetting & { readonly sound: FilmSound | null },
): Promise<Uint8Array<ArrayBuffer>> {
  switch (form.kind) {
    case 'gif':
      return encodeGif(room, form, setting);
    case 'svg':
      return stillSvg(room, form.timeSec, form.clear);
    case 'pdf': {
      // What sets and cuts fonts comes when a PDF is wanted.
      const { stillsPdf } = await import('./stills/pdf');
      return stillsPdf(room, form.timesSec, setting);
    }
    case 'page':
      return webPage(room, await soundOfPage(setting.sound, setting));
    case 'data':
      return dataFile(form, room);
    default:
      return stillPicture(room, form.timeSec, form.kind, form.times, form.clear);
  }
}

async function dataFile(
  { what, format, pieceId }: Extract<ExportForm, { kind: 'data' }>,
  room: Room,
): Promise<Uint8Array<ArrayBuffer>> {
  const { chart } = placedChart(room.film, pieceId ?? null);
  if (what === 'shaped') return writeShaped(chart.cube, format);
  return writePlainTable(what === 'ranking' ? rankingTable(chart) : frameTable(room.film), format);
}

async function exportFilm(
  order: ExportOrder,
  form: Extract<ExportForm, { kind: 'film' }>,
  room: Room,
  setting: ExportSetting & { readonly sound: FilmSound | null },
): Promise<FinishedFile> {
  const { sound } = setting;
  const { frameCount, framesPerSec } = room.film;
  const format = filmFormat(form.formatId);
  const to = Math.min(form.to ?? frameCount, frameCount);
  const from = Math.min(form.from ?? 0, to);
  if (to - from < 1)
    throw new ExportError('failed', `There are no frames from ${from} to ${to}; the film has ${frameCount}.`);
  const { widthPx, heightPx, quality } = form;
  const job: FilmJob = { format, widthPx, heightPx, quality, framesPerSec, from, to };
  await checkedConfig(job);
  const file = await setting.openFile(order.fileName);
  if (format.alpha && isTransparent(order.project)) return encodeAlphaFilm(room, job, file, setting, sound);
  let writer: FilmWriter | null = null;
  try {
    writer = await FilmWriter.open(job, file, sound);
    const open = writer;
    await runSpans<EncodedSpan>({
      from,
      to,
      spanFrames: spanFrames(framesPerSec),
      makerFrames: MAKER_FRAMES,
      makers: form.workers ?? workerCount(format.codec, setting.cores),
      // Whoever draws needs no sound.
      start: () => setting.startMaker({ ...order, sounds: [] }, job),
      async take(span) {
        await open.add(span);
        collectSoon();
      },
      signal: setting.signal,
      onProgress: (done) => setting.onProgress(done, to - from),
    });
    return await writer.finish();
  } catch (error) {
    if (writer) await writer.discard();
    else await file.discard();
    throw error;
  }
}
