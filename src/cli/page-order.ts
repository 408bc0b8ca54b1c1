import { plainCubes } from '@/core/film/film-data';
import type { Cubes } from '@/core/film/tell-film';
import { type ExportForm, endingOf } from '@/core/project/export-form';
import type { Project } from '@/core/project/project';
import type { PageOrder } from './render-page';

/** A film with its values and files. */
export interface OrderedFilm {
  readonly project: Project;
  readonly cubes: Cubes;
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

const base64 = (bytes: Uint8Array | undefined) => Buffer.from(bytes ?? new Uint8Array(0)).toString('base64');

/** What the page that renders is given. */
export function pageOrderOf({ project, cubes, assets }: OrderedFilm, form: ExportForm): PageOrder {
  return {
    project,
    cubes: plainCubes(cubes),
    form,
    fileName: `render${endingOf(form)}`,
    images: project.pictures
      .filter(({ assetId }) => assets.has(assetId))
      .map(({ id, mime, assetId }) => ({ id, mime, base64: base64(assets.get(assetId)) })),
    fonts: project.fonts
      .filter(({ assetId }) => assets.has(assetId))
      .map(({ family, assetId }) => ({ family, base64: base64(assets.get(assetId)) })),
    sounds: [...new Set(project.film.sounds.map(({ assetId }) => assetId))],
  };
}
