import { type Cubes, type PreparedFilm, prepareFilm } from '@/core/film/prepare-film';
import { sceneAt } from '@/core/film/scene-at';
import type { FontBytes, ImageBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import type { Scene } from '@/core/scene/scene';
import { createMeasure } from '@/render/canvas/measure-text';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';
import { charactersOf, FontLoader, familiesOf } from '@/render/fonts';
import { ImageStore } from '@/render/images';
import { ExportError } from './export-error';

/** Everything that a film is painted from. */
export interface RoomOrder {
  readonly project: Project;
  /** The values of each chart that plays. */
  readonly cubes: Cubes;
  readonly assets: { readonly images: readonly ImageBytes[]; readonly fonts: readonly FontBytes[] };
  /** Where the app is served, without a slash at the end. */
  readonly baseUrl: string;
}

/** A film with its fonts and pictures loaded: from here on painting is synchronous and exact. */
export interface Room {
  readonly order: RoomOrder;
  readonly film: PreparedFilm;
  readonly resources: PaintResources;
}

/**
 * Loads what a film needs and prepares it.
 *
 * @param fonts The scope's font set (`self.fonts` or `document.fonts`).
 */
export async function openRoom(order: RoomOrder, fonts: FontFaceSet): Promise<Room> {
  const { project, cubes, assets, baseUrl } = order;
  const loader = new FontLoader(fonts, baseUrl);
  await Promise.all([
    loader.add(assets.fonts),
    loader.ensure(familiesOf(project), charactersOf(project, cubes.values())),
  ]);
  const store = new ImageStore();
  await store.add(assets.images);
  store.blurBackgrounds(project.film);
  const measure = createMeasure(contextOf(1, 1, true));
  const film = prepareFilm(project, cubes, { measure });
  return { order, film, resources: { measure, images: store.images } };
}

/**
 * A canvas to paint on: drawn without a graphics card as in the preview, so that the pixels are the same on every machine.
 *
 * @throws ExportError if the browser gives no canvas.
 */
export function contextOf(widthPx: number, heightPx: number, alpha: boolean): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(widthPx, heightPx).getContext('2d', { alpha, willReadFrequently: true });
  if (!context) throw new ExportError('failed', 'This browser gives no canvas to draw on.');
  return context;
}

/** The scene of a moment; where a form has no transparency, the background's colour stands behind it. */
export function exportedScene(film: PreparedFilm, timeSec: number, transparent: boolean): Scene {
  const scene = sceneAt(film, timeSec);
  return scene.background === null && !transparent ? { ...scene, background: film.stage.background.colour } : scene;
}

/** Paints a moment onto a canvas that the stage is scaled to. */
export function paintMoment(
  room: Room,
  context: OffscreenCanvasRenderingContext2D,
  timeSec: number,
  transparent: boolean,
): void {
  const scale = context.canvas.width / room.film.stage.widthPx;
  paintScene(context, exportedScene(room.film, timeSec, transparent), scale, room.resources);
}

/** Is the film meant to lie over other footage? */
export function isTransparent(project: Project): boolean {
  return project.film.stage.background.kind === 'clear';
}
