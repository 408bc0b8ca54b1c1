import path from 'node:path';
import { paceLimits } from '@/core/pace/pace';
import {
  defaultChart,
  defaultProject,
  suggestLengthSec,
  suggestPlaces,
  titleFromFileName,
} from '@/core/project/defaults';
import { readLook, withLook } from '@/core/project/looks';
import type { Chart, Project } from '@/core/project/project';
import { projectLimits } from '@/core/project/project';
import type { Cube } from '@/core/shaping/cube';
import { fieldsOf } from '@/core/shaping/fields';
import { groupsOf, Preparer } from '@/core/shaping/preparation';
import { readSources } from '@/core/shaping/read-sources';
import type { Issue } from '@/core/table/issue';
import { noReadingChoice } from '@/core/table/reader';
import { readProjectFile } from '@/export/project-file';
import { numberIn, projectFrom } from './frames';
import { readBytes } from './open-table';
import { type PrepareOptions, shapeFile } from './prepare';
import { Refusal } from './refusal';

/** Options that say which film it is, as they are typed. */
export interface FilmOptions extends PrepareOptions {
  readonly project?: string;
  readonly look?: string;
  readonly title?: string;
  readonly length?: string;
  readonly fps?: string;
  readonly size?: string;
  readonly places?: string;
  readonly group?: string;
}

/** A film, ready to be rendered: one for each group where a column was named. */
export interface FilmInput {
  readonly group: string | null;
  readonly project: Project;
  readonly cube: Cube;
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

/** Reads a table or a project file into films. */
export async function filmsFrom(
  file: string,
  options: FilmOptions,
): Promise<{ films: FilmInput[]; notes: readonly Issue[] }> {
  const found = file.endsWith('.plucky') ? await fromProjectFile(file, options) : await fromTable(file, options);
  return { ...found, films: found.films.map((film) => ({ ...film, project: dressed(film.project, options) })) };
}

type Found = { films: FilmInput[]; notes: readonly Issue[] };

async function fromTable(file: string, options: FilmOptions): Promise<Found> {
  const given = options.project === undefined ? null : projectFrom(options.project);
  const known = given?.charts.find(({ id }) => id === given.film.sequence[0]);
  const table = given?.tables.find(({ id }) => id === known?.tableId);
  const steps =
    known && table && options.steps === undefined ? { fields: known.fields, steps: table.steps } : undefined;
  const shaped = await shapeFile(file, options, steps, options.group ?? null);
  const films = shaped.groups.map(({ name, cube }): FilmInput => {
    const project = given ?? freshProject(file, cube);
    return { group: name, project, cube, assets: new Map() };
  });
  return { films, notes: shaped.notes };
}

function freshProject(file: string, cube: Cube): Project {
  const title = titleFromFileName(path.basename(file));
  const base = defaultChart('c', 't', fieldsOf({ shape: 'long' }));
  const chart: Chart = {
    ...base,
    text: { ...base.text, title },
    places: suggestPlaces(cube),
    pace: { ...base.pace, length: { by: 'whole', sec: suggestLengthSec(cube) } },
  };
  const source = { kind: 'file', fileName: path.basename(file), assetId: 'a', reading: noReadingChoice } as const;
  return defaultProject('p', title, { id: 't', name: title, source, added: [], steps: [] }, chart);
}

async function fromProjectFile(file: string, options: FilmOptions): Promise<Found> {
  const outcome = readProjectFile(readBytes(file));
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  const { project, assets } = outcome.value;
  const chart = project.charts.find(({ id }) => id === project.film.sequence[0]);
  const entry = project.tables.find(({ id }) => id === chart?.tableId);
  if (!chart || !entry) throw new Refusal(`${file} has no chart.`);
  const sources = [{ source: entry.source, keys: [] as readonly string[] }, ...entry.added].map(({ source, keys }) => ({
    source,
    keys,
    bytes: (assets.get(source.assetId) as Uint8Array).slice().buffer as ArrayBuffer,
  }));
  const read = await readSources(sources, () => undefined);
  if (!read.ok) throw Refusal.of(read.issues);
  const preparer = new Preparer(read.value.table, read.value.decimalHint);
  const column = options.group ?? '';
  const fields = column === '' ? chart.fields : { ...chart.fields, group: column };
  const { table } = preparer.tableAfter(entry.steps);
  const names =
    column === '' ? [fields.group === '' ? '' : chart.group] : groupsOf(table, column).map(({ name }) => name);
  const notes: Issue[] = [];
  const films = names.map((name): FilmInput => {
    const prepared = preparer.prepare(entry.steps, fields, name);
    if (!prepared.outcome.ok) throw Refusal.of(prepared.outcome.issues);
    notes.push(...prepared.outcome.issues);
    return { group: column === '' ? null : name, project, cube: prepared.outcome.value, assets };
  });
  return { films, notes };
}

/** The project with what the options change of it. */
function dressed(project: Project, options: FilmOptions): Project {
  let changed = project;
  if (options.look !== undefined) {
    const look = readLook(new TextDecoder().decode(readBytes(options.look)));
    if (!look.ok) throw Refusal.of(look.issues);
    changed = withLook(changed, look.value);
  }
  const [first] = changed.film.sequence;
  const charts = changed.charts.map((chart): Chart => {
    if (chart.id !== first) return chart;
    return {
      ...chart,
      text: options.title === undefined ? chart.text : { ...chart.text, title: options.title },
      places: options.places === undefined ? chart.places : numberIn('--places', options.places, projectLimits.places),
      pace:
        options.length === undefined
          ? chart.pace
          : { ...chart.pace, length: { by: 'whole', sec: numberIn('--length', options.length, paceLimits.lengthSec) } },
    };
  });
  const framesPerSec =
    options.fps === undefined ? changed.film.framesPerSec : numberIn('--fps', options.fps, paceLimits.framesPerSec);
  const size = options.size === undefined ? {} : sizeOf(options.size);
  return { ...changed, charts, film: { ...changed.film, framesPerSec, stage: { ...changed.film.stage, ...size } } };
}

function sizeOf(text: string): { widthPx: number; heightPx: number } {
  const match = /^(\d+)x(\d+)$/i.exec(text.trim());
  if (!match) throw new Refusal(`--size must read like 1920x1080; “${text}” does not.`);
  const [widthPx, heightPx] = [Number(match[1]), Number(match[2])];
  const [low, high] = projectLimits.stagePx;
  if ([widthPx, heightPx].some((px) => px < low || px > high))
    throw new Refusal(`--size goes from ${low} to ${high} pixels a side; “${text}” does not fit.`);
  return { widthPx, heightPx };
}
