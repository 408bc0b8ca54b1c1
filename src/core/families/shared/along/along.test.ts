import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildSeries } from '../../../motion/series';
import { createFilmClock } from '../../../pace/film-clock';
import { defaultChart } from '../../../project/defaults';
import type { Cube } from '../../../shaping/cube';
import { cubeOf } from '../../../testing/films';
import { testFields } from '../../../testing/projects';
import { expectBelow, expectNear, expectWithin } from '../../../testing/quick-expect';
import { rankedBars } from '../../ranked-bars';
import { domainAt } from '../domain';
import { alongDomain, headExtremes, seriesExtremes } from './along-domain';
import { holdsZeroWell } from './holds-zero';
import { linePath } from './line-path';
import { periodLevels } from './period-levels';
import { alongAt, placePeriods } from './period-places';
import { type WindowRule, windowKinds } from './window-choices';

const { pace } = defaultChart('c', 't', testFields, rankedBars);
const clockOf = (cube: Cube) => createFilmClock(cube.periods, { ...pace, length: { by: 'whole', sec: 8 } }, 30);
const rule = (change: Partial<WindowRule> = {}): WindowRule => ({
  spacing: 'calendar',
  window: 'all',
  windowPeriods: 3,
  ...change,
});
const tables = fc.integer({ min: 2, max: 9 }).chain((periods) =>
  fc.array(fc.array(fc.double({ min: -1e4, max: 1e4, noNaN: true }), { minLength: 3, maxLength: 3 }), {
    minLength: periods,
    maxLength: periods,
  }),
);

/** A cube whose periods are days from a first one. */
function days(from: string, offsets: readonly number[]): Cube {
  const first = Date.parse(from);
  const periods = offsets.map((day) => {
    const instantMs = first + day * 86_400_000;
    return { key: new Date(instantMs).toISOString().slice(0, 10), instantMs, spacing: day };
  });
  return { ...cubeOf(offsets.map(() => [1])), kind: 'day', periods };
}

describe('the window of periods', () => {
  it.each(windowKinds)('%s holds the playhead, and moves on without a jump', (window) => {
    fc.assert(
      fc.property(tables, (rows) => {
        const cube = cubeOf(rows);
        const periods = placePeriods(cube, clockOf(cube), rule({ window }));
        let before = alongAt(periods, 0);
        for (let frame = 1; frame <= 240; frame++) {
          const now = alongAt(periods, frame / 30);
          expectBelow(now.from, now.to);
          expectWithin(now.head, now.from - 1e-9, now.to + 1e-9);
          const most = 0.2 * (rows.length - 1);
          expectWithin(now.from, before.from - 1e-9, before.from + most);
          expectNear(now.to, before.to, most);
          before = now;
        }
      }),
      { numRuns: 30 },
    );
  });

  it('stands still over all of it, grows with the playhead, or slides with the last periods', () => {
    const cube = cubeOf([[1], [2], [3], [4], [5], [6], [7], [8], [9]]);
    const clock = clockOf(cube);
    const at = (change: Partial<WindowRule>, sec: number) => alongAt(placePeriods(cube, clock, rule(change)), sec);
    expect(at({}, 0)).toMatchObject({ from: 0, to: 8 });
    expect(at({ window: 'growing' }, clock.lengthSec)).toMatchObject({ from: 0, to: 8 });
    expect(at({ window: 'growing' }, 0).to).toBeCloseTo(0.96);
    expect(at({ window: 'sliding' }, 0)).toMatchObject({ from: 0, to: 3 });
    expect(at({ window: 'sliding' }, clock.lengthSec)).toMatchObject({ from: 5, to: 8 });
    // Longer than the data: all of it.
    expect(at({ window: 'sliding', windowPeriods: 5000 }, 0)).toMatchObject({ from: 0, to: 8 });
  });

  it('has a single period in its middle', () => {
    const cube = cubeOf([[4]]);
    expect(alongAt(placePeriods(cube, clockOf(cube), rule()), 1)).toMatchObject({ from: -0.5, head: 0, to: 0.5 });
  });
});

describe('how round a period is', () => {
  it('knows decades, years and months, also where the table begins in the middle of one', () => {
    const years = cubeOf(Array.from({ length: 25 }, () => [1]));
    const { levelOf } = periodLevels(years);
    const rounder = (p: number, q: number) => (levelOf[p] ?? 0) > (levelOf[q] ?? 0);
    // 2000, 2005, 2010, 2001
    expect(rounder(0, 5) && rounder(5, 1) && rounder(10, 5)).toBe(true);
    expect(levelOf[1]).toBe(levelOf[7]);
  });

  it('counts days by the starts of months, and the first of all only where it begins one', () => {
    const { levelOf } = periodLevels(
      days(
        '2001-01-15',
        Array.from({ length: 60 }, (_, i) => i),
      ),
    );
    const first = levelOf[0] ?? 0;
    const february = levelOf[17] ?? 0;
    expect(february).toBeGreaterThan(first);
    expect(levelOf[18]).toBeLessThan(february);
  });

  it('takes the first day of a month that the table has', () => {
    const { levelOf } = periodLevels(days('2001-01-29', [0, 1, 2, 5, 6, 7]));
    expect(levelOf[3]).toBeGreaterThan(levelOf[4] ?? 9);
  });
});

