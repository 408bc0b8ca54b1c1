'use client';

import { CircleAlert, CircleCheck, CircleDashed, CircleSlash, Download, RotateCcw, X } from 'lucide-react';
import { Progress } from 'radix-ui';
import type { JobStatus } from '@/core/project/farm-job';
import type { FarmJob } from '@/state/session';
import { Button } from '../parts/button';
import { counted } from '../parts/counted';
import { Fold } from '../parts/fold';
import { useServices } from '../services';
import { useSession } from '../use-state';
import { lengthWords, sizeWords } from './words';

/** Jobs that were sent to the farm, the newest first; nothing where there are none. */
export function FarmList() {
  const jobs = useSession((state) => state.farmJobs);
  const trouble = useSession((state) => state.farmTrouble);
  if (jobs.length === 0) return null;
  return (
    <section aria-label="At the farm" className="flex min-w-0 flex-col gap-2">
      <h2 className="font-display text-[15px] font-bold">At the farm</h2>
      {trouble !== '' && (
        <p role="alert" className="text-[12px] text-accent-text">
          {trouble}
        </p>
      )}
      <ol aria-label="Jobs" className="flex flex-col gap-2">
        {jobs.toReversed().map((each) => (
          <li key={each.job} className="rounded-md border border-line bg-card px-3 py-2 text-[13px]">
            <JobCard {...each} />
          </li>
        ))}
      </ol>
    </section>
  );
}

const stateWords: Record<JobStatus['state'], string> = {
  adding: 'is being taken in',
  waiting: 'waits for a worker',
  working: 'is being made',
  done: 'is done',
  failed: 'could not be made whole',
  cancelled: 'is cancelled',
};

const icons = {
  adding: CircleDashed,
  waiting: CircleDashed,
  working: CircleDashed,
  done: CircleCheck,
  failed: CircleAlert,
  cancelled: CircleSlash,
};

function JobCard({ job, status, gone }: FarmJob) {
  const { farm } = useServices();
  const forget = (
    <Button onClick={() => void farm.forget(job)}>
      <X className="size-4" aria-hidden /> Off the list
    </Button>
  );
  if (gone)
    return (
      <Line icon={CircleSlash} colour="text-quiet" heading={`Job ${job} was cleaned away at the farm.`}>
        {forget}
      </Line>
    );
  if (!status) return <Line icon={CircleDashed} colour="text-quiet" heading={`Job ${job}: asking how it stands`} />;
  const { name, state, films, filmsDone, failed, finished, hint } = status;
  const runs = state === 'adding' || state === 'waiting' || state === 'working';
  const colour = state === 'done' ? 'text-spruce' : state === 'failed' ? 'text-accent-text' : 'text-quiet';
  return (
    <>
      <Line icon={icons[state]} colour={colour} heading={`${name} ${stateWords[state]}`}>
        <span className="font-mono text-[12px] text-quiet">Job {job}</span>
        {runs && (
          <Button onClick={() => void farm.cancel(job)}>
            <X className="size-4" aria-hidden /> Cancel
          </Button>
        )}
        {(state === 'failed' || state === 'cancelled') && filmsDone < films && (
          <Button onClick={() => void farm.retry(job)}>
            <RotateCcw className="size-4" aria-hidden /> Try again
          </Button>
        )}
        {!runs && forget}
      </Line>
      {state !== 'done' && <Bar status={status} />}
      {hint !== '' && <p className="mt-1.5 text-[12px] leading-snug text-quiet">{hint}</p>}
      {failed.map(({ film, stage, frames, tries, why }) => (
        <p
          key={`${film} ${stage} ${frames?.[0]}`}
          role="alert"
          className="mt-1.5 text-[12px] leading-snug text-accent-text"
        >
          {film}
          {frames ? `, frames ${frames[0]} to ${frames[1]}` : ''}: given up after {counted(tries, 'try', 'tries')}.{' '}
          {why}
        </p>
      ))}
      <AtWork status={status} />
      {finished.length > 0 && (
        <ul aria-label={`Finished films of job ${job}`} className="mt-1.5 max-h-40 overflow-y-auto">
          {finished.map((film) => (
            <li key={film.name} className="flex items-baseline gap-2 py-0.5">
              <a
                className="inline-flex min-w-0 flex-1 items-center gap-1.5 underline"
                href={farm.filmUrl(job, film.name)}
                download={film.name}
              >
                <Download className="size-3.5 shrink-0" aria-hidden />
                <span className="break-all">{film.name}</span>
              </a>
              <span className="font-mono text-[12px] text-quiet">{sizeWords(film.bytes)}</span>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Line({
  icon: Icon,
  colour,
  heading,
  children,
}: {
  readonly icon: typeof CircleCheck;
  readonly colour: string;
  readonly heading: string;
  readonly children?: React.ReactNode;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Icon className={`size-4 shrink-0 ${colour}`} aria-hidden />
      <strong className="min-w-0 flex-1 break-words leading-snug">{heading}</strong>
      {children}
    </div>
  );
}

function Bar({
  status: { films, filmsDone, frames, framesDone, framesPerSec, leftSec, state },
}: {
  readonly status: JobStatus;
}) {
  const share = frames > 0 ? framesDone / frames : 0;
  return (
    <div className="mt-1.5">
      <Progress.Root
        value={Math.round(share * 100)}
        aria-label="Made at the farm"
        className="h-2 overflow-hidden rounded-full bg-line"
      >
        <Progress.Indicator className="h-full bg-accent" style={{ width: `${share * 100}%` }} />
      </Progress.Root>
      <p className="mt-1 flex flex-wrap justify-between gap-x-3 font-mono text-[12px]">
        <span>
          {filmsDone} of {counted(films, 'film')}, {framesDone.toLocaleString('en-GB')} of{' '}
          {frames.toLocaleString('en-GB')} frames
        </span>
        {state === 'working' && framesPerSec > 0 && (
          <span>
            {Math.round(framesPerSec)} a second{leftSec === null ? '' : `, ${lengthWords(leftSec)} left`}
          </span>
        )}
      </p>
    </div>
  );
}

/** Most stages that are listed: a large farm has hundreds. */
const MOST_LISTED = 12;

function AtWork({ status: { atWork } }: { readonly status: JobStatus }) {
  if (atWork.length === 0) return null;
  const more = atWork.length - MOST_LISTED;
  return (
    <div className="mt-2">
      <Fold title={`Who works on what (${atWork.length})`}>
        <ul className="font-mono text-[12px] leading-relaxed">
          {atWork.slice(0, MOST_LISTED).map(({ id, worker, film, stage, done, count }) => (
            <li key={id} className="break-all">
              {worker || 'A worker'}: {stage} of {film}
              {count > 0 ? `, ${Math.floor((100 * done) / count)} %` : ''}
            </li>
          ))}
          {more > 0 && <li>and {more} more</li>}
        </ul>
      </Fold>
    </div>
  );
}
