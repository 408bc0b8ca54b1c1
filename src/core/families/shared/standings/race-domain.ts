import { eachShowing, momentOf, placesAt, type Race, type RaceMoment, shownValue } from '../../../motion/race';
import { slotAt } from '../../../motion/slots';
import type { DomainRule } from '../../../scale/domain-rule';
import type { DomainCourse } from '../domain';
import { sampledDomain } from '../sampled-domain';

/** Courses by race and rule: an edit of a text or a colour changes neither. */
const courses = new WeakMap<Race, Map<string, DomainCourse>>();

/** Prepares the axis' range for a whole film; it holds 0 unless told otherwise. Cost: O(knots × bars on stage + P), once for each race and rule. */
export function prepareDomain(race: Race, rule: DomainRule, fromZero = true): DomainCourse {
  const known = courses.get(race) ?? new Map<string, DomainCourse>();
  courses.set(race, known);
  const key = JSON.stringify([rule, fromZero]);
  const course = known.get(key) ?? courseOf(race, rule, fromZero);
  known.set(key, course);
  return course;
}

/** Wider than what shows at a very moment: a bar may come on before the next look. */
const MARGIN_SEC = 0.05;

function courseOf(race: Race, rule: DomainRule, fromZero: boolean): DomainCourse {
  const { clock, swapSec: reachSec } = race;
  if (!fromZero) return sampledDomain(clock, rule, (timeSec) => endsOf(race, timeSec), { reachSec, fromZero });
  const reach = new Reach(race, MARGIN_SEC);
  const endsAt = (timeSec: number) => {
    reach.at(timeSec);
    return [-reach.low, reach.high] as const;
  };
  return sampledDomain(clock, rule, endsAt, { reachSec });
}

/** The least and the greatest value on stage, or about to be. */
function endsOf(race: Race, timeSec: number): readonly [number, number] {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const sec of [timeSec - MARGIN_SEC, timeSec, timeSec + MARGIN_SEC])
    for (const { value } of placesAt(race, sec)) {
      low = Math.min(low, value);
      high = Math.max(high, value);
    }
  return [low, high];
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
