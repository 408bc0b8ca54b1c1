'use client';

import type { FontBytes, ImageBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import { loadAsset } from '@/state/keep/assets';
import type { FilmAssets } from '@/workers/export-protocol';
import { flagOf } from './flags';

/** Finds the bytes of pictures, flags and fonts, and remembers which of them the stage has. */
export class FilmMedia {
  private readonly images = new Map<string, Promise<ImageBytes | null>>();
  private readonly fonts = new Map<string, Promise<FontBytes | null>>();
  private readonly staged = new Set<string>();

  /** The pictures of some ids; those that are lost are left out. */
  async imagesOf(project: Project, ids: readonly string[]): Promise<ImageBytes[]> {
    const found = await Promise.all(ids.map((id) => this.image(project, id)));
    return found.filter((image) => image !== null);
  }

  /** The pictures that the stage does not have yet; from now on it does. */
  async newImages(project: Project, ids: readonly string[]): Promise<ImageBytes[]> {
    const missing = ids.filter((id) => !this.staged.has(id));
    const found = await this.imagesOf(project, missing);
    for (const { id } of found) this.staged.add(id);
    return found;
  }

  async newFonts(project: Project): Promise<FontBytes[]> {
    const missing = project.fonts.filter(({ family }) => !this.staged.has(`font ${family}`));
    const found = await this.fontsOf({ ...project, fonts: missing });
    for (const { family } of found) this.staged.add(`font ${family}`);
    return found;
  }

  async fontsOf(project: Project): Promise<FontBytes[]> {
    const found = await Promise.all(
      project.fonts.map(({ family, assetId }) => {
        const known = this.fonts.get(assetId) ?? loadAsset(assetId).then((bytes) => (bytes ? { family, bytes } : null));
        this.fonts.set(assetId, known);
        return known;
      }),
    );
    return found.filter((font) => font !== null);
  }

  /** Everything that an export needs. */
  async assetsOf(project: Project, imageIds: readonly string[]): Promise<FilmAssets> {
    const [images, fonts] = await Promise.all([this.imagesOf(project, imageIds), this.fontsOf(project)]);
    return { images, fonts };
  }

  private image(project: Project, id: string): Promise<ImageBytes | null> {
    const known = this.images.get(id);
    if (known) return known;
    const load = id.startsWith('flag:') ? flagOf(id) : pictureOf(project, id);
    this.images.set(id, load);
    // What could not be found may be there the next time.
    void load.then((image) => image ?? this.images.delete(id));
    return load;
  }
}

async function pictureOf(project: Project, id: string): Promise<ImageBytes | null> {
  const picture = project.pictures.find((each) => each.id === id);
  const bytes = picture ? await loadAsset(picture.assetId) : null;
  return picture && bytes ? { id, mime: picture.mime, bytes } : null;
}
