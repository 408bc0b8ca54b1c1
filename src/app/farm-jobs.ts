'use client';

import localforage from 'localforage';
import { toast } from 'sonner';
import { plainCubes, withoutSources } from '@/core/film/film-data';
import { freeName } from '@/core/project/export-form';
import type { FarmNews, FarmPlace } from '@/core/project/farm-job';
import { documentStore } from '@/state/document';
import type { FilmSync } from '@/state/film-sync';
import { loadAsset } from '@/state/keep/assets';
import type { Remote } from '@/state/remote';
import { type FarmJob, sessionStore, setSession } from '@/state/session';
import type { ExportRequest, FarmServices } from '@/ui/services';
import type { TableWorkerApi } from '@/workers/protocol';
import { nameOf } from './export-queue';
import { filmFor, type QueuedFilm } from './queued-film';

/** Numbers of jobs that this browser has sent, for the next visit. */
const store = localforage.createInstance({ name: 'plucky-tempo', storeName: 'farm' });
const KEY = 'jobs';

type Places = Record<string, number>;

/** Sends films to the farm that the server was started with, and follows what becomes of them. */
export class FarmJobs implements FarmServices {
  private events: EventSource | null = null;
  private looking: Promise<void> | null = null;

  constructor(
    private readonly table: Remote<TableWorkerApi>,
    private readonly film: Pick<FilmSync, 'cubes'>,
  ) {}

  look(): Promise<void> {
    this.looking ??= this.find().catch(() => {
      // Without an answer there is no farm for now; the next time Output is opened it is asked again.
      this.looking = null;
    });
    return this.looking;
  }

  private async find(): Promise<void> {
    const answer = await fetch('/api/farm');
    const { farm }: { farm: FarmPlace | null } = await answer.json();
    if (!farm) return;
    const known = (await store.getItem<number[]>(KEY)) ?? [];
    setSession({ farm, farmJobs: known.map(freshJob) });
    this.follow();
  }

  async send(requests: readonly ExportRequest[]): Promise<boolean> {
    try {
      const body = await this.order(requests);
      const { job } = await asked('/api/farm/jobs', body);
      await this.list([...sessionStore.getState().farmJobs, freshJob(job)]);
      return true;
    } catch (error) {
      toast.error('Nothing was sent to the farm.', { description: words(error) });
      return false;
    }
  }

  /** The films, with values and files that several share only once. */
  private async order(requests: readonly ExportRequest[]): Promise<FormData> {
    const { project } = documentStore.getState();
    const { overview } = sessionStore.getState();
    if (!project || !overview) throw new Error('There is no film yet.');
    const now: QueuedFilm = {
      project,
      cubes: this.film.cubes(),
      pieceId: overview.pieceId,
      imageIds: overview.imageIds,
    };
    const values: unknown[] = [];
    const placeOf = new Map<object, number>();
    const taken = new Set<string>();
    const films: object[] = [];
    for (const request of requests) {
      const film = await filmFor(now, request, this.table);
      const cubes: Places = {};
      for (const [id, cube] of film.cubes) {
        const place = placeOf.get(cube) ?? values.push(plainCubes(new Map([['cube', cube]])).cube) - 1;
        placeOf.set(cube, place);
        cubes[id] = place;
      }
      const name = freeName(nameOf(request, project.name), taken);
      films.push({ name, project: withoutSources(film.project), cubes, form: request.form });
    }
    const body = new FormData();
    body.append('order', JSON.stringify({ name: project.name, films, values }));
    const files = new Map(
      [...project.pictures, ...project.fonts, ...project.film.sounds].map((file) => [file.assetId, file.fileName]),
    );
    for (const [id, fileName] of files) {
      const bytes = await loadAsset(id);
      if (!bytes)
        throw new Error(`${fileName} is no longer in this browser. Add it again, or take it out of the film.`);
      body.append(id, new Blob([bytes]), fileName);
    }
    return body;
  }

  cancel(job: number): Promise<void> {
    return this.change(job, 'cancel');
  }

  retry(job: number): Promise<void> {
    return this.change(job, 'retry');
  }

  private async change(job: number, what: 'cancel' | 'retry'): Promise<void> {
    try {
      await asked(`/api/farm/jobs/${job}/${what}`, null);
      // One that had ended is followed again.
      this.follow();
    } catch (error) {
      toast.error(`Job ${job} stays as it is.`, { description: words(error) });
    }
  }

  async forget(job: number): Promise<void> {
    await this.list(sessionStore.getState().farmJobs.filter((each) => each.job !== job));
  }

  filmUrl(job: number, name: string): string {
    return `/api/farm/jobs/${job}/films/${encodeURIComponent(name)}`;
  }

  private async list(farmJobs: readonly FarmJob[]): Promise<void> {
    setSession({ farmJobs });
    this.follow();
    await store.setItem(
      KEY,
      farmJobs.map(({ job }) => job),
    );
  }

  /** Listens to what becomes of the jobs, for as long as any is under way. */
  private follow(): void {
    this.events?.close();
    this.events = null;
    const jobs = sessionStore
      .getState()
      .farmJobs.filter(({ gone }) => !gone)
      .map(({ job }) => job);
    if (jobs.length === 0) return;
    const events = new EventSource(`/api/farm/events?jobs=${jobs.join(',')}`);
    this.events = events;
    events.onmessage = ({ data }) => {
      const news: FarmNews = JSON.parse(data);
      const told = new Map(news.jobs.map((status) => [status.job, status]));
      const farmJobs = sessionStore.getState().farmJobs.map((each) => ({
        job: each.job,
        status: told.get(each.job) ?? each.status,
        gone: each.gone || news.gone.includes(each.job),
      }));
      setSession({ farmJobs, farmTrouble: news.trouble });
      if (news.trouble === '' && farmJobs.every(hasEnded)) events.close();
    };
    events.onerror = () =>
      setSession({ farmTrouble: 'The server does not answer. What is under way at the farm goes on without it.' });
  }
}

const freshJob = (job: number): FarmJob => ({ job, status: null, gone: false });

const hasEnded = ({ status, gone }: FarmJob) =>
  gone || (status !== null && /^(done|failed|cancelled)$/.test(status.state));

/** Asks the server to change something. @throws Error in the server's words. */
async function asked(url: string, body: FormData | null): Promise<{ readonly job: number }> {
  const answer = await fetch(url, { method: 'POST', body });
  const told = await answer.json().catch(() => null);
  if (!answer.ok) throw new Error(told?.message ?? `The server answered ${answer.status}.`);
  return told;
}

const words = (error: unknown) => (error instanceof Error ? error.message : String(error));
