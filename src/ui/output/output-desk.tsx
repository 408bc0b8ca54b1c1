'use client';

import {
  CircleAlert,
  CircleCheck,
  CircleDashed,
  CircleSlash,
  FileArchive,
  Pause,
  Play,
  RotateCcw,
  X,
} from 'lucide-react';
import { Progress } from 'radix-ui';
import { useState } from 'react';
import type { ExportForm } from '@/core/project/export-form';
import type { ExportJob } from '@/state/session';
import { Button } from '../parts/button';
import { TermList } from '../parts/term-list';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';
import { FarmList } from './farm-list';
import { useFilmSeconds, useOutput } from './use-output';
import { lengthWords, sizeWords } from './words';

/** What you will get, and what is being made. */
export function OutputDesk() {
  return (
    <div className="grid h-full grid-cols-[minmax(220px,2fr)_3fr] gap-4 overflow-y-auto border-t border-line bg-paper p-4">
      <Plan />
      <div className="flex min-w-0 flex-col gap-4">
        <FarmList />
        <Queue />
      </div>
    </div>
  );
}

const kindWords: Record<ExportForm['kind'], string> = {
  film: 'A film',
  gif: 'An animated GIF',
  frames: 'A ZIP of PNG pictures',
  png: 'A PNG picture',
  jpeg: 'A JPEG picture',
  webp: 'A WebP picture',
  svg: 'An SVG drawing',
  pdf: 'A PDF',
  page: 'A web page in one file',
  data: 'A table of numbers',
  sound: 'The sound of the film',
};

function Plan() {
  const services = useServices();
  const { form, format, requests, heard, overview, framesPerSec, choice, widthPx, heightPx } = useOutput();
  const seconds = useFilmSeconds(form, overview?.frameCount ?? 0);
  if (!overview) return <p className="text-[13px] text-quiet">There is no film yet.</p>;
  const lines: [string, string][] = [];
  if (form.kind === 'film' || form.kind === 'frames') {
    lines.push(['Size', `${form.widthPx} × ${form.heightPx}`]);
    lines.push([
      'Frames',
      `${overview.frameCount.toLocaleString('en-GB')} at ${Math.round(framesPerSec * 100) / 100} a second`,
    ]);
    lines.push(['Length', lengthWords(overview.frameCount / framesPerSec)]);
  }
  if (form.kind === 'film') {
    const bits = services.bitsPerSec(choice.quality, form.widthPx, form.heightPx, framesPerSec);
    lines.push(['File', `${sizeWords((bits * overview.filmSec) / 8)} or less`]);
    if (heard)
      lines.push([
        'Sound',
        form.silent ? 'left out' : `${form.formatId.startsWith('mp4') ? 'AAC' : 'Opus'}, stereo, 48 kHz`,
      ]);
    lines.push(['Takes', seconds === null ? 'finding out' : `about ${lengthWords(Math.max(1, seconds))}`]);
  }
  if (form.kind === 'gif') {
    lines.push(
      ['Size', `${form.widthPx} × ${form.heightPx}`],
      ['Pictures', `${Math.max(1, Math.round(overview.filmSec * form.rate))} at ${form.rate} a second`],
    );
    lines.push(['File', `roughly ${sizeWords(services.gifBytes(form, overview.filmSec))}`]);
  }
  if (form.kind === 'png' || form.kind === 'jpeg' || form.kind === 'webp')
    lines.push(['Size', `${Math.round(widthPx * form.times)} × ${Math.round(heightPx * form.times)}`]);
  if (form.kind === 'sound')
    lines.push(['Length', lengthWords(overview.filmSec)], ['File', sizeWords(overview.filmSec * 192_000)]);
  if (form.kind === 'pdf')
    lines.push(['Pages', String(form.timesSec === 'periods' ? overview.periodSec.length : form.timesSec.length)]);
  return (
    <section aria-label="What you will get">
      <h2 className="font-display text-[15px] font-bold">
        {kindWords[form.kind]}
        {form.kind === 'film' && format ? `: ${format.name}` : ''}
      </h2>
      <TermList terms={lines} className="mt-2 grid grid-cols-[64px_1fr] gap-y-1 text-[13px]" rowClass="contents" />
      {requests.length > 1 && <p className="mt-2 text-[13px]">And {requests.length - 1} more, one after the other.</p>}
    </section>
  );
}

