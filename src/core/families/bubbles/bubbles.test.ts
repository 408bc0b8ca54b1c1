import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { RectNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { chartIn } from '../../testing/chart-in';
import { type FamilyChange, filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { bubbles } from '.';

type Rows = readonly (readonly (number | null)[])[];

function tripleOf(first: Rows, second: Rows, third?: Rows): Cube {
  const further = {
    first: 'Depth',
    second: { name: 'Ships', values: cubeOf(second).values },
    ...(third ? { third: { name: 'Crew', values: cubeOf(third).values } } : {}),
  };
  return { ...cubeOf(first), further };
}

const cube = tripleOf(
  [
    [2, 8],
    [6, 4],
  ],
  [
    [100, 10],
    [300, 50],
  ],
  [
    [1, 4],
    [9, 16],
  ],
);
const film = (change: FamilyChange = {}, of = cube) => filmOfFamily(bubbles, of, change);
const radiusOf = (made: ReturnType<typeof film>, c: number, timeSec: number) => {
  const node = leavesAt(made, timeSec).find((each): each is RectNode => each.id === `bubble:${c}`);
  return (node?.widthPx ?? 0) / 2;
};
const middleOf = (made: ReturnType<typeof film>, c: number, timeSec: number) => {
  const { x, y, widthPx, heightPx } = leavesAt(made, timeSec).find(({ id }) => id === `bubble:${c}`) as RectNode;
  return [x + widthPx / 2, y + heightPx / 2] as const;
};

describe('bubbles', () => {
  it('stand at their two values and have the third as area', () => {
    const made = film();
    const [first, last] = [numbersAt(made, 0), numbersAt(made, made.lengthSec)];
    expect(first.map(({ category, x, y, size }) => [category, x, y, size])).toEqual([
      ['Category 1', 8, 10, 4],
      ['Category 0', 2, 100, 1],
    ]);
    expect(last.map(({ category, x, y, size }) => [category, x, y, size])).toEqual([
      ['Category 0', 6, 300, 9],
      ['Category 1', 4, 50, 16],
    ]);
    const end = made.lengthSec;
    expect(radiusOf(made, 0, end) / radiusOf(made, 1, end)).toBeCloseTo(3 / 4, 9);
  });

  it('run as straight as values do in between, whatever the roles', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        const made = film({ own: { across: 'second', up: 'third', size: 'value' } });
        const clock = chartIn(made).course.clock;
        const [from, to] = [clock.spanStartSec[1] ?? 0, clock.spanStartSec[2] ?? 0];
        const rows = numbersAt(made, from + (to - from) * share);
        const zero = rows.find(({ category }) => category === 'Category 0');
        // The way between two periods may be eased; all three values go the same way.
        const way = (Number(zero?.x) - 100) / 200;
        expect(Number(zero?.y)).toBeCloseTo(1 + 8 * way, 6);
        expect(Number(zero?.size)).toBeCloseTo(2 + 4 * way, 6);
      }),
      { numRuns: 30 },
    );
  });

  it('lie as far apart as values are, or as their logarithms', () => {
    const rows = [[1, 10, 100]];
    const logs = tripleOf(rows, rows);
    const even = film({}, logs);
    const log = film({ own: { acrossScale: 'log', upScale: 'log' } }, logs);
    const xs = (made: ReturnType<typeof film>) => [0, 1, 2].map((c) => middleOf(made, c, 0)[0]);
    const [a = 0, b = 0, c = 0] = xs(even);
    expect((c - b) / (b - a)).toBeCloseTo(10, 6);
    const [d = 0, e = 0, f = 0] = xs(log);
    expect((f - e) / (e - d)).toBeCloseTo(1, 6);
  });

  it('come and go with all that they need', () => {
    const gappy = tripleOf(
      [
        [1, 2],
        [1, 2],
        [1, 2],
      ],
      [
        [5, null],
        [5, 6],
        [5, 7],
      ],
    );
    const made = film({ chart: () => ({ gaps: 'absent' }) }, gappy);
    expect(numbersAt(made, 0).map(({ category }) => category)).toEqual(['Category 0']);
    expect(numbersAt(made, made.lengthSec).map(({ category }) => category)).toEqual(['Category 1', 'Category 0']);
  });

  it('say what is missing, and who has values that an axis or an area cannot show', () => {
    const without = film({}, cubeOf([[1, 2]]));
    expect(readoutAt(without, 0).sentence).toContain('Bubbles need a second value');
    expect(numbersAt(without, 0)).toEqual([]);
    const said = leavesAt(without, 0).flatMap((n) => (n.kind === 'text' && n.id.startsWith('refusal') ? [n.text] : []));
    expect(said.join(' ')).toContain('join another table in Gather');
    const zero = film({ own: { upScale: 'log' } }, tripleOf([[1, 2]], [[0, 4]]));
    expect(readoutAt(zero, 0).sentence).toContain('Category 0 has others');
    const below = film({}, tripleOf([[1, 2]], [[1, 4]], [[3, -1]]));
    expect(readoutAt(below, 0).sentence).toContain('Category 1 has less');
  });

  it('are all alike where there is no third value, and say so by naming no area', () => {
    const made = film({}, tripleOf([[1, 2]], [[3, 4]]));
    expect(radiusOf(made, 0, 0)).toBe(radiusOf(made, 1, 0));
    expect(textsAt(made, 0, 'legend')).toEqual([]);
    expect(textsAt(film(), 0, 'legend')).toEqual(['Area: Crew']);
  });

  it('name both axes as their values are called, or as the person says', () => {
    const names = (change: FamilyChange) => textsAt(film(change), 0, 'axis').filter((text) => /[A-Z]/.test(text));
    expect(names({})).toEqual(['Depth', 'Ships']);
    expect(names({ own: { upName: 'Ships a year' } })).toEqual(['Depth', 'Ships a year']);
  });

  it('tell all values in the readout', () => {
    const { rows, sentence } = readoutAt(film(), 0);
    expect(rows.map(({ valueText }) => valueText)).toEqual(['8 · 10 · 4', '2 · 100 · 1']);
    expect(sentence).toBe('2000, Depth, Ships, Crew: Category 1 8, 10, 4; Category 0 2, 100, 1.');
  });

  it('leave a path behind those that the eye follows, which ends where they are', () => {
    const rows = Array.from({ length: 6 }, (_, p) => [p + 1, 7 - p]);
    const long = tripleOf(
      rows,
      rows.map(([a = 0, b = 0]) => [a * a, b]),
    );
    const made = film({ own: { follow: ['Category 0'], trailPeriods: 3 } }, long);
    const time = made.lengthSec * 0.7;
    const trails = leavesAt(made, time).filter(({ id }) => id.startsWith('trail:'));
    expect(trails).toHaveLength(3);
    const newest = trails.at(-1);
    const points = newest?.kind === 'path' ? newest.path.points : [];
    const [x, y] = middleOf(made, 0, time);
    expect(points.at(-2)).toBeCloseTo(x, 6);
    expect(points.at(-1)).toBeCloseTo(y, 6);
    const other = leavesAt(made, time).find(({ id }) => id === 'bubble:1');
    expect(other?.opacity).toBeLessThan(0.4);
  });

  it('part the field where the averages are, and fit a line that says how close it is', () => {
    const made = film({
      own: {
        quadrants: 'average',
        fitLine: true,
        quadrantWords: { upLeft: 'Here', upRight: '', downLeft: '', downRight: '' },
      },
    });
    const ids = leavesAt(made, 0).map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(['quadrant:across', 'quadrant:up', 'best-fit', 'corner:upLeft']));
    expect(textsAt(made, 0, 'axis')).toContain('r −1.00');
    const line = leavesAt(made, 0).find(({ id }) => id === 'quadrant:across');
    const [a, b] = [middleOf(made, 0, 0)[0], middleOf(made, 1, 0)[0]];
    expect(line?.kind === 'path' ? line.path.points[0] : 0).toBeCloseTo((a + b) / 2, 6);
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('write no name on another at %d by %d', (...size) => {
    const wide = (k: number) =>
      Array.from({ length: 5 }, (_, p) => Array.from({ length: 40 }, (_, c) => ((c * k + p * 53) % 91) + 1));
    const made = filmOfFamily(bubbles, tripleOf(wide(37), wide(29), wide(11)), { own: { labels: 'all' }, size });
    for (let i = 0; i <= 40; i++)
      expect(textFaults(sceneAt(made, (made.lengthSec * i) / 40), measureBySize)).toEqual([]);
  });
});
