import type { Chart } from './chart';
import type { Film } from './film';
import type { AddedFont, Picture } from './film-parts';
import type { TableEntry, TableSource } from './table-entry';

/** The version of the document that this code writes. A new one comes with a migration. */
export const PROJECT_VERSION = 10;

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

/** Every file that a project needs beside its document. */
export function assetIdsOf(project: Project): string[] {
  return [...sourcesOf(project), ...project.pictures, ...project.fonts].map(({ assetId }) => assetId);
}
