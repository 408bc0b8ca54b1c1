import { distance } from 'fastest-levenshtein';
import type { ValidationErrorItem } from 'joi';
import { type Outcome, refuse } from '../table/issue';
import { type DocumentPath, documentPaths } from './document-paths';
import type { KnownFamily } from './family-document';
import { chartOf, withChart } from './pieces';
import type { Project } from './project';
import { chartSchema } from './schema/chart-schema';
import { filmSchema } from './schema/film-schema';

/** A value on its way into the document, as it was typed. */
export interface Setting {
  /** See `DocumentPath`. */
  readonly path: string;
  readonly value: string;
}

/** Splits `path=value` at its first sign. */
export function readSetting(text: string): Outcome<Setting> {
  const at = text.indexOf('=');
  if (at < 1) return refuse('bad-setting', `A setting needs PATH=VALUE; “${text}” has no path.`);
  return { ok: true, value: { path: text.slice(0, at).trim(), value: text.slice(at + 1) }, issues: [] };
}

/**
 * Sets values of the document by their paths, in order, and checks the result by the schema that files are checked by.
 *
 * @param pieceId Whose chart; see `pieceOf`.
 * @returns The project; or for each fault the path, the rule, and the nearest right path where there is none of that name.
 */
export function withSettings(
  project: Project,
  settings: readonly Setting[],
  families: readonly KnownFamily[],
  pieceId: string | null = null,
): Outcome<Project> {
  const chart = chartOf(project, pieceId);
  if (!chart)
    return refuse('unknown-path', 'Only charts have values that can be set by a path, and the film has none here.');
  const family = families.find(({ id }) => id === chart.family);
  if (!family) return refuse('unknown-family', `There is no family of charts called ${chart.family}.`);
  const paths = documentPaths(family);
  const known = new Map(paths.map((each) => [each.path, each]));
  const changed = structuredClone({ chart, film: project.film }) as unknown as Tree;
  for (const { path, value } of settings) {
    const at = known.get(path) ?? known.get(path.replace(/\.\d+$/, '')) ?? wholeOf(path, paths);
    if (!at) return refuse('unknown-path', `There is no ${path}.${nearest(path, paths)}`);
    placeAt(changed, path.startsWith('film.') ? path : `chart.${path}`, readValue(value, at, path));
  }
  const fault = faultOf(changed, family);
  if (fault !== null) return refuse('bad-value', fault);
  const { chart: ready, film } = changed as unknown as Pick<Project, 'film'> & { readonly chart: typeof chart };
  return { ok: true, value: { ...withChart(project, pieceId, () => ready), film }, issues: [] };
}

/** A thing of several values, which can be set as a whole. */
function wholeOf(path: string, paths: readonly DocumentPath[]): DocumentPath | undefined {
  return paths.some((each) => each.path.startsWith(`${path}.`)) ? { path, type: 'object', meaning: '' } : undefined;
}

/** The path that is written most like one that there is not. */
function nearest(path: string, paths: readonly DocumentPath[]): string {
  const last = path.slice(path.lastIndexOf('.') + 1);
  let best = { path: '', far: Number.POSITIVE_INFINITY };
  for (const { path: candidate } of paths) {
    // A right last word at a wrong place is nearer than a wrong word at a right one.
    const sameEnd = candidate.slice(candidate.lastIndexOf('.') + 1) === last ? 0.5 : 1;
    const far = distance(path, candidate) * sameEnd;
    if (far < best.far) best = { path: candidate, far };
  }
  return best.path === '' ? '' : ` Did you mean ${best.path}? “tempo controls” lists all.`;
}

interface Tree {
  [key: string]: unknown;
}

/** What was typed, as the value that the path takes; what cannot be read stays a text, which the schema then refuses. */
function readValue(text: string, { type, nullable }: DocumentPath, path: string): unknown {
  if (nullable && text.trim() === 'null') return null;
  const inList = type === 'list' && /\.\d+$/.test(path);
  if (inList || type === 'text' || type === 'choice') return text;
  if (type === 'number') return text.trim() === '' ? text : Number(text);
  if (type === 'yes-no') return { true: true, yes: true, false: false, no: false }[text.trim()] ?? text;
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

/** Puts a value at a path, and makes what is missing on the way. A new `kind` keeps only what things of every kind have: the schema says what is missing. */
export function placeAt(tree: Tree, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop() as string;
  let at = tree;
  for (const key of keys) {
    const next = at[key];
    if (typeof next !== 'object' || next === null) at[key] = {};
    at = at[key] as Tree;
  }
  if (last === 'kind' && at.kind !== value) {
    const kept = keys.at(-1) === 'background' ? { colour: at.colour } : {};
    for (const key of Object.keys(at)) delete at[key];
    Object.assign(at, kept);
  }
  at[last] = value;
}

/** What the schema has against it, in one line; null for nothing. */
function faultOf({ chart, film }: Tree, family: KnownFamily): string | null {
  const check = { abortEarly: false, convert: false } as const;
  const ofChart = chartSchema(family).validate(chart, check).error;
  const ofFilm = filmSchema.validate(film, check).error;
  const faults = [
    ...(ofChart?.details ?? []),
    ...(ofFilm?.details ?? []).map((fault) => ({ ...fault, path: ['film', ...fault.path] })),
  ];
  if (faults.length === 0) return null;
  return faults.map(faultWords).join('\n');
}

/** The path, the rule and what was there instead. */
function faultWords({ path, message, context }: ValidationErrorItem): string {
  const value = context?.value;
  const was = typeof value === 'object' || value === undefined ? '' : `; it was ${JSON.stringify(value)}`;
  return `${path.join('.')}: ${message.replace(/^"[^"]*" /, '')}${was}.`;
}
