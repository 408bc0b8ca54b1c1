/** A state that is on or off, and turns at these times, in ascending order. */
export interface TurningState {
  readonly startsOn: boolean;
  readonly turnSec: readonly number[];
}

/**
 * How far a state is on, in [0, 1], so that it comes and goes within a stretch of time: the mean of the state over the
 * stretch around a moment. Continuous, and exactly 0 or 1 where the state has not turned for half of the stretch.
 *
 * @param stretchSec Seconds that a turn takes; 0 turns at once.
 */
export function smoothedState({ startsOn, turnSec }: TurningState, timeSec: number, stretchSec: number): number {
  const half = stretchSec / 2;
  const [from, to] = [timeSec - half, timeSec + half];
  let on = startsOn;
  let [onSec, at] = [0, from];
  for (const turn of turnSec) {
    if (turn > to) break;
    if (turn > at) {
      if (on) onSec += turn - at;
      at = turn;
    }
    on = !on;
  }
  if (stretchSec <= 0) return on ? 1 : 0;
  if (on) onSec += to - at;
  return Math.min(1, Math.max(0, onSec / stretchSec));
}
