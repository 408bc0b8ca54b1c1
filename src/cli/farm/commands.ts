import type { Command } from 'commander';
import type { Issue } from '@/core/table/issue';
import type { Farm } from '@/farm/farm';
import { priorityRange, spanSecRange, usualPriority, usualSpanSec } from '@/farm/submit-limits';
import { numberIn, wholeIn } from '../numbers';
import { Refusal } from '../refusal';
import { bytesWords, listWords, statusWords } from './status-words';
import type { SubmitOptions } from './submit-films';

interface QueueOptions {
  readonly queue?: string;
}
interface StoreOptions extends QueueOptions {
  readonly store?: string;
}

/** What the commands of a farm share with others. */
interface Shared {
  readonly withFilmOptions: (command: Command) => Command;
  readonly tellNotes: (notes: readonly Issue[]) => void;
}

const root = () => process.env.TEMPO_ROOT ?? process.cwd();

const withQueue = (command: Command) =>
  command
    .option('--queue <url>', 'the queue: redis://HOST:6379/0, or rediss:// for TLS; TEMPO_QUEUE otherwise')
    .exitOverride();
const withStore = (command: Command) =>
  withQueue(command).option(
    '--store <place>',
    'the store: a shared folder, or s3://BUCKET/PREFIX; TEMPO_STORE otherwise',
  );

/** The queue's address. @throws Refusal where none is named. */
export function queueOf({ queue = process.env.TEMPO_QUEUE ?? '' }: QueueOptions): string {
  if (queue === '') throw new Refusal('Name the queue with --queue redis://HOST:6379/0, or in TEMPO_QUEUE.');
  return queue;
}

/** The store's place. @throws Refusal where none is named. */
export function storeOf({ store = process.env.TEMPO_STORE ?? '' }: StoreOptions): string {
  if (store === '')
    throw new Refusal('Name the store with --store: a shared folder, or s3://BUCKET/PREFIX; or in TEMPO_STORE.');
  return store;
}

const jobOf = (text: string) => wholeIn('The job', text, [1, Number.MAX_SAFE_INTEGER]);

async function withFarm<T>(options: QueueOptions, act: (farm: Farm) => Promise<T>): Promise<T> {
  const { Farm } = await import('@/farm/farm');
  const farm = await Farm.open(queueOf(options));
  try {
    return await act(farm);
  } finally {
    await farm.close();
  }
}

