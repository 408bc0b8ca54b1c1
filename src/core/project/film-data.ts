import type { Cube } from '../shaping/cube';
import type { Project } from './project';

/** What a web page carries: the film's document, its values, its pictures. */
export interface FilmData {
  readonly project: Project;
  readonly cube: Omit<Cube, 'values'> & { readonly values: readonly (number | null)[] };
  /** Data addresses by image id. */
  readonly images: Readonly<Record<string, string>>;
}

/** The film as JSON that can stand inside a page: no text in it can end the element that holds it. */
export function filmJson(project: Project, cube: Cube, images: ReadonlyMap<string, string>): string {
  // What only the editor needs stays at home: files, steps, edits.
  const tables = project.tables.map(({ id, name, source }) => ({
    id,
    name,
    source: { ...source, fileName: '' },
    added: [],
    steps: [],
  }));
  const data: FilmData = {
    project: { ...project, tables },
    cube: { ...cube, values: Array.from(cube.values, (value) => (Number.isNaN(value) ? null : value)) },
    images: Object.fromEntries(images),
  };
  return JSON.stringify(data)
    .replaceAll('<', '\\u003c')
    .replaceAll('\u2028', '\\u2028')
    .replaceAll('\u2029', '\\u2029');
}

/** The values of a page, as the core takes them. */
export function cubeOfData({ cube }: FilmData): Cube {
  return { ...cube, values: Float64Array.from(cube.values, (value) => value ?? Number.NaN) };
}
