import type { RankEvents } from './rank-events';

/**
 * Changes of rank among fewer places: whoever stands behind them is off stage.
 *
 * @param places At most as many as the events were found for.
 * @param indexOf What each series is called among those that are kept; -1 for one that is never on stage.
 * Cost: O(events).
 */
export function amongFewerPlaces(events: RankEvents, places: number, indexOf: Int32Array): RankEvents {
  const rank = events.startRank.slice();
  const kept = indexOf.reduce((count, index) => Math.max(count, index + 1), 0);
  const startRank = new Int32Array(kept).fill(places);
  indexOf.forEach((index, k) => {
    if (index >= 0) startRank[index] = Math.min(places, rank[k] ?? places);
  });
  const count = events.series.length;
  const [series, span, delta] = [new Int32Array(count), new Int32Array(count), new Int32Array(count)];
  const fraction = new Float64Array(count);
  let found = 0;
  for (let i = 0; i < count; i++) {
    const k = events.series[i] ?? 0;
    const before = rank[k] ?? places;
    const after = before + (events.delta[i] ?? 0);
    rank[k] = after;
    const change = Math.min(places, after) - Math.min(places, before);
    const index = indexOf[k] ?? -1;
    if (change === 0 || index < 0) continue;
    series[found] = index;
    span[found] = events.span[i] ?? 0;
    fraction[found] = events.fraction[i] ?? 0;
    delta[found] = change;
    found++;
  }
  return {
    startRank,
    series: series.slice(0, found),
    span: span.slice(0, found),
    fraction: fraction.slice(0, found),
    delta: delta.slice(0, found),
  };
}
