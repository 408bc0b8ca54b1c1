import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildSeries } from '../../../motion/series';
import { defaultNumbers } from '../../../scale/number-format';
import { cubeOf } from '../../../testing/films';
import { seriesValueAt } from './cells-course';
import { changeAt, changeFormat } from './change';
import { smallLine } from './small-line';

const seriesOf = (values: readonly number[]) =>
  buildSeries(cubeOf(values.map((value) => [value])), Int32Array.of(0), { gaps: 'absent', between: 'linear' });
const values = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 2, maxLength: 9 });

describe('a change', () => {
  it('is what lies between two values, at any place in the run', () => {
    fc.assert(
      fc.property(values, fc.double({ min: 0, max: 1, noNaN: true }), (list, share) => {
        const series = seriesOf(list);
        const position = share * (list.length - 1);
        const now = seriesValueAt(series, 0, position);
        expect(changeAt(series, 0, position, { change: 'start' })?.amount).toBeCloseTo(now - (list[0] ?? 0), 6);
        const before = changeAt(series, 0, position, { change: 'previous' });
        if (position < 1 - 1e-6) expect(before).toBeNull();
        else if (position >= 1) expect(before?.amount).toBeCloseTo(now - seriesValueAt(series, 0, position - 1), 6);
      }),
    );
  });

  it('counts from the first value that there is, and has no share of nothing', () => {
    const late = changeAt(seriesOf([Number.NaN, 0, 5]), 0, 2, { change: 'start' });
    expect(late).toMatchObject({ amount: 5, period: 1 });
    expect(late?.share).toBeNaN();
    const write = changeFormat({ changeAs: 'percent' }, defaultNumbers, String);
    // Where percent mean nothing the amount is written.
    expect(late && write(late)).toBe('▲ 5');
    expect(write({ amount: -2, share: -0.5, period: 0 })).toBe('▼ 50.0%');
    expect(write({ amount: 0, share: 0, period: 0 })).toBe('■ 0.0%');
    expect(changeAt(seriesOf([1, 2]), 0, 1, { change: 'none' })).toBeNull();
  });
});

describe('a small line', () => {
  const box = { x: 10, y: 20, widthPx: 200, heightPx: 40 };
  const line = { box, category: 0, colour: '#123456', strokePx: 2, opacity: 1 };

  it('stays in its room, fills its width, and ends in a dot, at any time', () => {
    fc.assert(
      fc.property(values, fc.double({ min: 0.01, max: 1, noNaN: true }), (list, share) => {
        const position = share * (list.length - 1);
        const ends = [Math.min(...list), Math.max(...list)] as const;
        const nodes = smallLine(seriesOf(list), 0, position, { ...line, ends });
        const path = nodes.find((node) => node.kind === 'path');
        const points = path?.kind === 'path' ? [...path.path.points] : [];
        points.forEach((each, i) => {
          const [from, size] = i % 2 === 0 ? [box.x, box.widthPx] : [box.y, box.heightPx];
          expect(each).toBeGreaterThanOrEqual(from - 1e-6);
          expect(each).toBeLessThanOrEqual(from + size + 1e-6);
        });
        if (position >= 1) expect(points.at(-2)).toBeCloseTo(box.x + box.widthPx, 6);
        expect(nodes.at(-1)).toMatchObject({ kind: 'rect', id: 'head:0' });
      }),
    );
  });

  it('breaks where there is no value', () => {
    const nodes = smallLine(seriesOf([1, 2, Number.NaN, 4, 5]), 0, 4, { ...line, ends: [1, 5] });
    expect(nodes.filter(({ kind }) => kind === 'path').map(({ id }) => id)).toHaveLength(2);
  });
});
