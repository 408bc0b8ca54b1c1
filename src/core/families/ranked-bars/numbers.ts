import { placesAt } from '../../motion/race';
import { stepAt } from '../../motion/slots';
import type { FamilyNumbers } from '../family';
import { domainAt } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import { partsAt } from '../shared/parts-at';
import { standingsEvents } from '../shared/standings/events';
import { prepareDomain } from '../shared/standings/race-domain';
import type { RaceCourse, ToldRace } from './course';
import { holdsZero, type RankedBarsOwn } from './document';

/** Bars of a frame, by slot. Ranks count from 1, slots from 0. */
function frameAt(told: ToldRace, timeSec: number) {
  const { course, cube, chart } = told;
  const held = prepareDomain(course.race, chart.own.domain, holdsZero(chart.own));
  const { min, max } = domainAt(focusedDomain(held, told), timeSec);
  const moment = stepAt(course.clock, timeSec);
  const rows = placesAt(course.race, timeSec)
    .sort((a, b) => a.slot - b.slot || a.rank - b.rank)
    .flatMap(({ category, value, rank, slot }) => {
      const row = { category: cube.categories[category], value, rank: rank + 1, slot };
      const parts = cube.parts ? partsAt(cube.parts, category, { ...moment, value }) : null;
      // One row a mark: those that are made of parts have a row for each.
      if (!parts) return [row];
      return parts.map(({ part, base, top }) => ({
        ...row,
        part: cube.parts?.names[part],
        value: top - base,
        base,
        top,
      }));
    });
  return { domain: [min, max] as const, rows };
}

export const raceNumbers: FamilyNumbers<RankedBarsOwn, RaceCourse> = {
  frameAt,
  events: standingsEvents,
  order: (chart) => (chart.own.order === 'smallest' ? 'smallest' : 'largest'),
};
