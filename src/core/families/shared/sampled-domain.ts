import type { FilmClock } from '../../pace/film-clock';
import type { DomainRule } from '../../scale/domain-rule';
import { smoothEnvelope } from '../../scale/envelope';
import { constantDomain, type DomainCourse } from './domain';

const KNOTS_PER_SEC = 20;
const MAX_KNOTS = 20_000;
/** Seconds that a following axis looks to each side. */
const REACH_SEC = 0.8;

/**
 * An axis' range for a whole film of marks whose ends are looked at all over it; it always holds 0.
 *
 * @param endsAt The least and the greatest end of the marks at a time. Between two looks they turn only where a span starts.
 * @param reachSec Seconds that a following axis looks to each side, at least.
 * Cost: O(knots + periods) looks.
 */
export function sampledDomain(
  clock: FilmClock,
  rule: DomainRule,
  endsAt: (timeSec: number) => readonly [number, number],
  reachSec = REACH_SEC,
): DomainCourse {
  if (rule.kind === 'given') return constantDomain(Math.min(0, rule.min), Math.max(0, rule.max));
  const { lengthSec } = clock;
  const cells = Math.min(MAX_KNOTS, Math.max(1, Math.ceil(lengthSec * KNOTS_PER_SEC)));
  const knotSec = lengthSec / cells || 1;
  const low = new Float64Array(cells);
  const high = new Float64Array(cells);
  const widen = (cell: number, [least, most]: readonly [number, number]) => {
    const at = Math.min(cells - 1, Math.max(0, cell));
    low[at] = Math.max(low[at] ?? 0, -least);
    high[at] = Math.max(high[at] ?? 0, most);
  };
  for (let knot = 0; knot <= cells; knot++) {
    const ends = endsAt(knot * knotSec);
    widen(knot, ends);
    widen(knot - 1, ends);
  }
  for (const sec of clock.spanStartSec)
    if (sec > 0) for (const time of [sec, sec - 1e-9]) widen(Math.floor(time / knotSec), endsAt(time));
  const greatest = (heights: Float64Array) => heights.reduce((most, height) => Math.max(most, height), 0);
  if (rule.kind === 'fixed') return constantDomain(-greatest(low), greatest(high));
  const reach = Math.max(2, Math.ceil(Math.max(REACH_SEC, reachSec) / knotSec));
  return { knotSec, low: smoothEnvelope(low, reach).map((v) => -v), high: smoothEnvelope(high, reach) };
}
