import { rmSync } from 'node:fs';
import { type Job, WaitingError, Worker } from 'bullmq';
import type { Stage, StageProgress } from '@/core/project/farm-job';
import { ExportError } from '@/export/export-error';
import { type Farm, QUEUE_PREFIX } from '../farm';
import { FarmError } from '../farm-error';
import type { FilmRecord, StageOrder } from '../film-record';
import { checkStore, type FarmStore } from '../store/store';
import { TRIES } from '../submit-limits';
import { queueNameOf, sameVersion, versionWords } from '../version';
import type { FarmRenderer } from './renderer';
import { BeingMade, MAKING_MS, StageMaker } from './stage-maker';
import { openWorkFolder } from './work-folder';

/** A worker that has not been heard for so long has died: what it had is made by others. */
const LOST_MS = 10_000;
const LOOK_FOR_LOST_MS = 5000;
const HEARTBEAT_MS = 2000;
/** When a store in trouble is tried first, and at the longest: one that is full may still take what is small. */
const TRY_STORE_MS = [2000, 60_000] as const;
/** What was told to stop has so long to do it. */
const FORCED_MS = 8000;
/** Heartbeats between two looks at jobs of other versions. */
const LOOK_AT_OTHERS = 15;
/** Progress is told at most so often. */
const TELL_MS = 1000;

/** What draws and has said nothing for so long will not end any more. */
const SILENT_MS = 300_000;
const SILENT_WORDS = 'It said nothing for too long, so it was stopped.';

/** Barks when nothing is heard for too long. */
class Watchdog {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly silentMs: number,
    private readonly bark: () => void,
  ) {}

  hear(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(this.bark, this.silentMs);
  }

  end(): void {
    clearTimeout(this.timer);
  }
}

/** Why something in work is stopped. */
class Stopped extends Error {
  constructor(readonly why: 'cancelled' | 'given-back') {
    super(why);
  }
}

/** What a worker works with. */
export interface WorkSetting {
  /** What people call it: its machine, say. */
  readonly name: string;
  /** As which it writes into the store; the same as the store was opened with. */
  readonly id: string;
  /** Stages at once. */
  readonly slots: number;
  readonly tell: (line: string) => void;
  /** What draws and says nothing for so long is given up; five minutes where it is left out. */
  readonly silentMs?: number;
}

/** A worker of a farm: takes stages from the queue and makes them, until it is stopped. */
export class FarmWorker {
  private readonly worker: Worker<StageOrder, string>;
  private readonly maker: StageMaker;
  private readonly folder = openWorkFolder();
  private readonly atWork = new Map<string, { readonly job: number; readonly stop: AbortController }>();
  private readonly records = new Map<string, FilmRecord>();
  private readonly told = new Set<number>();
  private readonly heart: NodeJS.Timeout;
  private beats = 0;
  private trouble = '';
  private tryStoreMs: number = TRY_STORE_MS[0];
  private stopping = false;

  private constructor(
    private readonly farm: Farm,
    private readonly store: FarmStore,
    private readonly renderer: FarmRenderer,
    private readonly setting: WorkSetting,
  ) {
    this.maker = new StageMaker(farm, store, renderer, setting.id, this.folder);
    this.worker = new Worker<StageOrder, string>(queueNameOf(renderer.version), (job, token) => this.make(job, token), {
      connection: farm.redis,
      prefix: QUEUE_PREFIX,
      concurrency: setting.slots,
      name: setting.id,
      lockDuration: LOST_MS,
      stalledInterval: LOOK_FOR_LOST_MS,
      // Whatever kills its workers is given up after as many tries as what fails by itself.
      maxStalledCount: TRIES - 1,
      drainDelay: 2,
    });
    // A queue that is away comes back; what was in work goes on meanwhile.
    this.worker.on('error', (error) => {
      if (!/ECONN|closed|Missing lock|could not renew/i.test(error.message)) setting.tell(error.message);
    });
    this.worker.on('failed', (job, error) => {
      if (job) setting.tell(`${this.words(job)}, try ${job.attemptsMade} of ${TRIES}: ${error.message}`);
    });
    this.heart = setInterval(() => void this.beat(), HEARTBEAT_MS);
  }

  /** @throws FarmError where the store cannot be written, or the queue is gone. */
  static async start(farm: Farm, store: FarmStore, renderer: FarmRenderer, setting: WorkSetting): Promise<FarmWorker> {
    await checkStore(store, setting.id);
    const worker = new FarmWorker(farm, store, renderer, setting);
    await worker.worker.waitUntilReady();
    await worker.beat();
    return worker;
  }

  private words({ name, data }: Job<StageOrder>): string {
    const record = this.records.get(`${data.job}-${data.film}`);
    const span = name === 'span' ? record?.spans[data.span] : undefined;
    const what = span ? `frames ${span.from} to ${span.to} of` : `${name} of`;
    return `Job ${data.job}: ${what} ${record?.name ?? `film ${data.film}`}`;
  }

