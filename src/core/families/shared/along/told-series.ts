import type { ChartEvent, ChartMap, ChartReadout, ToldMoment } from '../../family';
import { standingsEvents } from '../standings/events';
import { standingsMap } from '../standings/map';
import { standingsMoments } from '../standings/moments';
import { standingsReadout } from '../standings/readout';
import { standingsToken } from '../standings/tokens';
import { standingsOf, type ToldSeries } from './series-course';

/** What is drawn at a moment, by rank. @param more Sentences that the family adds. */
export function seriesReadout(told: ToldSeries, timeSec: number, more: readonly string[] = []): ChartReadout {
  const { places } = told.course;
  const readout = standingsReadout(standingsOf(told), timeSec);
  const rows = readout.rows.map((row) => ({ ...row, category: places[row.category] ?? 0 }));
  const left = told.cube.categories.length - places.length;
  const sentences = [readout.sentence, ...(left > 0 ? [`${left} more are not drawn.`] : []), ...more];
  return { ...readout, rows, sentence: sentences.join(' ') };
}

/** The words of a token of the texts; null for what is no token. */
export function seriesToken(told: ToldSeries, token: string, timeSec: number): string | null {
  return standingsToken(standingsOf(told), token, timeSec);
}

/** Every change of place among the series. */
export function seriesEvents(told: ToldSeries): ChartEvent[] {
  return standingsEvents(standingsOf(told));
}

/** The places of the series through the film, for the strip. */
export function seriesMap(told: ToldSeries): ChartMap {
  const { places } = told.course;
  const map = standingsMap(standingsOf(told));
  return {
    ...map,
    categories: map.categories.map((line) => places[line] ?? 0),
    leads: map.leads.map(({ timeSec, category }) => ({ timeSec, category: places[category] ?? 0 })),
  };
}

/** What happens among the series. */
export function seriesMoments(told: ToldSeries): ToldMoment[] {
  const { places } = told.course;
  return standingsMoments(standingsOf(told), 'largest', true).map((moment) => ({
    ...moment,
    category: places[moment.category] ?? 0,
    other: moment.other < 0 ? moment.other : (places[moment.other] ?? 0),
  }));
}
