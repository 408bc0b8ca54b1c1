import { Queue } from 'bullmq';
import { takeOut } from './change-job';
import { type Farm, QUEUE_PREFIX } from './farm';
import { FarmError } from './farm-error';
import { keysOf, type StageOrder } from './film-record';
import { statusOf } from './status';
import type { FarmStore } from './store/store';
import { storeMark } from './store/store-mark';

/** What is cleaned away. */
export interface CleanSetting {
  /** Failed jobs too; otherwise they stay, so that they can be tried again. */
  readonly failed?: boolean;
  /** Films that were handed over, of jobs that are gone. */
  readonly films?: boolean;
  /** Spans that no job needs stay for so many days, for the next job that has the same. */
  readonly keepDays?: number;
}

/** What was cleaned away. */
export interface Cleaned {
  readonly jobs: number;
  /** Entries of the queue that belonged to no job any more. */
  readonly stages: number;
  readonly things: number;
  readonly bytes: number;
  /** Leftovers of writers that died. */
  readonly drafts: number;
  /** Jobs that cannot go yet, since a worker is still letting go of them. */
  readonly busy: readonly number[];
}

/** Folders of a store that hold what jobs share. */
const shared = ['packs/', 'values/', 'assets/', 'spans/', 'sounds/', 'joined/', 'probe/'];

/**
 * Removes jobs that have ended, and everything in queue and store that no job needs any more.
 *
 * @throws FarmError `bad-job` while somebody submits: what is in the store for that job cannot be told from what is left over.
 */
export async function clean(farm: Farm, store: FarmStore, setting: CleanSetting = {}): Promise<Cleaned> {
  if (await farm.isSubmitted())
    throw new FarmError('bad-job', 'Somebody is submitting a job right now. Clean again when that has ended.');
  const mark = await storeMark(store);
  const gone: number[] = [];
  const busy: number[] = [];
  for (const job of await farm.jobs()) {
    // What belongs to another store is cleaned away with that.
    if ((await farm.about(job))?.about.version.store !== mark) continue;
    const { state } = await statusOf(farm, job);
    if (state !== 'done' && state !== 'cancelled' && !(state === 'failed' && setting.failed)) continue;
    (await forget(farm, job)) ? gone.push(job) : busy.push(job);
  }
  const left = await farm.jobs();
  const stages = await dropStrays(farm, new Set(left));
  const needed = new Set<string>();
  for (const job of left) for (const film of await farm.films(job)) for (const key of keysOf(film)) needed.add(key);
  const swept = await dropThings(farm, store, needed, new Set(left.map(String)), setting);
  const workers = await farm.workers();
  // Where nobody is named, the question is whether anybody works.
  const drafts = await store.sweep((writer) => (writer === '' ? workers.size > 0 : workers.has(writer)));
  return { jobs: gone.length, stages, ...swept, drafts, busy };
}

async function forget(farm: Farm, job: number): Promise<boolean> {
  let whole = true;
  for (const [film, record] of (await farm.films(job)).entries())
    whole = (await takeOut(farm, job, film, record)) && whole;
  if (whole) await farm.forget(job);
  return whole;
}

/** Entries of all queues, of any version, whose job is not known. */
async function dropStrays(farm: Farm, jobs: ReadonlySet<number>): Promise<number> {
  let count = 0;
  for (const name of await queueNames(farm)) {
    const queue = new Queue<StageOrder>(name, { connection: farm.redis, prefix: QUEUE_PREFIX });
    queue.on('error', () => undefined);
    const all = await queue.getJobs(['waiting', 'prioritized', 'waiting-children', 'delayed', 'failed', 'completed']);
    for (const stage of all) {
      if (!stage || jobs.has(stage.data.job)) continue;
      const done = await stage.remove({ removeChildren: false }).then(
        () => 1,
        () => 0,
      );
      count += done;
    }
    const { active = 0, ...others } = await queue.getJobCounts();
    // A queue that nobody uses any more leaves nothing behind.
    if (active === 0 && Object.values(others).every((each) => each === 0)) await queue.obliterate();
    await queue.close();
  }
  return count;
}

async function queueNames({ redis }: Farm): Promise<Set<string>> {
  const names = new Set<string>();
  let cursor = '0';
  do {
    const [next, keys] = await redis.scan(cursor, 'MATCH', `${QUEUE_PREFIX}:*:meta`, 'COUNT', 500);
    for (const each of keys) names.add(each.slice(QUEUE_PREFIX.length + 1, -':meta'.length));
    cursor = next;
  } while (cursor !== '0');
  return names;
}

async function dropThings(
  farm: Farm,
  store: FarmStore,
  needed: ReadonlySet<string>,
  jobs: ReadonlySet<string>,
  { films = false, keepDays = 0 }: CleanSetting,
): Promise<{ things: number; bytes: number }> {
  const beforeMs = (await farm.nowMs()) - keepDays * 86_400_000;
  const unneeded: string[] = [];
  let bytes = 0;
  for (const prefix of [...shared, ...(films ? ['films/'] : [])]) {
    for await (const thing of store.list(prefix)) {
      const [, job = ''] = thing.key.split('/');
      const isKept = prefix === 'films/' ? jobs.has(job) : needed.has(thing.key);
      if (isKept || (keepDays > 0 && thing.writtenMs > beforeMs)) continue;
      unneeded.push(thing.key);
      bytes += thing.bytes;
    }
  }
  await store.remove(unneeded);
  return { things: unneeded.length, bytes };
}
