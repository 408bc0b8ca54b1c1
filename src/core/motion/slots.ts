import { bisectRight } from 'd3-array';
import { eachPosition, type FilmClock, type FilmPosition, positionAt, timeOf } from '../pace/film-clock';
import { ChangesUnderWay } from './changes-under-way';
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
  const count = events.series.length;
  // Room for all events of each series, one series after the other; those that are taken together leave some of it free.
  const room = new Int32Array(seriesCount + 1);
  for (let i = 0; i < count; i++) room[(events.series[i] ?? 0) + 1] = (room[(events.series[i] ?? 0) + 1] ?? 0) + 1;
  for (let k = 0; k < seriesCount; k++) room[k + 1] = (room[k + 1] ?? 0) + (room[k] ?? 0);
  const timeSec = new Float64Array(count);
  const fromSec = new Float64Array(count);
  const toSec = new Float64Array(count);
  const delta = new Int32Array(count);
  const end = room.slice(0, seriesCount);
  const crossing = mode === 'at-crossing';
  for (let i = 0; i < count; i++) {
    const k = events.series[i] ?? 0;
    const span = events.span[i] ?? 0;
    const time = timeOf(clock, span, events.fraction[i] ?? 0);
    const [from, to] = crossing ? [time - swapSec / 2, time + swapSec / 2] : travelOf(clock, span);
    const at = end[k] ?? 0;
    const last = at - 1;
    const together = last >= (room[k] ?? 0) && (crossing ? timeSec[last] === time : fromSec[last] === from);
    if (together) {
      delta[last] = (delta[last] ?? 0) + (events.delta[i] ?? 0);
      continue;
    }
    timeSec[at] = time;
    fromSec[at] = from;
    toSec[at] = to;
    delta[at] = events.delta[i] ?? 0;
    end[k] = at + 1;
  }
  // Closed up: changes that cancel out are none.
  const offset = new Int32Array(seriesCount + 1);
  const rankAfter = new Int32Array(count);
  let kept = 0;
  for (let k = 0; k < seriesCount; k++) {
    let rank = events.startRank[k] ?? places;
    for (let at = room[k] ?? 0; at < (end[k] ?? 0); at++) {
      const change = delta[at] ?? 0;
      if (change === 0) continue;
      rank += change;
      timeSec[kept] = timeSec[at] ?? 0;
      fromSec[kept] = fromSec[at] ?? 0;
      toSec[kept] = toSec[at] ?? 0;
      delta[kept] = change;
      rankAfter[kept] = rank;
      kept++;
    }
    offset[k + 1] = kept;
  }
  return {
    places,
    seriesCount,
    startRank: events.startRank,
    offset,
    timeSec: timeSec.slice(0, kept),
    delta: delta.slice(0, kept),
    rankAfter: rankAfter.slice(0, kept),
    fromSec: fromSec.slice(0, kept),
    toSec: toSec.slice(0, kept),
    curve: crossing ? smoothStep : clock.ease,
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
  return slotAfter(tracks, k, bisectRight(tracks.toSec, timeSec, start, end), timeSec);
}

/** Up to this many changes under way are added one by one, which is as quick, and rounds as it does for a moment alone. */
const FEW = 16;

/** `slotAt` of many times, ascending. Cost: O(times + changes). */
export function slotsThrough(tracks: SlotTracks, k: number, timeSec: Float64Array): Float64Array {
  const { fromSec, toSec, delta, curve } = tracks;
  const [start, end] = [tracks.offset[k] ?? 0, tracks.offset[k + 1] ?? 0];
  const takesSec = (toSec[start] ?? 0) - (fromSec[start] ?? 0);
  // Over a whole period one change at most is under way; only those at crossings, which all take the same time, crowd.
  const crowd = curve === smoothStep && takesSec > 0 ? new ChangesUnderWay({ fromSec, delta, takesSec }) : null;
  let [done, begun] = [start, start];
  return timeSec.map((time) => {
    while (done < end && (toSec[done] ?? 0) <= time) done++;
    while (begun < end && (fromSec[begun] ?? 0) < time) begun++;
    if (!crowd || begun - done <= FEW) return slotAfter(tracks, k, done, time);
    return rankBefore(tracks, k, done) + crowd.at(done, begun, time);
  });
}

/** The clipped rank of a series before one of its changes. */
function rankBefore(tracks: SlotTracks, k: number, change: number): number {
  const start = tracks.offset[k] ?? 0;
  return change > start ? (tracks.rankAfter[change - 1] ?? 0) : (tracks.startRank[k] ?? tracks.places);
}

/** The place of a series whose first changes are done, and of those from `done` on some are under way. */
function slotAfter(tracks: SlotTracks, k: number, done: number, timeSec: number): number {
  const end = tracks.offset[k + 1] ?? 0;
  let slot = rankBefore(tracks, k, done);
  for (let i = done; i < end; i++) {
    const from = tracks.fromSec[i] ?? 0;
    if (from >= timeSec) break;
    slot += (tracks.delta[i] ?? 0) * tracks.curve((timeSec - from) / ((tracks.toSec[i] ?? 0) - from));
  }
  return slot;
}

/** The clipped rank of a series at a moment: 0 is the first, `places` is off stage. */
export function rankAt(tracks: SlotTracks, k: number, timeSec: number): number {
  const start = tracks.offset[k] ?? 0;
  return rankBefore(tracks, k, bisectRight(tracks.timeSec, timeSec, start, tracks.offset[k + 1] ?? 0));
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
  return stepOf(positionAt(clock, timeSec));
}

/** The steps and fractions of many times, ascending. Cost: O(times + periods). */
export function stepsThrough(clock: FilmClock, timeSec: Float64Array): { step: Int32Array; s: Float64Array } {
  const steps = { step: new Int32Array(timeSec.length), s: new Float64Array(timeSec.length) };
  eachPosition(clock, timeSec, (position, i) => {
    const { step, s } = stepOf(position);
    steps.step[i] = step;
    steps.s[i] = s;
  });
  return steps;
}

function stepOf({ span, fraction }: FilmPosition): { step: number; s: number } {
  return span % 2 === 1 ? { step: (span - 1) / 2, s: fraction } : { step: span / 2, s: 0 };
}
