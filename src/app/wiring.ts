'use client';

import { toast } from 'sonner';
import { estimateGifBytes } from '@/export/gif/estimate';
import { bitRate } from '@/export/video/film-format';
import { supportedFormats } from '@/export/video/supported-formats';
import { editedChart } from '@/state/current';
import { documentStore } from '@/state/document';
import { loadAsset } from '@/state/keep/assets';
import type { Keeper } from '@/state/keep/keeper';
import { sessionStore, setSession } from '@/state/session';
import { type AddHow, Studio } from '@/state/studio';
import type { OpenedFile, Services } from '@/ui/services';
import { callback, startStageWorker, transfer } from '@/workers/client';
import { fileNameOf, save } from './download';
import { ExportQueue } from './export-queue';
import { FarmJobs } from './farm-jobs';
import { FilmMedia } from './film-media';
import { FilmSounds, SOUND_ENDINGS } from './film-sounds';
import { canFollow, FileFollowing } from './follow-files';
import { addCategoryPictures, addFont, addPicture } from './import-media';
import { listServices } from './list-files';
import { lookServices } from './look-files';
import { TableOpener, tell } from './open-tables';
import { openProject, saveProject } from './project-files';
import { microphones } from './recorder';
import { ScriptOpener, saveScript } from './script-films';
import { bringShelf, openTemplate } from './shelf-files';
import { keepPictures, shelfServices } from './shelf-services';
import { keepSpoken, openMicrophone } from './speaking';
import { loadSteps, saveSteps } from './steps-files';
import { createTableClient, ofCurrentChart } from './table-client';

/** Starts the workers and ties them to the document and the interface. Called once for a page. */
export function createServices(keeper: Keeper): Services {
  const table = createTableClient();
  const chartTable = ofCurrentChart(table.api);
  const stage = startStageWorker();
  const media = new FilmMedia();
  const sounds = new FilmSounds(() => void studio.playback.replay());
  const studio = new Studio({
    table: table.api,
    stage: stage.api,
    sound: sounds.player,
    restartTable: () => table.restart(),
    async supplyFonts(project) {
      const fonts = await media.newFonts(project);
      if (fonts.length > 0) await stage.api.addFonts(fonts);
    },
    async supplyImages(project, ids) {
      const images = await media.newImages(project, ids);
      if (images.length > 0) await stage.api.addImages(images);
    },
  });
  const opener = new TableOpener(studio, keeper.disk);
  const following = new FileFollowing(studio);
  const scripts = new ScriptOpener(studio);
  const exports = new ExportQueue(media, sounds, table.api, studio.film);
  const farm = new FarmJobs(table.api, studio.film);
  void farm.look();
  studio.start();
  sounds.start();
  keepPictures(keeper, (project, widthPx) => {
    const chart = editedChart(project);
    return chart ? stage.api.familyPictures(chart.family, widthPx, 1) : stage.api.piecePictures(widthPx);
  });

  const openFiles = async (files: readonly OpenedFile[], add: AddHow | false) => {
    const plain = files.map(({ file }) => file);
    // Pictures and tables beside a film script are those that it names.
    if (!add && (await scripts.take(plain))) return;
    const pictures = plain.filter(({ name }) => /\.(png|jpe?g|webp|svg)$/i.test(name));
    if (pictures.length > 0) await addCategoryPictures(pictures);
    const heard = plain.filter(({ name }) => SOUND_ENDINGS.test(name));
    if (heard.length > 0) await sounds.add(heard);
    const others = files.filter(({ file }) => !pictures.includes(file) && !heard.includes(file));
    const own = others.find(({ file }) => /\.plucky(-template|-shelf)?$/i.test(file.name));
    if (!own) return others.length > 0 ? opener.files(others, add) : undefined;
    const bytes = await opener.bytesOf(own.file);
    if (bytes) await openOwn(keeper, bytes, own.file.name);
  };

  return {
    studio,
    ...stageServices(stage, studio),
    ...openingServices(opener, studio, keeper, scripts),
    ...shelfServices(keeper),
    speak: {
      microphones,
      open: openMicrophone,
      plan: (pieceId) => stage.api.cuePlan(pieceId),
      keep: keepSpoken,
    },
    sounds: {
      add: (files, kind) => sounds.add(files, kind),
      addShipped: (tune) => sounds.addShipped(`/sounds/${tune.file}`, tune.name),
      peaks: (sound) => sounds.peaks(sound),
      spoken: (sound) => sounds.spoken(sound),
      beats: (sound) => sounds.beats(sound),
      measure: (onShare) => sounds.measure(onShare),
      level: () => sounds.player.level(),
    },
    ...exportServices(exports, stage),
    farm,
    table: chartTable,
    openFiles: (files) => openFiles(files, false),
    addFiles: (files) => openFiles(files, 'rows'),
    joinFiles: (files) => opener.files(files, 'values'),
    canFollow,
    follow: () => following.start(),
    unfollow: () => following.stop(),
    saveSteps,
    loadSteps,
    async saveShaped(format) {
      const bytes = await chartTable.writeShaped(format);
      const { project } = documentStore.getState();
      if (!bytes || !project) toast.error('There are no values to save yet. Choose columns in Shape.');
      else save(new Blob([bytes as BlobPart]), fileNameOf(project.name, `.${format}`));
    },
    saveProject,
    scripts: {
      save: saveScript,
      give: (files) => scripts.give(files),
      cancel: () => scripts.cancel(),
    },
    addCategoryPictures,
    addPicture,
    addFont,
    pictureBytes: ({ assetId }) => loadAsset(assetId),
    ...lookServices,
    ...listServices,
  };
}

