import { randomUUID } from 'node:crypto';
import type { FlowJob } from 'bullmq';
import { Memory } from '@/core/families/memory';
import { freeName } from '@/core/project/export-form';
import type { Stage } from '@/core/project/farm-job';
import { filmFormat } from '@/export/video/film-format';
import type { Farm } from './farm';
import { FarmError } from './farm-error';
import { type FarmSource, Packer, type StoredPack } from './film-pack';
import { type FilmForm, type FilmRecord, type StageOrder, stageId } from './film-record';
import { planFilm } from './plan-film';
import type { FarmStore } from './store/store';
import { TRIES } from './submit-limits';
import { type FarmVersion, queueNameOf } from './version';

/** A film that is to be made, under the name of its file. */
export interface FarmFilm extends FarmSource {
  readonly name: string;
  readonly form: FilmForm;
}

/** How films are handed in. */
export interface SubmitSetting {
  readonly name: string;
  readonly version: FarmVersion;
  readonly spanSec: number;
  /** 1 goes first, 1000 last. */
  readonly priority: number;
  readonly onFilm?: (done: number, count: number) => void;
}

/** Films that go into the queue in one step. */
const AT_ONCE = 25;
/** Films that go into the store side by side. */
const STORED_AT_ONCE = 16;

/**
 * Puts films into the store and the queue of a farm. What they need goes into the store first, so that a job in the queue can be
 * worked on by anybody.
 *
 * @returns The job's number.
 * @throws FarmError for a film that no machine could make, or a store or a queue that does not answer.
 */
export async function submit(
  farm: Farm,
  store: FarmStore,
  films: readonly FarmFilm[],
  setting: SubmitSetting,
): Promise<{ readonly job: number; readonly frames: number }> {
  for (const film of films) checkForm(film);
  return farm.whileSubmitting(randomUUID(), () => putIn(farm, store, films, setting));
}

async function putIn(
  farm: Farm,
  store: FarmStore,
  films: readonly FarmFilm[],
  { name, version, spanSec, priority, onFilm }: SubmitSetting,
): Promise<{ readonly job: number; readonly frames: number }> {
  const packer = new Packer(store);
  const memory = new Memory();
  const taken = new Set<string>();
  const records: FilmRecord[] = [];
  // A store is often far away: several films go there side by side.
  for (let at = 0; at < films.length; at += STORED_AT_ONCE) {
    const some = films.slice(at, at + STORED_AT_ONCE);
    const stored = await Promise.all(some.map((film) => packer.put(film)));
    for (const [i, film] of some.entries()) {
      const setting = { name: freeName(film.name, taken), form: film.form, version, spanSec, memory };
      records.push(planFilm(film, stored[i] as StoredPack, setting));
      onFilm?.(records.length, films.length);
    }
  }
  const frames = records.reduce((sum, film) => sum + film.frames, 0);
  const job = await farm.begin({ name, version, films: records.length, frames, priority });
  await farm.addFilms(
    job,
    records.map((record, i) => [i, record]),
  );
  for (let at = 0; at < records.length; at += AT_ONCE) {
    const flows = records
      .slice(at, at + AT_ONCE)
      .map((record, i) => flowOf(job, at + i, record, { version, priority }));
    await farm.flow.addBulk(flows);
  }
  // One that was cancelled meanwhile stays so.
  if ((await farm.stateOf(job)) === 'adding') await farm.setState(job, 'queued');
  return { job, frames };
}

/** What can be known to fail on every machine. */
function checkForm({ name, form }: FarmFilm): void {
  const { widthPx, heightPx, formatId } = form;
  const size = `${widthPx} x ${heightPx}`;
  if (widthPx < 16 || heightPx < 16)
    throw new FarmError('bad-job', `${name}: a film needs at least 16 x 16 pixels, and this one has ${size}.`);
  if (filmFormat(formatId).codec === 'avc' && (widthPx % 2 || heightPx % 2))
    throw new FarmError('bad-job', `${name}: MP4 needs even numbers of pixels, and the film is ${size}.`);
}

/** What stands where in line: films that are nearly done come before others of their job. */
const order: readonly Stage[] = ['hand-over', 'join', 'sound', 'span'];

/** A film's way through the queue: its spans and its sound, then putting them together, then handing over. */
export function flowOf(
  job: number,
  film: number,
  { name, spans, sound }: FilmRecord,
  { version, priority }: Pick<SubmitSetting, 'version' | 'priority'>,
): FlowJob {
  const queueName = queueNameOf(version);
  const stage = (what: Stage, span = 0): FlowJob => {
    const data: StageOrder = { job, film, span };
    return {
      name: what,
      queueName,
      data,
      opts: {
        jobId: stageId(data, what),
        attempts: TRIES,
        priority: priority * order.length + order.indexOf(what),
        failParentOnFailure: true,
        removeOnComplete: true,
        // Kept until somebody has seen why.
        removeOnFail: false,
      },
    };
  };
  if (spans.length === 0) throw new RangeError(`${name}: must have spans`);
  return {
    ...stage('hand-over'),
    children: [
      {
        ...stage('join'),
        children: [...spans.map((_, i) => stage('span', i)), ...(sound === null ? [] : [stage('sound')])],
      },
    ],
  };
}
