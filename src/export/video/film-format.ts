/** The folder of the private file system in which films lie until they have been handed over. */
export const FILM_FOLDER = 'films';

/** Codecs that films are offered in. */
export type FilmCodec = 'avc' | 'vp9' | 'vp8' | 'av1';

/** A container with a codec, as the person chooses it. */
export interface FilmFormat {
  readonly id: FilmFormatId;
  readonly container: 'mp4' | 'webm';
  readonly codec: FilmCodec;
  readonly name: string;
  readonly use: string;
  /** Keeps transparency, in a second stream beside the picture. */
  readonly alpha: boolean;
}

export const filmFormatIds = ['mp4', 'mp4-av1', 'mp4-vp9', 'webm-vp9', 'webm-av1', 'webm-vp8', 'webm-alpha'] as const;
export type FilmFormatId = (typeof filmFormatIds)[number];

/** All formats, the most useful first. Which of them this browser can encode is found out by `supportedFormats`. */
export const filmFormats: readonly FilmFormat[] = [
  {
    id: 'mp4',
    container: 'mp4',
    codec: 'avc',
    name: 'MP4 (H.264)',
    use: 'Plays everywhere and goes into any editor',
    alpha: false,
  },
  { id: 'webm-vp9', container: 'webm', codec: 'vp9', name: 'WebM (VP9)', use: 'Smaller, for the web', alpha: false },
  {
    id: 'webm-alpha',
    container: 'webm',
    codec: 'vp9',
    name: 'WebM, transparent',
    use: 'Over other footage',
    alpha: true,
  },
  {
    id: 'mp4-av1',
    container: 'mp4',
    codec: 'av1',
    name: 'MP4 (AV1)',
    use: 'Smallest file, slow to make',
    alpha: false,
  },
  {
    id: 'webm-av1',
    container: 'webm',
    codec: 'av1',
    name: 'WebM (AV1)',
    use: 'Smallest file for the web, slow to make',
    alpha: false,
  },
  {
    id: 'mp4-vp9',
    container: 'mp4',
    codec: 'vp9',
    name: 'MP4 (VP9)',
    use: 'Small, where H.264 is not wanted',
    alpha: false,
  },
  { id: 'webm-vp8', container: 'webm', codec: 'vp8', name: 'WebM (VP8)', use: 'For older players', alpha: false },
];

/** The format of an id; the first one where there is none. */
export function filmFormat(id: string): FilmFormat {
  return filmFormats.find((format) => format.id === id) ?? (filmFormats[0] as FilmFormat);
}

/** How good the picture is against how large the file. */
export type FilmQuality = 'light' | 'good' | 'best';

const bitsPerPixel: Record<FilmQuality, number> = { light: 0.05, good: 0.11, best: 0.22 };

/** Bits per second for a size and rate. High frame rates need fewer bits a frame, since frames differ less. */
export function bitRate(quality: FilmQuality, widthPx: number, heightPx: number, framesPerSec: number): number {
  const effectiveRate = 30 * (framesPerSec / 30) ** 0.6;
  return Math.round(Math.max(200_000, widthPx * heightPx * effectiveRate * bitsPerPixel[quality]));
}

/**
 * How many workers draw and encode a film at once.
 *
 * @param cores What the machine says that it has.
 */
export function workerCount(codec: FilmCodec, cores: number): number {
  // Two encoders of VP8 hinder each other: measured, two need up to four times as long as one.
  if (codec === 'vp8') return 1;
  return cores <= 2 ? 2 : Math.min(6, cores - 1);
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

/** AV1 levels: most pixels a frame, most a second, and the level's index. Source: AV1 bitstream specification, annex A. */
const av1Levels: readonly (readonly [number, number, number])[] = [
  [147_456, 4_423_680, 0],
  [278_784, 8_363_520, 1],
  [665_856, 19_975_680, 4],
  [1_065_024, 31_950_720, 5],
  [2_359_296, 70_778_880, 8],
  [2_359_296, 141_557_760, 9],
  [8_912_896, 267_386_880, 12],
  [8_912_896, 534_773_760, 13],
  [8_912_896, 1_069_547_520, 14],
];

/**
 * The codec string for a size and rate. Browsers check only the size against the level, players also the rate, so
 * the level is worked out here. Source: ITU-T H.264, table A-1.
 */
export function codecString(codec: FilmCodec, widthPx: number, heightPx: number, framesPerSec: number): string {
  if (codec === 'vp8') return 'vp8';
  const pixels = widthPx * heightPx;
  const rate = pixels * framesPerSec;
  if (codec === 'av1') {
    const level = av1Levels.find(([frame, second]) => pixels <= frame && rate <= second)?.[2] ?? 14;
    return `av01.0.${String(level).padStart(2, '0')}M.08`;
  }
  if (codec === 'vp9') {
    const level =
      rate <= 36_864_000 ? 31 : rate <= 83_558_400 ? 40 : rate <= 160_432_128 ? 41 : rate <= 311_951_360 ? 50 : 51;
    return `vp09.00.${level}.08`;
  }
  const blocks = Math.ceil(widthPx / 16) * Math.ceil(heightPx / 16);
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
