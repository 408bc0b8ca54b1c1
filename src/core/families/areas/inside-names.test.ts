import { describe, expect, it } from 'vitest';
import { type PreparedFilm, prepareFilm } from '../../film/prepare-film';
import { sceneAt } from '../../film/scene-at';
import type { Chart } from '../../project/chart';
import { defaultChart, defaultProject } from '../../project/defaults';
import type { SceneNode, TextNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { cubeOf, measureBySize } from '../../testing/films';
import { testFields, testTable } from '../../testing/projects';
import { textFaults } from '../../testing/scene-boxes';
import { areas } from '.';
import type { AreasOwn } from './document';

/** One band is thick early, one late, one never. */
const cube: Cube = {
  ...cubeOf(Array.from({ length: 20 }, (_, p) => [60 - 2 * p, 10 + 3 * p, 0.4])),
  categories: ['Early', 'Late', 'Thin'],
};

function filmOf(own: Partial<AreasOwn>, values: Cube = cube): PreparedFilm {
  const base = defaultChart('c', testTable.id, testFields, areas);
  const chart: Chart = { ...base, own: { ...(areas.document.defaults(values) as AreasOwn), ...own } };
  const project = defaultProject({ id: 'p', name: 'Test' }, testTable, chart);
  return prepareFilm(project, new Map([['c', values]]), { measure: measureBySize });
}

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
const textAt = (film: PreparedFilm, share: number, id: string) =>
  flat(sceneAt(film, film.lengthSec * share).nodes).find((n): n is TextNode => n.kind === 'text' && n.id === id);

describe('names inside bands', () => {
  it('come when the playhead has passed the place where their band is thickest; before, they stand at the head', () => {
    const film = filmOf({});
    expect(textAt(film, 0.05, 'inside:0')).toBeUndefined();
    expect(textAt(film, 0.05, 'name:0')?.opacity).toBe(1);
    for (const id of ['inside:0', 'inside:1']) expect(textAt(film, 1, id)?.opacity).toBe(1);
    const [early, late] = [textAt(film, 1, 'inside:0')?.x ?? 0, textAt(film, 1, 'inside:1')?.x ?? 0];
    expect(early).toBeLessThan(film.stage.widthPx / 2);
    expect(late).toBeGreaterThan(film.stage.widthPx / 2);
    // The name is inside, its value stays at the head.
    expect(textAt(film, 1, 'name:0')).toBeUndefined();
    expect(textAt(film, 1, 'value:0')?.text).toBe('22.0');
    // What fits nowhere keeps its name at the head.
    expect(textAt(film, 1, 'inside:2')).toBeUndefined();
    expect(textAt(film, 1, 'name:2')?.opacity).toBe(1);
  });

  it('stand still, and never jump in strength', () => {
    const film = filmOf({});
    let before: TextNode | undefined;
    for (let frame = 0; frame < film.frameCount; frame++) {
      const now = textAt(film, frame / film.frameCount, 'inside:1');
      if (before && now) {
        expect(Math.abs(now.x - before.x)).toBeLessThan(1);
        expect(Math.abs((now.opacity ?? 0) - (before.opacity ?? 0))).toBeLessThan(0.35);
      }
      before = now;
    }
    expect(before).toBeDefined();
  });

  it.each([
    ['amounts', 'all'],
    ['share', 'all'],
    ['centred', 'all'],
    ['amounts', 'growing'],
    ['amounts', 'sliding'],
  ] as const)('keep off other texts and within their bands: %s, %s', (stack, window) => {
    const wavy: Cube = cubeOf(
      Array.from({ length: 24 }, (_, p) =>
        Array.from({ length: 7 }, (_, c) => 20 + 15 * Math.sin(p * 0.5 + c * 1.7) + c),
      ),
    );
    const film = filmOf({ stack, window, windowPeriods: 8 }, wavy);
    let seen = 0;
    for (let i = 0; i <= 40; i++) {
      const scene = sceneAt(film, (film.lengthSec * i) / 40);
      expect(textFaults(scene, measureBySize)).toEqual([]);
      seen += flat(scene.nodes).filter(({ id }) => id?.startsWith('inside:')).length;
    }
    expect(seen).toBeGreaterThan(0);
  });

  it('are none where they are switched off, and none of a single period', () => {
    expect(textAt(filmOf({ inside: false }), 1, 'inside:0')).toBeUndefined();
    expect(textAt(filmOf({}, cubeOf([[3, 4]])), 1, 'inside:0')).toBeUndefined();
  });
});
