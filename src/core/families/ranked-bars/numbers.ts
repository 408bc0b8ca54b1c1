import { placesAt } from '../../motion/race';
import type { FamilyNumbers } from '../family';
import { domainAt } from '../shared/domain';
import { standingsEvents } from '../shared/standings/events';
import type { RaceCourse, ToldRace } from './course';
import type { RankedBarsOwn } from './document';
import { prepareDomain } from './race-domain';

/** Bars of a frame, by slot. Ranks count from 1, slots from 0. */
function frameAt({ course, cube, chart }: ToldRace, timeSec: number) {
  const { min, max } = domainAt(prepareDomain(course.race, chart.own.domain), timeSec);
  const rows = placesAt(course.race, timeSec)
    .sort((a, b) => a.slot - b.slot || a.rank - b.rank)
    .map(({ category, value, rank, slot }) => ({ category: cube.categories[category], value, rank: rank + 1, slot }));
  return { domain: [min, max] as const, rows };
}

export const raceNumbers: FamilyNumbers<RankedBarsOwn, RaceCourse> = {
  frameAt,
  events: standingsEvents,
  order: (chart) => (chart.own.order === 'smallest' ? 'smallest' : 'largest'),
};
