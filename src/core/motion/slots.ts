import { bisectRight } from 'd3-array';
import { type FilmClock, positionAt, timeOf } from '../pace/film-clock';
import type { SwapMode } from './choices';
import type { RankEvents } from './rank-events';

/**
 * The place of every series as a function of time: its clipped rank at the start, and smooth changes of it.
 * Changes of series `k` stand at `[offset[k], offset[k + 1])`, in order of time.
 */
export interface SlotTracks {
  readonly places: number;
  readonly seriesCount: number;
  readonly startRank: Int32Array;
  readonly offset: Int32Array;
  /** The exact moment of each change, in seconds. */
  readonly timeSec: Float64Array;
  readonly delta: Int32Array;
  /** Clipped rank after each change. */
  readonly rankAfter: Int32Array;
  /** The stretch of time over which each change is drawn, in seconds. */
  readonly fromSec: Float64Array;
  readonly toSec: Float64Array;
  readonly curve: (x: number) => number;
}

/** `3x² - 2x³`, clamped: the shape of a swap. */
export function smoothStep(x: number): number {
  if (x <= 0) return 0;
  return x >= 1 ? 1 : x * x * (3 - 2 * x);
}

/** How places change. */
export interface SwapSettings {
  readonly places: number;
  /** Seconds that a change of place takes, 0 for a jump; centred on the moment of the crossing. */
  readonly swapSec: number;
  readonly swapMode: SwapMode;
}

/**
 * Puts rank events on a film's time line. Events of one series at one moment are taken together.
 */
export function trackSlots(
  events: RankEvents,
  clock: FilmClock,
  { places, swapSec, swapMode: mode }: SwapSettings,
): SlotTracks {
  const seriesCount = events.startRank.length;
  const lists: { time: number; delta: number; from: number; to: number }[][] = Array.from(
    { length: seriesCount },
    () => [],
  );
  for (let i = 0; i < events.series.length; i++) {
    const list = lists[events.series[i] ?? 0];
    if (!list) continue;
    const span = events.span[i] ?? 0;
    const time = timeOf(clock, span, events.fraction[i] ?? 0);
    const [from, to] = mode === 'at-crossing' ? [time - swapSec / 2, time + swapSec / 2] : travelOf(clock, span);
    const last = list.at(-1);
    const delta = events.delta[i] ?? 0;
    if (last && (mode === 'at-crossing' ? last.time === time : last.from === from)) last.delta += delta;
    else list.push({ time, delta, from, to });
  }
  const kept = lists.map((list) => list.filter((event) => event.delta !== 0));
  const flat = kept.flat();
  const offset = new Int32Array(seriesCount + 1);
  const rankAfter = new Int32Array(flat.length);
  kept.forEach((list, k) => {
    let rank = events.startRank[k] ?? places;
    list.forEach((event, i) => {
      rank += event.delta;
      rankAfter[(offset[k] ?? 0) + i] = rank;
    });
    offset[k + 1] = (offset[k] ?? 0) + list.length;
  });
  return {
    places,
    seriesCount,
    startRank: events.startRank,
    offset,
    timeSec: Float64Array.from(flat, (event) => event.time),
    delta: Int32Array.from(flat, (event) => event.delta),
    rankAfter,
    fromSec: Float64Array.from(flat, (event) => event.from),
    toSec: Float64Array.from(flat, (event) => event.to),
    curve: mode === 'at-crossing' ? smoothStep : clock.ease,
  };
}

/** The travel during which a change found in a span is drawn: that span's own, or the one that ends in the dwell. */
function travelOf(clock: FilmClock, span: number): [number, number] {
  const travel = span % 2 === 1 ? span : Math.max(1, span - 1);
  const from = clock.spanStartSec[travel] ?? 0;
  return [from, clock.spanStartSec[travel + 1] ?? from];
}

/**
 * The place at which a series is drawn: 0 is the first, `places` just off stage; fractions while it moves.
 * Cost: O(log E) and the changes under way.
 */
