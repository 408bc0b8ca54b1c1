import { eachShowing, momentOf, type Race, type RaceMoment, shownValue } from '../../motion/race';
import { slotAt } from '../../motion/slots';
import type { DomainRule } from '../../scale/domain-rule';
import { smoothEnvelope } from '../../scale/envelope';
import { constantDomain, type DomainCourse } from '../shared/domain';

const KNOTS_PER_SEC = 20;
const MAX_KNOTS = 20_000;
/** Seconds that the following axis looks to each side. */
const REACH_SEC = 0.8;

/** Courses by race and rule: an edit of a text or a colour changes neither. */
const courses = new WeakMap<Race, Map<string, DomainCourse>>();

/** Prepares the axis' range for a whole film; it always holds 0. Cost: O(knots × bars on stage + P), once for each race and rule. */
export function prepareDomain(race: Race, rule: DomainRule): DomainCourse {
  const known = courses.get(race) ?? new Map<string, DomainCourse>();
  courses.set(race, known);
  const key = JSON.stringify(rule);
  const course = known.get(key) ?? courseOf(race, rule);
  known.set(key, course);
  return course;
}

function courseOf(race: Race, rule: DomainRule): DomainCourse {
  if (rule.kind === 'given') return constantDomain(Math.min(0, rule.min), Math.max(0, rule.max));
  const { lengthSec } = race.clock;
  const cells = Math.min(MAX_KNOTS, Math.max(1, Math.ceil(lengthSec * KNOTS_PER_SEC)));
  const knotSec = lengthSec / cells || 1;
  const { low, high } = shownExtremes(race, cells, knotSec);
  if (rule.kind === 'fixed') return constantDomain(-greatest(low), greatest(high));
  const reach = Math.max(2, Math.ceil(Math.max(REACH_SEC, race.swapSec) / knotSec));
  return { knotSec, low: smoothEnvelope(low, reach).map((v) => -v), high: smoothEnvelope(high, reach) };
}

function greatest(values: Float64Array): number {
  let top = 0;
  for (const value of values) if (value > top) top = value;
  return top;
}

/** How far the drawn values reach below and above 0 in each cell of time; both as positive numbers. */
function shownExtremes(race: Race, cells: number, knotSec: number) {
  const low = new Float64Array(cells);
  const high = new Float64Array(cells);
  const reach = new Reach(race, knotSec);
  const widen = (cell: number) => {
    if (reach.high > (high[cell] ?? 0)) high[cell] = reach.high;
    if (reach.low > (low[cell] ?? 0)) low[cell] = reach.low;
  };
  const cellOf = (timeSec: number) => Math.min(cells - 1, Math.max(0, Math.floor(timeSec / knotSec)));
  for (let knot = 0; knot <= cells; knot++) {
    reach.at(knot * knotSec);
    widen(Math.min(cells - 1, knot));
    widen(Math.max(0, knot - 1));
  }
  // Between two knots a drawn value turns only where a span starts, so those moments are looked at too.
  for (const timeSec of race.clock.spanStartSec)
    for (const moment of [timeSec, timeSec - 1e-9]) {
      reach.at(moment);
      widen(cellOf(moment));
    }
  return { low, high };
}

/** How far the drawn values reach at one moment after the other. */
class Reach {
  /** Above 0. */
  high = 0;
  /** Below 0, as a positive number. */
  low = 0;
  /** Whoever reached farthest the last time is looked at first: then most of the others need no look. */
  private farthest = 0;

  constructor(
    private readonly race: Race,
    private readonly marginSec: number,
  ) {}

  at(timeSec: number): void {
    const { race, marginSec } = this;
    const time = Math.min(race.clock.lengthSec, Math.max(0, timeSec));
    const moment = momentOf(race, time);
    this.high = 0;
    this.low = 0;
    if (race.tracks.seriesCount > 0 && this.shows(this.farthest, time)) this.take(this.farthest, moment);
    eachShowing(race, time, (k) => {
      if (this.isWithin(k, moment)) return;
      // Wider than what shows at this very moment: a bar may come on before the next knot.
      if (this.shows(k, time) || this.shows(k, time - marginSec) || this.shows(k, time + marginSec))
        this.take(k, moment);
    });
  }

  private shows(k: number, timeSec: number): boolean {
    return slotAt(this.race.tracks, k, timeSec) < this.race.tracks.places;
  }

  /** Can a series not reach farther than what was found, as both ends of the step lie within it? */
  private isWithin(k: number, { step, s }: RaceMoment): boolean {
    const { values, periodCount, unit } = this.race.series;
    const a = (values[k * periodCount + step] ?? Number.NaN) * unit;
    const b = s > 0 ? (values[k * periodCount + step + 1] ?? Number.NaN) * unit : a;
    // Nothing is said of one that is absent at an end: NaN is within nothing.
    return a <= this.high && b <= this.high && -a <= this.low && -b <= this.low;
  }

  private take(k: number, moment: RaceMoment): void {
    const value = shownValue(this.race, k, moment);
    if (Math.abs(value) > Math.max(this.high, this.low)) this.farthest = k;
    if (value > this.high) this.high = value;
    if (-value > this.low) this.low = -value;
  }
}
