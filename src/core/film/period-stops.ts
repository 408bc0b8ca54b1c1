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
