import { positionAt } from '../../../pace/film-clock';
import type { ChartEvent } from '../../family';
import type { ToldStandings } from './course';

/** Every change of place on stage. The place after the last is off stage. */
export function standingsEvents({ course, cube }: ToldStandings): ChartEvent[] {
  const { tracks, series, clock } = course.race;
  const events: (ChartEvent & { readonly timeSec: number; readonly to: number })[] = [];
  for (let k = 0; k < tracks.seriesCount; k++) {
    for (let i = tracks.offset[k] ?? 0; i < (tracks.offset[k + 1] ?? 0); i++) {
      const [timeSec, to] = [tracks.timeSec[i] ?? 0, (tracks.rankAfter[i] ?? 0) + 1];
      const category = cube.categories[series.categories[k] ?? 0];
      const { position } = positionAt(clock, timeSec);
      // What leads to the one moment of a film lies before it.
      if (timeSec >= 0) events.push({ timeSec, position, category, from: to - (tracks.delta[i] ?? 0), to });
    }
  }
  return events.sort((a, b) => a.timeSec - b.timeSec || a.to - b.to);
}
