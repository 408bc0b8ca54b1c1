/** The folder of the private file system in which films lie until they have been handed over. */
export const FILM_FOLDER = 'films';

/** Codecs that films are offered in. */
export type FilmCodec = 'avc' | 'vp9' | 'vp8';

/** A container with a codec, as the person chooses it. */
export interface FilmFormat {
  readonly id: 'mp4' | 'webm-vp9' | 'webm-vp8';
  readonly container: 'mp4' | 'webm';
  readonly codec: FilmCodec;
  readonly name: string;
  readonly use: string;
}

/** All formats, the most useful first. Which of them this browser can encode is found out by `supportedFormats`. */
export const filmFormats: readonly FilmFormat[] = [
  { id: 'mp4', container: 'mp4', codec: 'avc', name: 'MP4 (H.264)', use: 'Plays everywhere and goes into any editor' },
  { id: 'webm-vp9', container: 'webm', codec: 'vp9', name: 'WebM (VP9)', use: 'Smaller file, for the web' },
  { id: 'webm-vp8', container: 'webm', codec: 'vp8', name: 'WebM (VP8)', use: 'For older players' },
];

/** How good the picture is against how large the file. */
export type FilmQuality = 'light' | 'good' | 'best';

const bitsPerPixel: Record<FilmQuality, number> = { light: 0.05, good: 0.11, best: 0.22 };

/** Bits per second for a size and rate. High frame rates need fewer bits a frame, since frames differ less. */
export function bitRate(quality: FilmQuality, widthPx: number, heightPx: number, framesPerSec: number): number {
  const effectiveRate = 30 * (framesPerSec / 30) ** 0.6;
  return Math.round(Math.max(200_000, widthPx * heightPx * effectiveRate * bitsPerPixel[quality]));
}

/** H.264 levels: most macroblocks a frame, most a second, and the number that the codec string carries. */
const avcLevels: readonly (readonly [number, number, number])[] = [
  [1620, 40_500, 30],
  [3600, 108_000, 31],
  [8192, 245_760, 40],
  [8704, 522_240, 42],
  [22_080, 589_824, 50],
  [36_864, 983_040, 51],
  [36_864, 2_073_600, 52],
  [139_264, 4_177_920, 60],
];

/**
 * The codec string for a size and rate. Browsers check only the size against the level, players also the rate, so
 * the level is worked out here. Source: ITU-T H.264, table A-1.
 */
export function codecString(codec: FilmCodec, widthPx: number, heightPx: number, framesPerSec: number): string {
  if (codec === 'vp8') return 'vp8';
  const blocks = Math.ceil(widthPx / 16) * Math.ceil(heightPx / 16);
  if (codec === 'vp9') {
    const rate = widthPx * heightPx * framesPerSec;
    const level =
      rate <= 36_864_000 ? 31 : rate <= 83_558_400 ? 40 : rate <= 160_432_128 ? 41 : rate <= 311_951_360 ? 50 : 51;
    return `vp09.00.${level}.08`;
  }
  const level = avcLevels.find(([frame, second]) => blocks <= frame && blocks * framesPerSec <= second)?.[2] ?? 60;
  return `avc1.6400${level.toString(16)}`;
}

/** The encoder's configuration for a film. */
export function encoderConfig(film: {
  codec: FilmCodec;
  widthPx: number;
  heightPx: number;
  framesPerSec: number;
  quality: FilmQuality;
}): VideoEncoderConfig {
  const { codec, widthPx: width, heightPx: height, framesPerSec, quality } = film;
  return {
    codec: codecString(codec, width, height, framesPerSec),
    width,
    height,
    framerate: framesPerSec,
    bitrate: bitRate(quality, width, height, framesPerSec),
    latencyMode: 'quality',
    ...(codec === 'avc' ? { avc: { format: 'avc' as const } } : {}),
  };
}

/** The formats that this browser can encode at a size and rate; none where it has no encoder at all. */
export async function supportedFormats(widthPx: number, heightPx: number, framesPerSec: number): Promise<FilmFormat[]> {
  if (typeof VideoEncoder === 'undefined') return [];
  const checked = await Promise.all(
    filmFormats.map(async (format) => {
      const config = encoderConfig({ codec: format.codec, widthPx, heightPx, framesPerSec, quality: 'good' });
      const support = await VideoEncoder.isConfigSupported(config).catch(() => null);
      return support?.supported ? format : null;
    }),
  );
  return checked.filter((format) => format !== null);
}
