import { FlowProducer, Queue } from 'bullmq';
import type { Redis } from 'ioredis';
import { connectTo, placeOf } from './connection';
import { FarmError } from './farm-error';
import type { FilmRecord, StageOrder } from './film-record';
import { type FarmVersion, queueNameOf } from './version';

/** What is known of a job from its start. */
export interface JobAbout {
  readonly name: string;
  readonly version: FarmVersion;
  readonly films: number;
  readonly frames: number;
  /** 1 goes first, 1000 last. */
  readonly priority: number;
  readonly submittedMs: number;
}

/** `adding` until all of it stands in the queue. */
export type JobState = 'adding' | 'queued' | 'cancelled';

/** A film that was handed over. */
export interface HandedOver {
  readonly key: string;
  readonly bytes: number;
  readonly atMs: number;
}

/** What a worker says of itself. */
export interface WorkerReport {
  readonly name: string;
  readonly version: FarmVersion;
  readonly slots: number;
  /** By the clock of the queue. */
  readonly atMs: number;
  /** Why it does nothing at the moment; '' where it works or waits for work. */
  readonly trouble: string;
}

const ROOT = 'tempo-farm';
/** Before all keys of queues. */
export const QUEUE_PREFIX = 'tempo-queue';
/** A worker that has not been heard for this long is gone. */
const GONE_MS = 15_000;
/** Whoever submits and has not said so for so long has died. */
const SUBMITTING_MS = 20_000;

/** The shared memory of a farm: its queue, and what is known of its jobs and workers. Times are by the clock of the queue. */
export class Farm {
  private readonly queues = new Map<string, Queue<StageOrder>>();
  private flowProducer: FlowProducer | null = null;

  private constructor(
    readonly redis: Redis,
    readonly url: string,
  ) {}

  /** @throws FarmError where the queue cannot be reached. */
  static async open(url: string): Promise<Farm> {
    return new Farm(await connectTo(url), url);
  }

  get place(): string {
    return placeOf(this.url);
  }

  /** The queue of a version. */
  queueOf(version: FarmVersion): Queue<StageOrder> {
    const name = queueNameOf(version);
    const known = this.queues.get(name);
    if (known) return known;
    const queue = new Queue<StageOrder>(name, { connection: this.redis, prefix: QUEUE_PREFIX });
    queue.on('error', () => undefined);
    this.queues.set(name, queue);
    return queue;
  }

  get flow(): FlowProducer {
    if (!this.flowProducer) {
      this.flowProducer = new FlowProducer({ connection: this.redis, prefix: QUEUE_PREFIX });
      this.flowProducer.on('error', () => undefined);
    }
    return this.flowProducer;
  }

  /** Milliseconds since 1970. */
  async nowMs(): Promise<number> {
    const [sec, micro] = await this.redis.time();
    return Number(sec) * 1000 + Math.floor(Number(micro) / 1000);
  }

  async begin(about: Omit<JobAbout, 'submittedMs'>): Promise<number> {
    const job = await this.redis.incr(`${ROOT}:count`);
    const whole: JobAbout = { ...about, submittedMs: await this.nowMs() };
    await this.redis
      .multi()
      .hset(key(job), { about: JSON.stringify(whole), state: 'adding' satisfies JobState })
      .zadd(`${ROOT}:jobs`, String(job), String(job))
      .exec();
    return job;
  }

  /** Numbers of all jobs, in order. */
  async jobs(): Promise<number[]> {
    return (await this.redis.zrange(`${ROOT}:jobs`, '0', '-1')).map(Number);
  }

  /** @returns null where there is no such job. */
  async about(job: number): Promise<{ readonly about: JobAbout; readonly state: JobState } | null> {
    const { about, state } = await this.redis.hgetall(key(job));
    return about ? { about: JSON.parse(about), state: state as JobState } : null;
  }

  async stateOf(job: number): Promise<JobState | null> {
    return (await this.redis.hget(key(job), 'state')) as JobState | null;
  }

  async setState(job: number, state: JobState): Promise<void> {
    // A job that was removed meanwhile does not come back.
    if (await this.redis.hexists(key(job), 'about')) await this.redis.hset(key(job), 'state', state);
  }

  async addFilms(job: number, films: readonly (readonly [number, FilmRecord])[]): Promise<void> {
    const entries = films.flatMap(([at, film]) => [String(at), JSON.stringify(film)]);
    if (entries.length > 0) await this.redis.hset(key(job, 'films'), ...entries);
  }

  async film(job: number, film: number): Promise<FilmRecord | null> {
    const text = await this.redis.hget(key(job, 'films'), String(film));
    return text === null ? null : JSON.parse(text);
  }

  /** In order. */
  async films(job: number): Promise<FilmRecord[]> {
    const all = await this.redis.hgetall(key(job, 'films'));
    return Object.entries(all)
      .sort(([a], [b]) => Number(a) - Number(b))
      .map(([, text]) => JSON.parse(text));
  }

