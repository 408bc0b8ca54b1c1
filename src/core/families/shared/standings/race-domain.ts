import { bisectLeft, bisectRight } from 'd3-array';
import { type Race, shownValue } from '../../../motion/race';
import type { SeriesSet } from '../../../motion/series';
import { stepsThrough } from '../../../motion/slots';
import type { DomainRule } from '../../../scale/domain-rule';
import type { DomainCourse } from '../domain';
import { domainOf, type Reaches, type SampledReaches, sampleReaches } from '../sampled-domain';

/** What is known of a race's axes: an edit of a text or a colour changes none of it. */
interface KnownDomains {
  /** By rule, and by whether the axis holds 0. */
  readonly courses: Map<string, DomainCourse>;
  /** By whether the axis holds 0: whatever the rule, the same is looked at. */
  readonly reaches: Map<boolean, SampledReaches>;
}

const known = new WeakMap<Race, KnownDomains>();

/**
 * Prepares the axis' range for a whole film; it holds 0 unless told otherwise. Cost: O(knots × bars on stage + P), once for
 * each race; O(knots) for each further rule.
 */
export function prepareDomain(race: Race, rule: DomainRule, fromZero = true): DomainCourse {
  const ofRace = known.get(race) ?? { courses: new Map(), reaches: new Map() };
  known.set(race, ofRace);
  const key = JSON.stringify([rule, fromZero]);
  const course =
    ofRace.courses.get(key) ??
    domainOf(() => reachesOf(race, fromZero, ofRace), rule, { reachSec: race.swapSec, fromZero });
  ofRace.courses.set(key, course);
  return course;
}

function reachesOf(race: Race, fromZero: boolean, { reaches }: KnownDomains): SampledReaches {
  const found =
    reaches.get(fromZero) ??
    sampleReaches(race.clock, (timeSec) => lookAll(race, timeSec, fromZero ? 0 : Number.NEGATIVE_INFINITY), fromZero);
  reaches.set(fromZero, found);
  return found;
}

/** Wider than what shows at a very moment: a bar may come on before the next look. */
const MARGIN_SEC = 0.05;

/** The looks, `from` to before `to`, at which a series is on stage or about to be. */
interface Stretch {
  readonly k: number;
  readonly from: number;
  readonly to: number;
}

/** How far the bars on stage, or about to be, reach at each time; at least as far as `least`. */
function lookAll(race: Race, timeSec: Float64Array, least: number): Reaches {
  const { step, s } = stepsThrough(race.clock, timeSec);
  const stretches = race.showing.flatMap((list, k) =>
    list.map(([fromSec, toSec]): Stretch => {
      const from = bisectRight(timeSec, fromSec - MARGIN_SEC);
      return { k, from, to: bisectLeft(timeSec, toSec + MARGIN_SEC, from) };
    }),
  );
  const steps = new LookedSteps(race.series, step);
  const sure = surelyReached(steps, stretches, least);
  const reaches = { low: new Float64Array(timeSec.length), high: new Float64Array(timeSec.length) };
  for (let i = 0; i < step.length; i++) {
    reaches.low[i] = sure.low[step[i] ?? 0] ?? least;
    reaches.high[i] = sure.high[step[i] ?? 0] ?? least;
  }
  for (const { k, from, to } of stretches)
    steps.each(k, from, to, ({ p, min, max, first, end }) => {
      // Most need no look: all through the step others reach farther. NaN, one that is absent, is within nothing.
      if (max <= (sure.high[p] ?? 0) && -min <= (sure.low[p] ?? 0)) return;
      for (let i = first; i < end; i++) {
        const value = shownValue(race, k, { timeSec: timeSec[i] ?? 0, step: p, s: s[i] ?? 0 });
        if (value > (reaches.high[i] ?? 0)) reaches.high[i] = value;
        if (-value > (reaches.low[i] ?? 0)) reaches.low[i] = -value;
      }
    });
  return reaches;
}

/** How far somebody reaches all through each step: whoever is on stage for the whole of it is never below the lesser end. */
function surelyReached(steps: LookedSteps, stretches: readonly Stretch[], least: number): Reaches {
  const low = new Float64Array(steps.periodCount).fill(least);
  const high = low.slice();
  for (const { k, from, to } of stretches)
    steps.each(k, from, to, ({ p, min, max, whole }) => {
      if (!whole) return;
      if (min > (high[p] ?? 0)) high[p] = min;
      if (-max > (low[p] ?? 0)) low[p] = -max;
    });
  return { low, high };
}

/** The part of a step in which a series is looked at. */
interface LookedStep {
  readonly p: number;
  /** The lesser and the greater end of the step, in data units; NaN where the series is absent at one. */
  readonly min: number;
  readonly max: number;
  /** Its looks, `first` to before `end`, and whether these are all looks of the step. */
  readonly first: number;
  readonly end: number;
  readonly whole: boolean;
}

/** Looks one after the other, step by step. */
class LookedSteps {
  readonly periodCount: number;
  /** The first look of each step, or later. */
  private readonly firstLook: Int32Array;

  /** @param step The step of each look, ascending. */
  constructor(
    private readonly series: SeriesSet,
    private readonly step: Int32Array,
  ) {
    this.periodCount = series.periodCount;
    this.firstLook = Int32Array.from({ length: series.periodCount + 1 }, (_, p) => bisectLeft(step, p));
  }

  /** Calls `visit` with each step in which a series is looked at from look `from` to before `to`. */
  each(k: number, from: number, to: number, visit: (step: LookedStep) => void): void {
    const { values, periodCount, unit } = this.series;
    if (from >= to) return;
    const last = this.step[to - 1] ?? 0;
    for (let p = this.step[from] ?? 0; p <= last; p++) {
      const a = (values[k * periodCount + p] ?? Number.NaN) * unit;
      const b = p + 1 < periodCount ? (values[k * periodCount + p + 1] ?? Number.NaN) * unit : a;
      const [starts, ends] = [this.firstLook[p] ?? 0, this.firstLook[p + 1] ?? 0];
      const [first, end] = [Math.max(from, starts), Math.min(to, ends)];
      const whole = first === starts && end === ends;
      visit({ p, min: Math.min(a, b), max: Math.max(a, b), first, end, whole });
    }
  }
}
