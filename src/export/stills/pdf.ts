import { PDFDocument } from 'pdf-lib';
import { periodStops } from '@/core/film/period-stops';
import type { Room } from '../room';
import { mayGoOn, type Watch } from '../watch';
import { stillPicture } from './picture';

/** Pixels of a page for one of the stage: sharp when printed. */
const TIMES = 2;
/** Points of PDF for a pixel of CSS. */
const POINTS_PER_PX = 0.75;

/** Moments as PDF, one page each, exactly as painted; or the moments at which the periods are reached. */
export async function stillsPdf(
  room: Room,
  moments: readonly number[] | 'periods',
  watch: Watch,
): Promise<Uint8Array<ArrayBuffer>> {
  const { stage, project } = room.film;
  const timesSec = moments === 'periods' ? periodStops(room.film) : moments;
  const file = await PDFDocument.create();
  file.setTitle(project.name);
  file.setCreator('Plucky Tempo');
  // Large stages are not doubled: a page of 4K is sharp enough.
  const times = Math.max(stage.widthPx, stage.heightPx) > 2500 ? 1 : TIMES;
  for (const [i, timeSec] of timesSec.entries()) {
    await mayGoOn(watch);
    const picture = await file.embedPng(await stillPicture(room, timeSec, 'png', times));
    const [width, height] = [stage.widthPx * POINTS_PER_PX, stage.heightPx * POINTS_PER_PX];
    file.addPage([width, height]).drawImage(picture, { x: 0, y: 0, width, height });
    watch.onProgress(i + 1, timesSec.length);
  }
  return (await file.save()) as Uint8Array<ArrayBuffer>;
}