function Queue() {
  const services = useServices();
  const exports = useSession((state) => state.exports);
  const paused = useSession((state) => state.exportsPaused);
  const name = useProject((project) => project.name, '');
  const [ticks, setTicks] = useState<ReadonlyMap<string, boolean>>(new Map());
  const atFarm = useSession((state) => state.farmJobs.length > 0);
  if (exports.length === 0)
    return atFarm ? null : (
      <p className="text-[13px] leading-relaxed text-quiet">
        Nothing has been exported yet. Press Export at the left; several groups and sizes line up here.
      </p>
    );
  const running = exports.some(({ phase }) => phase === 'running' || phase === 'waiting');
  const done = exports.filter(({ phase, file }) => phase === 'done' && file);
  // What belongs to the last press of Export goes together, unless the person ticks otherwise.
  const last = exports.at(-1)?.batch;
  const isTicked = ({ id, batch }: ExportJob) => ticks.get(id) ?? batch === last;
  const chosen = done.filter(isTicked);
  const lost = exports.some(({ phase }) => phase === 'failed' || phase === 'cancelled' || phase === 'cut-off');
  return (
    <section aria-label="Exports" className="flex min-w-0 flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        {running && (
          <>
            <Button onClick={() => void services.pauseExports(!paused)}>
              {paused ? <Play className="size-4" aria-hidden /> : <Pause className="size-4" aria-hidden />}{' '}
              {paused ? 'Go on' : 'Hold'}
            </Button>
            <Button onClick={() => services.cancelExports()}>
              <X className="size-4" aria-hidden /> Cancel
            </Button>
          </>
        )}
        {!running && lost && (
          <Button onClick={() => services.retryExports()}>
            <RotateCcw className="size-4" aria-hidden /> Try the others again
          </Button>
        )}
        {!running && done.length > 1 && (
          <Button
            look="loud"
            disabled={chosen.length === 0}
            onClick={() =>
              void services.zipExports(
                name,
                chosen.map(({ id }) => id),
              )
            }
          >
            <FileArchive className="size-4" aria-hidden />{' '}
            {chosen.length === done.length ? 'Save all as ZIP' : `Save ${chosen.length} of ${done.length} as ZIP`}
          </Button>
        )}
        {!running && exports.length > 1 && <Button onClick={() => services.clearExports()}>Clear the list</Button>}
      </div>
      <ol aria-label="Files" className="flex flex-col gap-2">
        {exports.map((job) => (
          <li key={job.id} className="flex gap-2 rounded-md border border-line bg-card px-3 py-2">
            {done.length > 1 && job.phase === 'done' && job.file && (
              <input
                type="checkbox"
                aria-label={`Put ${job.fileName} into the ZIP`}
                checked={isTicked(job)}
                className="mt-0.5 size-4 shrink-0 accent-ink"
                onChange={(event) => setTicks(new Map([...ticks, [job.id, event.target.checked]]))}
              />
            )}
            <div className="min-w-0 flex-1">
              <JobLine job={job} />
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}

const phaseIcons = {
  waiting: CircleDashed,
  running: CircleDashed,
  done: CircleCheck,
  failed: CircleAlert,
  cancelled: CircleSlash,
  'cut-off': CircleSlash,
};

function JobLine({ job }: { readonly job: ExportJob }) {
  const Icon = phaseIcons[job.phase];
  return (
    <>
      <p className="flex items-center gap-2 text-[13px]">
        <Icon
          className={`size-4 shrink-0 ${job.phase === 'done' ? 'text-spruce' : job.phase === 'failed' ? 'text-accent-text' : 'text-quiet'}`}
          aria-hidden
        />
        <strong className="min-w-0 flex-1 break-words leading-snug">{job.fileName}</strong>
        {job.phase === 'waiting' && <span className="text-quiet">waits</span>}
      </p>
      {job.phase === 'running' && <JobProgress job={job} />}
      {job.phase === 'cancelled' && (
        <p role="status" className="mt-1 text-[12px] text-quiet">
          Cancelled. No file was kept.
        </p>
      )}
      {job.phase === 'cut-off' && (
        <p role="status" className="mt-1 text-[12px] text-accent-text">
          Cut off when the page was closed or loaded again. No file was kept; try it again.
        </p>
      )}
      {job.phase === 'failed' && (
        <p role="alert" className="mt-1 text-[12px] leading-snug text-accent-text">
          {job.message}
        </p>
      )}
      {job.phase === 'done' && (
        <p role="status" className="mt-1 text-[12px]">
          {sizeWords(job.bytes)}, done in {lengthWords((job.nowMs - job.startedMs) / 1000)}.{' '}
          {job.url ? (
            <a className="underline" href={job.url} download={job.fileName}>
              {job.single ? 'Save it once more' : 'Save it'}
            </a>
          ) : (
            'It lies where you wanted it.'
          )}
        </p>
      )}
    </>
  );
}

function JobProgress({ job }: { readonly job: ExportJob }) {
  const share = job.count > 0 ? job.done / job.count : 0;
  const spentSec = (job.nowMs - job.startedMs) / 1000;
  const left = share > 0.01 ? lengthWords((spentSec / share) * (1 - share)) : 'a moment';
  const unit = job.form.kind === 'pdf' ? 'pages' : 'frames';
  return (
    <div className="mt-1.5">
      <Progress.Root
        value={Math.round(share * 100)}
        aria-label="Export"
        className="h-2 overflow-hidden rounded-full bg-line"
      >
        <Progress.Indicator className="h-full bg-accent" style={{ width: `${share * 100}%` }} />
      </Progress.Root>
      <p className="mt-1 flex justify-between font-mono text-[12px]">
        <span>
          {job.count > 0
            ? `${job.done.toLocaleString('en-GB')} of ${job.count.toLocaleString('en-GB')} ${unit}`
            : 'Getting ready'}
        </span>
        <span>
          {spentSec > 1 && job.done > 0 ? `${(job.done / spentSec).toFixed(0)} a second, ` : ''}
          {left} left
        </span>
      </p>
    </div>
  );
}
