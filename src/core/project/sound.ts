/** What a sound is for: music steps back while a voice speaks. */
export const soundKinds = ['music', 'voice'] as const;
export type SoundKind = (typeof soundKinds)[number];

/** A sound under the film. Its bytes are an asset, kept as they came. */
export interface Sound {
  readonly id: string;
  readonly kind: SoundKind;
  /** What the person calls it. */
  readonly name: string;
  readonly fileName: string;
  readonly assetId: string;
  /** Length of the file in seconds, as measured when it came. */
  readonly fileSec: number;
  /** One that is off stays in the project and is not heard. */
  readonly on: boolean;
  /** Where in the film it begins, in seconds. */
  readonly startSec: number;
  /** The part of the file that is heard, in seconds; null for the file's end. */
  readonly fromSec: number;
  readonly toSec: number | null;
  /** Over and over, without a gap. */
  readonly loop: boolean;
  /** Where in the film it ends at the latest; null for the end of its part or, looped, of the film. */
  readonly untilSec: number | null;
  /** Loudness against the file's own, in dB. */
  readonly gainDb: number;
  readonly fadeInSec: number;
  readonly fadeOutSec: number;
}

/** How all sounds come together. */
export interface Mix {
  /** Loudness of the whole, in dB. */
  readonly gainDb: number;
  /** How far music steps back under a voice, in dB; 0 leaves it as it is. */
  readonly stepBackDb: number;
}

/** The beat that the film goes by. */
export interface Beat {
  /** Beats a minute. */
  readonly bpm: number;
  /** Where in the film the first beat of a bar falls, in seconds; bars go on to both sides of it. */
  readonly firstSec: number;
  readonly perBar: number;
}

/** A film without sound is mixed like this once it has one. */
export const usualMix: Mix = { gainDb: 0, stepBackDb: 12 };

/** A sound as it comes: the whole file, from its start. */
export const usualSound = {
  on: true,
  startSec: 0,
  fromSec: 0,
  toSec: null,
  loop: false,
  untilSec: null,
  gainDb: 0,
  fadeInSec: 0,
  fadeOutSec: 0,
} as const satisfies Partial<Sound>;

/** What a sound is called first: its file's name without the ending. */
export const soundName = (fileName: string) =>
  fileName
    .replace(/\.[^.]*$/, '')
    .replace(/[_-]+/g, ' ')
    .trim() || fileName;

/** Limits of sounds, shared by the schemas and the interface. */
export const soundLimits = {
  /** Seconds of a file. */
  fileSec: [0.001, 36_000],
  /** Seconds of the film. */
  atSec: [0, 36_000],
  gainDb: [-60, 24],
  fadeSec: [0, 60],
  stepBackDb: [0, 48],
  bpm: [30, 300],
  perBar: [1, 16],
} as const;

/** Shortest part of a file that can be heard, in seconds. */
export const LEAST_SOUND_SEC = 0.01;

/** Seconds of the file that are heard, in one go of a loop: [from, to). */
export function heardPart({ fromSec, toSec, fileSec }: Pick<Sound, 'fromSec' | 'toSec' | 'fileSec'>): [number, number] {
  const from = Math.min(fromSec, Math.max(0, fileSec - LEAST_SOUND_SEC));
  return [from, Math.max(from, Math.min(toSec ?? fileSec, fileSec))];
}

/**
 * Where in the film a sound is heard, in seconds: [from, to), empty where it begins behind the film's end.
 *
 * @param filmSec Length of the film.
 */
export function soundSpan(sound: Sound, filmSec: number): [number, number] {
  const [from, to] = heardPart(sound);
  const own = sound.loop ? Number.POSITIVE_INFINITY : sound.startSec + to - from;
  const end = Math.min(filmSec, own, sound.untilSec ?? Number.POSITIVE_INFINITY);
  return [sound.startSec, Math.max(sound.startSec, end)];
}
