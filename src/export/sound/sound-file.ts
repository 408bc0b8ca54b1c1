import { Mp4OutputFormat, Output, WavOutputFormat, WebMOutputFormat } from 'mediabunny';
import { MIX_RATE } from '@/core/sound/source';
import { ExportError } from '../export-error';
import type { FilmFile, FinishedFile } from '../video/film-file';
import { mayGoOn, type Watch } from '../watch';
import type { FilmSound } from './film-sound';
import { type SoundCodec, SoundTrack } from './sound-track';

/** Files that hold the sound of a film alone. */
export type SoundFormat = 'wav' | 'm4a' | 'weba';

const codecs: Readonly<Record<SoundFormat, SoundCodec>> = { wav: 'pcm-s16', m4a: 'aac', weba: 'opus' };

const outputFormat = (format: SoundFormat) => {
  if (format === 'wav') return new WavOutputFormat({ large: false });
  return format === 'm4a' ? new Mp4OutputFormat({ fastStart: 'in-memory' }) : new WebMOutputFormat();
};

/** Writes the mix of a whole film. Nothing is left of a file when it fails. */
export async function writeSound(
  sound: FilmSound,
  format: SoundFormat,
  file: FilmFile,
  watch: Watch,
): Promise<FinishedFile> {
  const { samples } = sound.plan;
  const output = new Output({ format: outputFormat(format), target: file.target });
  try {
    const track = await SoundTrack.add(output, codecs[format], sound, 0, samples);
    await output.start();
    for (let at = MIX_RATE; at < samples + MIX_RATE; at += MIX_RATE) {
      await mayGoOn(watch);
      await track.until(at);
      file.check();
      watch.onProgress(Math.min(at, samples), samples);
    }
    await track.finish();
    await output.finalize();
    return await file.finish();
  } catch (error) {
    if (output.state !== 'finalized') await output.cancel().catch(() => undefined);
    await file.discard();
    throw error;
  }
}

/** What is said where a film without sound is to be written as sound. */
export function nothingHeard(): ExportError {
  return new ExportError('failed', 'No sound is heard in this film. Add music or a voice in Pace.');
}

/** What is said where a film whose data is silent is to be written as notes. */
export function nothingPlayed(): ExportError {
  return new ExportError('failed', 'The data of this film plays no notes. Switch “Play the data” on in Pace.');
}
