import type { FilmClock } from '../pace/film-clock';
import type { Focus } from '../project/focus';
import type { Cube } from '../shaping/cube';
import { fadeAt, spanOfCaption, type TimeSpan } from './captions';

/** A focus that has its time. */
export interface PlacedFocus extends TimeSpan, Omit<Focus, 'from' | 'to'> {}

const none: readonly PlacedFocus[] = [];

/** The focuses of a chart at their times; one whose periods are gone rests until they come back. */
export function placeFocuses(focuses: readonly Focus[], cube: Cube, clock: FilmClock): readonly PlacedFocus[] {
  if (focuses.length === 0) return none;
  return focuses.flatMap(({ from, to, ...focus }): PlacedFocus[] => {
    const span = spanOfCaption({ from, to }, cube.periods, clock);
    return span ? [{ ...focus, ...span }] : [];
  });
}

/** How far a focus has come at a time, in [0, 1]. */
export function focusStrength(focus: Pick<PlacedFocus, 'fromSec' | 'toSec' | 'easeSec'>, timeSec: number): number {
  return fadeAt(focus, focus.easeSec, timeSec);
}
