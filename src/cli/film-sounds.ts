import path from 'node:path';
import { type Sound, soundLimits, soundName, usualSound } from '@/core/project/sound';
import type { Issue } from '@/core/table/issue';
import type { FilmInput } from './film-input';
import { numberIn } from './numbers';
import { readBytes } from './open-table';
import { Refusal } from './refusal';
import { soundSec } from './sound-sec';

/** Options that put a sound under a film, as they are typed. */
export interface SoundOptions {
  readonly sound?: string;
  readonly soundFrom?: string;
  readonly soundGain?: string;
  readonly soundLoop?: boolean;
}

/**
 * The films with the sound that the options name, beside those that they have.
 *
 * @throws Refusal for a file that is no sound.
 */
export async function withSound(films: readonly FilmInput[], options: SoundOptions): Promise<readonly FilmInput[]> {
  const { sound: file, soundFrom, soundGain, soundLoop } = options;
  if (file === undefined) {
    if (soundFrom !== undefined || soundGain !== undefined || soundLoop)
      throw new Refusal('--sound-from, --sound-gain and --sound-loop go with --sound.');
    return films;
  }
  const bytes = readBytes(file);
  const fileName = path.basename(file);
  const fileSec = await soundSec(bytes, fileName).catch((error: Error) => {
    throw new Refusal(error.message);
  });
  const fromSec = soundFrom === undefined ? 0 : numberIn('--sound-from', soundFrom, [0, fileSec]);
  if (fromSec >= fileSec) throw new Refusal(`--sound-from is ${fromSec}, and ${fileName} ends there.`);
  const sound: Sound = {
    ...usualSound,
    id: 'sound-of-option',
    kind: 'music',
    name: soundName(fileName),
    fileName,
    assetId: 'sound-of-option',
    fileSec,
    fromSec,
    gainDb: soundGain === undefined ? 0 : numberIn('--sound-gain', soundGain, soundLimits.gainDb),
    loop: soundLoop === true,
  };
  return films.map((film) => ({
    ...film,
    project: { ...film.project, film: { ...film.project.film, sounds: [...film.project.film.sounds, sound] } },
    assets: new Map([...film.assets, [sound.assetId, bytes]]),
  }));
}

/** The film without sounds whose files did not come along, and what there is to say about them. */
export function withSoundsAtHand(film: FilmInput): { readonly film: FilmInput; readonly notes: readonly Issue[] } {
  const { sounds } = film.project.film;
  const lost = sounds.filter(({ assetId }) => !film.assets.has(assetId));
  if (lost.length === 0) return { film, notes: [] };
  const kept = sounds.filter((sound) => !lost.includes(sound));
  const names = lost.map(({ fileName }) => fileName).join(', ');
  const message = `The film is without ${names}: only the whole project file (.plucky) brings sounds along.`;
  return {
    film: { ...film, project: { ...film.project, film: { ...film.project.film, sounds: kept } } },
    notes: [{ code: 'sound-missing', severity: 'warning', message }],
  };
}
