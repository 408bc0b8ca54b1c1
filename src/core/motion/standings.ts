import type { Cube } from '../shaping/cube';
import type { RankOrder } from './choices';
import { findContenders } from './contenders';
import { amongFewerPlaces } from './fewer-places';
import type { Between } from './interpolation';
import { lazy } from './lazy';
import { findRankEvents, type RankEvents } from './rank-events';
import { buildSeries, byPeriod, type FilledTable, fillGaps, type GapRule, pickSeries, type SeriesSet } from './series';

/** Values and changes of rank of a race, before it is given a pace. */
export interface Standings {
  readonly series: SeriesSet;
  readonly events: RankEvents;
}

/** Everybody who can be among so many places: found once, whatever part of the places is on stage. */
export interface Field {
  readonly places: number;
  readonly series: SeriesSet;
}

/** What decides who is in the field and how they run. */
export interface FieldSettings {
  readonly order: RankOrder;
  readonly between: Between;
  readonly gaps: GapRule;
}

/** How many of a field are on stage, and who of them stands first. */
interface StandingsSettings {
  readonly places: number;
  readonly order: RankOrder;
}

/** Finds everybody who can be among `places`. @throws RangeError if `places` is less than 1. */
export function findField(cube: Cube, places: number, { order, between, gaps }: FieldSettings): Field {
  if (!(places >= 1)) throw new RangeError(`places: must be at least 1, received ${places}`);
  const contenders = findContenders(fillGaps(cube, { gaps, between }), places, order);
  return { places, series: buildSeries(cube, contenders, { gaps, between }) };
}

/** What is known of a field: its values period by period, and for each order the changes of rank among the most places. */
interface KnownField {
  readonly table: () => FilledTable;
  readonly ranked: Map<RankOrder, { readonly places: number; readonly series: SeriesSet; readonly events: RankEvents }>;
}

const knownFields = new WeakMap<Field, KnownField>();

function knownOf(field: Field): KnownField {
  const known = knownFields.get(field) ?? { table: lazy(() => byPeriod(field.series)), ranked: new Map() };
  knownFields.set(field, known);
  return known;
}

/**
 * Finds who of a field can be on stage, and every change of rank. Whoever is among fewer places is among more, so a field
 * for many places serves for few, and so do changes of rank that were found before.
 *
 * @throws RangeError if there are more `places` than the field was found for, or less than 1.
 */
export function findStandings(field: Field, { places, order }: StandingsSettings): Standings {
  if (!(places >= 1 && places <= field.places))
    throw new RangeError(`places: must be from 1 to ${field.places}, received ${places}`);
  const series = seriesAmong(field, places, order);
  const events = lazy(() => {
    const { ranked } = knownOf(field);
    const before = ranked.get(order);
    if (before && places <= before.places)
      return amongFewerPlaces(before.events, places, indexIn(before.series, series));
    // Whoever asks for more places is moving their number: the next ones are found with these.
    const wide = before ? Math.min(field.places, 2 * places) : places;
    const found = { places: wide, series: wide === places ? series : seriesAmong(field, wide, order) };
    const changes = findRankEvents(found.series, wide, order);
    ranked.set(order, { ...found, events: changes });
    return wide === places ? changes : amongFewerPlaces(changes, places, indexIn(found.series, series));
  });
  return {
    series,
    get events() {
      return events();
    },
  };
}

/** Those of a field who can be among so many places. */
function seriesAmong(field: Field, places: number, order: RankOrder): SeriesSet {
  if (places === field.places) return field.series;
  return pickSeries(field.series, findContenders(knownOf(field).table(), places, order));
}

/** Where each series of one set stands in another; -1 where it is not in it. Both are in the order of the cube. */
function indexIn(all: SeriesSet, some: SeriesSet): Int32Array {
  let next = 0;
  return all.categories.map((category) => (some.categories[next] === category ? next++ : -1));
}

/** How many changes of place each step has: what the film may slow down for. */
export function changesPerStep(standings: Standings, periodCount: number): Float64Array {
  const changes = new Float64Array(Math.max(0, periodCount - 1));
  standings.events.span.forEach((span) => {
    // A jump at a period belongs to the step that leads to it.
    const step = Math.max(0, Math.ceil(span / 2) - 1);
    if (step < changes.length) changes[step] = (changes[step] ?? 0) + 1;
  });
  return changes;
}
