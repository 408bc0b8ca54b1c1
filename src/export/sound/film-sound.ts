import type { DataNote } from '@/core/project/data-notes';
import type { SoundBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import { type Sound, soundSpan, usualSound } from '@/core/project/sound';
import { type MixedSpan, type MixPlan, mixSpan, type OpenSound, planMix } from '@/core/sound/mix';
import { noteSource } from '@/core/sound/note-source';
import { MIX_RATE } from '@/core/sound/source';
import { spokenIn } from '@/core/sound/spoken';
import { ExportError } from '../export-error';
import { openSound, type SoundFile } from './open-sound';

/** The sound of a film, ready to be mixed anywhere. */
export interface FilmSound {
  readonly plan: MixPlan;
  /** @param from,to Samples of the film, 48,000 a second. */
  mix(from: number, to: number): Promise<MixedSpan>;
  close(): void;
}

/** Sounds that are heard in a film of a length. */
export function heardSounds({ film }: Project, filmSec: number): Sound[] {
  return film.sounds.filter((sound) => {
    const [from, to] = soundSpan(sound, filmSec);
    return sound.on && to > from;
  });
}

/** Keeps files open from one edit to the next, each once, with when somebody speaks in it. */
export class SoundShelf {
  private readonly open = new Map<string, Promise<SoundFile>>();
  private readonly spoken = new Map<string, Promise<[number, number][]>>();

  /** @throws ExportError for a sound that is not there, or cannot be read. */
  async file(
    sound: Pick<Sound, 'assetId' | 'name' | 'fileName'>,
    bytesOf: (assetId: string) => Blob | null,
  ): Promise<SoundFile> {
    const known = this.open.get(sound.assetId);
    if (known) return known;
    const bytes = bytesOf(sound.assetId);
    if (!bytes) {
      const words = `The sound “${sound.name}” (${sound.fileName}) is not there any more. Add it again, or take it out of the film.`;
      throw new ExportError('sound-unreadable', words);
    }
    const file = openSound(bytes, sound.fileName);
    this.open.set(sound.assetId, file);
    file.catch(() => this.open.delete(sound.assetId));
    return file;
  }

  /** When somebody speaks in a file that is open. */
  spokenIn(sound: Pick<Sound, 'assetId'>, file: SoundFile): Promise<[number, number][]> {
    const known = this.spoken.get(sound.assetId) ?? spokenIn(file);
    this.spoken.set(sound.assetId, known);
    return known;
  }

  close(): void {
    for (const file of this.open.values()) void file.then((each) => each.close()).catch(() => undefined);
    this.open.clear();
  }
}

/** What a film's sound is made of, beside its document. */
export interface SoundSetting {
  readonly filmSec: number;
  /** The notes of its data. */
  readonly notes: readonly DataNote[];
  readonly bytesOf: (assetId: string) => Blob | null;
  readonly shelf?: SoundShelf;
}

/** Notes in the mix: they step back under a voice as music does. */
function notesAsSound(notes: readonly DataNote[], filmSec: number): OpenSound {
  const sound: Sound = {
    ...usualSound,
    id: 'notes',
    kind: 'music',
    name: 'Notes of the data',
    fileName: '',
    assetId: '',
    fileSec: filmSec,
  };
  return { sound, source: noteSource(notes, filmSec), spoken: [] };
}

/**
 * Opens the sounds of a film.
 *
 * @returns null where nothing is heard.
 * @throws ExportError for a sound that is not there, or cannot be read.
 */
export async function openFilmSound(
  project: Project,
  { filmSec, notes, bytesOf, shelf = new SoundShelf() }: SoundSetting,
): Promise<FilmSound | null> {
  const heard = heardSounds(project, filmSec);
  if (heard.length === 0 && notes.length === 0) return null;
  const { mix } = project.film;
  const stepsBack = mix.stepBackDb > 0 && (notes.length > 0 || heard.some(({ kind }) => kind === 'music'));
  const sounds: OpenSound[] = [];
  for (const sound of heard) {
    const source = await shelf.file(sound, bytesOf);
    const spoken = stepsBack && sound.kind === 'voice' ? await shelf.spokenIn(sound, source) : [];
    sounds.push({ sound, source, spoken });
  }
  if (notes.length > 0) sounds.push(notesAsSound(notes, filmSec));
  const plan = planMix(sounds, mix, filmSec);
  return { plan, mix: (from, to) => mixSpan(plan, from, to), close: () => shelf.close() };
}

/** The bytes of sounds that came along, by their assets. */
export function bytesAmong(sounds: readonly SoundBytes[]): (assetId: string) => Blob | null {
  const byAsset = new Map(sounds.map(({ assetId, bytes }) => [assetId, bytes]));
  return (assetId) => byAsset.get(assetId) ?? null;
}

/** Samples of the film at a time. */
export const sampleAt = (sec: number) => Math.round(sec * MIX_RATE);
