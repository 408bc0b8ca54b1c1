import type { TimeSpan } from '../../../chart/captions';
import { focusStrength, placeFocuses } from '../../../chart/focus';
import { type FilmClock, positionAt } from '../../../pace/film-clock';
import type { Focus } from '../../../project/focus';
import type { Cube } from '../../../shaping/cube';
import type { WindowRule } from './window-choices';

/** A growing window begins with this part of the whole, so that the first step is no leap. */
const FIRST_SHARE = 0.12;

/** Periods along a chart. */
export interface PeriodPlaces {
  readonly clock: FilmClock;
  /** Where each period stands, ascending from 0. */
  readonly places: Float64Array;
  readonly rule: WindowRule;
  /** Spans in which the time in view closes in on some periods, in the units of `places`. */
  readonly zooms: readonly PeriodZoom[];
}

/** A span in which the time in view closes in, and opens again. */
export interface PeriodZoom extends TimeSpan {
  readonly easeSec: number;
  readonly from: number;
  readonly to: number;
}

/** Where the playhead stands among the periods, and what is in view. */
export interface AlongMoment {
  readonly step: number;
  /** Fraction of the step, in [0, 1]. */
  readonly s: number;
  /** The playhead, in the units of `places`. */
  readonly head: number;
  /** Ends of the window, in the units of `places`; `from < to`. */
  readonly from: number;
  readonly to: number;
}

/** Gives each period its place. */
export function placePeriods(
  cube: Cube,
  clock: FilmClock,
  rule: WindowRule,
  focuses: readonly Focus[] = [],
): PeriodPlaces {
  const first = cube.periods[0]?.spacing ?? 0;
  const places = Float64Array.from(cube.periods, ({ spacing }, p) => (rule.spacing === 'even' ? p : spacing - first));
  const placeOf = (key: string) => places[cube.periods.findIndex((period) => period.key === key)] ?? Number.NaN;
  const zooms = placeFocuses(focuses, cube, clock).flatMap(({ periods, fromSec, toSec, easeSec }): PeriodZoom[] => {
    if (!periods) return [];
    const ends = [placeOf(periods.from), placeOf(periods.to)].sort((a, b) => a - b);
    const [from = 0, to = 0] = ends;
    return to > from ? [{ fromSec, toSec, easeSec, from, to }] : [];
  });
  return { clock, places, rule, zooms };
}

/**
 * Playhead and window as they are seen: the window closes in on what the film looks at, but never leaves the playhead behind.
 *
 * @param focusSec The time that decides what is looked at, where the playhead itself waits somewhere else.
 */
export function alongInView(periods: PeriodPlaces, timeSec: number, focusSec = timeSec): AlongMoment {
  const moment = alongAt(periods, timeSec);
  let { from, to } = moment;
  for (const zoom of periods.zooms) {
    const strength = focusStrength(zoom, focusSec);
    if (strength <= 0) continue;
    from += (Math.min(zoom.from, moment.head) - from) * strength;
    to += (Math.max(zoom.to, moment.head) - to) * strength;
  }
  return to > from ? { ...moment, from, to } : moment;
}

/** The place of a fraction of a step. */
export function placeInStep({ places }: PeriodPlaces, step: number, s: number): number {
  const from = places[step] ?? 0;
  return from + ((places[step + 1] ?? from) - from) * s;
}

/** Playhead and window at a time. Continuous in time, whatever the window. */
export function alongAt(periods: PeriodPlaces, timeSec: number): AlongMoment {
  const { clock, places, rule } = periods;
  const { position } = positionAt(clock, timeSec);
  const step = Math.min(Math.max(0, places.length - 2), Math.floor(position));
  const s = places.length < 2 ? 0 : position - step;
  const head = placeInStep(periods, step, s);
  const last = places.at(-1) ?? 0;
  // A single period has the window of one step, and stands in its middle.
  if (last <= 0) return { step, s, head, from: -0.5, to: 0.5 };
  if (rule.window === 'growing') return { step, s, head, from: 0, to: Math.max(head, last * FIRST_SHARE) };
  if (rule.window === 'all') return { step, s, head, from: 0, to: last };
  const span = Math.min(last, (last / (places.length - 1)) * Math.max(1, rule.windowPeriods));
  const to = Math.max(span, head);
  return { step, s, head, from: to - span, to };
}
