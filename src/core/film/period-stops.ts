import { periodTimesSec, standsStill } from '../pace/film-clock';
import { clockOf, type Timeline } from './tell-film';

/** When the film reaches each period of its charts, and each card, in seconds, in order. */
export function periodStops({ pieces }: Pick<Timeline, 'pieces'>): number[] {
  const stops = pieces.flatMap((piece) => {
    const clock = clockOf(piece);
    const times = periodTimesSec(clock);
    return Array.from(standsStill(clock) ? times.slice(-1) : times, (sec) => piece.fromSec + sec);
  });
  // While one piece gives way to the next, those of both fall together.
  return stops.sort((a, b) => a - b);
}

/** Where the playhead stands, and how long the film and its frames last. */
export interface StopSetting {
  readonly timeSec: number;
  readonly lengthSec: number;
  readonly framesPerSec: number;
}

/**
 * The time to go to for the next or the last period: the first frame that shows it, since a period falls between two
 * frames; beyond the last and before the first one the end and the start of the film.
 *
 * @param stops From `periodStops`.
 */
export function stopBeside(stops: ArrayLike<number>, direction: 1 | -1, setting: StopSetting): number {
  const { timeSec, lengthSec, framesPerSec } = setting;
  const frameSec = 1 / framesPerSec;
  const times = Array.from(stops);
  const next =
    direction > 0
      ? times.find((time) => time > timeSec + frameSec)
      : times.findLast((time) => time < timeSec - frameSec);
  if (next === undefined) return direction > 0 ? lengthSec : 0;
  return Math.ceil(next / frameSec - 1e-6) * frameSec;
}
