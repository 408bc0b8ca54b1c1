import type { FilmClock } from '../../pace/film-clock';
import type { DomainRule } from '../../scale/domain-rule';
import { smoothEnvelope } from '../../scale/envelope';
import { roomFor } from './axis-room';
import { constantDomain, type DomainCourse } from './domain';

const KNOTS_PER_SEC = 20;
const MAX_KNOTS = 20_000;
/** Seconds that a following axis looks to each side. */
const REACH_SEC = 0.8;

/** How a sampled axis is laid out. */
interface SampledRule {
  /** Seconds that a following axis looks to each side, at least. */
  readonly reachSec?: number;
  /** Does the axis always hold 0? It does where left out. */
  readonly fromZero?: boolean;
}

/**
 * An axis' range for a whole film of marks whose ends are looked at all over it.
 *
 * @param endsAt The least and the greatest end of the marks at a time; the least above the greatest where there is no mark.
 * Between two looks they turn only where a span starts.
 * Cost: O(knots + periods) looks.
 */
export function sampledDomain(
  clock: FilmClock,
  rule: DomainRule,
  endsAt: (timeSec: number) => readonly [number, number],
  { reachSec = REACH_SEC, fromZero = true }: SampledRule = {},
): DomainCourse {
  if (rule.kind === 'given') return constantDomain(...givenEnds(rule, fromZero));
  const { lengthSec } = clock;
  const cells = Math.min(MAX_KNOTS, Math.max(1, Math.ceil(lengthSec * KNOTS_PER_SEC)));
  const knotSec = lengthSec / cells || 1;
  const low = new Float64Array(cells).fill(fromZero ? 0 : Number.NEGATIVE_INFINITY);
  const high = low.slice();
  const widen = (cell: number, [least, most]: readonly [number, number]) => {
    const at = Math.min(cells - 1, Math.max(0, cell));
    if (!fromZero && least > most) return;
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
  const greatest = (heights: Float64Array) => heights.reduce((most, height) => Math.max(most, height), heights[0] ?? 0);
  const [least, most] = roomFor(-greatest(low), greatest(high), fromZero);
  if (rule.kind === 'fixed' || !(greatest(high) >= -greatest(low))) return constantDomain(least, most);
  const reach = Math.max(2, Math.ceil(Math.max(REACH_SEC, reachSec) / knotSec));
  // While nothing is shown the axis has the ends of the whole film.
  const smooth = (heights: Float64Array) => {
    const usual = greatest(heights);
    return smoothEnvelope(
      heights.map((height) => (height === Number.NEGATIVE_INFINITY ? usual : height)),
      reach,
    );
  };
  const [feet, tops] = [smooth(low), smooth(high)];
  const ends = Array.from(tops, (top, i) => roomFor(-(feet[i] ?? 0), top, fromZero));
  return { knotSec, low: Float64Array.from(ends, ([end]) => end), high: Float64Array.from(ends, ([, end]) => end) };
}

function givenEnds({ min, max }: DomainRule & { kind: 'given' }, fromZero: boolean): [number, number] {
  return fromZero ? [Math.min(0, min), Math.max(0, max)] : [min, max];
}
