'use client';

import { toast } from 'sonner';
import { type CaptionFormat, readCaptions, writeCaptions } from '@/core/project/caption-files';
import type { Issue } from '@/core/table/issue';
import { currentChart, editChart } from '@/state/current';
import { documentStore } from '@/state/document';
import { addCaptions } from '@/state/edit-film';
import { sessionStore } from '@/state/session';
import { fileNameOf, save } from './download';

function tell(file: File, done: string, issues: readonly Issue[]): void {
  if (issues.length === 0) toast.success(`${file.name}: ${done}`);
  else
    toast.warning(`${file.name}: ${done}`, {
      description: issues
        .map(({ message }) => message)
        .slice(0, 4)
        .join(' '),
    });
}

/** Says why a file was not taken: its first few problems. */
function refused(file: File, issues: readonly Issue[]): void {
  const first = issues.slice(0, 3).map(({ message }) => message);
  toast.error(file.name, { description: first.join(' ') });
}

/** Reading lists of colours brings a parser that few visits need. */
const colourList = () => import('@/core/project/colour-list');

/** Colour lists and captions, in and out. */
export const listServices = {
  /** The colours of all categories as they are now. */
  async saveColours(format: 'json' | 'csv'): Promise<void> {
    const { project } = documentStore.getState();
    const { cube, overview } = sessionStore.getState();
    if (!project || !cube || !overview) return;
    const colours = cube.categories.map((category, c) => ({ category, colour: overview.colours[c] ?? '#888888' }));
    const { writeColoursCsv, writeColoursJson } = await colourList();
    const text = format === 'json' ? writeColoursJson(colours) : writeColoursCsv(colours);
    const type = format === 'json' ? 'application/json' : 'text/csv';
    save(new Blob([text], { type }), fileNameOf(`${project.name} colours`, `.${format}`));
  },
  async loadColours(file: File): Promise<void> {
    const { readColours } = await colourList();
    const outcome = readColours(await file.text());
    if (!outcome.ok) {
      return refused(file, outcome.issues);
    }
    const { project } = documentStore.getState();
    if (!project) return;
    const known = new Set(sessionStore.getState().cube?.categories);
    const fresh = new Set(outcome.value.map(({ category }) => category));
    editChart((chart) => {
      chart.colours = [
        ...currentChart(project).colours.filter(({ category }) => !fresh.has(category)),
        ...outcome.value,
      ];
    });
    const unknown = outcome.value.filter(({ category }) => !known.has(category)).length;
    const more = unknown > 0 ? ` ${unknown} of them are not in this table.` : '';
    tell(file, `${outcome.value.length} colours read.${more}`, outcome.issues);
  },
  saveCaptions(format: CaptionFormat): void {
    const { project } = documentStore.getState();
    const captions = sessionStore.getState().overview?.captions ?? [];
    if (!project) return;
    const type = format === 'vtt' ? 'text/vtt' : 'application/x-subrip';
    save(new Blob([writeCaptions(captions, format)], { type }), fileNameOf(project.name, `.${format}`));
  },
  async loadCaptions(file: File, how: 'add' | 'replace'): Promise<void> {
    const outcome = readCaptions(await file.text());
    const { overview } = sessionStore.getState();
    if (!outcome.ok || !overview) {
      return refused(file, outcome.issues);
    }
    const fitting = outcome.value.filter(({ fromSec }) => fromSec < overview.lengthSec);
    const before = overview.captions.length;
    addCaptions(fitting, overview, how === 'replace');
    const gone = how === 'replace' && before > 0 ? ` They take the place of ${before}; undo brings those back.` : '';
    const late = outcome.value.length - fitting.length;
    tell(
      file,
      `${fitting.length} captions read.${gone}${late > 0 ? ` ${late} begin after the film's end and are left out.` : ''}`,
      outcome.issues,
    );
  },
};
