import { placesAt } from '../../../motion/race';
import { rankAt, stepAt } from '../../../motion/slots';
import { positionAt } from '../../../pace/film-clock';
import { plainLine } from '../../../scene/text-fit';
import type { ChartReadout, ReadoutRow } from '../../family';
import type { ToldStandings } from './course';

/** The ranking at a moment; only who is on stage. */
export function standingsReadout(
  { course, cube, formatValue, periodLabels }: ToldStandings,
  timeSec: number,
): ChartReadout {
  const { clock, race } = course;
  const { position } = positionAt(clock, timeSec);
  const { step, s } = stepAt(clock, timeSec);
  const period = s >= 1 ? step + 1 : step;
  const lastPeriod = Math.ceil(position) - 1;
  const lastSec = lastPeriod >= 0 ? (clock.spanStartSec[2 * lastPeriod] ?? 0) : null;
  const rows = placesAt(race, timeSec)
    .filter((place) => place.rank < race.tracks.places)
    .sort((a, b) => a.rank - b.rank)
    .map(({ category, series, value, rank }): ReadoutRow => {
      const before = lastSec === null ? rank : rankAt(race.tracks, series, lastSec);
      return {
        category,
        name: plainLine((cube.categories[category] ?? '').slice(0, 300)),
        value,
        valueText: formatValue(value),
        rank: rank + 1,
        climb: before >= race.tracks.places ? null : before - rank,
      };
    });
  const periodLabel = periodLabels[period] ?? '';
  const said = rows.map(({ rank, name, valueText }) => `${rank}. ${name}, ${valueText}`).join('; ');
  return { period, periodLabel, heading: periodLabel, rows, sentence: `${periodLabel}: ${said}.` };
}
