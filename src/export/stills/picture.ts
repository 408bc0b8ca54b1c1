import { contextOf, isTransparent, paintMoment, type Room } from '../room';

export type PictureType = 'png' | 'jpeg' | 'webp';

/**
 * A moment as a picture.
 *
 * @param times Pixels of the picture for one of the stage, from 1 to 4.
 * @param clear Leaves the background out; a JPEG always has one.
 */
export async function stillPicture(
  room: Room,
  timeSec: number,
  type: PictureType,
  times: number,
  clear = false,
): Promise<Uint8Array<ArrayBuffer>> {
  const { widthPx, heightPx } = room.film.stage;
  const transparent = type !== 'jpeg' && (clear || isTransparent(room.order.project));
  const context = contextOf(Math.round(widthPx * times), Math.round(heightPx * times), transparent);
  paintMoment(room, context, timeSec, transparent);
  const blob = await context.canvas.convertToBlob({ type: `image/${type}`, quality: 0.92 });
  return new Uint8Array(await blob.arrayBuffer());
}
