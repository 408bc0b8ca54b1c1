import type { Box } from '../../../chart/box';
import { type Domain, shareOfDomain } from '../domain';
import type { AlongMoment, PeriodPlaces } from './period-places';

/** Where a chart along periods stands on stage, and what is in view of it. */
export interface AlongView {
  readonly area: Box;
  readonly domain: Domain;
  readonly moment: AlongMoment;
  readonly periods: PeriodPlaces;
  /** How far what is drawn has risen from 0, or from the axis' end next to it; 1 where left out. */
  readonly rise?: number;
}

/** The screen height of a value; beyond the axis' ends it is outside of the area, where it is cut off. */
export function heightPx(
  { area, domain, rise = 1 }: Pick<AlongView, 'area' | 'domain' | 'rise'>,
  value: number,
): number {
  const foot = Math.min(domain.max, Math.max(domain.min, 0));
  const risen = rise === 1 ? value : foot + (value - foot) * rise;
  const share = shareOfDomain(domain, risen);
  return area.y + area.heightPx * (1 - Math.min(4, Math.max(-3, share)));
}

/** How strongly a dot at a height shows: what lies beyond the axis' ends is gone, in [0, 1]. */
export function dotShows({ area, domain }: Pick<AlongView, 'area' | 'domain'>, value: number): number {
  const share = shareOfDomain(domain, value);
  const beyondPx = Math.max(0, -share, share - 1) * area.heightPx;
  return Math.max(0, 1 - beyondPx / (area.heightPx * 0.12));
}

/** The first period whose step is in view. */
export function firstInView({ moment, periods }: AlongView): number {
  const { places } = periods;
  let [low, high] = [0, Math.max(0, places.length - 1)];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((places[middle] ?? 0) <= moment.from) low = middle;
    else high = middle - 1;
  }
  return low;
}
