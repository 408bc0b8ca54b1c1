import { Output, VideoSample, VideoSampleSource, WebMOutputFormat } from 'mediabunny';
import { frameTimeSec } from '@/core/pace/film-clock';
import { contextOf, paintMoment, type Room } from '../room';
import { type FilmSound, sampleAt } from '../sound/film-sound';
import { mayGoOn, type Watch } from '../watch';
import { collectSoon } from './collect-soon';
import type { FilmFile, FinishedFile } from './film-file';
import { bitRate } from './film-format';
import { type FilmJob, KEY_FRAME_SEC } from './film-job';
import { addSound } from './film-writer';

/** Frames between two reminders to the collector. */
const COLLECT_EVERY = 100;

/**
 * Encodes a film that keeps its transparency: WebM with a second stream for alpha. No encoder does that by itself, so
 * the two streams are made one after the other, frame by frame, by a single worker.
 */
export async function encodeAlphaFilm(
  room: Room,
  job: FilmJob,
  file: FilmFile,
  watch: Watch,
  sound: FilmSound | null,
): Promise<FinishedFile> {
  const { widthPx, heightPx, framesPerSec, quality, from, to } = job;
  const output = new Output({ format: new WebMOutputFormat(), target: file.target });
  const source = new VideoSampleSource({
    codec: 'vp9',
    bitrate: bitRate(quality, widthPx, heightPx, framesPerSec),
    keyFrameInterval: KEY_FRAME_SEC,
    alpha: 'keep',
  });
  output.addVideoTrack(source, { frameRate: framesPerSec });
  try {
    const heard = sound && (await addSound(output, job, sound));
    await output.start();
    const context = contextOf(widthPx, heightPx, true);
    for (let frame = from; frame < to; frame++) {
      await mayGoOn(watch);
      await heard?.until(sampleAt(frameTimeSec(room.film, frame + 1)));
      paintMoment(room, context, frameTimeSec(room.film, frame), true);
      const sample = new VideoSample(context.canvas, {
        timestamp: (frame - from) / framesPerSec,
        duration: 1 / framesPerSec,
      });
      try {
        await source.add(sample);
      } finally {
        sample.close();
      }
      file.check();
      if (frame % COLLECT_EVERY === 0) collectSoon();
      watch.onProgress(frame - from + 1, to - from);
    }
    await heard?.finish();
    await output.finalize();
    return await file.finish();
  } catch (error) {
    if (output.state !== 'finalized') await output.cancel().catch(() => undefined);
    await file.discard();
    throw error;
  }
}