export function slotAt(tracks: SlotTracks, k: number, timeSec: number): number {
  const start = tracks.offset[k] ?? 0;
  const end = tracks.offset[k + 1] ?? 0;
  let i = bisectRight(tracks.toSec, timeSec, start, end);
  let slot = i > start ? (tracks.rankAfter[i - 1] ?? 0) : (tracks.startRank[k] ?? tracks.places);
  for (; i < end; i++) {
    const from = tracks.fromSec[i] ?? 0;
    if (from >= timeSec) break;
    slot += (tracks.delta[i] ?? 0) * tracks.curve((timeSec - from) / ((tracks.toSec[i] ?? 0) - from));
  }
  return slot;
}

/** The clipped rank of a series at a moment: 0 is the first, `places` is off stage. */
export function rankAt(tracks: SlotTracks, k: number, timeSec: number): number {
  const start = tracks.offset[k] ?? 0;
  const after = bisectRight(tracks.timeSec, timeSec, start, tracks.offset[k + 1] ?? 0);
  return after > start ? (tracks.rankAfter[after - 1] ?? 0) : (tracks.startRank[k] ?? tracks.places);
}

/**
 * The stretches of time in which a series may show: on stage, or moving to or from it.
 *
 * @returns Pairs of seconds, in order and apart.
 */
export function showings(tracks: SlotTracks, k: number, lengthSec: number): [number, number][] {
  const start = tracks.offset[k] ?? 0;
  const end = tracks.offset[k + 1] ?? 0;
  const list: [number, number][] = [];
  let openSec = (tracks.startRank[k] ?? tracks.places) < tracks.places ? 0 : null;
  for (let i = start; i < end; i++) {
    const off = tracks.rankAfter[i] === tracks.places;
    if (!off && openSec === null) openSec = Math.max(0, tracks.fromSec[i] ?? 0);
    if (!off || openSec === null) continue;
    list.push([openSec, Math.min(lengthSec, tracks.toSec[i] ?? 0)]);
    openSec = null;
  }
  if (openSec !== null) list.push([openSec, lengthSec]);
  return mergeTouching(list);
}

function mergeTouching(list: readonly [number, number][]): [number, number][] {
  const merged: [number, number][] = [];
  for (const [from, to] of list) {
    const last = merged.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else merged.push([from, to]);
  }
  return merged;
}

/** The events that matter when places change over the whole period: only the ranks at the periods themselves. */
export function eventsAtPeriods(events: RankEvents, places: number): RankEvents {
  const rank = Int32Array.from(events.startRank);
  const drawn = Int32Array.from(events.startRank);
  const out: { k: number; span: number; delta: number }[] = [];
  let dwell = 0;
  let changed = new Set<number>();
  const settle = () => {
    for (const k of changed) {
      const delta = (rank[k] ?? places) - (drawn[k] ?? places);
      if (delta !== 0) out.push({ k, span: dwell, delta });
      drawn[k] = rank[k] ?? places;
    }
    changed = new Set();
  };
  for (let i = 0; i < events.series.length; i++) {
    const span = events.span[i] ?? 0;
    const next = span + (span % 2);
    if (next !== dwell) settle();
    dwell = next;
    const k = events.series[i] ?? 0;
    rank[k] = (rank[k] ?? places) + (events.delta[i] ?? 0);
    changed.add(k);
  }
  settle();
  return {
    startRank: events.startRank,
    series: Int32Array.from(out, (event) => event.k),
    span: Int32Array.from(out, (event) => event.span),
    fraction: new Float64Array(out.length),
    delta: Int32Array.from(out, (event) => event.delta),
  };
}

/** The position on the time line as the drawing needs it: the step, and the fraction of it. */
export function stepAt(clock: FilmClock, timeSec: number): { step: number; s: number } {
  const { span, fraction } = positionAt(clock, timeSec);
  return span % 2 === 1 ? { step: (span - 1) / 2, s: fraction } : { step: span / 2, s: 0 };
}
