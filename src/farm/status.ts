import type { Job } from 'bullmq';
import type { FailedStage, JobStatus, Stage, StageAtWork, StageProgress } from '@/core/project/farm-job';
import { type Farm, type JobAbout, type JobState, jobAbout, type WorkerReport } from './farm';
import { type FilmRecord, handedKey, type StageOrder } from './film-record';
import { sameVersion, versionWords } from './version';

/** How a job stands. @throws FarmError `bad-job` where there is none. */
export async function statusOf(farm: Farm, job: number): Promise<JobStatus> {
  const { about, state } = await jobAbout(farm, job);
  const queue = farm.queueOf(about.version);
  const [records, handed, doneFrames, active, failures, workers] = await Promise.all([
    farm.films(job),
    farm.handedOver(job),
    farm.framesDone(job),
    queue.getActive(),
    queue.getFailed(),
    farm.workers(),
  ]);
  const mine = (each: Job<StageOrder> | undefined) => each?.data.job === job;
  const atWork = active.filter(mine).flatMap((each) => stageAtWork(each, records));
  const failed = failures.filter(mine).flatMap((each) => failedStage(each, records));
  const drawn = atWork.filter(({ stage }) => stage === 'span').reduce((sum, { done }) => sum + done, 0);
  const framesDone = Math.min(about.frames, doneFrames + drawn);
  const framesPerSec = atWork.reduce((sum, each) => sum + each.framesPerSec, 0);
  const failedFilms = new Set(failed.map(({ film }) => film)).size;
  const ended = handed.size + failedFilms >= about.films;
  return {
    job,
    name: about.name,
    state: wordOf(state, { ended, failed: failedFilms > 0, atWork: atWork.length > 0 }),
    films: about.films,
    filmsDone: handed.size,
    frames: about.frames,
    framesDone,
    framesPerSec,
    leftSec: framesPerSec > 0 ? (about.frames - framesDone) / framesPerSec : null,
    priority: about.priority,
    submittedMs: about.submittedMs,
    version: versionWords(about.version),
    atWork,
    failed,
    finished: [...handed]
      .sort(([a], [b]) => a - b)
      .flatMap(([film, { bytes, atMs }]) => {
        const record = records[film];
        return record ? [{ name: record.name, key: handedKey(job, record), bytes, atMs }] : [];
      }),
    hint: ended || state === 'cancelled' ? '' : hintOf(about, state, [...workers.values()], atWork.length),
  };
}

/** All jobs, in order. */
export async function statusOfAll(farm: Farm): Promise<JobStatus[]> {
  const all: JobStatus[] = [];
  for (const job of await farm.jobs()) {
    // One that is cleaned away meanwhile is none any more.
    if (await farm.about(job)) all.push(await statusOf(farm, job));
  }
  return all;
}

function wordOf(
  state: JobState,
  { ended, failed, atWork }: { readonly ended: boolean; readonly failed: boolean; readonly atWork: boolean },
): JobStatus['state'] {
  if (state === 'cancelled') return 'cancelled';
  if (ended) return failed ? 'failed' : 'done';
  if (state === 'adding') return 'adding';
  return atWork ? 'working' : 'waiting';
}

function stageAtWork(
  { id = '', name, data, progress }: Job<StageOrder>,
  records: readonly FilmRecord[],
): StageAtWork[] {
  const film = records[data.film];
  if (!film) return [];
  const told = typeof progress === 'object' ? (progress as Partial<StageProgress>) : {};
  const { worker = '', done = 0, count = 0, framesPerSec = 0 } = told;
  return [{ id, film: film.name, stage: name as Stage, worker, done, count, framesPerSec }];
}

/** Only what broke by itself: what hung on it failed with it. */
function failedStage(
  { name, data, failedReason, attemptsMade, stalledCounter }: Job<StageOrder>,
  records: readonly FilmRecord[],
): FailedStage[] {
  const film = records[data.film];
  if (!film || /^child .* failed$/.test(failedReason ?? '')) return [];
  const span = name === 'span' ? film.spans[data.span] : undefined;
  return [
    {
      film: film.name,
      stage: name as Stage,
      frames: span ? [span.from, span.to] : null,
      // Tries that ended with the worker's death are counted apart.
      tries: Math.max(attemptsMade, stalledCounter),
      why: whyOf(failedReason ?? ''),
    },
  ];
}

/** What the queue says of workers that died, in plain words. */
function whyOf(reason: string): string {
  return /stalled more than/.test(reason)
    ? 'Every worker that took it died at it. It may need more memory than they have: take a smaller size or shorter spans.'
    : reason;
}

/** Why nothing happens, where that can be known. */
function hintOf(about: JobAbout, state: JobState, workers: readonly WorkerReport[], atWork: number): string {
  if (state === 'adding' && atWork === 0)
    return 'It is still being submitted, or submitting was cut off: then cancel it and submit it again.';
  const fitting = workers.filter(({ version }) => sameVersion(version, about.version));
  if (fitting.length === 0) {
    const others = [...new Set(workers.map(({ version }) => versionWords(version)))];
    const there = others.length === 0 ? 'No worker is there' : `Workers are there, but only of ${others.join(', ')}`;
    return `${there}. It waits for ${versionWords(about.version)}: start one with tempo farm work.`;
  }
  const troubled = fitting.filter(({ trouble }) => trouble !== '');
  return troubled.map(({ name, trouble }) => `${name}: ${trouble}`).join('\n');
}
