'use client';

import { Download, FolderOpen, Save, X } from 'lucide-react';
import { Progress } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import type { ExportState } from '@/state/session';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { type FilmChoice, type OfferedFormat, useServices } from '../services';
import { useProject, useSession } from '../use-state';

const shorterSides = [480, 720, 1080, 2160];

/** Output: the film as a file, and the project as a file. */
export function OutputBench() {
  const services = useServices();
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920);
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080);
  const framesPerSec = useProject((project) => project.film.framesPerSec, 30);
  const overview = useSession((state) => state.overview);
  const film = useSession((state) => state.film);
  const [side, setSide] = useState(1080);
  const [quality, setQuality] = useState<FilmChoice['quality']>('good');
  const [wanted, setWanted] = useState<OfferedFormat['id']>('mp4');
  const shorter = Math.min(widthPx, heightPx);
  const even = (px: number) => Math.max(2, 2 * Math.round((px * side) / shorter / 2));
  const size = { widthPx: even(widthPx), heightPx: even(heightPx) };
  const formats = useFormats(size.widthPx, size.heightPx, framesPerSec);
  const format = formats?.find(({ id }) => id === wanted) ?? formats?.[0];
  const choice: FilmChoice | null = format ? { formatId: format.id, quality, ...size } : null;
  const running = film.phase === 'running';
  return (
    <>
      <Section title="The film">
        {formats?.length === 0 && (
          <p role="alert" className="text-[13px] text-accent-text">
            This browser cannot encode films of this size. Choose a smaller size, or open Plucky Tempo in a current
            Chromium, Edge, Safari or Firefox, at an address that starts with https or on this computer.
          </p>
        )}
        {format && (
          <PickField
            control="film-format"
            value={format.id}
            choices={(formats ?? []).map(({ id, name }) => ({ value: id, label: name }))}
            hint={`${format.use}.`}
            onChange={setWanted}
          />
        )}
        <SelectField
          control="film-size"
          value={String(side)}
          choices={shorterSides.map((px) => {
            const scaled = (length: number) => Math.max(2, 2 * Math.round((length * px) / shorter / 2));
            return { value: String(px), label: `${scaled(widthPx)} × ${scaled(heightPx)} pixels` };
          })}
          onChange={(value) => setSide(Number(value))}
        />
        <PickField
          control="film-quality"
          value={quality}
          choices={[
            { value: 'light', label: 'Light' },
            { value: 'good', label: 'Good' },
            { value: 'best', label: 'Best' },
          ]}
          hint={
            choice
              ? `${(services.bitsPerSec(choice, framesPerSec) / 1e6).toFixed(1)} megabits a second at the most.`
              : undefined
          }
          onChange={setQuality}
        />
        <Field control="film-export">
          {overview && choice && (
            <p className="mb-2 text-[12px] leading-snug text-quiet">
              You will get {overview.frameCount.toLocaleString('en-GB')} frames at {framesPerSec} a second,{' '}
              {lengthWords(overview.frameCount / framesPerSec)}, about{' '}
              {sizeWords((services.bitsPerSec(choice, framesPerSec) * overview.lengthSec) / 8)} or less.
            </p>
          )}
          {running ? (
            <Button className="w-full" onClick={() => services.cancelExport()}>
              <X className="size-4" aria-hidden /> Cancel
            </Button>
          ) : (
            <Button
              look="loud"
              className="w-full"
              disabled={!overview || !choice}
              onClick={() => choice && void services.exportFilm(choice)}
            >
              <Download className="size-4" aria-hidden /> Export {format ? format.ending.toUpperCase() : 'film'}
            </Button>
          )}
          <FilmReport film={film} />
        </Field>
      </Section>
      <Section title="The project">
        <p className="text-[12px] leading-snug text-quiet">
          A project file holds the data, the look and the pace. Give it to a colleague, or keep it.
        </p>
        <Field control="save-project">
          <Button className="w-full" disabled={!overview} onClick={() => void services.saveProject()}>
            <Save className="size-4" aria-hidden /> Save
          </Button>
        </Field>
        <Field control="open-project">
          <OpenProject />
        </Field>
      </Section>
    </>
  );
}

function OpenProject() {
  const services = useServices();
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button className="w-full" onClick={() => input.current?.click()}>
        <FolderOpen className="size-4" aria-hidden /> Open
      </Button>
      <FileChooser
        ref={input}
        label="Choose a project file from this computer"
        accept=".plucky"
        onFiles={(files) => void services.openFiles(files.map((file) => ({ file, handle: null })))}
      />
    </>
  );
}

function FilmReport({ film }: { readonly film: ExportState }) {
  if (film.phase === 'idle') return null;
  if (film.phase === 'running') return <FilmProgress film={film} />;
  if (film.phase === 'cancelled')
    return (
      <p role="status" className="mt-2 text-[12px] text-quiet">
        Cancelled. No file was kept.
      </p>
    );
  if (film.phase === 'failed')
    return (
      <p role="alert" className="mt-2 text-[12px] leading-snug text-accent-text">
        {film.message}
      </p>
    );
  return (
    <p role="status" className="mt-2 text-[12px] leading-snug">
      <strong className="break-all">{film.fileName}</strong>, {sizeWords(film.bytes)}, done in{' '}
      {lengthWords(film.tookSec)}.{' '}
      <a className="underline" href={film.url} download={film.fileName}>
        Save it once more
      </a>
    </p>
  );
}

function FilmProgress({ film }: { readonly film: Extract<ExportState, { phase: 'running' }> }) {
  const share = film.count > 0 ? film.done / film.count : 0;
  const spentSec = (film.nowMs - film.startedMs) / 1000;
  const left = share > 0.01 ? lengthWords((spentSec / share) * (1 - share)) : 'a moment';
  return (
    <div className="mt-3">
      <Progress.Root
        value={Math.round(share * 100)}
        aria-label="Export"
        className="h-2 overflow-hidden rounded-full bg-line"
      >
        <Progress.Indicator className="h-full bg-accent" style={{ width: `${share * 100}%` }} />
      </Progress.Root>
      <p className="mt-1.5 flex justify-between font-mono text-[12px]">
        <span>
          {film.done.toLocaleString('en-GB')} of {film.count.toLocaleString('en-GB')} frames
        </span>
        <span>{left} left</span>
      </p>
      {spentSec > 1 && film.done > 0 && (
        <p className="font-mono text-[12px] text-quiet">{(film.done / spentSec).toFixed(0)} frames a second</p>
      )}
    </div>
  );
}

function useFormats(widthPx: number, heightPx: number, framesPerSec: number): OfferedFormat[] | null {
  const services = useServices();
  const [formats, setFormats] = useState<OfferedFormat[] | null>(null);
  useEffect(() => {
    let ended = false;
    services.formats(widthPx, heightPx, framesPerSec).then((found) => {
      if (!ended) setFormats(found);
    });
    return () => {
      ended = true;
    };
  }, [services, widthPx, heightPx, framesPerSec]);
  return formats;
}

/** Seconds in words a person would use. */
function lengthWords(sec: number): string {
  if (sec < 60) return `${sec < 10 ? sec.toFixed(1) : Math.round(sec)} s`;
  return `${Math.floor(sec / 60)} min ${Math.round(sec % 60)} s`;
}

function sizeWords(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1e3))} kB`;
  return `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;
}
