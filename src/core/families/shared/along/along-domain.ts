import type { SeriesSet } from '../../../motion/series';
import { valueInStep } from '../../../motion/series';
import type { DomainRule } from '../../../scale/domain-rule';
import { smoothEnvelope } from '../../../scale/envelope';
import { roomFor } from '../axis-room';
import { constantDomain, type DomainCourse } from '../domain';
import { alongAt, type PeriodPlaces } from './period-places';

const KNOTS_PER_SEC = 20;
const MAX_KNOTS = 20_000;
/** Seconds that the following axis looks to each side. */
const REACH_SEC = 0.8;

/** Where the value axis of a chart along periods ends. */
export interface AlongDomainRule {
  readonly domain: DomainRule;
  /** Does the axis have to hold 0? */
  readonly fromZero: boolean;
}

/** The greatest and the least value of all series at each period, in data units; -Infinity and Infinity where there is none. */
export interface PeriodExtremes {
  readonly high: Float64Array;
  readonly low: Float64Array;
}

/** What is drawn at each period: the extremes of single values. */
export function seriesExtremes(set: SeriesSet): PeriodExtremes {
  const high = new Float64Array(set.periodCount).fill(Number.NEGATIVE_INFINITY);
  const low = new Float64Array(set.periodCount).fill(Number.POSITIVE_INFINITY);
  for (let k = 0, at = 0; k < set.categories.length; k++)
    for (let p = 0; p < set.periodCount; p++, at++) {
      const value = (set.values[at] as number) * set.unit;
      if (value > (high[p] as number)) high[p] = value;
      if (value < (low[p] as number)) low[p] = value;
    }
  return { high, low };
}

/** The range of the heads within a step. */
export function headExtremes(set: SeriesSet, step: number, s: number): readonly [number, number] {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let k = 0; k < set.categories.length; k++) {
    const value = valueInStep(set, k, step, s) * set.unit;
    if (value > high) high = value;
    if (value < low) low = value;
  }
  return [low, high];
}

interface AlongDomainInput {
  readonly periods: PeriodPlaces;
  readonly extremes: PeriodExtremes;
  readonly headAt: (step: number, s: number) => readonly [number, number];
  readonly rule: AlongDomainRule;
}

/**
 * The value axis of a chart that is drawn along its periods: it holds all that is in view behind the playhead. Cost:
 * O(knots × series + periods), once for an edit.
 */
export function alongDomain({ periods, extremes, headAt, rule }: AlongDomainInput): DomainCourse {
  const { domain, fromZero } = rule;
  if (domain.kind === 'given')
    return fromZero
      ? constantDomain(Math.min(0, domain.min), Math.max(0, domain.max))
      : constantDomain(domain.min, domain.max);
  if (domain.kind === 'fixed') {
    const [low, high] = roomFor(leastOf(extremes.low), greatestOf(extremes.high), fromZero);
    return constantDomain(low, high);
  }
  const { clock } = periods;
  const cells = Math.min(MAX_KNOTS, Math.max(1, Math.ceil(clock.lengthSec * KNOTS_PER_SEC)));
  const knotSec = clock.lengthSec / cells || 1;
  const low = new Float64Array(cells);
  const high = new Float64Array(cells);
  const inView = new WindowExtremes(periods, extremes);
  let before = inView.at(0, headAt);
  for (let cell = 0; cell < cells; cell++) {
    const after = inView.at((cell + 1) * knotSec, headAt);
    low[cell] = -Math.min(before[0], after[0]);
    high[cell] = Math.max(before[1], after[1]);
    before = after;
  }
  const reach = Math.max(2, Math.ceil(REACH_SEC / knotSec));
  const tops = smoothEnvelope(high, reach);
  const feet = smoothEnvelope(low, reach);
  const ends = Array.from(tops, (top, i) => roomFor(-(feet[i] ?? 0), top, fromZero));
  return { knotSec, low: Float64Array.from(ends, ([end]) => end), high: Float64Array.from(ends, ([, end]) => end) };
}

const greatestOf = (values: Float64Array) => values.reduce((most, value) => (value > most ? value : most), -Infinity);
const leastOf = (values: Float64Array) => values.reduce((least, value) => (value < least ? value : least), Infinity);

/** The extremes of what is in view at one time after the other. The window only ever moves on, so each period comes and goes once. */
class WindowExtremes {
  private next = 0;
  private first = 0;
  /** Periods whose values no later one exceeds, in order; of greatest and of least values. */
  private readonly tops: number[] = [];
  private readonly feet: number[] = [];

  constructor(
    private readonly periods: PeriodPlaces,
    private readonly extremes: PeriodExtremes,
  ) {}

  at(timeSec: number, headAt: AlongDomainInput['headAt']): readonly [number, number] {
    const { places } = this.periods;
    const { step, s, from } = alongAt(this.periods, timeSec);
    const { high, low } = this.extremes;
    for (; this.next <= (s >= 1 ? step + 1 : step) && this.next < places.length; this.next++) {
      while (this.tops.length > 0 && (high[this.tops.at(-1) ?? 0] ?? 0) <= (high[this.next] ?? 0)) this.tops.pop();
      while (this.feet.length > 0 && (low[this.feet.at(-1) ?? 0] ?? 0) >= (low[this.next] ?? 0)) this.feet.pop();
      this.tops.push(this.next);
      this.feet.push(this.next);
    }
    // The period before the window's start still has a part of its step in view.
    while (this.first + 1 < places.length && (places[this.first + 1] ?? 0) <= from) this.first++;
    while (this.tops.length > 1 && (this.tops[0] ?? 0) < this.first) this.tops.shift();
    while (this.feet.length > 1 && (this.feet[0] ?? 0) < this.first) this.feet.shift();
    const [headLow, headHigh] = headAt(step, s);
    return [
      Math.min(headLow, low[this.feet[0] ?? 0] ?? headLow),
      Math.max(headHigh, high[this.tops[0] ?? 0] ?? headHigh),
    ];
  }
}
