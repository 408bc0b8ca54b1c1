import { existsSync, statSync } from 'node:fs';
import path from 'node:path';
import { families, firstFamily } from '@/core/families/registry';
import type { Cubes } from '@/core/film/tell-film';
import { noBuild } from '@/core/pace/pace';
import { freshProject, titleFromFileName } from '@/core/project/defaults';
import { followsGroup, ofGroup } from '@/core/project/group-film';
import { chartOf, playedCharts, tableOf, withChart } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { readProject } from '@/core/project/read-project';
import type { TableEntry } from '@/core/project/table-entry';
import { projectOfScript } from '@/core/script/build-project';
import { filesOfScript, isScriptName, meansFilmScript, readFilmScript } from '@/core/script/read-script';
import type { Cube } from '@/core/shaping/cube';
import { fieldsOf } from '@/core/shaping/fields';
import { groupsOf, Preparer } from '@/core/shaping/preparation';
import { readSources } from '@/core/shaping/read-sources';
import { stepOf } from '@/core/shaping/understand';
import type { Issue } from '@/core/table/issue';
import { noReadingChoice } from '@/core/table/reader';
import { findColumn } from '@/core/table/table';
import { type ProjectBundle, readProjectFile } from '@/export/project-file';
import { type ChangeOptions, changed, takesFurther } from './change-project';
import { readBytes } from './open-table';
import { type PrepareOptions, plansOf, shapeFile } from './prepare';
import { Refusal } from './refusal';
import { soundSec } from './sound-sec';

/** Options that say which film it is, as they are typed. */
export interface FilmOptions extends PrepareOptions, ChangeOptions {
  readonly project?: string;
  readonly group?: string;
}

