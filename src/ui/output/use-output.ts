'use client';

import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import type { ExportForm } from '@/core/project/export-form';
import { keptByServices } from '../kept-by-services';
import { type ExportRequest, type OfferedFormat, useServices } from '../services';
import { useChart, useProject, useRestingPlayhead, useSession } from '../use-state';
import { formOf, furtherSizes, kindsFor, outputChoice, sizeFor } from './output-choice';

/** What would be exported now: one request for each group and size, the first one for what is on stage. */
export function useOutput() {
  const choice = useStore(outputChoice);
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920);
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080);
  const framesPerSec = useProject((project) => project.film.framesPerSec, 30);
  const name = useProject((project) => project.name, '');
  const clear = useProject((project) => project.film.stage.background.kind === 'clear', false);
  const overview = useSession((state) => state.overview);
  const timeSec = useRestingPlayhead((readout) => readout?.timeSec ?? 0);
  const groups = useSession((state) => state.prepared?.groups ?? none);
  const grouped = useChart((chart) => chart.fields.group !== '') ?? false;
  const size = sizeFor(choice, { widthPx, heightPx }, true);
  const formats = useFormats(size.widthPx, size.heightPx, framesPerSec);
  const offered = formats?.filter(({ alpha }) => clear || !alpha) ?? null;
  const format = offered?.find(({ id }) => id === choice.formatId) ?? offered?.[0] ?? null;
  const sounds = useProject((project) => project.film.sounds.some(({ on }) => on), false);
  const played = (overview?.notes.length ?? 0) > 0;
  const heard = sounds || played;
  const heardChoice = kindsFor(heard).includes(choice.kind) ? choice : { ...choice, kind: 'film' as const };
  const soundForm = played ? choice.soundForm : ('all' as const);
  const known = { ...heardChoice, soundForm, ...(format ? { formatId: format.id } : {}) };
  const film = { widthPx, heightPx, timeSec: choice.moment === 'playhead' ? timeSec : 0 };
  const form = formOf(known, film);
  const chosenGroups: readonly (string | null)[] =
    grouped && choice.allGroups ? groups.map((group) => group.name) : [null];
  const stages = [null, ...furtherSizes.filter(({ id }) => choice.sizes.includes(id))];
  const { kind: first } = known;
  const kinds = [first, ...choice.kinds.filter((kind) => kind !== first && kindsFor(heard).includes(kind))];
  const pattern = patternFor(choice.pattern, chosenGroups.length, stages.length);
  const requests = chosenGroups.flatMap((group) =>
    stages.flatMap((stage) => {
      const own = stage ? { widthPx: stage.widthPx, heightPx: stage.heightPx } : null;
      return kinds
        .filter((kind) => kind !== 'data' || stage === null)
        .map(
          (kind): ExportRequest => ({
            form: formOf({ ...known, kind }, { ...film, ...own }),
            group,
            stage: own,
            pattern,
          }),
        );
    }),
  );
  const ready = overview !== null && (format !== null || !kinds.includes('film'));
  return {
    choice: known,
    heard,
    played,
    form,
    requests,
    formats: offered,
    format,
    framesPerSec,
    name,
    overview,
    clear,
    grouped,
    groups,
    ready,
    widthPx,
    heightPx,
  };
}

export type Output = ReturnType<typeof useOutput>;

const none: readonly { readonly name: string; readonly rowCount: number }[] = [];

/** Several files need names that differ. */
function patternFor(pattern: string, groups: number, sizes: number): string {
  let full = pattern.trim() || '{film}';
  if (groups > 1 && !full.includes('{group}')) full += ' {group}';
  if (sizes > 1 && !full.includes('{size}')) full += ' {size}';
  return full;
}

function useFormats(widthPx: number, heightPx: number, framesPerSec: number): OfferedFormat[] | null {
  const services = useServices();
  const [formats, setFormats] = useState<OfferedFormat[] | null>(null);
  useEffect(() => {
    let ended = false;
    void services.formats(widthPx, heightPx, framesPerSec).then((found) => {
      if (!ended) setFormats(found);
    });
    return () => {
      ended = true;
    };
  }, [services, widthPx, heightPx, framesPerSec]);
  return formats;
}

/** How quick each sort of film was when it was last tried, and with which film. */
const speedsOf = keptByServices(() => new Map<string, { readonly revision: number; readonly perSec: number }>());

/** About how long a film takes to make, in seconds, from a short try on this machine; null while that is not known. */
export function useFilmSeconds(form: ExportForm, frameCount: number): number | null {
  const services = useServices();
  const known = speedsOf(services);
  const [, setCount] = useState(0);
  const playing = useSession((state) => state.playing);
  const busy = useSession((state) => state.exports.some(({ phase }) => phase === 'running'));
  const revision = useSession((state) => state.filmRevision);
  const key = form.kind === 'film' ? `${form.formatId} ${form.widthPx} ${form.heightPx}` : '';
  useEffect(() => {
    if (key === '' || playing || busy || known.get(key)?.revision === revision) return;
    let ended = false;
    const [formatId = '', width = '0', height = '0'] = key.split(' ');
    const timer = setTimeout(() => {
      void services.filmSpeed(formatId as 'mp4', Number(width), Number(height)).then((perSec) => {
        // A try beside an export says nothing.
        if (ended || !perSec) return;
        known.set(key, { revision, perSec });
        setCount((count) => count + 1);
      });
    }, 600);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [services, known, key, playing, busy, revision]);
  const speed = known.get(key);
  // The try was made by one worker, before it was warm; the export has several.
  const gain = form.kind === 'film' && form.formatId !== 'webm-vp8' && form.formatId !== 'webm-alpha' ? 1.5 : 1;
  return speed ? frameCount / (speed.perSec * gain) : null;
}
