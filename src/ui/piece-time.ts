import type { FilmOverview } from '@/core/film/overview';

/** A time of the film as one of the piece that is edited, in [0, its length]. */
export function pieceSecOf(
  { fromSec, lengthSec }: Pick<FilmOverview, 'fromSec' | 'lengthSec'>,
  filmSec: number,
): number {
  return Math.min(lengthSec, Math.max(0, filmSec - fromSec));
}