/** Opens a file that this app has written: a template, a whole shelf, or a project. */
function openOwn(keeper: Keeper, bytes: ArrayBuffer, fileName: string): Promise<void> {
  if (/-template$/i.test(fileName)) return openTemplate(bytes, fileName);
  return /-shelf$/i.test(fileName) ? bringShelf(keeper, bytes, fileName) : openProject(keeper, bytes, fileName);
}

type Stage = ReturnType<typeof startStageWorker>;

/** What the interface asks of the stage's worker. */
function stageServices(stage: Stage, studio: Studio) {
  return {
    async attachStage(canvas) {
      const offscreen = canvas.transferControlToOffscreen();
      try {
        await stage.api.start(
          transfer(offscreen, [offscreen]),
          location.origin,
          callback((report) => studio.report(report)),
        );
        studio.film.stageIsReady();
      } catch (error) {
        const message = `The stage could not start: ${error instanceof Error ? error.message : error}`;
        setSession({ status: 'failed', failure: [{ code: 'stage-failed', severity: 'error', message }] });
      }
    },
    resizeStage: (widthPx, heightPx) => void stage.api.resize(widthPx, heightPx),
    highlight: (category) => void stage.api.highlight(category),
    hit: (x, y) => stage.api.hit(x, y),
    designPictures: (widthPx) => stage.api.designPictures(widthPx),
    thumbnails: (looks, widthPx) => stage.api.thumbnails(looks, widthPx),
    piecePictures: async (widthPx) => {
      const pictures = await stage.api.piecePictures(widthPx);
      const blocks = sessionStore.getState().overview?.blocks ?? [];
      // Pictures of a film that has changed meanwhile belong to nobody.
      if (pictures.length !== blocks.length) return new Map();
      return new Map(blocks.flatMap(({ id }, i) => (pictures[i] ? [[id, pictures[i]] as const] : [])));
    },
    familyPictures: (id, widthPx, count) => stage.api.familyPictures(id, widthPx, count),
    boxOf: (part, extra) => stage.api.boxOf(part, extra),
    plotBox: () => stage.api.plot(),
  } satisfies Partial<Services>;
}

/** Ways for a table to come in, and to be read again. */
function openingServices(opener: TableOpener, studio: Studio, keeper: Keeper, scripts: ScriptOpener) {
  return {
    async openPasted(text) {
      await opener.take(encode(text), { fileName: 'Pasted table', kind: 'pasted' }, false);
    },
    async openEmpty() {
      await opener.take(new ArrayBuffer(0), { fileName: 'Typed table', kind: 'typed' }, false);
    },
    async openCatalogue(name, csv) {
      await opener.take(encode(csv), { fileName: `${name}.csv`, kind: 'catalogue' }, false);
    },
    async openSample(sample) {
      const response = await fetch(`/samples/${sample.file}`).catch(() => null);
      if (response?.ok) {
        const opened = await opener.take(await response.arrayBuffer(), { fileName: sample.file, sample }, false);
        if (opened) await keeper.noteUntouched();
      } else toast.error(`The sample ${sample.name} could not be loaded. Is the app still running?`);
    },
    async openSampleFilm({ name, file }) {
      // Nobody who looks at a sample is taken by surprise: its music is there, and silent until it is asked for.
      setSession({ muted: true });
      const got = await scripts.takeFrom(`/samples/${file}`).catch(() => false);
      if (!got) toast.error(`The film ${name} could not be loaded. Is the app still running?`);
    },
    goOn: () => opener.goOn(),
    refresh: () => opener.refresh(),
    refreshFrom: (file) => opener.refreshFrom(file),
    async readAs(choice) {
      try {
        await studio.readAs(choice);
      } catch (error) {
        tell('This way of reading', error);
      }
    },
    cancelReading: () => studio.cancel(),
  } satisfies Partial<Services>;
}

/** What Output asks: which forms there are, how large and how quick they are, and the queue. */
function exportServices(exports: ExportQueue, stage: Stage) {
  return {
    async formats(widthPx, heightPx, framesPerSec) {
      const found = await supportedFormats(widthPx, heightPx, framesPerSec);
      return found.map(({ id, name, use, alpha }) => ({ id, name, use, alpha }));
    },
    bitsPerSec: (quality, widthPx, heightPx, framesPerSec) => bitRate(quality, widthPx, heightPx, framesPerSec),
    gifBytes: (form, lengthSec) => estimateGifBytes(form, lengthSec),
    filmSpeed: (formatId, widthPx, heightPx) => stage.api.filmSpeed(formatId, widthPx, heightPx),
    exportAll: (requests, pick) => exports.add(requests, pick),
    cancelExports: () => exports.cancel(),
    pauseExports: (paused) => exports.pause(paused),
    retryExports: () => exports.again(),
    clearExports: () => exports.clear(),
    zipExports: (name, ids) => exports.zip(name, ids),
  } satisfies Partial<Services>;
}

const encode = (text: string) => new TextEncoder().encode(text).buffer as ArrayBuffer;
