'use client';

import { type ExportForm, endingOf, freeName } from '@/core/project/export-form';
import { documentStore } from '@/state/document';
import type { FilmSync } from '@/state/film-sync';
import { freshId } from '@/state/fresh-id';
import type { Remote } from '@/state/remote';
import { type ExportJob, sessionStore, setSession } from '@/state/session';
import type { ExportRequest } from '@/ui/services';
import { callback, startExportWorker, type WorkerClient } from '@/workers/client';
import type { ExportedFile, ExportWorkerApi } from '@/workers/export-protocol';
import type { TableWorkerApi } from '@/workers/protocol';
import { download, fileNameOf } from './download';
import type { FilmMedia } from './film-media';
import type { FilmSounds } from './film-sounds';
import { dropOldFiles, keepBytes, privateFile } from './private-files';
import { filmFor, type QueuedFilm } from './queued-film';
import { cutOff, noteUnfinished } from './unfinished-exports';

type Pickable = Window & { showSaveFilePicker?: (options: object) => Promise<FileSystemFileHandle> };

/** Exports one thing after the other in a worker of its own. What succeeded stays when another one fails. */
export class ExportQueue {
  private worker: WorkerClient<ExportWorkerApi> | null = null;
  private going = false;
  /** The person cancelled while the running job was still being put together, before its worker had it. */
  private cancelled = false;
  private readonly handles = new Map<string, FileSystemFileHandle>();
  /** Each job's film as it was when the job was added: what is edited later is not in it. */
  private readonly films = new Map<string, QueuedFilm>();

  constructor(
    private readonly media: FilmMedia,
    private readonly sounds: Pick<FilmSounds, 'bytesOf'>,
    private readonly table: Remote<TableWorkerApi>,
    private readonly film: Pick<FilmSync, 'cubes'>,
  ) {
    void dropOldFiles();
    const left = cutOff(sessionStorage);
    if (left.length > 0) setSession({ exports: left });
    sessionStore.subscribe(({ exports }, before) => {
      if (exports !== before.exports) noteUnfinished(sessionStorage, exports);
    });
  }

  /** Puts requests at the end of the queue and begins, if it stands. */
  async add(requests: readonly ExportRequest[], pick: boolean): Promise<void> {
    const { project } = documentStore.getState();
    const { overview } = sessionStore.getState();
    if (!project || !overview || requests.length === 0) return;
    const single = requests.length === 1;
    const batch = freshId();
    const taken = new Set<string>();
    const jobs = requests.map(
      (request): ExportJob => ({
        id: freshId(),
        ...request,
        batch,
        projectId: project.id,
        fileName: freeName(nameOf(request, project.name), taken),
        single,
        phase: 'waiting',
        done: 0,
        count: 0,
        startedMs: 0,
        nowMs: 0,
        file: null,
        bytes: 0,
        url: '',
        message: '',
      }),
    );
    if (pick && jobs[0]) {
      const handle = await (window as Pickable)
        .showSaveFilePicker?.({ suggestedName: jobs[0].fileName })
        .catch(() => null);
      if (!handle) return;
      this.handles.set(jobs[0].id, handle);
    }
    // What ended without a file has been seen by now.
    const kept = sessionStore
      .getState()
      .exports.filter(({ phase }) => !single || (phase !== 'cancelled' && phase !== 'failed'));
    const cubes = this.film.cubes();
    for (const { id } of jobs)
      this.films.set(id, { project, cubes, pieceId: overview.pieceId, imageIds: overview.imageIds });
    this.list([...kept, ...jobs]);
    void this.run();
  }

  /** Shows these jobs, and lets go of the films of all others. */
  private list(exports: ExportJob[]): void {
    const ids = new Set(exports.map(({ id }) => id));
    for (const id of this.films.keys()) if (!ids.has(id)) this.films.delete(id);
    setSession({ exports });
  }

  private change(id: string, change: Partial<ExportJob>): void {
    setSession({
      exports: sessionStore.getState().exports.map((job) => (job.id === id ? { ...job, ...change } : job)),
    });
  }

  private async run(): Promise<void> {
    if (this.going) return;
    this.going = true;
    try {
      for (let job = this.next(); job; job = this.next()) await this.one(job);
    } finally {
      this.going = false;
      this.worker?.end();
      this.worker = null;
    }
  }

  private next(): ExportJob | undefined {
    return sessionStore.getState().exports.find(({ phase }) => phase === 'waiting');
  }

