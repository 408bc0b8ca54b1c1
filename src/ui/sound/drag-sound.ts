import { heardPart, LEAST_SOUND_SEC, type Sound, soundSpan } from '@/core/project/sound';
import { drawnTo } from './sound-rows';

/** What of a sound is dragged. */
export type SoundGrip = 'whole' | 'start' | 'end';

/** What a drag meets. */
export interface DragRoom {
  readonly filmSec: number;
  readonly pxPerSec: number;
  /** Times of the film that ends are drawn to: beats, pieces, other sounds. */
  readonly stops: readonly number[];
}

type SoundChange = Partial<Pick<Sound, 'startSec' | 'fromSec' | 'toSec' | 'untilSec'>>;

/**
 * What a drag makes of a sound.
 *
 * @param bySec How far it went, in seconds of the film, counted from where the sound was when it began.
 */
export function dragged(
  sound: Sound,
  grip: SoundGrip,
  bySec: number,
  { filmSec, pxPerSec, stops }: DragRoom,
): SoundChange {
  const [from, to] = heardPart(sound);
  const [start, end] = soundSpan(sound, filmSec);
  if (grip === 'whole') {
    const wanted = start + bySec;
    const byStart = drawnTo(wanted, stops, pxPerSec);
    // Either end may be drawn to something; the start goes first.
    const byEnd = drawnTo(wanted + end - start, stops, pxPerSec) - (end - start);
    const at = Math.max(0, byStart !== wanted ? byStart : sound.loop ? wanted : byEnd);
    const until = sound.untilSec === null ? {} : { untilSec: rounded(sound.untilSec + at - start) };
    return { startSec: rounded(at), ...until };
  }
  const at = drawnTo((grip === 'start' ? start : end) + bySec, stops, pxPerSec);
  if (grip === 'start') {
    // The file stays where it is under the film; a loop begins anew elsewhere.
    const least = sound.loop ? 0 : Math.max(0, start - from);
    const most = Math.min(end, sound.loop ? Number.POSITIVE_INFINITY : start + to - from) - LEAST_SOUND_SEC;
    const next = rounded(Math.min(most, Math.max(least, at)));
    return sound.loop ? { startSec: next } : { startSec: next, fromSec: rounded(Math.max(0, from + next - start)) };
  }
  const next = Math.max(start + LEAST_SOUND_SEC, at);
  if (sound.loop) return { untilSec: next >= filmSec - 1e-6 ? null : rounded(next) };
  const ends = Math.min(sound.fileSec, from + next - start);
  return { toSec: ends >= sound.fileSec - 1e-6 ? null : rounded(ends), untilSec: null };
}

/** Times are kept in tenths of a millisecond: finer ones nobody can set. */
const rounded = (sec: number) => Math.round(sec * 1e4) / 1e4;
