import { describe, expect, it } from 'vitest';
import type { PathNode } from '../../scene/scene';
import { filmOfFamily, leavesAt } from '../../testing/family-films';
import { cubeOf } from '../../testing/films';
import { lines } from '.';
import { linesDocument } from './document';

const cube = cubeOf([
  [10, 40],
  [20, 30],
  [30, 10],
  [60, 20],
]);

/** The lines of a moment by id. */
function linesOf(own: Record<string, unknown>, highlighted: readonly string[] = [], timeShare = 1) {
  const film = filmOfFamily(lines, cube, {
    own,
    chart: ({ dress }) => ({
      highlights: [...highlighted],
      dress: { ...dress, colour: { ...dress.colour, by: 'one' } },
    }),
  });
  const found = leavesAt(film, film.lengthSec * timeShare).filter((n): n is PathNode => n.id.startsWith('line:'));
  return new Map(found.map((node) => [node.id, node]));
}

describe('lines in dashes', () => {
  it('are all, or those that are not highlighted, or none', () => {
    const dashed = (own: Record<string, unknown>, highlighted?: readonly string[]) =>
      [...linesOf(own, highlighted)].filter(([, { dashPx }]) => dashPx !== undefined).map(([id]) => id);
    expect(dashed({})).toEqual([]);
    expect(dashed({ dashes: 'all' }).sort()).toEqual(['line:0', 'line:1']);
    expect(dashed({ dashes: 'quiet' })).toHaveLength(2);
    expect(dashed({ dashes: 'quiet' }, ['Category 1'])).toEqual(['line:0']);
  });

  it('begin where the line begins, though a sliding window has left that behind', () => {
    const own = { window: 'sliding', windowPeriods: 1 };
    const [whole, dashed] = [linesOf(own), linesOf({ ...own, dashes: 'all' })];
    // Dashes are counted from the first point of a path, so that point has to stay the first.
    expect(whole.get('line:0')?.path.verbs.length).toBeLessThan(4);
    expect(dashed.get('line:0')?.path.verbs.length).toBe(4);
  });

  it('are read from documents that knew none', () => {
    const before = linesDocument.migrations[3]?.({ most: 5 });
    expect(before).toMatchObject({ most: 5, dashes: 'none' });
  });
});
