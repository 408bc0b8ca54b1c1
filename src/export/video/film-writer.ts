import { EncodedPacket, EncodedVideoPacketSource, Mp4OutputFormat, Output, WebMOutputFormat } from 'mediabunny';
import { type FilmSound, sampleAt } from '../sound/film-sound';
import { SoundTrack } from '../sound/sound-track';
import type { FilmFile, FinishedFile } from './film-file';
import type { FilmJob } from './film-job';
import type { EncodedSpan } from './span-encoder';

/** Puts encoded spans into a film, in order, without encoding them again. */
export class FilmWriter {
  private readonly source: EncodedVideoPacketSource;
  private readonly output: Output;
  private readonly startUs: number;
  private first = true;
  private sound: SoundTrack | null = null;

  private constructor(
    job: FilmJob,
    private readonly file: FilmFile,
  ) {
    this.source = new EncodedVideoPacketSource(job.format.codec);
    this.output = new Output({
      format: job.format.container === 'mp4' ? new Mp4OutputFormat({ fastStart: 'reserve' }) : new WebMOutputFormat(),
      target: file.target,
    });
    this.output.addVideoTrack(this.source, { frameRate: job.framesPerSec, maximumPacketCount: job.to - job.from });
    // A film that is a part of a longer one starts at nought all the same.
    this.startUs = Math.round((job.from * 1e6) / job.framesPerSec);
  }

  /** @param sound What is heard; null for nothing. */
  static async open(job: FilmJob, file: FilmFile, sound: FilmSound | null): Promise<FilmWriter> {
    const writer = new FilmWriter(job, file);
    if (sound) writer.sound = await addSound(writer.output, job, sound);
    await writer.output.start();
    return writer;
  }

  async add({ chunks, config }: EncodedSpan): Promise<void> {
    // Sound comes first, so that both lie side by side in the file.
    const last = chunks.at(-1);
    if (last) await this.sound?.until(sampleAt((last.timestampUs + last.durationUs) / 1e6));
    for (const { data, key, timestampUs, durationUs } of chunks) {
      const packet = new EncodedPacket(
        new Uint8Array(data),
        key ? 'key' : 'delta',
        Math.max(0, timestampUs - this.startUs) / 1e6,
        durationUs / 1e6,
      );
      await this.source.add(packet, this.first && config ? { decoderConfig: config } : undefined);
      this.first = false;
      this.file.check();
    }
  }

  async finish(): Promise<FinishedFile> {
    await this.sound?.finish();
    await this.output.finalize();
    return this.file.finish();
  }

  /** Removes what was written. */
  async discard(): Promise<void> {
    if (this.output.state !== 'finalized') await this.output.cancel().catch(() => undefined);
    await this.file.discard();
  }
}

/** A track with the sound of the frames that are written. */
export function addSound(
  output: Output,
  { format, from, to, framesPerSec }: FilmJob,
  sound: FilmSound,
): Promise<SoundTrack> {
  const codec = format.container === 'mp4' ? 'aac' : 'opus';
  return SoundTrack.add(output, codec, sound, sampleAt(from / framesPerSec), sampleAt(to / framesPerSec));
}