/** Adds `farm` and all that goes with it. */
export function addFarm(program: Command, { withFilmOptions, tellNotes }: Shared): void {
  const farm = program.command('farm').description('makes many films on many machines').exitOverride();
  withStore(withFilmOptions(farm.command('submit')))
    .description('puts films into the queue; prints the number of the job')
    .argument('<films...>', 'projects (.plucky), film scripts (.json, .yaml), or tables')
    .option('--groups <column>', 'a film for each value of a column')
    .option('--sizes <WxH,...>', 'a film in each size, such as 1920x1080,1080x1920')
    .option('--formats <form,...>', 'a film in each form: mp4, webm, …; mp4 without it')
    .option('--quality <word>', 'light, good or best')
    .option('--silent', 'without sound')
    .option(
      '--span-sec <sec>',
      `seconds of film that a worker makes at once, ${spanSecRange.join(' to ')}`,
      String(usualSpanSec),
    )
    .option('--priority <n>', `${priorityRange[0]} goes first, ${priorityRange[1]} last`, String(usualPriority))
    .option('--name <text>', 'what the job is called')
    .option('--chromium <version>', 'the Chromium that makes it; that of the workers, or of this machine, without it')
    .option('--json', 'as JSON')
    .action(async (files: string[], options: SubmitOptions & StoreOptions & { json?: boolean }) => {
      const place = { root: root(), queue: queueOf(options), store: storeOf(options) };
      const { submitFilms } = await import('./submit-films');
      const { job, films, frames, notes } = await submitFilms(files, options, place);
      tellNotes(notes);
      process.stdout.write(options.json ? `${JSON.stringify({ job, films, frames })}\n` : `${job}\n`);
    });

  withStore(farm.command('work'))
    .description('makes what is in the queue, until it is stopped; needs Chromium')
    .option('--at-once <n>', 'things that are made at once; one for each core without it')
    .option(
      '--grace <sec>',
      'seconds that it may take to end what is in work when it is stopped; then it gives it back',
      '25',
    )
    .option('--name <text>', 'what it is called; the machine’s name without it')
    .action(async (options: StoreOptions & { atOnce?: string; grace: string; name?: string }) => {
      const { work } = await import('./work');
      await work({
        root: root(),
        queue: queueOf(options),
        store: storeOf(options),
        slots: options.atOnce === undefined ? null : wholeIn('--at-once', options.atOnce, [1, 256]),
        graceSec: numberIn('--grace', options.grace, [0, 3600]),
        name: options.name ?? '',
      });
    });

  withQueue(farm.command('status'))
    .description('says how a job stands, or all of them')
    .argument('[job]', 'its number')
    .option('--watch', 'until it has ended')
    .option('--json', 'as JSON')
    .action(async (job: string | undefined, options: QueueOptions & { watch?: boolean; json?: boolean }) =>
      withFarm(options, async (open) => {
        const { watchStatus } = await import('./watch-status');
        const { statusOf, statusOfAll } = await import('@/farm/status');
        if (options.watch) return watchStatus(open, job === undefined ? null : jobOf(job), options.json === true);
        const found = job === undefined ? await statusOfAll(open) : await statusOf(open, jobOf(job));
        const words = 'job' in found ? statusWords(found) : listWords(found, await open.workers());
        process.stdout.write(options.json ? `${JSON.stringify(found, null, 2)}\n` : words);
      }),
    );

  withQueue(farm.command('cancel'))
    .description('ends a job; films that were handed over stay')
    .argument('<job>', 'its number')
    .action(async (job: string, options: QueueOptions) =>
      withFarm(options, async (open) => {
        const { cancel } = await import('@/farm/change-job');
        await cancel(open, jobOf(job));
        process.stdout.write(`Job ${job} is cancelled.\n`);
      }),
    );

  withQueue(farm.command('retry'))
    .description('takes up again what failed or was cancelled')
    .argument('<job>', 'its number')
    .action(async (job: string, options: QueueOptions) =>
      withFarm(options, async (open) => {
        const { retry } = await import('@/farm/change-job');
        const count = await retry(open, jobOf(job));
        process.stdout.write(`${count} ${count === 1 ? 'film is' : 'films are'} made again.\n`);
      }),
    );

  withStore(farm.command('fetch'))
    .description('brings the finished films of a job into a folder')
    .argument('<job>', 'its number')
    .requiredOption('--out <folder>', 'where to write')
    .action(async (job: string, options: StoreOptions & { out: string }) =>
      withFarm(options, async (open) => {
        const { fetchFilms } = await import('./fetch-films');
        for (const file of await fetchFilms(open, storeOf(options), jobOf(job), options.out))
          process.stdout.write(`${file}\n`);
      }),
    );

  withStore(farm.command('clean'))
    .description('removes jobs that have ended, and all that no job needs any more; finished films stay')
    .option('--failed', 'failed jobs too, which can then not be tried again')
    .option('--films', 'films of jobs that are gone, too')
    .option('--keep-days <n>', 'spans stay for so many days, for the next job that has the same', '0')
    .action(async (options: StoreOptions & { failed?: boolean; films?: boolean; keepDays: string }) =>
      withFarm(options, async (open) => {
        const { openStore } = await import('@/farm/store/open-store');
        const { clean } = await import('@/farm/clean');
        const store = await openStore(storeOf(options), 'clean');
        const keepDays = numberIn('--keep-days', options.keepDays, [0, 36_500]);
        const { jobs, stages, things, bytes, drafts, busy } = await clean(open, store, { ...options, keepDays });
        process.stdout.write(
          `${jobs} jobs, ${stages} left-over stages, ${things} files (${bytesWords(bytes)}) and ${drafts} half-written ones are gone.\n`,
        );
        if (busy.length > 0)
          process.stdout.write(`Still let go of by a worker: job ${busy.join(', ')}. Clean again in some seconds.\n`);
      }),
    );
}
