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

/** How far marks reach below and above 0, one number for each look or stretch of time; -Infinity where there is no mark. */
export interface Reaches {
  /** The least end, negated. */
  readonly low: Float64Array;
  readonly high: Float64Array;
}

/** How far the marks of a whole film reach, stretch by stretch. */
export interface SampledReaches extends Reaches {
  readonly knotSec: number;
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
  settings: SampledRule = {},
): DomainCourse {
  const lookAll = (timeSec: Float64Array): Reaches => {
    const reaches = { low: new Float64Array(timeSec.length), high: new Float64Array(timeSec.length) };
    timeSec.forEach((time, i) => {
      const [least, most] = endsAt(time);
      reaches.low[i] = least > most ? Number.NEGATIVE_INFINITY : -least;
      reaches.high[i] = least > most ? Number.NEGATIVE_INFINITY : most;
    });
    return reaches;
  };
  return domainOf(() => sampleReaches(clock, lookAll, settings.fromZero), rule, settings);
}

/**
 * Looks at marks all over a film. The film is parted into stretches of equal length; whatever is found at their ends, and
 * where a span starts in them, is held by them.
 *
 * @param lookAll How far the marks reach at each of many times, ascending.
 */
export function sampleReaches(
  clock: FilmClock,
  lookAll: (timeSec: Float64Array) => Reaches,
  fromZero = true,
): SampledReaches {
  const cells = Math.min(MAX_KNOTS, Math.max(1, Math.ceil(clock.lengthSec * KNOTS_PER_SEC)));
  const knotSec = clock.lengthSec / cells || 1;
  const low = new Float64Array(cells).fill(fromZero ? 0 : Number.NEGATIVE_INFINITY);
  const high = low.slice();
  const widen = (cell: number, found: Reaches, i: number) => {
    const at = Math.min(cells - 1, Math.max(0, cell));
    low[at] = Math.max(low[at] ?? 0, found.low[i] ?? 0);
    high[at] = Math.max(high[at] ?? 0, found.high[i] ?? 0);
  };
  const knotsSec = new Float64Array(cells + 1);
  for (let knot = 0; knot <= cells; knot++) knotsSec[knot] = knot * knotSec;
  const knots = lookAll(knotsSec);
  for (let knot = 0; knot <= cells; knot++) {
    widen(knot, knots, knot);
    widen(knot - 1, knots, knot);
  }
  const turns = turnsOf(clock);
  const turned = lookAll(turns);
  for (let i = 0; i < turns.length; i++) widen(Math.floor((turns[i] ?? 0) / knotSec), turned, i);
  return { knotSec, low, high };
}

/** Where marks may turn or jump: just before each span, and as it starts. */
function turnsOf(clock: FilmClock): Float64Array {
  const starts = clock.spanStartSec.filter((sec, i, all) => sec > 0 && sec !== all[i - 1]);
  const turns = new Float64Array(2 * starts.length);
  starts.forEach((sec, i) => {
    turns[2 * i] = sec - 1e-9;
    turns[2 * i + 1] = sec;
  });
  return turns.sort();
}

/** An axis that holds what was found all over a film. @param sampled Not asked for where the ends are given. */
export function domainOf(
  sampled: () => SampledReaches,
  rule: DomainRule,
  { reachSec = REACH_SEC, fromZero = true }: SampledRule = {},
): DomainCourse {
  if (rule.kind === 'given') return constantDomain(...givenEnds(rule, fromZero));
  const { knotSec, low, high } = sampled();
  const [farthestLow, farthestHigh] = [greatest(low), greatest(high)];
  if (rule.kind === 'fixed' || !(farthestHigh >= -farthestLow))
    return constantDomain(...roomFor(-farthestLow, farthestHigh, fromZero));
  const reach = Math.max(2, Math.ceil(Math.max(REACH_SEC, reachSec) / knotSec));
  // While nothing is shown the axis has the ends of the whole film.
  const smooth = (reaches: Float64Array, usual: number) => {
    const held = reaches.slice();
    for (let i = 0; i < held.length; i++) if (held[i] === Number.NEGATIVE_INFINITY) held[i] = usual;
    return smoothEnvelope(held, reach);
  };
  const [feet, tops] = [smooth(low, farthestLow), smooth(high, farthestHigh)];
  for (let i = 0; i < tops.length; i++) {
    const [least, most] = roomFor(-(feet[i] ?? 0), tops[i] ?? 0, fromZero);
    feet[i] = least;
    tops[i] = most;
  }
  return { knotSec, low: feet, high: tops };
}

function greatest(reaches: Float64Array): number {
  let most = reaches[0] ?? 0;
  for (const reach of reaches) if (reach > most) most = reach;
  return most;
}

function givenEnds({ min, max }: DomainRule & { kind: 'given' }, fromZero: boolean): [number, number] {
  return fromZero ? [Math.min(0, min), Math.max(0, max)] : [min, max];
}
