import { findLeadChanges } from '../../../motion/lead-changes';
import { slotAt } from '../../../motion/slots';
import { standsStill } from '../../../pace/film-clock';
import type { ChartMap } from '../../family';
import type { ToldStandings } from './course';

const MAX_LINES = 300;
const MAX_SAMPLES = 1200;

/** The places of the categories over the whole film, who is longest on stage first. */
export function standingsMap({ course }: ToldStandings): ChartMap {
  const { clock, race } = course;
  const shownSec = race.showing.map((stretches) => stretches.reduce((sum, [from, to]) => sum + to - from, 0));
  const order = Array.from(race.series.categories, (_, k) => k)
    .filter((k) => (shownSec[k] ?? 0) > 0)
    .sort((a, b) => (shownSec[b] ?? 0) - (shownSec[a] ?? 0))
    .slice(0, MAX_LINES);
  const sampleCount = Math.min(MAX_SAMPLES, Math.max(2, (clock.periodCount - 1) * 8 + 1));
  const slots = new Float32Array(order.length * sampleCount);
  order.forEach((k, line) => {
    for (let i = 0; i < sampleCount; i++) {
      slots[line * sampleCount + i] = slotAt(race.tracks, k, (clock.lengthSec * i) / (sampleCount - 1));
    }
  });
  const categories = order.map((k) => race.series.categories[k] ?? 0);
  const taken = findLeadChanges(race.tracks);
  // Of what came before the film only who leads at its start is told.
  const leads = (standsStill(clock) ? taken.slice(-1) : taken).map(({ timeSec, to }) => ({
    timeSec: Math.max(0, timeSec),
    category: race.series.categories[to] ?? 0,
  }));
  return { places: race.tracks.places, categories, slots, sampleCount, leads };
}
