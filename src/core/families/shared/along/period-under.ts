import type { Box } from '../../../chart/box';
import type { Direction } from '../axis-place';
import { acrossPx } from './period-axis';
import { alongInView, type PeriodPlaces } from './period-places';

interface AlongStage {
  readonly course: { readonly periods: PeriodPlaces };
  readonly area: Box;
}

/**
 * The passed period that is nearest to a place of the stage, by its place in the cube; null where the playhead itself is as
 * near, so that what is pointed at is the present. Cost: O(periods).
 */
export function periodUnder(
  { course: { periods }, area }: AlongStage,
  timeSec: number,
  at: { readonly x: number; readonly y: number },
  direction: Direction = 'standing',
): number | null {
  const moment = alongInView(periods, timeSec);
  const across = direction === 'lying' ? at.y : at.x;
  const away = (place: number) => Math.abs(acrossPx(area, moment, place, direction) - across);
  const last = Math.min(periods.places.length - 1, moment.s >= 1 ? moment.step + 1 : moment.step);
  let nearest: number | null = null;
  let least = away(moment.head);
  for (let p = 0; p <= last; p++) {
    const place = periods.places[p] ?? 0;
    if (place < moment.from || away(place) >= least) continue;
    least = away(place);
    nearest = p;
  }
  return nearest;
}