  /** Notes the frames of a span that is there now; more than once changes nothing. */
  async countFrames(job: number, span: string, frames: number): Promise<void> {
    await this.redis.hset(key(job, 'frames'), span, frames);
  }

  async framesDone(job: number): Promise<number> {
    return (await this.redis.hvals(key(job, 'frames'))).reduce((sum, each) => sum + Number(each), 0);
  }

  async handOver(job: number, film: number, handed: HandedOver): Promise<void> {
    await this.redis.hset(key(job, 'handed'), String(film), JSON.stringify(handed));
  }

  /** By the film's number. */
  async handedOver(job: number): Promise<Map<number, HandedOver>> {
    const all = await this.redis.hgetall(key(job, 'handed'));
    return new Map(Object.entries(all).map(([film, text]) => [Number(film), JSON.parse(text)]));
  }

  /** Forgets a job; its films in the store stay. */
  async forget(job: number): Promise<void> {
    await this.redis
      .multi()
      .del(key(job), key(job, 'films'), key(job, 'frames'), key(job, 'handed'))
      .zrem(`${ROOT}:jobs`, String(job))
      .exec();
  }

  async report(id: string, report: Omit<WorkerReport, 'atMs'>): Promise<void> {
    const whole: WorkerReport = { ...report, atMs: await this.nowMs() };
    await this.redis.hset(`${ROOT}:workers`, id, JSON.stringify(whole));
  }

  async leave(id: string): Promise<void> {
    await this.redis.hdel(`${ROOT}:workers`, id);
  }

  /** Workers that have been heard lately, by their ids. Those that are gone are forgotten. */
  async workers(): Promise<Map<string, WorkerReport>> {
    const [all, nowMs] = [await this.redis.hgetall(`${ROOT}:workers`), await this.nowMs()];
    const reports = Object.entries(all).map(([id, text]): [string, WorkerReport] => [id, JSON.parse(text)]);
    const gone = reports.filter(([, { atMs }]) => nowMs - atMs > GONE_MS).map(([id]) => id);
    if (gone.length > 0) await this.redis.hdel(`${ROOT}:workers`, ...gone);
    return new Map(reports.filter(([id]) => !gone.includes(id)));
  }

  /**
   * Takes it on oneself to make something; nobody else does for so long.
   *
   * @returns whether it was free, or one’s own.
   */
  async take(part: string, who: string, forMs: number): Promise<boolean> {
    const lock = `${ROOT}:making:${part}`;
    if ((await this.redis.set(lock, who, 'PX', forMs, 'NX')) === 'OK') return true;
    if ((await this.redis.get(lock)) !== who) return false;
    await this.redis.pexpire(lock, forMs);
    return true;
  }

  async release(part: string, who: string): Promise<void> {
    const lock = `${ROOT}:making:${part}`;
    if ((await this.redis.get(lock)) === who) await this.redis.del(lock);
  }

  /**
   * Says that things are put into the store whose job does not stand in the queue yet, for as long as `act` takes.
   *
   * @param who No two at once have the same name.
   */
  async whileSubmitting<T>(who: string, act: () => Promise<T>): Promise<T> {
    const mark = `${ROOT}:submitting:${who}`;
    const say = () => this.redis.set(mark, '1', 'PX', SUBMITTING_MS);
    await say();
    const timer = setInterval(() => void say().catch(() => undefined), SUBMITTING_MS / 4);
    try {
      return await act();
    } finally {
      clearInterval(timer);
      await this.redis.del(mark);
    }
  }

  /** Does anybody submit right now? */
  async isSubmitted(): Promise<boolean> {
    let cursor = '0';
    do {
      const [next, keys] = await this.redis.scan(cursor, 'MATCH', `${ROOT}:submitting:*`, 'COUNT', 1000);
      if (keys.length > 0) return true;
      cursor = next;
    } while (cursor !== '0');
    return false;
  }

  async close(): Promise<void> {
    for (const queue of this.queues.values()) await queue.close().catch(() => undefined);
    await this.flowProducer?.close().catch(() => undefined);
    this.redis.disconnect();
  }
}

const key = (job: number, what = '') => `${ROOT}:job:${job}${what === '' ? '' : `:${what}`}`;

/** The job of a number. @throws FarmError `bad-job` where there is none. */
export async function jobAbout(farm: Farm, job: number): Promise<{ about: JobAbout; state: JobState }> {
  const found = await farm.about(job);
  if (found) return found;
  const jobs = await farm.jobs();
  const known = jobs.length === 0 ? 'There is none at all' : `There are ${jobs.slice(-20).join(', ')}`;
  throw new FarmError('bad-job', `There is no job ${job} in ${farm.place}. ${known}.`);
}
