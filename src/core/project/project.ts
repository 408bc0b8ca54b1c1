import type { Chart } from './chart';
import type { Film } from './film';
import type { AddedFont, Picture } from './film-parts';
import type { TableEntry, TableSource } from './table-entry';

/** The version of the document that this code writes. A new one comes with a migration. */
export const PROJECT_VERSION = 11;

/** The whole document: everything that decides the film, and nothing about the session. */
export interface Project {
  readonly format: 'plucky-tempo-project';
  readonly version: typeof PROJECT_VERSION;
  readonly id: string;
  readonly name: string;
  readonly tables: readonly TableEntry[];
  readonly charts: readonly Chart[];
  readonly film: Film;
  readonly pictures: readonly Picture[];
  readonly fonts: readonly AddedFont[];
}

/** All files that the project's tables are read from. */
export function sourcesOf(project: Project): TableSource[] {
  return project.tables.flatMap(({ source, added }) => [source, ...added.map((each) => each.source)]);
}

/** Every file that a project needs beside its document, with the name that it came under. */
export function filesOf(project: Project): { readonly assetId: string; readonly fileName: string }[] {
  return [...sourcesOf(project), ...project.pictures, ...project.fonts, ...project.film.sounds];
}

/** The assets that hold them. */
export function assetIdsOf(project: Project): string[] {
  return filesOf(project).map(({ assetId }) => assetId);
}
