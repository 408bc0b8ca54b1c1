import { type Farm, jobAbout } from './farm';
import { FarmError } from './farm-error';
import { type FilmRecord, stageId } from './film-record';
import { flowOf } from './submit';

/**
 * Ends a job: what waits is not begun any more, what is being made stops within seconds. Films that were handed over stay.
 *
 * @throws FarmError `bad-job` where there is none.
 */
export async function cancel(farm: Farm, job: number): Promise<void> {
  await jobAbout(farm, job);
  // Workers look at this before they begin anything, and while they are at it.
  await farm.setState(job, 'cancelled');
}

/** How long workers may take to let go of what they hold. */
const LET_GO_MS = 30_000;
const LOOK_MS = 100;

/**
 * Takes up again what failed or was cancelled. Spans that are in the store already are not made anew. What a worker still holds is
 * waited for: the same stage cannot stand in the queue twice.
 *
 * @returns How many films are made again.
 * @throws FarmError `bad-job` where there is no such job, it cannot go on, or a worker does not let go of it.
 */
export async function retry(farm: Farm, job: number): Promise<number> {
  const { about } = await jobAbout(farm, job);
  const [records, handed] = [await farm.films(job), await farm.handedOver(job)];
  if (records.length < about.films)
    throw new FarmError(
      'bad-job',
      `Job ${job} was never submitted whole, so it cannot go on. Cancel it and submit it again.`,
    );
  const open = [...records.entries()].filter(([film]) => !handed.has(film));
  const [failed, state] = [await failedFilms(farm, job), await farm.stateOf(job)];
  const queue = farm.queueOf(about.version);
  const wanted: typeof open = [];
  for (const each of open) {
    const stands = await queue.getJob(stageId({ job, film: each[0], span: 0 }, 'hand-over'));
    // Of a job that is under way only what has failed is taken out, and what the queue has lost.
    if (state === 'cancelled' || failed.has(each[0]) || !stands) wanted.push(each);
  }
  for (const [film, record] of wanted) await letGo(farm, job, film, record);
  await farm.setState(job, 'queued');
  for (const [film, record] of wanted) await farm.flow.add(flowOf(job, film, record, about));
  return wanted.length;
}

/** Films of which a stage was given up. */
async function failedFilms(farm: Farm, job: number): Promise<Set<number>> {
  const { about } = await jobAbout(farm, job);
  const failed = await farm.queueOf(about.version).getFailed();
  return new Set(failed.filter((each) => each?.data.job === job).map(({ data }) => data.film));
}

async function letGo(farm: Farm, job: number, film: number, record: FilmRecord): Promise<void> {
  const untilMs = Date.now() + LET_GO_MS;
  while (!(await takeOut(farm, job, film, record))) {
    if (Date.now() > untilMs)
      throw new FarmError(
        'bad-job',
        `A worker still makes a part of ${record.name}. Retry job ${job} once that has ended.`,
      );
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}

/**
 * Takes a film out of the queue, unless somebody is at it.
 *
 * @returns whether nothing of it stands there any more.
 */
export async function takeOut(farm: Farm, job: number, film: number, record: FilmRecord): Promise<boolean> {
  const found = await farm.about(job);
  if (!found) return true;
  const queue = farm.queueOf(found.about.version);
  const order = { job, film, span: 0 };
  const ids = [
    stageId(order, 'hand-over'),
    stageId(order, 'join'),
    stageId(order, 'sound'),
    ...record.spans.map((_, span) => stageId({ ...order, span }, 'span')),
  ];
  let whole = true;
  for (const id of ids) {
    const stage = await queue.getJob(id);
    // One that a worker holds cannot be taken out of its hands.
    if (stage) await stage.remove({ removeChildren: false }).catch(() => (whole = false));
  }
  return whole;
}
