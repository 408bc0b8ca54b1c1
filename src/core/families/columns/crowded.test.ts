import { describe, expect, it } from 'vitest';
import { sceneAt } from '../../film/scene-at';
import { verb } from '../../scene/path';
import type { PathNode } from '../../scene/scene';
import { filmOfFamily, leavesAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { columns } from '.';

const many = (periods: number, names = 3) =>
  cubeOf(
    Array.from({ length: periods }, (_, p) =>
      Array.from(
        { length: names },
        (_, k) => 20 + 10 * k + 8 * Math.sin(p / 40 + k) + (p === 1234 && k === 0 ? 300 : 0),
      ),
    ),
  );
const shapesOf = (film: ReturnType<typeof filmOfFamily>, timeSec: number) =>
  leavesAt(film, timeSec).filter((n): n is PathNode => n.kind === 'path' && (n.id ?? '').startsWith('columns:'));

/** Where a shape reaches. */
function boundsOf({ path }: PathNode) {
  const xs = path.points.filter((_, i) => i % 2 === 0);
  const ys = path.points.filter((_, i) => i % 2 === 1);
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}

describe('more columns than pixels', () => {
  it.each(['standing', 'lying'])('are one shape for each series, and fill their room: %s', (direction) => {
    const film = filmOfFamily(columns, many(3000), { own: { direction, values: 'none' } });
    const shapes = shapesOf(film, film.lengthSec);
    expect(shapes).toHaveLength(3);
    for (const shape of shapes) {
      // One outline: what touches has no seams, so it does not pale.
      expect(shape.path.verbs.filter((verb) => verb === 0)).toHaveLength(1);
      const { left, right, top, bottom } = boundsOf(shape);
      expect(direction === 'lying' ? bottom - top : right - left).toBeGreaterThan(600);
    }
  });

  it('lose no peak', () => {
    const film = filmOfFamily(columns, many(3000), { own: { values: 'none' } });
    const top = Math.min(...shapesOf(film, film.lengthSec).map((shape) => boundsOf(shape).top));
    const plain = filmOfFamily(columns, cubeOf(many(3000).periods.map(() => [20, 30, 40])), {
      own: { values: 'none' },
    });
    expect(top).toBeGreaterThan(0);
    expect(shapesOf(plain, plain.lengthSec)).toHaveLength(3);
    // The peak of one day stands alone, far above all others.
    const heights = shapesOf(film, film.lengthSec).flatMap(({ path }) =>
      Array.from(path.points.filter((_, i) => i % 2 === 1)),
    );
    expect(heights.filter((y) => y < top + 100).length).toBeGreaterThan(0);
    expect(heights.filter((y) => y < top + 100).length).toBeLessThan(12);
  });

  it('do not change what has passed while time goes on', () => {
    const film = filmOfFamily(columns, many(3000), { own: { values: 'none', domain: { kind: 'fixed' } } });
    const past = (timeSec: number) => {
      const [shape] = shapesOf(film, timeSec);
      const points = Array.from(shape?.path.points ?? []);
      const pairs = points.flatMap((x, i) =>
        i % 2 === 0 && x < 400 ? [`${x.toFixed(3)} ${points[i + 1]?.toFixed(3)}`] : [],
      );
      return new Set(pairs);
    };
    const [early, late] = [past(film.lengthSec * 0.5), past(film.lengthSec * 0.9)];
    expect(early.size).toBeGreaterThan(50);
    expect(late).toEqual(early);
  });

  it('have the value of the latest clear of them, and moving without a jump', () => {
    const film = filmOfFamily(columns, many(2000), {});
    let last = Number.NaN;
    for (let i = 0; i <= 200; i++) {
      const timeSec = film.lengthSec * (0.7 + i * 1e-4);
      expect(textsAt(film, timeSec, 'value').length).toBe(1);
      const value = leavesAt(film, timeSec).find((n) => n.kind === 'text' && n.subject?.part === 'value');
      const y = value?.kind === 'text' ? value.y : Number.NaN;
      if (!Number.isNaN(last)) expect(Math.abs(y - last)).toBeLessThan(25);
      last = y;
      if (i % 20 === 0) expect(textFaults(sceneAt(film, timeSec), measureBySize)).toEqual([]);
    }
  });

  it('leave free what the calendar leaves free', () => {
    const days = Array.from({ length: 1500 }, (_, i) => (i < 700 ? i : i + 2000));
    const gap = cubeOf(
      days.map(() => [10, 20]),
      days,
    );
    const film = filmOfFamily(columns, gap, { own: { values: 'none', heads: 'none' } });
    const [shape] = shapesOf(film, film.lengthSec);
    const moves = Array.from(shape?.path.verbs ?? []).filter((kind) => kind === verb.move);
    expect(moves, 'one outline before the gap, and one after it').toHaveLength(2);
    const xs = Array.from(shape?.path.points.filter((_, i) => i % 2 === 0) ?? []).sort((a, b) => a - b);
    const widest = xs.reduce((most, x, i) => Math.max(most, x - (xs[i - 1] ?? x)), 0);
    expect(widest).toBeGreaterThan(400);
  });
});
