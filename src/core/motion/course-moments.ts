import { type FilmMoment, momentAt } from './moments';
import type { Race } from './race';
import { rankAt } from './slots';

/** Series whose highest and lowest values are told: those that reach farthest. */
const TOLD = 6;
/** Rises and falls that are told: the steepest few. */
const STEEPEST = 2;
/** More crossings than these nobody follows; the ones nearest to the top are kept. */
const MOST_CROSSINGS = 40;

/**
 * What is worth telling of values along time beside who leads: the highest and the lowest value of each series that reaches
 * far, the steepest rises and falls from one period to the next, and where two series cross below the lead. Times are those
 * of the periods, and of crossings exact.
 *
 * Cost: O(periods × series + crossings).
 */
export function findCourseMoments(race: Race): FilmMoment[] {
  return [...extremes(race), ...slopes(race), ...crossings(race)].sort((a, b) => a.timeSec - b.timeSec);
}

const secOf = ({ clock }: Race, period: number) => clock.spanStartSec[2 * period] ?? 0;

function valuesOf({ series }: Race, k: number): Float64Array {
  return series.values.subarray(k * series.periodCount, (k + 1) * series.periodCount);
}

/** The highest and the lowest value of a series, the first of several alike; none of one that never changes. */
function extremes(race: Race): FilmMoment[] {
  const count = race.series.categories.length;
  const found = Array.from({ length: count }, (_, k) => {
    const values = valuesOf(race, k);
    let [high, low] = [-1, -1];
    values.forEach((value, p) => {
      if (Number.isNaN(value)) return;
      if (high < 0 || value > (values[high] ?? 0)) high = p;
      if (low < 0 || value < (values[low] ?? 0)) low = p;
    });
    return { k, high, low, reach: high < 0 ? Number.NEGATIVE_INFINITY : (values[high] ?? 0) };
  });
  return found
    .filter(({ high, low }) => high !== low)
    .sort((a, b) => b.reach - a.reach || a.k - b.k)
    .slice(0, TOLD)
    .flatMap(({ k, high, low }) => [
      momentAt(race, 'peak', { timeSec: secOf(race, high), k }),
      momentAt(race, 'low', { timeSec: secOf(race, low), k }),
    ]);
}

/** The greatest changes from one period to the next; what was not there before, or is not after, has none. */
function slopes(race: Race): FilmMoment[] {
  const steps: { readonly k: number; readonly period: number; readonly change: number }[] = [];
  for (let k = 0; k < race.series.categories.length; k++) {
    const values = valuesOf(race, k);
    for (let p = 1; p < values.length; p++) {
      const change = (values[p] ?? Number.NaN) - (values[p - 1] ?? Number.NaN);
      if (change !== 0 && !Number.isNaN(change)) steps.push({ k, period: p, change });
    }
  }
  const steepest = (sign: 1 | -1) =>
    steps
      .filter(({ change }) => change * sign > 0)
      .sort((a, b) => Math.abs(b.change) - Math.abs(a.change) || a.period - b.period || a.k - b.k)
      .slice(0, STEEPEST)
      .map(({ k, period, change }) =>
        momentAt(race, sign > 0 ? 'rise' : 'drop', {
          timeSec: secOf(race, period),
          k,
          change: change * race.series.unit,
        }),
      );
  return [...steepest(1), ...steepest(-1)];
}

/** Where a series passes another below the first place; who is passed is found at the same time going the other way. */
function crossings(race: Race): FilmMoment[] {
  const { tracks } = race;
  const found: FilmMoment[] = [];
  for (let k = 0; k < tracks.seriesCount; k++)
    for (let i = tracks.offset[k] ?? 0; i < (tracks.offset[k + 1] ?? 0); i++) {
      const rank = tracks.rankAfter[i] ?? 0;
      const timeSec = tracks.timeSec[i] ?? 0;
      // Only who rises is told, and taking the lead has a moment of its own.
      if ((tracks.delta[i] ?? 0) >= 0 || rank === 0 || rank >= tracks.places || timeSec < 0) continue;
      const passed = passedBy(race, k, rank, timeSec);
      if (passed >= 0) found.push(momentAt(race, 'cross', { timeSec, k, other: race.series.categories[passed] ?? -1 }));
    }
  return found.sort((a, b) => a.rank - b.rank || a.timeSec - b.timeSec).slice(0, MOST_CROSSINGS);
}

/** Who is one place behind a series that has just risen; -1 for nobody. */
function passedBy({ tracks }: Race, k: number, rank: number, timeSec: number): number {
  for (let other = 0; other < tracks.seriesCount; other++)
    if (other !== k && rankAt(tracks, other, timeSec) === rank + 1) return other;
  return -1;
}
