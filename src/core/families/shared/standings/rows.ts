import { type Place, placesAt } from '../../../motion/race';
import type { FrameNumbers } from '../../family';
import type { ToldStandings } from './course';

/** One row for each mark on stage, with what a family adds to it. */
export function standingsNumbers(
  { course, cube }: ToldStandings,
  timeSec: number,
  more: (place: Place) => Readonly<Record<string, number | undefined>> = () => ({}),
): FrameNumbers['rows'] {
  return placesAt(course.race, timeSec)
    .sort((a, b) => a.slot - b.slot)
    .map((place) => ({
      category: cube.categories[place.category],
      value: place.value,
      rank: place.rank + 1,
      slot: place.slot,
      ...more(place),
    }));
}
