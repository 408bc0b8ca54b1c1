import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildSeries } from '../../../motion/series';
import { cubeOf } from '../../../testing/films';
import { Stack } from './stack';
import { stackModes, stackOrders } from './stack-choices';

const rows = (min: number) =>
  fc
    .integer({ min: 2, max: 6 })
    .chain((periods) =>
      fc.array(
        fc.array(fc.option(fc.double({ min, max: 1e4, noNaN: true }), { freq: 5 }), { minLength: 4, maxLength: 4 }),
        { minLength: periods, maxLength: periods },
      ),
    );
const betweens = fc.constantFrom('linear', 'monotone', 'step' as const);
const gapRules = fc.constantFrom('bridge', 'carry', 'zero', 'absent' as const);
const places = fc.tuple(fc.nat(), fc.double({ min: 0, max: 1, noNaN: true }));

const setOf = (
  table: (number | null)[][],
  between: 'linear' | 'monotone' | 'step',
  gaps: 'bridge' | 'carry' | 'zero' | 'absent',
) => buildSeries(cubeOf(table), Int32Array.of(0, 1, 2, 3), { gaps, between });

describe('series on each other', () => {
  it('touch: each begins where the one below ends, and is as thick as its value', () => {
    fc.assert(
      fc.property(
        rows(0),
        betweens,
        gapRules,
        fc.constantFrom(...stackOrders),
        places,
        (table, between, gaps, order, [p, s]) => {
          const stack = new Stack(setOf(table, between, gaps), 'amounts', order);
          const step = p % (table.length - 1);
          const { base, top } = stack.at(step, s);
          let end = 0;
          for (const k of stack.order) {
            expect(base[k]).toBeCloseTo(end, 6);
            expect((top[k] ?? 0) - (base[k] ?? 0)).toBeCloseTo(stack.thickness(k, step, s), 6);
            end = top[k] ?? 0;
          }
          expect(stack.ends(step, s)[1]).toBeCloseTo(end, 6);
        },
      ),
    );
  });

  it('pile what is below 0 downwards', () => {
    const stack = new Stack(
      setOf(
        [
          [3, -2, 4, -5],
          [3, -2, 4, -5],
        ],
        'linear',
        'bridge',
      ),
      'amounts',
      'table',
    );
    const { base, top } = stack.at(0, 0.5);
    expect([...base]).toEqual([0, -2, 3, -7]);
    expect([...top]).toEqual([3, 0, 7, -2]);
    expect(stack.ends(0, 0)).toEqual([-7, 7]);
    expect(stack.negatives()).toEqual([1, 3]);
  });

  it('have shares that sum to one, whatever all are multiplied by', () => {
    fc.assert(
      fc.property(
        rows(0.1),
        betweens,
        places,
        fc.double({ min: 0.01, max: 100, noNaN: true }),
        (table, between, [p, s], factor) => {
          // So near to a period that a value times a place is no number any more, shares are none either.
          fc.pre(s === 0 || s > 1e-12);
          const step = p % (table.length - 1);
          const stack = new Stack(setOf(table, between, 'bridge'), 'share', 'table');
          const scaled = table.map((row) => row.map((value) => (value === null ? null : value * factor)));
          const other = new Stack(setOf(scaled, between, 'bridge'), 'share', 'table').at(step, s);
          const { base, top } = stack.at(step, s);
          const sum = stack.order.reduce((total, k) => total + (top[k] ?? 0) - (base[k] ?? 0), 0);
          expect(Math.abs(sum - 1) < 1e-9 || sum === 0).toBe(true);
          for (const k of stack.order) expect(other.top[k]).toBeCloseTo(top[k] ?? 0, 6);
        },
      ),
    );
  });

  it('lie evenly around the middle where they are centred', () => {
    const stack = new Stack(
      setOf(
        [
          [3, 2, 4, 5],
          [1, 2, 3, 4],
        ],
        'linear',
        'bridge',
      ),
      'centred',
      'table',
    );
    const [low, high] = stack.ends(0, 0.25);
    expect(low).toBe(-high);
    expect(Math.min(...stack.at(0, 0.25).base)).toBe(low);
    expect(Math.max(...stack.at(0, 0.25).top)).toBe(high);
  });

  it('come and go without a jump, also where values are missing', () => {
    fc.assert(
      fc.property(rows(0), gapRules, fc.constantFrom(...stackModes), (table, gaps, mode) => {
        const stack = new Stack(setOf(table, 'linear', gaps), mode, 'table');
        for (let step = 0; step + 2 < table.length; step++) {
          const [before, after] = [stack.at(step, 1), stack.at(step + 1, 0)];
          for (const k of stack.order) expect(before.top[k]).toBeCloseTo(after.top[k] ?? 0, 6);
        }
      }),
    );
  });

  it('stand in the order of the table, of their totals, or of who appears first', () => {
    const set = setOf(
      [
        [1, null, 9, null],
        [1, 4, 9, null],
        [1, 4, 9, 20],
      ],
      'linear',
      'absent',
    );
    const order = (by: (typeof stackOrders)[number]) => new Stack(set, 'amounts', by).order;
    expect(order('table')).toEqual([0, 1, 2, 3]);
    expect(order('total')).toEqual([2, 3, 1, 0]);
    expect(order('first')).toEqual([0, 2, 1, 3]);
  });

  it('reach as far as looks at them find, in every way of lying on each other', () => {
    fc.assert(
      fc.property(rows(-20), fc.constantFrom(...stackModes), betweens, gapRules, (table, mode, between, gaps) => {
        const stack = new Stack(setOf(table, between, gaps), mode, 'table');
        const { high, low } = stack.extremes();
        const last = table.length - 1;
        for (let p = 0; p <= last; p++) {
          const ends = [stack.ends(Math.max(0, Math.min(p, last - 1)), p > 0 && p === last ? 1 : 0)];
          if (between === 'monotone')
            for (const step of [p - 1, p])
              for (let i = 1; i < 6 && step >= 0 && step < last; i++) ends.push(stack.ends(step, i / 6));
          expect(high[p]).toBe(Math.max(...ends.map(([, most]) => most)));
          expect(low[p]).toBe(Math.min(...ends.map(([least]) => least)));
        }
      }),
    );
  });

  it('know how far they reach, also between periods where curves bulge', () => {
    fc.assert(
      fc.property(rows(0), places, (table, [p, s]) => {
        const stack = new Stack(setOf(table, 'linear', 'bridge'), 'amounts', 'table');
        const step = p % (table.length - 1);
        const { high, low } = stack.extremes();
        const [least, most] = stack.ends(step, s);
        const [top, foot] = [
          Math.max(high[step] ?? 0, high[step + 1] ?? 0),
          Math.min(low[step] ?? 0, low[step + 1] ?? 0),
        ];
        expect(most).toBeLessThanOrEqual(top + 1e-6 + Math.abs(top) * 1e-9);
        expect(least).toBeGreaterThanOrEqual(foot - 1e-6);
      }),
    );
  });
});
