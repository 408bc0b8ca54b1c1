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
 * @param stops In order of time, from `periodStops`.
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
