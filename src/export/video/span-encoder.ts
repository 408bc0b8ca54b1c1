import { asExportError, ExportError } from '../export-error';
import { collectSoon } from './collect-soon';
import { checkedConfig, type FilmJob, KEY_FRAME_SEC } from './film-job';

/** One encoded frame, ready to cross threads. */
export interface EncodedChunk {
  readonly data: ArrayBuffer;
  readonly key: boolean;
  readonly timestampUs: number;
  readonly durationUs: number;
}

/** A stretch of a film that can be put behind another one without encoding again: it starts with a key frame. */
export interface EncodedSpan {
  readonly chunks: readonly EncodedChunk[];
  /** What a decoder has to know; the same for all spans of a film. */
  readonly config: VideoDecoderConfig | null;
}

/** Frames that may wait inside the encoder; more would only take memory. */
const QUEUE = 4;
/** Frames between two turns of the event loop. */
const TURN_EVERY = 8;

interface SpanWatch {
  readonly gate?: () => Promise<void>;
  readonly onFrame?: () => void;
}

/** Encodes spans of a film, one after the other. Lives in the worker that also draws them. */
export class SpanEncoder {
  private chunks: EncodedChunk[] = [];
  private config: VideoDecoderConfig | null = null;
  private failure: unknown = null;
  private used = false;
  private wake: () => void = () => undefined;
  private readonly encoder: VideoEncoder;
  private readonly turns = new Turns();

  private constructor(
    private readonly job: FilmJob,
    private readonly wanted: VideoEncoderConfig,
  ) {
    this.encoder = new VideoEncoder({
      output: (chunk, meta) => this.take(chunk, meta),
      error: (error) => {
        this.failure ??= error;
        this.wake();
      },
    });
    this.encoder.configure(wanted);
  }

  /** @throws ExportError where this browser cannot encode the film. */
  static async open(job: FilmJob): Promise<SpanEncoder> {
    return new SpanEncoder(job, await checkedConfig(job));
  }

  private take(chunk: EncodedVideoChunk, meta?: EncodedVideoChunkMetadata): void {
    const data = new ArrayBuffer(chunk.byteLength);
    chunk.copyTo(data);
    this.chunks.push({
      data,
      key: chunk.type === 'key',
      timestampUs: chunk.timestamp,
      durationUs: chunk.duration ?? 0,
    });
    if (meta?.decoderConfig) this.config = tagged(meta.decoderConfig);
  }

  /**
   * Encodes the frames from `from` up to `to`, without the end.
   *
   * @param paint Gives the frame of a number; closed here.
   * @param watch Its gate is waited for before each frame, so that an export can pause.
   * @throws ExportError always, whatever went wrong.
   */
  async encode(
    { from, to }: { readonly from: number; readonly to: number },
    paint: (frame: number) => Promise<VideoFrame>,
    { gate, onFrame }: SpanWatch = {},
  ): Promise<EncodedSpan> {
    const keyEvery = Math.max(1, Math.floor(KEY_FRAME_SEC * this.job.framesPerSec));
    this.chunks = [];
    try {
      // An encoder goes by what it has seen. Each span begins anew, so that it comes out the same whoever makes it, and after what.
      if (this.used) {
        this.check();
        this.encoder.reset();
        this.encoder.configure(this.wanted);
      }
      this.used = true;
      for (let number = from; number < to; number++) {
        // A turn of the event loop lets messages in, however fast the encoder is.
        if (number % TURN_EVERY === 0) await this.turns.next();
        await gate?.();
        const frame = await paint(number);
        try {
          await this.room();
          this.encoder.encode(frame, { keyFrame: (number - from) % keyEvery === 0 });
        } finally {
          frame.close();
        }
        onFrame?.();
      }
      await this.encoder.flush();
      this.check();
      collectSoon();
    } catch (error) {
      throw asExportError(this.failure ?? error);
    }
    return { chunks: this.chunks, config: this.config };
  }

  private check(): void {
    if (this.failure) throw this.failure;
    if (this.encoder.state === 'closed')
      throw new ExportError('encoder-failed', 'The browser closed its encoder. Export again.');
  }

  private async room(): Promise<void> {
    this.check();
    while (this.encoder.encodeQueueSize >= QUEUE) {
      await new Promise<void>((resolve) => {
        this.wake = resolve;
        this.encoder.addEventListener('dequeue', () => resolve(), { once: true });
      });
      this.check();
    }
  }

  close(): void {
    this.turns.end();
    if (this.encoder.state !== 'closed') this.encoder.close();
  }
}

/** Encoders leave the colour tag out or guess it; the frames are BT.709 in limited range. */
function tagged(config: VideoDecoderConfig): VideoDecoderConfig {
  const colorSpace = { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false } as const;
  const { description } = config;
  const own = description
    ? {
        description: new Uint8Array(
          ArrayBuffer.isView(description)
            ? description.buffer.slice(description.byteOffset, description.byteOffset + description.byteLength)
            : description,
        ).slice(),
      }
    : {};
  return {
    codec: config.codec,
    ...(config.codedWidth ? { codedWidth: config.codedWidth } : {}),
    ...(config.codedHeight ? { codedHeight: config.codedHeight } : {}),
    colorSpace,
    ...own,
  };
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
