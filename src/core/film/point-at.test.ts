import { describe, expect, it } from 'vitest';
import { familyOf } from '../families/registry';
import type { RectNode } from '../scene/scene';
import { filmOfFamily, leavesAt } from '../testing/family-films';
import { cubeOf, measureBySize } from '../testing/films';
import { pointAt } from './point-at';
import type { PreparedFilm } from './prepare-film';
import { sceneAt } from './scene-at';

const cube = cubeOf([
  [10, 40],
  [20, 30],
  [30, 10],
  [60, 20],
]);
const steady = (name: string, own: Record<string, unknown> = {}) =>
  filmOfFamily(familyOf(name), cube, {
    own,
    chart: (chart) => ({ dress: { ...chart.dress, lines: { ...chart.dress.lines, points: 'all' } } }),
  });

const at = (film: PreparedFilm, timeSec: number, x: number, y: number) =>
  pointAt({ film, scene: sceneAt(film, timeSec), timeSec, x, y, measure: measureBySize });
const middleOf = ({ x, y, widthPx, heightPx }: RectNode) => [x + widthPx / 2, y + heightPx / 2] as const;

describe('pointing at what has passed', () => {
  it.each(['lines', 'rank-lines'])('tells the value of a point of %s', (name) => {
    const film = steady(name);
    const dots = leavesAt(film, film.lengthSec).filter(
      (n): n is RectNode => n.kind === 'rect' && (n.id ?? '').startsWith('point:'),
    );
    expect(dots.length).toBeGreaterThan(3);
    for (const dot of dots) {
      const [, category, period] = (dot.id ?? '').split(':').map(Number);
      if (period === undefined || period === 3) continue;
      const found = at(film, film.lengthSec, ...middleOf(dot));
      expect(found?.told).toMatchObject({
        name: `Category ${found?.subject.category}`,
        valueText: String(cube.values[period * 2 + (found?.subject.category ?? 0)]),
        periodKey: String(2000 + period),
      });
      expect(category).toBeDefined();
    }
  });

  it('tells the value of a column of a passed period, standing and lying', () => {
    for (const direction of ['standing', 'lying']) {
      const film = steady('columns', { direction });
      const columns = leavesAt(film, film.lengthSec).filter(
        (n): n is RectNode => n.kind === 'rect' && (n.id ?? '').startsWith('column:'),
      );
      for (const column of columns) {
        const found = at(film, film.lengthSec, ...middleOf(column));
        const { category = -1, period = -1 } = column.subject ?? {};
        expect(found?.told?.valueText).toBe(String(cube.values[period * 2 + category]));
      }
    }
  });

  it('tells nothing of the past at the playhead, of other parts, or beside the stage', () => {
    const film = steady('lines');
    const head = leavesAt(film, film.lengthSec).find((n): n is RectNode => n.kind === 'rect' && n.id === 'head:0');
    expect(at(film, film.lengthSec, ...middleOf(head as RectNode))).toMatchObject({
      subject: { part: 'mark' },
      told: null,
    });
    expect(at(film, 0, 1919, 1079)).toMatchObject({ told: null });
    expect(at(film, 0, -1, 0)).toBeNull();
  });

  it('tells the part of a bar that is made of parts', () => {
    const parts = {
      names: ['Small', 'Large'],
      pairs: [
        [0, 0],
        [0, 1],
        [1, 0],
      ] as const,
      values: Float64Array.of(4, 6, 40, 5, 15, 30, 10, 20, 10, 20, 40, 20),
    };
    const film = filmOfFamily(familyOf('ranked-bars'), { ...cube, parts });
    const large = leavesAt(film, film.lengthSec).find(
      (n): n is RectNode => n.kind === 'rect' && n.subject?.portion === 'Large',
    );
    expect(at(film, film.lengthSec, ...middleOf(large as RectNode))?.told).toMatchObject({
      name: 'Category 0',
      portion: 'Large',
      valueText: '40',
      periodKey: null,
    });
    const compared = filmOfFamily(familyOf('compared'), { ...cube, parts });
    const column = leavesAt(compared, compared.lengthSec).find(
      (n): n is RectNode => n.kind === 'rect' && n.subject?.portion === 'Small',
    );
    expect(at(compared, compared.lengthSec, ...middleOf(column as RectNode))?.told).toMatchObject({ portion: 'Small' });
  });
});
