'use client';

import { toast } from 'sonner';
import { sourcesOf } from '@/core/project/project';
import { misfitsOfFields, readStepsFile, writeStepsFile } from '@/core/shaping/steps-file';
import { estimateGifBytes } from '@/export/gif/estimate';
import { bitRate } from '@/export/video/film-format';
import type { Autosave } from '@/state/autosave';
import { currentChart, currentTable, editChart } from '@/state/current';
import { documentStore, endGesture, replaceProject } from '@/state/document';
import { replaceSteps } from '@/state/edit-table';
import { sessionStore, setSession } from '@/state/session';
import { keepAsset, loadAsset } from '@/state/shelf';
import { Studio } from '@/state/studio';
import type { OpenedFile, Services } from '@/ui/services';
import { callback, startStageWorker, transfer } from '@/workers/client';
import { fileNameOf, save } from './download';
import { ExportQueue } from './export-queue';
import { FilmMedia } from './film-media';
import { addCategoryPictures, addFont, addPicture } from './import-media';
import { listServices } from './list-files';
import { lookServices } from './look-files';
import { TableOpener, tell } from './open-tables';
import { createTableClient, ofCurrentChart } from './table-client';

/** Starts the workers and ties them to the document and the interface. Called once for a page. */
export function createServices(autosave: Autosave): Services {
  const table = createTableClient();
  const chartTable = ofCurrentChart(table.api);
  const stage = startStageWorker();
  const media = new FilmMedia();
  const studio = new Studio({
    table: table.api,
    stage: stage.api,
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
  const opener = new TableOpener(studio);
  const exports = new ExportQueue(media, table.api, studio.film);
  studio.start();

  const openFiles = async (files: readonly OpenedFile[], add: boolean) => {
    const pictures = files.map(({ file }) => file).filter(({ name }) => /\.(png|jpe?g|webp|svg)$/i.test(name));
    if (pictures.length > 0) await addCategoryPictures(pictures);
    const others = files.filter(({ file }) => !pictures.includes(file));
    const project = others.find(({ file }) => file.name.endsWith('.plucky'));
    if (!project) return others.length > 0 ? opener.files(others, add) : undefined;
    const bytes = await opener.bytesOf(project.file);
    if (bytes) await openProject(bytes, project.file.name);
  };

  return {
    studio,
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
    table: chartTable,
    openFiles: (files) => openFiles(files, false),
    addFiles: (files) => openFiles(files, true),
    async openPasted(text) {
      await opener.take(encode(text), { fileName: 'Pasted table', kind: 'pasted' }, false);
    },
    async openEmpty() {
      await opener.take(new ArrayBuffer(0), { fileName: 'Typed table', kind: 'typed' }, false);
    },
    async openCatalogue(name, csv) {
      await opener.take(encode(csv), { fileName: `${name}.csv`, kind: 'catalogue' }, false);
    },
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
    saveSteps,
    loadSteps,
    async saveShaped(format) {
      const bytes = await chartTable.writeShaped(format);
      const { project } = documentStore.getState();
      if (!bytes || !project) toast.error('There are no values to save yet. Choose columns in Shape.');
      else save(new Blob([bytes as BlobPart]), fileNameOf(project.name, `.${format}`));
    },
    async openSample(sample) {
      const response = await fetch(`/samples/${sample.file}`).catch(() => null);
      if (response?.ok) await opener.take(await response.arrayBuffer(), { fileName: sample.file, sample }, false);
      else toast.error(`The sample ${sample.name} could not be loaded. Is the app still running?`);
    },
    saveProject,
    workHere: (which) => autosave.workHere(which),
    async formats(widthPx, heightPx, framesPerSec) {
      const { supportedFormats } = await import('@/export/video/film-format');
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
    zipExports: (name) => exports.zip(name),
    addCategoryPictures,
    addPicture,
    addFont,
    pictureBytes: ({ assetId }) => loadAsset(assetId),
    thumbnails: (looks, widthPx) => stage.api.thumbnails(looks, widthPx),
    boxOf: (part, extra) => stage.api.boxOf(part, extra),
    plotBox: () => stage.api.plot(),
    ...lookServices,
    ...listServices,
  };
}

const encode = (text: string) => new TextEncoder().encode(text).buffer as ArrayBuffer;

function saveSteps(): void {
  const { project } = documentStore.getState();
  if (!project) return;
  const text = writeStepsFile(currentChart(project).fields, currentTable(project).steps);
  save(new Blob([text], { type: 'application/json' }), fileNameOf(`${project.name} steps`, '.json'));
}

/** Steps and fields of a file are one step of undo. */
const LOADING = 'load steps';

/** Puts the steps of a file in place of the ones there are, and says what of it does not fit this table. */
async function loadSteps(file: File): Promise<void> {
  const outcome = readStepsFile(await file.text());
  if (!outcome.ok) {
    toast.error(file.name, { description: outcome.issues.map(({ message }) => message).join(' ') });
    return;
  }
  const { fields, steps } = outcome.value;
  const columns = sessionStore.getState().table?.columns.map(({ name }) => name) ?? [];
  replaceSteps(steps, LOADING);
  const made = steps.flatMap((step) => ('into' in step ? [step.into] : step.kind === 'rename-column' ? [step.to] : []));
  const misfits = misfitsOfFields(fields, [...columns, ...made]);
  if (misfits.length === 0) {
    editChart((chart) => {
      chart.fields = fields;
    }, LOADING);
  }
  endGesture();
  const count = `${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`;
  if (misfits.length === 0) toast.success(`${file.name}: ${count} run on this table.`);
  else
    toast.warning(`${file.name}: ${count}, but not everything fits.`, {
      description: misfits.map(({ message }) => message).join(' '),
    });
}

async function saveProject(): Promise<void> {
  const { project } = documentStore.getState();
  if (!project) return;
  const { PROJECT_ENDING, writeProjectFile } = await import('@/export/project-file');
  const assets = new Map<string, Uint8Array>();
  for (const { assetId, fileName } of [...sourcesOf(project), ...project.pictures, ...project.fonts]) {
    const bytes = await loadAsset(assetId);
    if (!bytes) {
      toast.error(`The data of ${fileName} is no longer in this browser, so the project cannot be saved.`);
      return;
    }
    assets.set(assetId, new Uint8Array(bytes));
  }
  save(
    new Blob([writeProjectFile({ project, assets })], { type: 'application/zip' }),
    fileNameOf(project.name, PROJECT_ENDING),
  );
}

async function openProject(bytes: ArrayBuffer, fileName: string): Promise<void> {
  const { readProjectFile } = await import('@/export/project-file');
  const outcome = readProjectFile(new Uint8Array(bytes));
  if (!outcome.ok) {
    const [first, ...others] = outcome.issues;
    const more = others.length > 0 ? ` And ${others.length} more faults.` : '';
    toast.error(fileName, { description: `${first?.message}${more}` });
    return;
  }
  for (const [id, asset] of outcome.value.assets) await keepAsset(id, asset.slice().buffer);
  setSession({ pieceId: null, span: null, hovered: null, picked: null, playing: false });
  replaceProject(outcome.value.project);
  if (sessionStore.getState().step === 'gather') setSession({ step: 'dress' });
}
