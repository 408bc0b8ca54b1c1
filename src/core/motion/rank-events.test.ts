import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyBetween, cubeOf } from '../testing/films';
import { findRankEvents } from './rank-events';
import { buildSeries, type SeriesSet, valueInStep } from './series';

function setOf(rows: readonly (readonly (number | null)[])[], between: SeriesSet['between'] = 'linear') {
  const cube = cubeOf(rows);
  const all = Int32Array.from(cube.categories, (_, c) => c);
  return buildSeries(cube, all, { gaps: 'absent', between });
}

/** What happens, in words. */
const told = ({ series, span, fraction, delta }: ReturnType<typeof findRankEvents>) =>
  Array.from(series, (k, i) => ({ k, span: span[i], fraction: fraction[i], delta: delta[i] }));

describe('changes of rank', () => {
  it('are who goes up and who goes down, at which fraction of which travel', () => {
    const events = findRankEvents(
      setOf([
        [10, 4, 0],
        [2, 8, 0],
        [2, 8, 20],
      ]),
      2,
      'largest',
    );
    expect([...events.startRank]).toEqual([0, 1, 2]);
    expect(told(events)).toEqual([
      { k: 1, span: 1, fraction: 0.5, delta: -1 },
      { k: 0, span: 1, fraction: 0.5, delta: 1 },
      // The newcomer passes the second at a tenth of the way, and the first at two fifths.
      { k: 2, span: 3, fraction: 0.1, delta: -1 },
      { k: 0, span: 3, fraction: 0.1, delta: 1 },
      { k: 2, span: 3, fraction: 0.4, delta: -1 },
      { k: 1, span: 3, fraction: 0.4, delta: 1 },
    ]);
  });

  it('are at the period itself where values jump, and where a name comes or goes', () => {
    const jump = findRankEvents(
      setOf(
        [
          [1, 2],
          [3, 2],
        ],
        'step',
      ),
      2,
      'largest',
    );
    expect(told(jump)).toEqual([
      { k: 0, span: 2, fraction: 0, delta: -1 },
      { k: 1, span: 2, fraction: 0, delta: 1 },
    ]);
    const comes = findRankEvents(
      setOf([
        [1, null],
        [1, 5],
        [1, null],
      ]),
      2,
      'largest',
    );
    expect([...comes.startRank]).toEqual([0, 2]);
    expect(told(comes)).toEqual([
      { k: 1, span: 2, fraction: 0, delta: -2 },
      { k: 0, span: 2, fraction: 0, delta: 1 },
      { k: 1, span: 3, fraction: 0, delta: 2 },
      { k: 0, span: 3, fraction: 0, delta: -1 },
    ]);
  });

  it('are none in the order of the table, where those beyond the stage stay off it', () => {
    const events = findRankEvents(
      setOf([
        [1, 2, 3],
        [3, 2, 1],
      ]),
      2,
      'table',
    );
    expect([...events.startRank]).toEqual([0, 1, 2]);
    expect(told(events)).toEqual([]);
  });

  it('of three that meet in one point are found once for each', () => {
    const events = findRankEvents(
      setOf([
        [3, 2, 1],
        [1, 2, 3],
      ]),
      3,
      'largest',
    );
    expect(
      told(events)
        .sort((a, b) => a.k - b.k)
        .map(({ k, fraction, delta }) => [k, fraction, delta]),
    ).toEqual([
      [0, 0.5, 2],
      [2, 0.5, -2],
    ]);
  });

  /** Crowds, in which steps are looked at in parts; with ties and gaps. */
  const cell = fc.oneof(
    { weight: 9, arbitrary: fc.integer({ min: 0, max: 60 }) },
    { weight: 1, arbitrary: fc.constant(null) },
  );
  const crowds = fc
    .tuple(fc.integer({ min: 22, max: 70 }), fc.integer({ min: 2, max: 4 }))
    .chain(([names, periods]) =>
      fc.array(fc.array(cell, { minLength: names, maxLength: names }), { minLength: periods, maxLength: periods }),
    );
  const orders = fc.constantFrom('largest' as const, 'smallest' as const);

  it('among a crowd are the same as where everybody is on stage, clipped', () => {
    fc.assert(
      fc.property(crowds, fc.integer({ min: 1, max: 6 }), anyBetween, orders, (rows, places, between, order) => {
        const set = setOf(rows, between);
        const whole = findRankEvents(set, set.categories.length, order);
        const rank = Int32Array.from(whole.startRank);
        expect([...findRankEvents(set, places, order).startRank]).toEqual([...rank].map((r) => Math.min(places, r)));
        // By moment, since those of one moment may come in any order.
        const clipped = new Map<string, Map<number, number>>();
        told(whole).forEach(({ k, span, fraction, delta = 0 }) => {
          const before = Math.min(places, rank[k] ?? 0);
          rank[k] = (rank[k] ?? 0) + delta;
          add(clipped, `${span} ${fraction}`, k, Math.min(places, rank[k] ?? 0) - before);
        });
        const found = new Map<string, Map<number, number>>();
        for (const { k, span, fraction, delta = 0 } of told(findRankEvents(set, places, order)))
          add(found, `${span} ${fraction}`, k, delta);
        expect(seen(found)).toEqual(seen(clipped));
      }),
      { numRuns: 60 },
    );
  });

  it('come in the order in which they happen, none of them nothing, and lead to the order of the values', () => {
    fc.assert(
      fc.property(crowds, fc.integer({ min: 1, max: 6 }), anyBetween, orders, (rows, places, between, order) => {
        const set = setOf(rows, between);
        const events = findRankEvents(set, places, order);
        const rank = Int32Array.from(events.startRank);
        let last = -1;
        for (const { k, span = 0, fraction = 0, delta = 0 } of told(events)) {
          expect(delta).not.toBe(0);
          expect(span + fraction).toBeGreaterThanOrEqual(last);
          last = span + fraction;
          rank[k] = (rank[k] ?? 0) + delta;
          expect(rank[k]).toBeGreaterThanOrEqual(0);
          expect(rank[k]).toBeLessThanOrEqual(places);
        }
        const sign = order === 'largest' ? 1 : -1;
        const end = (k: number) => valueInStep(set, k, set.periodCount - 1, 0) * sign;
        const stage = [...rank.keys()].filter((k) => (rank[k] ?? 0) < places);
        stage.sort((a, b) => (rank[a] ?? 0) - (rank[b] ?? 0));
        const values = [...rank.keys()].map(end).filter((value) => !Number.isNaN(value));
        expect(stage.map(end)).toEqual(values.sort((a, b) => b - a).slice(0, places));
      }),
      { numRuns: 60 },
    );
  });
});

function add(moments: Map<string, Map<number, number>>, moment: string, k: number, delta: number): void {
  const there = moments.get(moment) ?? new Map<number, number>();
  there.set(k, (there.get(k) ?? 0) + delta);
  moments.set(moment, there);
}

/** Moments with what changes in them; where it cancels out, nothing does. */
const seen = (moments: Map<string, Map<number, number>>) =>
  [...moments]
    .map(([moment, list]) => ({ moment, list: [...list].filter(([, delta]) => delta !== 0).sort(([a], [b]) => a - b) }))
    .filter(({ list }) => list.length > 0);