/** A film, ready to be shown or rendered: one for each group where a column was named. */
export interface FilmInput {
  readonly group: string | null;
  /** The charts that show it, by their ids. */
  readonly grouped: ReadonlySet<string>;
  readonly project: Project;
  readonly cubes: Cubes;
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

/** How a film of a bare table starts out: as the app would make it, or straight, even and without holds, for numbers. */
export type Start = 'film' | 'plain';

interface Found {
  readonly films: readonly FilmInput[];
  readonly notes: readonly Issue[];
}

/** Is it a project with everything in it, rather than a table? */
export const isProjectFile = (file: string) => file.toLowerCase().endsWith('.plucky');

/** Does what is in it say all of the film, rather than a table? */
export const isWholeFilm = (file: string) => isProjectFile(file) || isScriptFile(file);

/** Is it a film script? Other JSON may be a table. */
export function isScriptFile(file: string): boolean {
  return (
    isScriptName(file) && meansFilmScript(file, new TextDecoder().decode(readBytes(file).subarray(0, SCRIPT_START)))
  );
}

/** Bytes of a file in which a film script says that it is one. */
const SCRIPT_START = 100_000;

/** Reads a table, a project file or a film script into films. */
export async function filmsFrom(file: string, options: FilmOptions, start: Start = 'film'): Promise<Found> {
  const found = isProjectFile(file)
    ? await fromProject(projectBundle(file), file, options)
    : isScriptFile(file)
      ? await fromScript(file, options)
      : await fromTable(file, options, start);
  return {
    ...found,
    films: found.films.map((film) => {
      const project = changed(film.project, options, film.cubes);
      const { group } = film;
      if (group === null) return { ...film, project };
      const charts = project.charts.map((each) => (film.grouped.has(each.id) ? ofGroup(each, group) : each));
      return { ...film, project: { ...project, charts } };
    }),
  };
}

/** A project's document from a JSON file. @throws Refusal if the file is no project. */
export function projectFrom(file: string): Project {
  let data: unknown;
  try {
    data = JSON.parse(new TextDecoder().decode(readBytes(file)));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(`${file} is not valid JSON. It should be the project.json of a project file.`);
  }
  const outcome = readProject(data, families);
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return outcome.value;
}

async function fromTable(file: string, options: FilmOptions, start: Start): Promise<Found> {
  const given = options.project === undefined ? null : projectFrom(options.project);
  const chart = given && chartOf(given, null);
  const steps =
    given && chart && options.steps === undefined
      ? { fields: chart.fields, steps: tableOf(given, chart).steps }
      : undefined;
  const shaped = await shapeFile(file, options, steps, {
    groupColumn: options.group ?? null,
    takesFurther: options.chart !== undefined && takesFurther(options.chart),
  });
  const films = shaped.groups.map(({ name, cube }): FilmInput => {
    const project = given ? onlyFirst(given) : projectOf(file, cube, start);
    const cubes = new Map(playedCharts(project).map(({ chart: { id } }) => [id, cube]));
    return { group: name, grouped: new Set(cubes.keys()), project, cubes, assets: new Map() };
  });
  return { films, notes: shaped.notes };
}

/** A single table has values for a single chart. */
function onlyFirst(project: Project): Project {
  const [first] = playedCharts(project);
  if (!first) throw new Refusal('The project has no chart that the table could be shown in.');
  return { ...project, film: { ...project.film, pieces: [first.piece] } };
}

function projectOf(file: string, cube: Cube, start: Start): Project {
  const name = path.basename(file);
  const title = titleFromFileName(name);
  const source = { kind: 'file', fileName: name, assetId: 'a', reading: noReadingChoice } as const;
  const table: TableEntry = { id: 't', name: title, source, added: [], steps: [] };
  const ids = { project: 'p', chart: 'c', piece: 'piece-1' };
  const fields = fieldsOf({ shape: 'long' });
  const project = freshProject({ ids, title, table, fields, family: firstFamily, cube });
  if (start === 'film') return project;
  const plain = withChart(project, null, (chart) => ({
    ...chart,
    between: 'linear',
    pace: { ...chart.pace, holdStartSec: 0, holdEndSec: 0, swapSec: 0.5, opening: noBuild, closing: noBuild },
  }));
  return { ...plain, film: { ...plain.film, framesPerSec: 30 } };
}

/** A film script with the files that it names, which lie beside it. */
async function fromScript(file: string, options: FilmOptions): Promise<Found> {
  const { read, files } = readScriptFile(file);
  let count = 0;
  const freshAsset = () => `asset-${++count}`;
  const outcome = await projectOfScript(read, {
    families,
    files,
    freshAsset,
    projectId: 'film',
    soundSec,
  });
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  const { project, assets, cubes } = outcome.value;
  // A film for each group, and other columns, are made anew from the tables.
  const other = [options.group, options.period, options.category, options.value, options.steps, options.combine];
  if (other.some((each) => each !== undefined) || options.where !== undefined) {
    const { films, notes } = await fromProject({ project, assets }, file, options);
    return { films, notes: [...outcome.issues, ...notes] };
  }
  return { films: [{ group: null, grouped: new Set(), project, cubes, assets }], notes: outcome.issues };
}

/** A film script, and the bytes of what it names as far as that is there. @throws Refusal for a file that cannot be read. */
export function readScriptFile(file: string) {
  const read = readFilmScript(new TextDecoder().decode(readBytes(file)), families);
  const folder = path.dirname(file);
  const files = new Map<string, Uint8Array>();
  for (const name of read.script ? filesOfScript(read.script) : []) {
    const at = path.resolve(folder, name);
    if (existsSync(at) && statSync(at).isFile()) files.set(name, readBytes(at));
  }
  return { read, files };
}

function projectBundle(file: string): ProjectBundle {
  const outcome = readProjectFile(readBytes(file));
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return outcome.value;
}

async function fromProject({ project, assets }: ProjectBundle, file: string, options: FilmOptions): Promise<Found> {
  const tables = new TableShelf(assets);
  const notes: Issue[] = [];
  const cubes = new Map<string, Cube>();
  const [first, ...others] = playedCharts(project).map(({ chart }) => chart);
  if (!first) {
    if (options.group !== undefined) throw new Refusal(`--group: ${file} has no chart, so there are no groups.`);
    return { films: [{ group: null, grouped: new Set(), project, cubes: new Map(), assets }], notes };
  }
  const valuesOf = async (
    chart: typeof first,
    fields: typeof first.fields,
    group: string,
    steps: TableEntry['steps'],
  ) => {
    const preparer = await tables.open(tableOf(project, chart));
    const prepared = preparer.prepare(steps, fields, group);
    if (!prepared.outcome.ok) throw Refusal.of(prepared.outcome.issues);
    notes.push(...prepared.outcome.issues);
    return prepared.outcome.value;
  };
  const stepsOf = (chart: typeof first) => tableOf(project, chart).steps;
  const column = options.group ?? '';
  const steps = [...stepsOf(first), ...plansOf(options).map((plan, i) => stepOf(plan, `option-${i + 1}`))];
  const fields = fieldsWith(first.fields, options, column);
  const { table } = (await tables.open(tableOf(project, first))).tableAfter(steps);
  if (column !== '' && !findColumn(table, column))
    throw new Refusal(`There is no column “${column}” to make groups of.`);
  // Charts that have the group too come along; the others stay as they are.
  const along = new Map<string, readonly string[]>();
  for (const chart of others) {
    cubes.set(
      chart.id,
      await valuesOf(chart, chart.fields, chart.fields.group === '' ? '' : chart.group, stepsOf(chart)),
    );
    const own = (await tables.open(tableOf(project, chart))).tableAfter(stepsOf(chart)).table;
    if (column !== '' && findColumn(own, column) && followsGroup(chart, first, column))
      along.set(
        chart.id,
        groupsOf(own, column).map(({ name }) => name),
      );
  }
  const names =
    column === '' ? [fields.group === '' ? '' : first.group] : groupsOf(table, column).map(({ name }) => name);
  const films: FilmInput[] = [];
  for (const name of names) {
    const all = new Map([...cubes, [first.id, await valuesOf(first, fields, name, steps)]]);
    const followers = others.filter(({ id }) => along.get(id)?.includes(name));
    for (const chart of followers)
      all.set(chart.id, await valuesOf(chart, { ...chart.fields, group: column }, name, stepsOf(chart)));
    const grouped = new Set([first, ...followers].map(({ id }) => id));
    films.push({ group: column === '' ? null : name, grouped, project, cubes: all, assets });
  }
  return { films, notes };
}

function fieldsWith<F extends { readonly group: string }>(fields: F, options: FilmOptions, column: string): F {
  const { period, category, value } = options;
  const named = { ...(period ? { period } : {}), ...(category ? { category } : {}), ...(value ? { value } : {}) };
  return { ...fields, ...named, ...(column === '' ? {} : { group: column }) };
}

/** The tables of a project file, each read once. */
class TableShelf {
  private readonly opened = new Map<string, Preparer>();

  constructor(private readonly assets: ReadonlyMap<string, Uint8Array>) {}

  async open(entry: TableEntry): Promise<Preparer> {
    const known = this.opened.get(entry.id);
    if (known) return known;
    const wanted = [{ source: entry.source, keys: [] as readonly string[], measure: '' }, ...entry.added];
    const sources = wanted.map(({ source, keys, measure }) => ({
      source,
      keys,
      measure,
      bytes: (this.assets.get(source.assetId) as Uint8Array).slice().buffer as ArrayBuffer,
    }));
    const read = await readSources(sources, () => undefined);
    if (!read.ok) throw Refusal.of(read.issues);
    const preparer = new Preparer(read.value.table, read.value.decimalHint, read.value.joined);
    this.opened.set(entry.id, preparer);
    return preparer;
  }
}
