import type { FilmClock } from '../pace/film-clock';
import type { Cube } from '../shaping/cube';
import { lazy } from './lazy';
import { type SeriesSet, valueInStep } from './series';
import {
  eventsAtPeriods,
  rankAt,
  type SlotTracks,
  type SwapSettings,
  showings,
  slotAt,
  stepAt,
  trackSlots,
} from './slots';
import { type FieldSettings, findField, findStandings, type Standings } from './standings';

/** What decides the values and places of a race, apart from the data and the clock. */
export type RaceSettings = FieldSettings & SwapSettings;

/** A race ready to be asked about any moment. */
export interface Race {
  readonly clock: FilmClock;
  readonly series: SeriesSet;
  readonly tracks: SlotTracks;
  readonly swapSec: number;
  /** `showing[k]`: the stretches of time in which series `k` may show. */
  readonly showing: readonly (readonly [number, number][])[];
  readonly lookup: TimeLookup;
}

/** Series that may show, by equal slices of the film; slice `i` holds `list[offset[i]] ..` up to `offset[i + 1]`. */
interface TimeLookup {
  readonly sliceSec: number;
  readonly offset: Int32Array;
  readonly list: Int32Array;
}

/** One category at a moment. */
export interface Place {
  /** Index into `Race.series`. */
  readonly series: number;
  /** Place in the cube. */
  readonly category: number;
  /** Data units; the nearest known value while a category comes or goes. */
  readonly value: number;
  /** Where it is drawn: 0 is the first place, `places` just off stage. */
  readonly slot: number;
  /** Clipped rank: 0 is the first, `places` is off stage. */
  readonly rank: number;
}

/**
 * Gives standings their pace. Who stands where is worked out when it is first asked for, since some pictures never ask: a line
 * follows its values alone. Each frame then costs O(n log P), whatever the number of categories and periods.
 */
export function raceInTime(standings: Standings, clock: FilmClock, settings: RaceSettings): Race {
  const { places, swapMode, swapSec } = settings;
  const tracks = lazy(() => {
    const events = swapMode === 'over-period' ? eventsAtPeriods(standings.events, places) : standings.events;
    return trackSlots(events, clock, settings);
  });
  const showing = lazy(() =>
    Array.from({ length: tracks().seriesCount }, (_, k) => showings(tracks(), k, clock.lengthSec)),
  );
  const lookup = lazy(() => sliceTime(showing(), clock));
  return {
    clock,
    series: standings.series,
    swapSec,
    get tracks() {
      return tracks();
    },
    get showing() {
      return showing();
    },
    get lookup() {
      return lookup();
    },
  };
}

/** The same places with other values: nothing is worked out twice. */
export function withSeries(race: Race, series: SeriesSet): Race {
  return {
    clock: race.clock,
    series,
    swapSec: race.swapSec,
    get tracks() {
      return race.tracks;
    },
    get showing() {
      return race.showing;
    },
    get lookup() {
      return race.lookup;
    },
  };
}

/** Prepares a race once, for a clock. */
export function prepareRace(cube: Cube, clock: FilmClock, settings: RaceSettings): Race {
  return raceInTime(findStandings(findField(cube, settings.places, settings), settings), clock, settings);
}

function sliceTime(showing: Race['showing'], clock: FilmClock): TimeLookup {
  const count = Math.min(65_536, Math.max(1, Math.ceil(clock.lengthSec * 4)));
  const sliceSec = clock.lengthSec / count || 1;
  /** Calls `visit` with each slice in which a series may show, and the series. */
  const eachSlice = (visit: (slice: number, k: number) => void) => {
    showing.forEach((stretches, k) => {
      let done = -1;
      for (const [from, to] of stretches) {
        const last = Math.min(count - 1, Math.floor(to / sliceSec));
        for (let i = Math.max(done + 1, Math.floor(from / sliceSec)); i <= last; i++) visit(i, k);
        done = Math.max(done, last);
      }
    });
  };
  const offset = new Int32Array(count + 1);
  eachSlice((slice) => {
    offset[slice + 1] = (offset[slice + 1] ?? 0) + 1;
  });
  for (let i = 0; i < count; i++) offset[i + 1] = (offset[i + 1] ?? 0) + (offset[i] ?? 0);
  const list = new Int32Array(offset[count] ?? 0);
  const next = offset.slice();
  eachSlice((slice, k) => {
    const place = next[slice] ?? 0;
    list[place] = k;
    next[slice] = place + 1;
  });
  return { sliceSec, offset, list };
}

