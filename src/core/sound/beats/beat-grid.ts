import type { Beat } from '../../project/sound';

/** A beat of the film's grid. */
export interface GridBeat {
  readonly sec: number;
  /** From 1; the bar that begins at the first beat is 1, those before it count down to 0 and below. */
  readonly bar: number;
  /** From 0 within its bar. */
  readonly inBar: number;
}

/** More beats than these are nobody's to see. */
const MOST = 20_000;

/** Seconds of a beat. */
export const beatSec = ({ bpm }: Pick<Beat, 'bpm'>) => 60 / bpm;

/** Seconds of a bar. */
export const barSec = (beat: Beat) => beatSec(beat) * beat.perBar;

/** The beats between two times of the film, both included. */
export function beatTimes(beat: Beat, fromSec: number, toSec: number): GridBeat[] {
  const each = beatSec(beat);
  const first = Math.ceil((fromSec - beat.firstSec) / each - 1e-6);
  const last = Math.min(Math.floor((toSec - beat.firstSec) / each + 1e-6), first + MOST);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => {
    const n = first + i;
    const bar = Math.floor(n / beat.perBar);
    return { sec: beat.firstSec + n * each, bar: bar + 1, inBar: n - bar * beat.perBar };
  });
}

/** The first place of a grid that is not before a time. @param first,each Seconds of a place of the grid, and between two. */
export const nextOn = (sec: number, first: number, each: number) =>
  first + Math.ceil((sec - first) / each - 1e-6) * each;
