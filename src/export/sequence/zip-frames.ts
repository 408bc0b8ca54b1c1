import { Zip, ZipPassThrough } from 'fflate';
import { frameTimeSec } from '@/core/pace/film-clock';
import { ExportError } from '../export-error';
import { contextOf, isTransparent, paintMoment, type Room } from '../room';
import { collectSoon } from '../video/collect-soon';
import { mayGoOn, type Watch } from '../watch';
import { ZIP_MOST_BYTES } from '../zip-files';

/** Where the pieces of a file go, in order. Waiting for it keeps memory flat. */
export type Sink = (piece: Uint8Array) => Promise<void>;

/** Frames between two reminders to the collector. */
const COLLECT_EVERY = 100;
const MOST_ENTRIES = 65_535;
const TOO_MUCH = 'A ZIP holds at most 65,535 pictures and 4 GB.';

/** Which frames, how large, and what their names start with. */
interface FrameFiles {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly from: number;
  /** Without it. */
  readonly to: number;
  readonly name: string;
}

/**
 * Every frame as PNG in a ZIP, with numbered names that sort: `name-00000.png`. PNG is packed already, so the ZIP only
 * holds it. Transparency is kept.
 *
 * @throws ExportError for more frames or bytes than a ZIP holds, and after an abort.
 */
export async function zipFrames(room: Room, { name, ...size }: FrameFiles, sink: Sink, watch: Watch): Promise<void> {
  const transparent = isTransparent(room.order.project);
  const context = contextOf(size.widthPx, size.heightPx, transparent);
  const count = size.to - size.from;
  const digits = Math.max(5, String(room.film.frameCount).length);
  const pieces: Uint8Array[] = [];
  let failure: unknown = null;
  const zip = new Zip((error, piece) => {
    if (error) failure = error;
    else pieces.push(piece);
  });
  let bytes = 0;
  const drain = async () => {
    if (failure) throw failure;
    for (const piece of pieces.splice(0)) {
      bytes += piece.length;
      await sink(piece);
    }
    if (bytes > ZIP_MOST_BYTES) throw new ExportError('failed', `${TOO_MUCH} Choose a smaller size or a shorter film.`);
  };
  if (count > MOST_ENTRIES)
    throw new ExportError('failed', `${TOO_MUCH} This one would have ${count}. Choose fewer frames a second.`);
  for (let frame = size.from; frame < size.to; frame++) {
    await mayGoOn(watch);
    paintMoment(room, context, frameTimeSec(room.film, frame), transparent);
    const blob = await context.canvas.convertToBlob({ type: 'image/png' });
    const entry = new ZipPassThrough(`${name}-${String(frame).padStart(digits, '0')}.png`);
    zip.add(entry);
    entry.push(new Uint8Array(await blob.arrayBuffer()), true);
    await drain();
    if (frame % COLLECT_EVERY === 0) collectSoon();
    watch.onProgress(frame - size.from + 1, count);
  }
  zip.end();
  await drain();
}
