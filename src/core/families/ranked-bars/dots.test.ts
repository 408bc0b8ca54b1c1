import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sceneAt } from '../../film/scene-at';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, leavesAt, numbersAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import type { Family } from '../family';
import { families } from '../registry';
import { rankedBarsDocument } from './document';

const family = families.find(({ id }) => id === 'ranked-bars') as Family;
const close = cubeOf([
  [1000, 1010, 1030],
  [1020, 1005, 1040],
  [1015, 1050, 1045],
]);
const dots = { form: 'dot', fromZero: false };

function axisOf(own: Record<string, unknown>, timeSec: number, cube = close) {
  const film = filmOfFamily(family, cube, { own });
  const chart = chartIn(film);
  return chart.family.numbers.frameAt(chart, timeSec).domain ?? [0, 0];
}

describe('dots whose axis need not hold 0', () => {
  it('lie within it at every time, which is close to the values', () => {
    for (const domain of [{ kind: 'following' }, { kind: 'fixed' }])
      for (let timeSec = 0; timeSec < 6; timeSec += 0.25) {
        const [min, max] = axisOf({ ...dots, domain }, timeSec);
        expect(min).toBeGreaterThan(980);
        expect(max).toBeLessThan(1060);
      }
    expect(axisOf({ ...dots, fromZero: true }, 1)[0]).toBeCloseTo(0, 12);
  });

  it('hold what they show, for any table', () => {
    const row = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 3, maxLength: 3 });
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 1, maxLength: 4 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (rows, share) => {
          const film = filmOfFamily(family, cubeOf(rows), { own: dots });
          const timeSec = film.lengthSec * share;
          const chart = chartIn(film);
          const [min = 0, max = 0] = chart.family.numbers.frameAt(chart, timeSec).domain ?? [];
          for (const { value } of numbersAt(film, timeSec)) {
            expect(Number(value)).toBeGreaterThanOrEqual(min);
            expect(Number(value)).toBeLessThanOrEqual(max);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('say on stage that the axis is broken, and what has a length keeps its 0', () => {
    const idsOf = (own: Record<string, unknown>) => {
      const film = filmOfFamily(family, close, { own });
      return leavesAt(film, film.lengthSec / 2).map(({ id }) => id);
    };
    expect(idsOf(dots)).toContain('axis:break');
    for (const form of ['bar', 'lollipop', 'repeated']) {
      expect(idsOf({ ...dots, form })).not.toContain('axis:break');
      expect(axisOf({ ...dots, form }, 1)[0]).toBeCloseTo(0, 12);
    }
  });

  it.each(['lying', 'standing'] as const)('write nothing on another: %s', (direction) => {
    const film = filmOfFamily(family, close, {
      own: dots,
      chart: ({ dress }) => ({ dress: { ...dress, bars: { ...dress.bars, direction } } }),
    });
    for (let i = 0; i <= 20; i++)
      expect(textFaults(sceneAt(film, (film.lengthSec * i) / 20), measureBySize)).toEqual([]);
  });

  it('are read from documents whose axis always held 0', () => {
    expect(rankedBarsDocument.migrations[2]?.({ form: 'dot' })).toEqual({ form: 'dot', fromZero: true });
  });
});
