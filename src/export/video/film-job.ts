import { ExportError } from '../export-error';
import { encoderConfig, type FilmFormat, type FilmQuality } from './film-format';

/** What is to be encoded. */
export interface FilmJob {
  readonly format: FilmFormat;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly framesPerSec: number;
  readonly quality: FilmQuality;
  /** Frames from and up to, without the end. */
  readonly from: number;
  readonly to: number;
}

/** Key frames are at most this far apart. */
export const KEY_FRAME_SEC = 2;

/**
 * Spans are this long: short enough to share out evenly, long enough that the encoder seldom starts anew. Whoever makes a part of
 * a film cuts it so too, and then it comes out as it does in the whole.
 */
export const SPAN_SEC = 2 * KEY_FRAME_SEC;

/**
 * Frames that a worker draws before a fresh one takes its place: a browser keeps what it has drawn for as long as one lives, and
 * starting one takes about as long as a hundred frames.
 */
export const MAKER_FRAMES = 4000;

/** Frames of a span. */
export const spanFrames = (framesPerSec: number) => Math.max(1, Math.round(SPAN_SEC * framesPerSec));

/** The encoder's configuration, once it is known that this browser can do it. @throws ExportError that says why not. */
export async function checkedConfig(job: FilmJob): Promise<VideoEncoderConfig> {
  if (typeof VideoEncoder === 'undefined') {
    const message =
      'This browser cannot encode films, or the page is not served from https or this computer. Use a current Chromium, Edge, Safari or Firefox.';
    throw new ExportError('codec-missing', message);
  }
  const size = `${job.widthPx} x ${job.heightPx}`;
  if (job.widthPx < 16 || job.heightPx < 16) {
    throw new ExportError(
      'bad-size',
      `A film needs at least 16 x 16 pixels, and this one has ${size}. Choose a larger size.`,
    );
  }
  if (job.format.codec === 'avc' && (job.widthPx % 2 || job.heightPx % 2)) {
    throw new ExportError(
      'bad-size',
      `MP4 needs even numbers of pixels, and the film is ${size}. Change the size by one.`,
    );
  }
  const config = encoderConfig({ ...job, codec: job.format.codec });
  const { supported } = await VideoEncoder.isConfigSupported(config);
  if (supported) return config;
  const message = `This browser cannot encode ${job.format.name} at ${size}. Choose the other format or a smaller size.`;
  throw new ExportError('codec-missing', message);
}