/** Calls `visit` for each series that may show at a moment, in the table's order. */
export function eachShowing(race: Race, timeSec: number, visit: (k: number) => void): void {
  const { sliceSec, offset, list } = race.lookup;
  const slice = Math.max(0, Math.min(offset.length - 2, Math.floor(timeSec / sliceSec)));
  for (let i = offset[slice] ?? 0; i < (offset[slice + 1] ?? 0); i++) visit(list[i] ?? 0);
}

/**
 * The categories on stage, or moving to or from it, in the table's order.
 *
 * @param timeSec Seconds from the film's start; clamped to the film.
 */
export function placesAt(race: Race, timeSec: number): Place[] {
  const time = Math.min(race.clock.lengthSec, Math.max(0, timeSec));
  const moment = momentOf(race, time);
  const found: Place[] = [];
  eachShowing(race, time, (k) => {
    const slot = slotAt(race.tracks, k, time);
    if (slot >= race.tracks.places) return;
    const value = shownValue(race, k, moment);
    if (Number.isNaN(value)) return;
    const category = race.series.categories[k] ?? 0;
    found.push({ series: k, category, value, slot, rank: rankAt(race.tracks, k, time) });
  });
  return found;
}

/** Who was asked for last: bars, captions and counters of one picture ask for the same moment. */
const lastPlaces = new WeakMap<Race, { readonly timeSec: number; readonly places: readonly Place[] }>();

/** `placesAt`, worked out once for the moment that is asked for again and again. */
export function placesOnce(race: Race, timeSec: number): readonly Place[] {
  const last = lastPlaces.get(race);
  if (last?.timeSec === timeSec) return last.places;
  const places = placesAt(race, timeSec);
  lastPlaces.set(race, { timeSec, places });
  return places;
}

/** A time of the race: seconds from its start, and the step with the fraction of it that is passed. */
export interface RaceMoment {
  readonly timeSec: number;
  readonly step: number;
  readonly s: number;
}

/** The moment of a time within the film. */
export function momentOf(race: Race, timeSec: number): RaceMoment {
  const { step, s } = stepAt(race.clock, timeSec);
  return { timeSec, step, s };
}

/**
 * The value drawn for a series, in data units: its own while present; while it comes or goes, the nearest known one.
 *
 * @returns NaN where the series has no value at all.
 */
export function shownValue(race: Race, k: number, moment: RaceMoment): number {
  const value = valueInStep(race.series, k, moment.step, moment.s);
  return (Number.isNaN(value) ? heldValue(race, k, moment) : value) * race.series.unit;
}

/** Looks to both sides of an absence; one shorter than a swap is blended over, so that nothing jumps. */
function heldValue(race: Race, k: number, { step, s, timeSec }: RaceMoment): number {
  const { values, periodCount } = race.series;
  const at = (p: number) => values[k * periodCount + p] ?? Number.NaN;
  let before = step;
  while (before >= 0 && Number.isNaN(at(before))) before--;
  let after = s > 0 ? step + 1 : step;
  while (after < periodCount && Number.isNaN(at(after))) after++;
  if (before < 0 && after >= periodCount) return Number.NaN;
  if (before < 0) return at(after);
  if (after >= periodCount) return at(before);
  const leaves = race.clock.spanStartSec[2 * before + 1] ?? 0;
  const returns = race.clock.spanStartSec[2 * after] ?? 0;
  const gapSec = returns - leaves;
  const share = gapSec > 0 ? Math.min(1, Math.max(0, (timeSec - leaves) / gapSec)) : 1;
  if (gapSec >= race.swapSec) return share < 0.5 ? at(before) : at(after);
  return at(before) * (1 - share) + at(after) * share;
}
