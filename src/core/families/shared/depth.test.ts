import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { prepareFilm } from '../../film/prepare-film';
import { sceneAt } from '../../film/scene-at';
import type { Chart } from '../../project/chart';
import { defaultChart, defaultProject } from '../../project/defaults';
import { defaultDress } from '../../project/dress';
import type { PathNode, RectNode, SceneNode } from '../../scene/scene';
import { cubeOf, measureBySize } from '../../testing/films';
import { testFields, testTable } from '../../testing/projects';
import { textFaults } from '../../testing/scene-boxes';
import { families } from '../registry';
import { pushBarShape } from './bar-shape';
import { type Depth, depthAlong, depthOf, depthOfAreas, pushFaces } from './depth';

const style = { ...defaultDress.bars, depth: 0.7, depthAngle: 40, light: 0.5 };

describe('how far bars stand out', () => {
  it('is never into a neighbour, whatever the angle', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.integer({ min: -180, max: 180 }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.constantFrom('lying' as const, 'standing' as const),
        (depth, depthAngle, thickPx, gapPx, direction) => {
          const found = depthOf({ ...style, depth, depthAngle, direction }, { thickPx, gapPx });
          if (!found) throw new Error('depth: must be there');
          const across = Math.abs(direction === 'lying' ? found.dy : found.dx);
          expect(across).toBeLessThanOrEqual(gapPx + 1e-6);
          expect(depthAlong(found, direction)).toBeCloseTo(Math.abs(direction === 'lying' ? found.dx : found.dy), 9);
        },
      ),
    );
    expect(depthOf({ ...style, depth: 0 }, { thickPx: 50, gapPx: 9 })).toBeNull();
    expect(depthOfAreas({ ...style, depth: 0 }, 10)).toBeNull();
    expect(depthAlong(null, 'lying')).toBe(0);
  });

  it.each([
    [{ dx: 6, dy: -4 }, 20, 0],
    [{ dx: -6, dy: 4 }, 10, 30],
  ])('shows one face at the side and one above or below: %o', (depth, side, level) => {
    const nodes: SceneNode[] = [];
    const box = { x: 10, y: 0, widthPx: 10, heightPx: 30 };
    pushFaces(nodes, { id: 'b', subject: { part: 'mark' }, box, colour: '#808080', opacity: 1 }, depth, 0.5);
    const [atSide, above] = nodes as PathNode[];
    expect(Array.from(atSide?.path.points ?? []).slice(0, 2)).toEqual([side, 0]);
    expect(Array.from(above?.path.points ?? []).slice(0, 2)).toEqual([10, level]);
    // The face at the side is darker than the front, the other one lighter.
    expect(String(atSide?.fill) < '#808080').toBe(true);
    expect(String(above?.fill) > '#808080').toBe(true);
  });
});

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));

const lively = cubeOf(
  Array.from({ length: 6 }, (_, p) => Array.from({ length: 6 }, (_, c) => 40 + 30 * Math.sin(p * 1.3 + c * 2.1))),
);
const solid = ['ranked-bars', 'areas', 'columns', 'compared'];

describe.each(families.filter(({ id }) => solid.includes(id)).map((family) => [family.id, family] as const))(
  '%s',
  (id, family) => {
    it.each([
      ['lying', 35],
      ['standing', 35],
      ['standing', 150],
    ] as const)(
      'stands out of the plane with its labels clear, the front as wide as when flat: %s, %d°',
      (direction, depthAngle) => {
        const film = (depth: number) => {
          const base = defaultChart('c', testTable.id, testFields, family);
          const bars = { ...base.dress.bars, direction, depth, depthAngle };
          const chart: Chart = { ...base, own: family.document.defaults(lively), dress: { ...base.dress, bars } };
          const project = defaultProject({ id: 'p', name: 'Test' }, testTable, chart);
          return prepareFilm(project, new Map([['c', lively]]), { measure: measureBySize, list: families });
        };
        const deep = film(0.8);
        for (let i = 1; i <= 13; i++) {
          const scene = sceneAt(deep, (deep.lengthSec * i) / 13);
          expect(textFaults(scene, measureBySize)).toEqual([]);
          const nodes = flat(scene.nodes);
          const faces = nodes.filter(({ id: name }) => /^(side|level):/.test(name ?? ''));
          expect(faces.length).toBeGreaterThan(0);
          for (const face of faces)
            if (face.kind === 'path')
              for (const [at, value] of face.path.points.entries())
                expect(value).toBeLessThanOrEqual(at % 2 === 0 ? scene.widthPx : scene.heightPx);
        }
        if (id === 'areas') return;
        const fronts = (depth: number) =>
          flat(sceneAt(film(depth), 5).nodes).filter(
            (n): n is RectNode => n.kind === 'rect' && /^(bar|column):/.test(n.id ?? ''),
          );
        const across = (n: RectNode) => (direction === 'lying' && id !== 'columns' ? n.heightPx : n.widthPx);
        expect(fronts(0.8).map(across).sort()).toEqual(fronts(0).map(across).sort());
        for (const front of fronts(0.8)) expect(front.radiusPx).toBe(0);
      },
    );
  },
);

describe('the shadow on the floor', () => {
  const bar = {
    id: 'b',
    subject: { part: 'mark' as const, category: 0 },
    box: { x: 100, y: 50, widthPx: 40, heightPx: 150 },
    lying: false,
    from: 200,
    to: 50,
    colour: '#336699',
    opacity: 1,
  };
  const shadowOf = (change: Partial<typeof bar> & { onFloor?: boolean }, depth: Depth | null, shadow = 0.6) => {
    const nodes: SceneNode[] = [];
    const style = { ...defaultDress.bars, shadow };
    pushBarShape(nodes, { ...bar, ...change }, style, { unit: 10, inks: {} } as never, depth);
    return nodes.find((node) => node.id === 'floor:b');
  };
  const back = { dx: 12, dy: -8 };

  it('lies beside the bar, no farther than it is deep again, so that it reaches no neighbour', () => {
    for (const dx of [12, -12]) {
      const node = shadowOf({}, { ...back, dx });
      const xs = node?.kind === 'path' ? Array.from(node.path.points.filter((_, i) => i % 2 === 0)) : [];
      const side = dx > 0 ? 140 : 100;
      for (const x of xs) expect(Math.abs(x - side)).toBeLessThanOrEqual(24);
      expect(xs.every((x) => (x - side) * dx >= 0)).toBe(true);
    }
  });

  it.each([
    ['a flat bar', {}, null, 0.6],
    ['a bar without shadows', {}, back, 0],
    ['a part on another', { onFloor: false }, back, 0.6],
    ['what hangs down', { from: 50, to: 200 }, back, 0.6],
    ['what is seen from below', {}, { dx: 12, dy: 8 }, 0.6],
    ['a lying bar', { lying: true }, back, 0.6],
  ] as const)('is not there for %s', (_, change, depth, shadow) => {
    expect(shadowOf(change, depth, shadow)).toBeUndefined();
  });
});
