import { placesAt } from '../motion/motion';
import { rankAt, stepAt } from '../motion/slots';
import { frameAt, positionAt } from '../pace/film-clock';
import { plainLine } from '../scene/text-fit';
import type { PreparedFilm } from './prepare';

/** One row of the ranking at the playhead. */
export interface RankingRow {
  /** Place in the cube. */
  readonly category: number;
  readonly name: string;
  readonly value: number;
  readonly valueText: string;
  /** From 1. */
  readonly rank: number;
  /** Places up (positive) or down since the last period; null for one that was not on stage then. */
  readonly climb: number | null;
}

/** What the film shows at a moment, in numbers and words. */
export interface Readout {
  readonly timeSec: number;
  readonly frame: number;
  readonly period: number;
  readonly periodLabel: string;
  readonly rows: readonly RankingRow[];
}

/** The ranking at a moment; only who is on stage. */
export function readoutAt(film: PreparedFilm, timeSec: number): Readout {
  const { clock, motion, cube } = film;
  const { position } = positionAt(clock, timeSec);
  const { step, s } = stepAt(clock, timeSec);
  const period = s >= 1 ? step + 1 : step;
  const lastPeriod = Math.ceil(position) - 1;
  const lastSec = lastPeriod >= 0 ? (clock.spanStartSec[2 * lastPeriod] ?? 0) : null;
  const rows = placesAt(motion, timeSec)
    .filter((place) => place.rank < motion.tracks.places)
    .sort((a, b) => a.rank - b.rank)
    .map(({ category, series, value, rank }) => {
      const before = lastSec === null ? rank : rankAt(motion.tracks, series, lastSec);
      return {
        category,
        name: plainLine((cube.categories[category] ?? '').slice(0, 300)),
        value,
        valueText: film.formatValue(value),
        rank: rank + 1,
        climb: before >= motion.tracks.places ? null : before - rank,
      };
    });
  return { timeSec, frame: frameAt(clock, timeSec), period, periodLabel: film.periodLabels[period] ?? '', rows };
}