  private async one(job: ExportJob): Promise<void> {
    const startedMs = performance.now();
    this.cancelled = false;
    this.change(job.id, { phase: 'running', startedMs, nowMs: startedMs });
    try {
      const { project, cubes, imageIds } = await this.filmOf(job);
      const assets = await this.media.assetsOf(project, imageIds);
      const sounds = soundsGoInto(job.form) ? await this.sounds.bytesOf(project) : [];
      if (this.cancelled) {
        this.change(job.id, { phase: 'cancelled' });
        return;
      }
      this.worker ??= startExportWorker();
      const onProgress = callback((done: number, count: number) =>
        this.change(job.id, { done, count, nowMs: performance.now() }),
      );
      const privateName = `${job.id}${endingOf(job.form)}`;
      const order = {
        project,
        cubes,
        form: job.form,
        baseUrl: location.origin,
        fileName: privateName,
        shownName: job.fileName,
        assets,
        sounds,
      };
      const result = await this.worker.api.run(order, onProgress, this.handles.get(job.id) ?? null);
      if (!result.ok)
        this.change(job.id, { phase: result.code === 'cancelled' ? 'cancelled' : 'failed', message: result.message });
      else await this.finish(job, result.file, startedMs);
    } catch (error) {
      const message = `The export stopped: ${error instanceof Error ? error.message : error}. Nothing was kept; try it once more.`;
      this.change(job.id, { phase: 'failed', message });
      // The worker may be the cause.
      this.worker?.end();
      this.worker = null;
    }
  }

  private filmOf(job: ExportJob): Promise<QueuedFilm> {
    const film = this.films.get(job.id);
    if (!film) throw new Error('the work that it is of is not open. Open it from the shelf and try again');
    return filmFor(film, job, this.table);
  }

  private async finish(job: ExportJob, file: ExportedFile, startedMs: number): Promise<void> {
    const blob =
      file.kind === 'bytes'
        ? new Blob([file.bytes])
        : file.kind === 'private-file'
          ? await privateFile(file.name)
          : await this.handles.get(job.id)?.getFile();
    const url = blob && file.kind !== 'picked' ? URL.createObjectURL(blob) : '';
    if (job.single && url) download(url, job.fileName);
    const privateName =
      file.kind === 'private-file'
        ? file.name
        : file.kind === 'bytes'
          ? await keepBytes(file.bytes, `${job.id}${endingOf(job.form)}`)
          : null;
    this.change(job.id, {
      phase: 'done',
      file: privateName,
      bytes: blob?.size ?? 0,
      url,
      nowMs: performance.now(),
      startedMs,
    });
  }

  /** Cancels what runs and what waits. */
  cancel(): void {
    setSession({
      exports: sessionStore
        .getState()
        .exports.map((job) => (job.phase === 'waiting' ? { ...job, phase: 'cancelled' } : job)),
    });
    this.cancelled = true;
    void this.worker?.api.cancel();
  }

  async pause(paused: boolean): Promise<void> {
    setSession({ exportsPaused: paused });
    await this.worker?.api.pause(paused);
  }

  /** Puts jobs that ended without a file into the queue again. */
  again(): void {
    const { project } = documentStore.getState();
    const { overview, exports } = sessionStore.getState();
    // After a reload the film is that of the open work, if it is of that work.
    for (const { id, projectId } of exports)
      if (!this.films.has(id) && project?.id === projectId && overview)
        this.films.set(id, {
          project,
          cubes: this.film.cubes(),
          pieceId: overview.pieceId,
          imageIds: overview.imageIds,
        });
    setSession({
      exports: exports.map((job) =>
        job.phase === 'failed' || job.phase === 'cancelled' || job.phase === 'cut-off'
          ? { ...job, phase: 'waiting', done: 0, message: '' }
          : job,
      ),
    });
    void this.run();
  }

  clear(): void {
    for (const { url } of sessionStore.getState().exports) if (url) URL.revokeObjectURL(url);
    this.list(sessionStore.getState().exports.filter(({ phase }) => phase === 'running' || phase === 'waiting'));
  }

  /** Hands over what is done of these jobs as one ZIP. */
  async zip(name: string, ids: readonly string[]): Promise<void> {
    const taken = new Set<string>();
    const done = sessionStore
      .getState()
      .exports.flatMap(({ id, file, fileName }) =>
        file && ids.includes(id) ? [{ privateName: file, name: freeName(fileName, taken) }] : [],
      );
    const worker = startExportWorker();
    try {
      const result = await worker.api.zip(done, `${freshId()}.zip`);
      if (!result.ok) throw new Error(result.message);
      if (result.file.kind === 'picked') return;
      const blob = result.file.kind === 'bytes' ? new Blob([result.file.bytes]) : await privateFile(result.file.name);
      download(URL.createObjectURL(blob), fileNameOf(name, '.zip'));
    } finally {
      worker.end();
    }
  }
}

/** Which forms hold what is heard. */
const soundsGoInto = (form: ExportForm) =>
  (form.kind === 'film' && !form.silent) || form.kind === 'sound' || form.kind === 'page';

/** The file of a request: `{film}`, `{group}`, `{size}` and `{form}` in its pattern stand for what they say. */
export function nameOf({ pattern, group, form, stage }: ExportRequest, projectName: string): string {
  const size =
    'widthPx' in form ? `${form.widthPx}x${form.heightPx}` : stage ? `${stage.widthPx}x${stage.heightPx}` : '';
  const words: Readonly<Record<string, string>> = { film: projectName, group: group ?? '', size, form: formWord(form) };
  const text = pattern.replace(/\{([a-z]+)\}/g, (whole, word: string) => words[word] ?? whole);
  return fileNameOf(text, endingOf(form));
}

function formWord(form: ExportForm): string {
  return form.kind === 'film' ? form.formatId : form.kind === 'data' ? form.what : form.kind;
}
