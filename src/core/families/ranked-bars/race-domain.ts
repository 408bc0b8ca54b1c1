import { eachShowing, momentOf, type Race, shownValue } from '../../motion/race';
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
  const widen = (cell: number, value: number) => {
    if (value > (high[cell] ?? 0)) high[cell] = value;
    if (-value > (low[cell] ?? 0)) low[cell] = -value;
  };
  const cellOf = (timeSec: number) => Math.min(cells - 1, Math.max(0, Math.floor(timeSec / knotSec)));
  for (let knot = 0; knot <= cells; knot++) {
    visitShown(race, knot * knotSec, knotSec, (value) => {
      widen(Math.min(cells - 1, knot), value);
      widen(Math.max(0, knot - 1), value);
    });
  }
  // Between two knots a drawn value turns only where a span starts, so those moments are looked at too.
  race.clock.spanStartSec.forEach((timeSec) => {
    visitShown(race, timeSec, knotSec, (value) => widen(cellOf(timeSec), value));
    visitShown(race, timeSec - 1e-9, knotSec, (value) => widen(cellOf(timeSec - 1e-9), value));
  });
  return { low, high };
}

function visitShown(race: Race, timeSec: number, marginSec: number, visit: (value: number) => void): void {
  const time = Math.min(race.clock.lengthSec, Math.max(0, timeSec));
  const moment = momentOf(race, time);
  const shows = (k: number, atSec: number) => slotAt(race.tracks, k, atSec) < race.tracks.places;
  eachShowing(race, time, (k) => {
    // Wider than what shows at this very moment: a bar may come on before the next knot.
    if (!shows(k, time) && !shows(k, time - marginSec) && !shows(k, time + marginSec)) return;
    const value = shownValue(race, k, moment);
    if (!Number.isNaN(value)) visit(value);
  });
}
