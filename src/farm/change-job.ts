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

/**
 * Takes up again what failed or was cancelled, and what was never added. Spans that are in the store already are not made anew.
 *
 * @returns How many films are made again.
 * @throws FarmError `bad-job` where there is no such job.
 */
export async function retry(farm: Farm, job: number): Promise<number> {
  const { about } = await jobAbout(farm, job);
  await farm.setState(job, 'queued');
  const [records, handed] = [await farm.films(job), await farm.handedOver(job)];
  if (records.length < about.films)
    throw new FarmError(
      'bad-job',
      `Job ${job} was never submitted whole, so it cannot go on. Cancel it and submit it again.`,
    );
  let count = 0;
  for (const [film, record] of records.entries()) {
    if (handed.has(film)) continue;
    if (!(await takeOut(farm, job, film, record))) continue;
    await farm.flow.add(flowOf(job, film, record, about));
    count++;
  }
  return count;
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
