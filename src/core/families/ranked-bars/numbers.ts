import { placesAt } from '../../motion/race';
import { positionAt } from '../../pace/film-clock';
import type { ChartEvent, FamilyNumbers } from '../family';
import { domainAt } from '../shared/domain';
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

/** Every change of place on stage. The place after the last is off stage. */
function eventsOf({ course, cube }: ToldRace): ChartEvent[] {
  const { tracks, series, clock } = course.race;
  const events: (ChartEvent & { readonly timeSec: number; readonly to: number })[] = [];
  for (let k = 0; k < tracks.seriesCount; k++) {
    for (let i = tracks.offset[k] ?? 0; i < (tracks.offset[k + 1] ?? 0); i++) {
      const [timeSec, to] = [tracks.timeSec[i] ?? 0, (tracks.rankAfter[i] ?? 0) + 1];
      const category = cube.categories[series.categories[k] ?? 0];
      const { position } = positionAt(clock, timeSec);
      events.push({ timeSec, position, category, from: to - (tracks.delta[i] ?? 0), to });
    }
  }
  return events.sort((a, b) => a.timeSec - b.timeSec || a.to - b.to);
}

export const raceNumbers: FamilyNumbers<RankedBarsOwn, RaceCourse> = {
  frameAt,
  events: eventsOf,
  order: (chart) => (chart.own.order === 'smallest' ? 'smallest' : 'largest'),
};
