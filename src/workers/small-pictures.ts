import type { PreparedFilm } from '@/core/film/prepare-film';
import { sceneAt } from '@/core/film/scene-at';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';

/** A film at a time. */
export interface Shot {
  readonly film: PreparedFilm;
  readonly timeSec: number;
}

/** How small pictures are made. */
export interface SmallPictureSetting {
  readonly widthPx: number;
  readonly resources: PaintResources;
  /** That the film they are of has gone meanwhile. */
  isGone(): boolean;
}

/**
 * Small pictures of films, one after the other. Edits and playing go first, so there is a pause before each; pictures of a film
 * that is gone are of no use, so then there are none.
 *
 * @param shots Each is made when its turn comes.
 */
export async function smallPictures(
  shots: Iterable<() => Shot>,
  { widthPx, resources, isGone }: SmallPictureSetting,
): Promise<ImageBitmap[]> {
  const pictures: ImageBitmap[] = [];
  for (const shot of shots) {
    await new Promise((resolve) => setTimeout(resolve));
    if (isGone()) return [];
    const { film, timeSec } = shot();
    const { stage } = film;
    const canvas = new OffscreenCanvas(widthPx, Math.max(1, Math.round((widthPx * stage.heightPx) / stage.widthPx)));
    const context = canvas.getContext('2d');
    if (!context) return [];
    paintScene(context, sceneAt(film, timeSec), widthPx / stage.widthPx, resources);
    pictures.push(canvas.transferToImageBitmap());
  }
  return pictures;
}