  private async make(job: Job<StageOrder>, token = ''): Promise<string> {
    const { data } = job;
    const state = await this.farm.stateOf(data.job);
    if (state === null || state === 'cancelled') return 'cancelled';
    const record = await this.recordOf(data);
    const stop = new AbortController();
    this.atWork.set(job.id ?? '', { job: data.job, stop });
    const watchdog = new Watchdog(this.setting.silentMs ?? SILENT_MS, () => stop.abort(new Error(SILENT_WORDS)));
    const tell = this.progress(job, record);
    const onFrames = (done: number) => {
      watchdog.hear();
      tell(done);
    };
    // What draws or mixes says how far it is; what only moves files does not.
    if (job.name === 'span' || job.name === 'sound') watchdog.hear();
    try {
      await this.maker.make(job.name as Stage, data, record, { signal: stop.signal, onFrames });
      this.tryStoreMs = TRY_STORE_MS[0];
      return 'made';
    } catch (error) {
      if (stop.signal.reason instanceof Stopped && stop.signal.reason.why === 'cancelled') return 'cancelled';
      const isTrouble = error instanceof FarmError && error.ofStore;
      if (isTrouble) void this.waitForStore(error.message);
      if (isTrouble || error instanceof BeingMade || stop.signal.reason instanceof Stopped) {
        // It is nobody's fault: it goes back without counting as a try.
        await job.moveToWait(token);
        throw new WaitingError();
      }
      throw error instanceof ExportError || error instanceof FarmError ? new Error(error.message) : error;
    } finally {
      watchdog.end();
      this.atWork.delete(job.id ?? '');
    }
  }

  private async recordOf({ job, film }: StageOrder): Promise<FilmRecord> {
    const id = `${job}-${film}`;
    const known = this.records.get(id) ?? (await this.farm.film(job, film));
    if (!known) throw new Error(`Job ${job} has no film ${film} any more.`);
    this.records.set(id, known);
    if (this.records.size > 50) this.records.delete(this.records.keys().next().value ?? '');
    return known;
  }

  private progress(job: Job<StageOrder>, { spans }: FilmRecord): (done: number) => void {
    const span = job.name === 'span' ? spans[job.data.span] : undefined;
    const startedMs = performance.now();
    let toldMs = Number.NEGATIVE_INFINITY;
    return (done) => {
      const nowMs = performance.now();
      if (!span || nowMs - toldMs < TELL_MS) return;
      toldMs = nowMs;
      const framesPerSec = Math.round((10_000 * done) / Math.max(1, nowMs - startedMs)) / 10;
      const told: StageProgress = { worker: this.setting.name, done, count: span.to - span.from, framesPerSec };
      // Where the queue is away, the next one tells.
      job.updateProgress(told).catch(() => undefined);
    };
  }

  /** Says that it lives, holds on to what it makes, and stops what was cancelled. */
  private async beat(): Promise<void> {
    try {
      const { setting, renderer, trouble } = this;
      const { name, slots } = setting;
      await this.farm.report(setting.id, { name, version: renderer.version, slots, trouble });
      for (const key of this.maker.making) await this.farm.take(key, setting.id, MAKING_MS);
      for (const { job, stop } of this.atWork.values()) {
        const state = await this.farm.stateOf(job);
        if (state === null || state === 'cancelled') stop.abort(new Stopped('cancelled'));
      }
      if (this.beats++ % LOOK_AT_OTHERS === 0) await this.lookAtOthers();
    } catch (error) {
      if (!this.stopping)
        this.setting.tell(`The queue does not answer: ${error instanceof Error ? error.message : error}`);
    }
  }

  /** Says which jobs are left alone, since other machines must make them. */
  private async lookAtOthers(): Promise<void> {
    const handed = (job: number) => this.farm.handedOver(job);
    for (const job of await this.farm.jobs()) {
      if (this.told.has(job)) continue;
      const found = await this.farm.about(job);
      if (!found || found.state === 'cancelled' || sameVersion(found.about.version, this.renderer.version)) continue;
      if ((await handed(job)).size >= found.about.films) continue;
      this.told.add(job);
      const { version } = found.about;
      this.setting.tell(
        `Job ${job} is left alone: it is for ${versionWords(version)}, and this is ${versionWords(this.renderer.version)}.`,
      );
    }
  }

  /** Takes nothing more until the store can be written again. */
  private async waitForStore(trouble: string): Promise<void> {
    if (this.trouble !== '') return;
    this.trouble = trouble;
    this.setting.tell(trouble);
    await this.worker.pause(true);
    await this.beat();
    while (!this.stopping) {
      await new Promise((resolve) => setTimeout(resolve, this.tryStoreMs));
      this.tryStoreMs = Math.min(2 * this.tryStoreMs, TRY_STORE_MS[1]);
      try {
        await checkStore(this.store, this.setting.id);
        break;
      } catch (error) {
        this.trouble = error instanceof Error ? error.message : String(error);
      }
    }
    this.trouble = '';
    if (this.stopping) return;
    this.setting.tell(`The store ${this.store.place} can be used again.`);
    this.worker.resume();
  }

  /**
   * Takes nothing more, and ends what is in work; what takes longer than `graceMs` is given back.
   *
   * @param hurry Gives it back at once when aborted.
   */
  async stop(graceMs: number, hurry?: AbortSignal): Promise<void> {
    this.stopping = true;
    const giveBack = () => {
      for (const { stop } of this.atWork.values()) stop.abort(new Stopped('given-back'));
    };
    const timer = setTimeout(giveBack, graceMs);
    hurry?.addEventListener('abort', giveBack);
    if (hurry?.aborted) giveBack();
    // What does not even stop when it is told to is left to others: its lock runs out.
    let leave: NodeJS.Timeout | undefined;
    const left = new Promise<void>((resolve) => {
      leave = setTimeout(resolve, graceMs + FORCED_MS);
    });
    try {
      await Promise.race([this.worker.close(), left]);
    } finally {
      clearTimeout(timer);
      clearTimeout(leave);
      clearInterval(this.heart);
      await this.farm.leave(this.setting.id).catch(() => undefined);
      await this.renderer.close();
      rmSync(this.folder, { recursive: true, force: true });
    }
  }
}
