import { EncodedPacket, EncodedVideoPacketSource, Mp4OutputFormat, Output, WebMOutputFormat } from 'mediabunny';
import { asExportError, ExportError } from '../export-error';
import type { FilmFile, FinishedFile } from './film-file';
import { encoderConfig, type FilmFormat, type FilmQuality } from './film-format';

/** What is to be encoded. */
export interface FilmJob {
  readonly format: FilmFormat;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly framesPerSec: number;
  readonly frameCount: number;
  readonly quality: FilmQuality;
}

/** Where an export stands. */
export interface FilmProgress {
  readonly framesDone: number;
  readonly frameCount: number;
}

/** Frames that may wait inside the encoder; more would only take memory. */
const QUEUE = 4;
/** Frames between two turns of the event loop. */
const TURN_EVERY = 8;
/** Key frames are at most this far apart. */
const KEY_FRAME_SEC = 2;

/**
 * Encodes a film frame by frame into a file: exactly `frameCount` frames at a constant rate.
 *
 * @param paint Gives the frame of a number; closed here.
 * @param signal Cancels between two frames. Nothing is left of the file then, as after any failure.
 * @throws ExportError always, whatever went wrong.
 */
export async function encodeFilm(
  job: FilmJob,
  file: FilmFile,
  paint: (frame: number) => Promise<VideoFrame>,
  signal: AbortSignal,
  onProgress: (progress: FilmProgress) => void,
): Promise<FinishedFile> {
  let encoder: VideoEncoder | null = null;
  let output: Output | null = null;
  try {
    const config = await checkedConfig(job);
    const source = new EncodedVideoPacketSource(job.format.codec);
    output = new Output({
      format: job.format.container === 'mp4' ? new Mp4OutputFormat({ fastStart: 'reserve' }) : new WebMOutputFormat(),
      target: file.target,
    });
    output.addVideoTrack(source, { frameRate: job.framesPerSec, maximumPacketCount: job.frameCount });
    await output.start();
    const sink = new PacketSink(source);
    encoder = new VideoEncoder({ output: (chunk, meta) => sink.take(chunk, meta), error: (error) => sink.fail(error) });
    encoder.configure(config);
    await feed(job, encoder, sink, file, paint, signal, onProgress);
    await encoder.flush();
    await sink.settled();
    await output.finalize();
    return await file.finish();
  } catch (error) {
    const named = asExportError(error);
    if (encoder && encoder.state !== 'closed') encoder.close();
    if (output && output.state !== 'finalized') await output.cancel().catch(() => undefined);
    await file.discard();
    throw named;
  } finally {
    if (encoder && encoder.state !== 'closed') encoder.close();
  }
}

async function checkedConfig(job: FilmJob): Promise<VideoEncoderConfig> {
  if (typeof VideoEncoder === 'undefined') {
    const message =
      'This browser cannot encode films. Open Plucky Tempo in a current Chromium, Edge, Safari or Firefox.';
    throw new ExportError('codec-missing', message);
  }
  if (job.format.codec === 'avc' && (job.widthPx % 2 || job.heightPx % 2)) {
    const size = `${job.widthPx} x ${job.heightPx}`;
    throw new ExportError(
      'bad-size',
      `MP4 needs even numbers of pixels, and the film is ${size}. Change the size by one.`,
    );
  }
  const config = encoderConfig({ ...job, codec: job.format.codec });
  const { supported } = await VideoEncoder.isConfigSupported(config);
  if (supported) return config;
  const message = `This browser cannot encode ${job.format.name} at ${job.widthPx} x ${job.heightPx}. Choose the other format or a smaller size.`;
  throw new ExportError('codec-missing', message);
}

async function feed(
  job: FilmJob,
  encoder: VideoEncoder,
  sink: PacketSink,
  file: FilmFile,
  paint: (frame: number) => Promise<VideoFrame>,
  signal: AbortSignal,
  onProgress: (progress: FilmProgress) => void,
): Promise<void> {
  const keyEvery = Math.max(1, Math.floor(KEY_FRAME_SEC * job.framesPerSec));
  const turns = new Turns();
  for (let number = 0; number < job.frameCount; number++) {
    // A turn of the event loop lets a cancelling message in, however fast the encoder is.
    if (number % TURN_EVERY === 0) await turns.next();
    if (signal.aborted) throw new ExportError('cancelled', 'The export was cancelled. Nothing was kept.');
    sink.check();
    file.check();
    const frame = await paint(number);
    try {
      await roomInQueue(encoder, sink);
      encoder.encode(frame, { keyFrame: number % keyEvery === 0 });
    } finally {
      frame.close();
    }
    onProgress({ framesDone: number + 1, frameCount: job.frameCount });
  }
  turns.end();
}

async function roomInQueue(encoder: VideoEncoder, sink: PacketSink): Promise<void> {
  while (encoder.encodeQueueSize >= QUEUE && encoder.state === 'configured') {
    await new Promise<void>((resolve) => {
      encoder.addEventListener('dequeue', () => resolve(), { once: true });
      sink.onFailure = resolve;
    });
  }
  sink.check();
  await sink.room();
}

/** Passes encoded chunks on to the file, in order, and remembers the first failure. */
class PacketSink {
  onFailure: () => void = () => undefined;
  private error: unknown = null;
  private tail: Promise<void> = Promise.resolve();
  private waiting = 0;

  constructor(private readonly source: EncodedVideoPacketSource) {}

  take(chunk: EncodedVideoChunk, meta?: EncodedVideoChunkMetadata): void {
    this.waiting++;
    this.tail = this.tail
      .then(() => this.source.add(EncodedPacket.fromEncodedChunk(chunk), tagged(meta)))
      .catch((error) => this.fail(error))
      .finally(() => {
        this.waiting--;
      });
  }

  fail(error: unknown): void {
    this.error ??= error;
    this.onFailure();
  }

  check(): void {
    if (this.error) throw this.error;
  }

  /** Waits while the disk is slower than the encoder. */
  async room(): Promise<void> {
    if (this.waiting > 32) await this.tail;
    this.check();
  }

  async settled(): Promise<void> {
    await this.tail;
    this.check();
  }
}

/** Encoders leave the colour tag out or guess it; the frames are BT.709 in limited range. */
function tagged(meta?: EncodedVideoChunkMetadata): EncodedVideoChunkMetadata | undefined {
  if (!meta?.decoderConfig) return meta;
  const colorSpace = { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false } as const;
  return { ...meta, decoderConfig: { ...meta.decoderConfig, colorSpace } };
}

/** Turns of the event loop without the delay that timers have. */
class Turns {
  private readonly channel = new MessageChannel();

  next(): Promise<void> {
    return new Promise((resolve) => {
      this.channel.port1.onmessage = () => resolve();
      this.channel.port2.postMessage(null);
    });
  }

  end(): void {
    this.channel.port1.close();
  }
}
