import { positionAt } from '../pace/film-clock';
import type { Cube } from '../shaping/cube';
import type { CourseKind, MomentKind, RankOrder } from './choices';
import { findLeadChanges } from './lead-changes';
import { momentOf, type Race, shownValue } from './race';
import { rankAt } from './slots';

/** Something that happens at one time of the film. */
export interface FilmMoment {
  readonly kind: MomentKind | CourseKind;
  readonly timeSec: number;
  /** The period that the film has reached or is leaving. */
  readonly period: number;
  /** Places in the cube. `other` is who loses the lead or the record; -1 for nobody. */
  readonly category: number;
  readonly other: number;
  /** Data units, of `category` at that time. */
  readonly value: number;
  /** Rank from 1 after it; the place just off stage after an exit. */
  readonly rank: number;
  /** Places climbed or fallen; 0 where that says nothing. */
  readonly places: number;
  /** For a reign: distance along the calendar in periods, and its end in seconds; 0 otherwise. */
  readonly lasts: number;
  /** For the steepest rise and fall: by how much, in data units; 0 otherwise. */
  readonly change: number;
  readonly untilSec: number;
}

/** Climbs, falls and reigns that are named: the greatest few. */
const GREATEST = 3;
/** A climb or fall of fewer places is nothing to speak of. */
const LEAST_PLACES = 2;

/**
 * Everything worth telling, in order of time: who takes the lead, comes on stage or leaves it, sets a record, climbs or
 * falls the farthest, leads the longest. Found from the exact events, so times are exact to the swap.
 *
 * Cost: O(events + periods × categories on stage).
 */
export function findMoments(race: Race, cube: Cube, order: RankOrder): FilmMoment[] {
  const found = order === 'table' ? [] : [...leads(race, cube), ...comings(race, cube), ...moves(race, cube)];
  return [...found, ...records(race, cube, order)].sort((a, b) => a.timeSec - b.timeSec);
}

/** A moment of a series, with what is told of it beside who, when and where. */
export function momentAt(
  race: Race,
  kind: FilmMoment['kind'],
  { timeSec, k, ...more }: Partial<FilmMoment> & { readonly timeSec: number; readonly k: number },
): FilmMoment {
  const at = momentOf(race, timeSec);
  const categoryOf = (series: number) => (series < 0 ? -1 : (race.series.categories[series] ?? -1));
  return {
    kind,
    timeSec,
    period: at.s >= 1 ? at.step + 1 : at.step,
    category: categoryOf(k),
    other: -1,
    value: shownValue(race, k, at),
    rank: rankAt(race.tracks, k, timeSec) + 1,
    places: 0,
    lasts: 0,
    change: 0,
    untilSec: 0,
    ...more,
  };
}

/** How far along the calendar the film is, in periods of the table's grain. */
export function spacingAt(race: Race, cube: Cube, timeSec: number): number {
  const { position } = positionAt(race.clock, timeSec);
  const step = Math.floor(position);
  const from = cube.periods[step]?.spacing ?? 0;
  const to = cube.periods[step + 1]?.spacing ?? from;
  return from + (to - from) * (position - step);
}

function leads(race: Race, cube: Cube): FilmMoment[] {
  const changes = findLeadChanges(race.tracks);
  const { lengthSec } = race.clock;
  const categoryOf = (k: number) => (k < 0 ? -1 : (race.series.categories[k] ?? -1));
  const first = race.tracks.startRank.indexOf(0);
  const starts = [...(first >= 0 ? [{ timeSec: 0, to: first }] : []), ...changes];
  const reigns = starts.map(({ timeSec, to }, i) => {
    const untilSec = starts[i + 1]?.timeSec ?? lengthSec;
    const lasts = spacingAt(race, cube, untilSec) - spacingAt(race, cube, timeSec);
    return momentAt(race, 'reign', { timeSec, k: to, lasts, untilSec });
  });
  const longest = reigns
    .filter(({ lasts }) => lasts >= 1)
    .sort((a, b) => b.lasts - a.lasts)
    .slice(0, GREATEST);
  return [
    ...changes.map(({ timeSec, to, from }) => momentAt(race, 'lead', { timeSec, k: to, other: categoryOf(from) })),
    ...(changes.length > 0 ? longest : []),
  ];
}

/** Entries to the stage and exits from it. */
function comings(race: Race, _cube: Cube): FilmMoment[] {
  const { tracks } = race;
  const found: FilmMoment[] = [];
  for (let k = 0; k < tracks.seriesCount; k++) {
    let before = tracks.startRank[k] ?? tracks.places;
    for (let i = tracks.offset[k] ?? 0; i < (tracks.offset[k + 1] ?? 0); i++) {
      const after = tracks.rankAfter[i] ?? tracks.places;
      const timeSec = tracks.timeSec[i] ?? 0;
      if (before >= tracks.places) found.push(momentAt(race, 'entry', { timeSec, k }));
      else if (after >= tracks.places) found.push(momentAt(race, 'exit', { timeSec, k }));
      before = after;
    }
  }
  return found;
}

/** The greatest climbs and falls from one period to the next. */
function moves(race: Race, _cube: Cube): FilmMoment[] {
  const { clock, tracks } = race;
  const climbs: FilmMoment[] = [];
  const falls: FilmMoment[] = [];
  for (let p = 1; p < clock.periodCount; p++) {
    // The rank in the middle of a dwell is settled, whatever happens at its very start.
    const [from, to] = [clock.spanStartSec[2 * p - 2] ?? 0, clock.spanStartSec[2 * p] ?? 0];
    for (let k = 0; k < tracks.seriesCount; k++) {
      if ((tracks.offset[k + 1] ?? 0) === (tracks.offset[k] ?? 0)) continue;
      const climb = rankAt(tracks, k, from) - rankAt(tracks, k, to);
      if (Math.abs(climb) < LEAST_PLACES) continue;
      (climb > 0 ? climbs : falls).push(
        momentAt(race, climb > 0 ? 'climb' : 'fall', { timeSec: to, k, places: Math.abs(climb) }),
      );
    }
  }
  const greatest = (list: FilmMoment[]) =>
    list.sort((a, b) => b.places - a.places || a.timeSec - b.timeSec).slice(0, GREATEST);
  return [...greatest(climbs), ...greatest(falls)];
}

/**
 * Periods in which somebody passes the best value so far, when that had stood for longer than a period or was another's:
 * a leader that grows year by year sets one record, not twenty.
 */
function records(race: Race, cube: Cube, order: RankOrder): FilmMoment[] {
  const { clock, series } = race;
  const sign = order === 'smallest' ? -1 : 1;
  const found: FilmMoment[] = [];
  let best = Number.NEGATIVE_INFINITY;
  let [holder, since] = [-1, 0];
  for (let p = 0; p < clock.periodCount; p++) {
    let [top, who] = [Number.NEGATIVE_INFINITY, -1];
    series.categories.forEach((category, k) => {
      // Only values that the table has: one that was filled in is nobody's record.
      const value = (cube.values[p * cube.categories.length + category] ?? Number.NaN) * sign;
      if (value > top) [top, who] = [value, k];
    });
    if (who < 0 || !(top > best)) continue;
    if (p > 0 && best > Number.NEGATIVE_INFINITY && (who !== holder || p - since > 1)) {
      const other = holder >= 0 && holder !== who ? (series.categories[holder] ?? -1) : -1;
      found.push(momentAt(race, 'record', { timeSec: clock.spanStartSec[2 * p] ?? 0, k: who, other }));
    }
    [best, holder, since] = [top, who, p];
  }
  return found;
}
