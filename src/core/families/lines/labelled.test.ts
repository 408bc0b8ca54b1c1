import { describe, expect, it } from 'vitest';
import type { TextNode } from '../../scene/scene';
import { filmOfFamily, leavesAt } from '../../testing/family-films';
import { cubeOf } from '../../testing/films';
import { lines } from '.';
import { linesDocument } from './document';
import { MOST_LABELLED, pressedPoint, togglePoint } from './labelled';

const cube = cubeOf([
  [10, 40],
  [20, 30],
  [30, 10],
  [60, 20],
]);
const point = { name: 'Category 0', period: '2001' };

describe('points that are chosen one by one', () => {
  it('have their value, and no others do', () => {
    const own = {
      pointLabels: 'chosen',
      labelled: [point, { name: 'Category 1', period: '2000' }, { name: 'Nobody', period: '2001' }],
    };
    const film = filmOfFamily(lines, cube, { own });
    const labels = leavesAt(film, film.lengthSec).filter(
      (n): n is TextNode => n.kind === 'text' && n.id?.startsWith('at:') === true,
    );
    expect(labels.map(({ text }) => text).sort()).toEqual(['20', '40']);
    // What lies ahead of the playhead is not there yet.
    expect(leavesAt(film, 0).filter((n) => n.id === 'at:0:1')).toEqual([]);
  });

  it('are chosen and let go by pressing them, only where they are chosen one by one', () => {
    const own = { ...linesDocument.defaults(cube), pointLabels: 'chosen' as const };
    const once = pressedPoint(own, point);
    expect(once?.labelled).toEqual([point]);
    expect(once && pressedPoint(once, point)?.labelled).toEqual([]);
    expect(pressedPoint({ ...own, pointLabels: 'all' }, point)).toBeNull();
  });

  it('are so many at most, and nothing is lost by one too many', () => {
    const many = Array.from({ length: MOST_LABELLED }, (_, i) => ({ name: 'A', period: String(i) }));
    expect(togglePoint(many, point)).toBe(many);
    expect(togglePoint(many, { name: 'A', period: '3' })).toHaveLength(MOST_LABELLED - 1);
  });

  it('come with an older document as none', () => {
    expect(linesDocument.migrations[2]?.({ guide: true })).toMatchObject({ guide: true, labelled: [] });
  });
});
