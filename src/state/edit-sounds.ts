import type { DataNotes } from '@/core/project/data-notes';
import { withPieceLength } from '@/core/project/piece-length';
import type { Project } from '@/core/project/project';
import type { Beat, Mix, Sound } from '@/core/project/sound';
import { heardPart, LEAST_SOUND_SEC, soundSpan } from '@/core/project/sound';
import { documentStore, edit, type ProjectDraft } from './document';
import { editPieceOf } from './edit-programme';
import { freshId } from './fresh-id';

type SoundDraft = ProjectDraft['film']['sounds'][number];

/** Puts sounds under the film, in one step. */
export function addSounds(sounds: readonly Sound[]): void {
  edit((draft) => {
    draft.film.sounds.push(...(sounds as SoundDraft[]));
  });
}

/** Changes a sound. */
export function changeSound(
  id: string,
  change: Partial<Omit<Sound, 'id' | 'assetId'>>,
  gesture: string | null = null,
): void {
  edit((draft) => {
    const sound = draft.film.sounds.find((each) => each.id === id);
    if (sound) Object.assign(sound, change);
  }, gesture);
}

/** Takes a sound out of the film. */
export function removeSound(id: string): void {
  edit((draft) => {
    draft.film.sounds = draft.film.sounds.filter((sound) => sound.id !== id);
  });
}

/**
 * Cuts a sound in two at a time of the film; a loop is cut where it begins anew, too. Nothing happens outside of it.
 *
 * @returns The id of the second part; null where nothing was cut.
 */
export function cutSound(id: string, atSec: number, filmSec: number): string | null {
  const { project } = documentStore.getState();
  const sound = project?.film.sounds.find((each) => each.id === id);
  if (!sound) return null;
  const [start, end] = soundSpan(sound, filmSec);
  if (atSec < start + LEAST_SOUND_SEC || atSec > end - LEAST_SOUND_SEC) return null;
  const [from, to] = heardPart(sound);
  const played = atSec - start;
  const second = freshId();
  edit((draft) => {
    const { sounds } = draft.film;
    const place = sounds.findIndex((each) => each.id === id);
    const first = sounds[place];
    if (!first) return;
    const rest: SoundDraft = { ...(sound as SoundDraft), id: second, startSec: atSec, fadeInSec: 0 };
    if (sound.loop) {
      // The loop goes on where it was: what is left of this go first, then all of it again.
      const into = from + (played % (to - from));
      first.untilSec = atSec;
      first.fadeOutSec = 0;
      if (into - from < LEAST_SOUND_SEC) sounds.splice(place + 1, 0, rest);
      else {
        const goEnd = atSec + to - into;
        const go: SoundDraft = {
          ...rest,
          id: second,
          loop: false,
          fromSec: into,
          toSec: to,
          untilSec: Math.min(end, goEnd),
        };
        const again: SoundDraft = { ...rest, id: freshId(), startSec: goEnd };
        if (goEnd < end - LEAST_SOUND_SEC) {
          go.fadeOutSec = 0;
          sounds.splice(place + 1, 0, go, again);
        } else sounds.splice(place + 1, 0, go);
      }
      return;
    }
    first.toSec = from + played;
    first.fadeOutSec = 0;
    rest.fromSec = from + played;
    sounds.splice(place + 1, 0, rest);
  });
  return second;
}

/** Seconds of stillness that a piece has behind the voice that it was stretched to. */
const AFTER_VOICE_SEC = 0.5;

/** Has a piece last until a sound is over. @param piece Where it is in the film. */
export function stretchTo(sound: Sound, piece: { readonly pieceId: string; readonly fromSec: number }): void {
  const [from, to] = heardPart(sound);
  const end = sound.untilSec ?? sound.startSec + to - from;
  edit((draft) => {
    const next = withPieceLength(draft as Project, piece.pieceId, end - piece.fromSec + AFTER_VOICE_SEC);
    draft.charts = next.charts as ProjectDraft['charts'];
    draft.film.pieces = next.film.pieces as ProjectDraft['film']['pieces'];
  });
}

/** Leaves out what is silent at both ends of a sound; what is heard stays where it is in the film. */
export function trimSilence(sound: Sound, spoken: readonly (readonly [number, number])[]): boolean {
  const [from, to] = heardPart(sound);
  const heard = spoken.filter(([a, b]) => b > from && a < to);
  const [first, last] = [heard[0], heard.at(-1)];
  if (!first || !last) return false;
  const start = Math.max(from, first[0] - AROUND_SPEECH_SEC);
  const end = Math.min(to, last[1] + AROUND_SPEECH_SEC);
  changeSound(sound.id, {
    startSec: sound.startSec + start - from,
    fromSec: start,
    toSec: end >= sound.fileSec ? null : end,
  });
  return true;
}

/** What is left of the silence around speech, in seconds: breath, and the last sounds of words. */
const AROUND_SPEECH_SEC = 0.12;

/** Changes how all sounds come together. */
export function changeMix(change: Partial<Mix>, gesture: string | null = null): void {
  edit((draft) => {
    Object.assign(draft.film.mix, change);
  }, gesture);
}

/** Gives the film a beat, or takes it away. */
export function setBeat(beat: Beat | null, gesture: string | null = null): void {
  edit((draft) => {
    draft.film.beat = beat;
  }, gesture);
}

/** Lets pieces go by the beat: so many beats a period, or none. @param ids All pieces where it is left out. */
export function setOnBeat(
  beats: number | null,
  ids: readonly string[] | null = null,
  gesture: string | null = null,
): void {
  edit((draft) => {
    for (const piece of draft.film.pieces) if (ids === null || ids.includes(piece.id)) piece.onBeat = beats;
  }, gesture);
}

/** Has a piece play its data, or be silent. */
export function setNotes(pieceId: string, notes: DataNotes | null, gesture: string | null = null): void {
  editPieceOf(
    pieceId,
    (piece) => {
      piece.notes = notes;
    },
    gesture,
  );
}
