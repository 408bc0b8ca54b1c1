import { EncodedPacket, EncodedVideoPacketSource, Mp4OutputFormat, Output, WebMOutputFormat } from 'mediabunny';
import type { FilmFile, FinishedFile } from './film-file';
import type { FilmJob } from './film-job';
import type { EncodedSpan } from './span-encoder';

/** Puts encoded spans into a film, in order, without encoding them again. */
export class FilmWriter {
  private readonly source: EncodedVideoPacketSource;
  private readonly output: Output;
  private readonly startUs: number;
  private first = true;

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

  static async open(job: FilmJob, file: FilmFile): Promise<FilmWriter> {
    const writer = new FilmWriter(job, file);
    await writer.output.start();
    return writer;
  }

  async add({ chunks, config }: EncodedSpan): Promise<void> {
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
    await this.output.finalize();
    return this.file.finish();
  }

  /** Removes what was written. */
  async discard(): Promise<void> {
    if (this.output.state !== 'finalized') await this.output.cancel().catch(() => undefined);
    await this.file.discard();
  }
}
