import { periodStops } from '@/core/film/period-stops';
import { cssFont } from '@/core/scene/css-font';
import type { Scene } from '@/core/scene/scene';
import type { SurfaceImage } from '@/core/scene/surface';
import type { Font, MeasureText } from '@/core/scene/text-fit';
import { fontFilesFor, standIns } from '@/render/fonts';
import { type PaintedLetters, PdfBook, type PdfPicture } from '@/render/pdf/pdf-book';
import { sceneToPdf } from '@/render/pdf/scene-to-pdf';
import { Subsetter } from '@/render/pdf/subsetter';
import { type FontSource, TypeCase } from '@/render/pdf/type-case';
import { contextOf, exportedScene, isTransparent, type Room } from '../room';
import { mayGoOn, type Watch } from '../watch';
import { usedIn } from './svg';

/** Pixels of a picture of letters for one of the stage: sharp when printed. */
const LETTERS_TIMES = 4;

/**
 * Moments as PDF, one page each: shapes as shapes and text as text in the film's fonts, cut down to what is used.
 *
 * @param moments Seconds of the film, or the moments at which the periods are reached.
 * @throws Error naming a file that did not load.
 */
export async function stillsPdf(
  room: Room,
  moments: readonly number[] | 'periods',
  watch: Watch,
): Promise<Uint8Array<ArrayBuffer>> {
  const timesSec = moments === 'periods' ? periodStops(room.film) : moments;
  const clear = isTransparent(room.order.project);
  const sceneOf = (timeSec: number) => exportedScene(room.film, timeSec, clear);
  const [fonts, subsetter] = await Promise.all([fontsOf(room, timesSec.map(sceneOf)), openSubsetter(room)]);
  const { measure, images } = room.resources;
  const types = new Map(room.order.assets.images.map(({ id, mime }) => [images.get(id), mime]));
  const book = await PdfBook.start(room.order.project.name, {
    fonts,
    subsetter,
    pictureOf: (image) => pictureOf(image, types.get(image as ImageBitmap) === 'image/jpeg'),
    paintLetters: (text, font, colour) => paintLetters(text, font, colour, measure),
  });
  for (const [i, timeSec] of timesSec.entries()) {
    await mayGoOn(watch);
    sceneToPdf(sceneOf(timeSec), book, room.resources);
    watch.onProgress(i + 1, timesSec.length);
  }
  return book.finish();
}

/** The fonts of some scenes: those that ship for their letters, and the person's own. */
async function fontsOf(room: Room, scenes: readonly Scene[]): Promise<TypeCase> {
  const used = scenes.map(usedIn);
  const families = [...new Set(used.flatMap((each) => each.families))];
  const letters = new Set(used.flatMap(({ characters }) => [...characters]));
  const own = room.order.assets.fonts
    .filter(({ family }) => families.includes(family))
    .map(({ family, bytes }) => ({ family, bytes: new Uint8Array(bytes) }));
  const shipped = fontFilesFor(families, letters).map(async ({ family, file, ranges }): Promise<FontSource> => {
    return { family, ranges, bytes: await fileOf(room, `fonts/${file}`) };
  });
  return TypeCase.open([...own, ...(await Promise.all(shipped))], standIns);
}

const openSubsetter = async (room: Room) => Subsetter.open(await fileOf(room, 'fonts/harfbuzz-subset.wasm'));

async function fileOf({ order }: Room, name: string): Promise<Uint8Array<ArrayBuffer>> {
  const response = await fetch(`${order.baseUrl}/${name}`);
  if (!response.ok) throw new Error(`The file ${name} did not load.`);
  return new Uint8Array(await response.arrayBuffer());
}

async function pictureOf(image: SurfaceImage, photo: boolean): Promise<PdfPicture> {
  const context = contextOf(image.width, image.height, true);
  context.drawImage(image as ImageBitmap, 0, 0);
  if (!photo) return { kind: 'pixels', rgba: context.getImageData(0, 0, image.width, image.height).data };
  const file = await context.canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 });
  return { kind: 'jpeg', bytes: new Uint8Array(await file.arrayBuffer()) };
}

/** Letters that none of the fonts has are painted as the browser does it: with what the machine has. */
function paintLetters(text: string, font: Font, colour: string, measure: MeasureText): PaintedLetters {
  const { sizePx, spacing = 0 } = font;
  const advancePx = measure(text, font);
  const [widthPx, heightPx] = [Math.ceil(advancePx + 2 * sizePx), Math.ceil(3 * sizePx)];
  const context = contextOf(widthPx * LETTERS_TIMES, heightPx * LETTERS_TIMES, true);
  context.scale(LETTERS_TIMES, LETTERS_TIMES);
  context.font = cssFont(font);
  context.letterSpacing = `${spacing * sizePx}px`;
  context.fillStyle = colour;
  context.fillText(text, sizePx, 2 * sizePx);
  const box = { x: -sizePx, y: -2 * sizePx, widthPx, heightPx };
  return { image: context.canvas.transferToImageBitmap(), advancePx, box };
}