describe('the value axis along periods', () => {
  it('holds everything in view at every time, whatever the window', () => {
    fc.assert(
      fc.property(tables, fc.constantFrom(...windowKinds), fc.boolean(), (rows, window, fromZero) => {
        const cube = cubeOf(rows);
        const periods = placePeriods(cube, clockOf(cube), rule({ window }));
        const set = buildSeries(cube, Int32Array.of(0, 1, 2), { gaps: 'bridge', between: 'linear' });
        const course = alongDomain({
          periods,
          extremes: seriesExtremes(set),
          headAt: (step, s) => headExtremes(set, step, s),
          rule: { domain: { kind: 'following' }, fromZero },
        });
        for (let frame = 0; frame <= 240; frame += 3) {
          const { step, s, from } = alongAt(periods, frame / 30);
          const { min, max } = domainAt(course, frame / 30);
          const [low, high] = headExtremes(set, step, s);
          const slack = 1e-6 * Math.max(1, Math.abs(max), Math.abs(min));
          expectWithin(low, min - slack, max + slack);
          expectWithin(high, min - slack, max + slack);
          if (fromZero) expectWithin(0, min - slack, max + slack);
          rows.forEach((row, p) => {
            if (p > step || (periods.places[p] ?? 0) < from) return;
            for (const value of row) expectWithin(value, min - slack, max + slack);
          });
        }
      }),
      { numRuns: 40 },
    );
  });

  it('is asked to hold 0 only where that still shows how the values move', () => {
    expect(holdsZeroWell(cubeOf([[1], [9]]))).toBe(true);
    expect(holdsZeroWell(cubeOf([[97], [99]]))).toBe(false);
    expect(holdsZeroWell(cubeOf([[-4], [5]]))).toBe(true);
    expect(holdsZeroWell(cubeOf([[7], [7]]))).toBe(true);
    expect(holdsZeroWell(cubeOf([[null], [null]]))).toBe(true);
  });
});

describe('the path of a line', () => {
  const view = (cube: Cube, timeSec: number, widthPx = 800) => {
    const periods = placePeriods(cube, clockOf(cube), rule());
    return {
      area: { x: 0, y: 0, widthPx, heightPx: 100 },
      domain: { min: 0, max: 100 },
      moment: alongAt(periods, timeSec),
      periods,
    };
  };
  const always = () => true;

  it('goes through the values, in whatever way they run between periods', () => {
    const cube = cubeOf([[10], [60], [30], [90]]);
    for (const between of ['linear', 'monotone', 'step'] as const) {
      const set = buildSeries(cube, Int32Array.of(0), { gaps: 'bridge', between });
      const { whole } = linePath(set, 0, view(cube, 8), always);
      const ends = Array.from(whole.points).filter((_, i) => i % 2 === 1);
      for (const value of [10, 60, 30, 90]) expect(ends.some((y) => Math.abs(y - (100 - value)) < 1e-9)).toBe(true);
    }
  });

  it('breaks where a series is absent, and is dashed where a gap was bridged', () => {
    const cube = cubeOf([[10], [20], [null], [40], [50]]);
    const open = buildSeries(cube, Int32Array.of(0), { gaps: 'absent', between: 'linear' });
    expect(Array.from(linePath(open, 0, view(cube, 8), always).whole.verbs)).toEqual([0, 1, 0, 1]);
    const bridged = buildSeries(cube, Int32Array.of(0), { gaps: 'bridge', between: 'linear' });
    const parts = linePath(bridged, 0, view(cube, 8), (p) => p !== 2);
    expect(Array.from(parts.whole.verbs)).toEqual([0, 1, 0, 1]);
    expect(Array.from(parts.bridged.verbs)).toEqual([0, 1, 1]);
  });

  it('never has more points than twice the pixels, and keeps every peak', () => {
    const rows = Array.from({ length: 5000 }, (_, p) => [p === 3217 ? 99 : 40 + 5 * Math.sin(p)]);
    const cube = cubeOf(rows);
    const set = buildSeries(cube, Int32Array.of(0), { gaps: 'bridge', between: 'linear' });
    const { whole } = linePath(set, 0, view(cube, 8, 400), always);
    expect(whole.verbs.length).toBeLessThanOrEqual(2 * 401 + 1);
    expect(Math.min(...Array.from(whole.points).filter((_, i) => i % 2 === 1))).toBeCloseTo(1);
  });
});
