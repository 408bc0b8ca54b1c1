'use client';

import { toast } from 'sonner';
import { documentStore, replaceProject } from '@/state/document';
import type { Sample } from '@/state/samples';
import { sessionStore, setSession } from '@/state/session';
import { keepAsset, loadAsset } from '@/state/shelf';
import { ImportRefused, Studio } from '@/state/studio';
import type { FilmChoice, Services } from '@/ui/services';
import { callback, startStageWorker, startTableWorker, transfer } from '@/workers/client';
import { download, fileNameOf } from './download';
import { startFilmExport } from './film-export';

/** The most that a table's file may weigh; more does not fit into a browser's memory several times over. */
const MAX_FILE_BYTES = 400_000_000;

/** Starts the workers and ties them to the document and the interface. Called once for a page. */
export function createServices(): Services {
  const table = startTableWorker();
  const stage = startStageWorker();
  const studio = new Studio({ table: table.api, stage: stage.api });
  const film = startFilmExport();
  studio.start();

  const openBytes = async (bytes: ArrayBuffer, fileName: string, sample: Sample | null) => {
    try {
      await studio.importFile(bytes, fileName, sample);
    } catch (error) {
      tell(fileName, error);
    }
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
        studio.stageIsReady();
      } catch (error) {
        const message = `The stage could not start: ${error instanceof Error ? error.message : error}`;
        setSession({ status: 'failed', failure: [{ code: 'stage-failed', severity: 'error', message }] });
      }
    },
    resizeStage: (widthPx, heightPx) => void stage.api.resize(widthPx, heightPx),
    highlight: (category) => void stage.api.highlight(category),
    hit: (x, y) => stage.api.hit(x, y),
    cells: (rows, columns) => table.api.cells(rows, columns),
    async openFile(file) {
      if (file.size > MAX_FILE_BYTES) {
        toast.error(`${file.name} is larger than 400 MB. Keep fewer columns or rows and drop it again.`);
        return;
      }
      const bytes = await file.arrayBuffer().catch(() => null);
      if (!bytes) toast.error(`${file.name} could not be read from the disk. Is it still there?`);
      else if (file.name.endsWith('.plucky')) await openProject(bytes, file.name);
      else await openBytes(bytes, file.name, null);
    },
    async openSample(sample) {
      const response = await fetch(`/samples/${sample.file}`).catch(() => null);
      if (response?.ok) await openBytes(await response.arrayBuffer(), sample.file, sample);
      else toast.error(`The sample ${sample.name} could not be loaded. Is the app still running?`);
    },
    saveProject,
    async formats(widthPx, heightPx, framesPerSec) {
      const { supportedFormats } = await import('@/export/video/film-format');
      const found = await supportedFormats(widthPx, heightPx, framesPerSec);
      return found.map(({ id, name, use, container }) => ({ id, name, use, ending: container }));
    },
    bitsPerSec: (choice: FilmChoice, framesPerSec: number) => film.bitsPerSec(choice, framesPerSec),
    exportFilm: (choice) => film.run(choice),
    cancelExport: () => film.cancel(),
  };
}

function tell(fileName: string, error: unknown): void {
  const message = error instanceof Error ? error.message : String(error);
  const issue = error instanceof ImportRefused ? error.issues[0] : undefined;
  const place = issue?.row === undefined ? '' : ` (row ${issue.row})`;
  toast.error(`${fileName}${place}`, { description: message });
}

async function saveProject(): Promise<void> {
  const { project } = documentStore.getState();
  if (!project) return;
  const { PROJECT_ENDING, writeProjectFile } = await import('@/export/project-file');
  const assets = new Map<string, Uint8Array>();
  for (const { source } of project.tables) {
    const bytes = await loadAsset(source.assetId);
    if (!bytes) {
      toast.error(`The data of ${source.fileName} is no longer in this browser, so the project cannot be saved.`);
      return;
    }
    assets.set(source.assetId, new Uint8Array(bytes));
  }
  const url = URL.createObjectURL(new Blob([writeProjectFile({ project, assets })], { type: 'application/zip' }));
  download(url, fileNameOf(project.name, PROJECT_ENDING));
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
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
  setSession({ span: null, hovered: null, picked: null, playing: false });
  replaceProject(outcome.value.project);
  if (sessionStore.getState().step === 'gather') setSession({ step: 'dress' });
}
