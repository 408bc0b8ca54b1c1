import { contextOf, isTransparent, paintMoment, type Room } from '../room';

export type PictureType = 'png' | 'jpeg';

/**
 * A moment as a picture.
 *
 * @param times Pixels of the picture for one of the stage, from 1 to 4.
 */
export async function stillPicture(
  room: Room,
  timeSec: number,
  type: PictureType,
  times: number,
): Promise<Uint8Array<ArrayBuffer>> {
  const { widthPx, heightPx } = room.film.stage;
  const transparent = type === 'png' && isTransparent(room.order.project);
  const context = contextOf(Math.round(widthPx * times), Math.round(heightPx * times), transparent);
  paintMoment(room, context, timeSec, transparent);
  const blob = await context.canvas.convertToBlob({ type: `image/${type}`, quality: 0.92 });
  return new Uint8Array(await blob.arrayBuffer());
}
