import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changedRows } from './changed-rows';
import { PathSink } from './path';
import type { Scene, SceneNode } from './scene';

const font = { family: 'A', weight: 400, sizePx: 20 };
const rect = (id: string, y: number, heightPx: number, fill = '#111111'): SceneNode => ({
  kind: 'rect',
  id,
  x: 0,
  y,
  widthPx: 50,
  heightPx,
  fill,
});
const text = (id: string, y: number, words: string): SceneNode => ({
  kind: 'text',
  id,
  x: 0,
  y,
  text: words,
  font: { ...font },
  fill: '#000000',
  align: 'start',
});
const scene = (nodes: SceneNode[], background = '#ffffff'): Scene => ({
  widthPx: 100,
  heightPx: 400,
  background,
  nodes,
});

/** A painter of rows: what each row of the stage shows of boxes, in the order of drawing. */
function rowsOf({ nodes, heightPx }: Scene): string[] {
  return Array.from({ length: heightPx }, (_, row) =>
    nodes
      .flatMap((node) => (node.kind === 'group' ? node.children : [node]))
      .filter((node) => node.kind === 'rect' && node.y < row + 1 && node.y + node.heightPx > row)
      .map((node) => (node.kind === 'rect' ? `${node.x} ${node.widthPx} ${node.fill} ${node.y > row}` : ''))
      .join('|'),
  );
}

describe('rows that changed', () => {
  const box = fc.record({
    y: fc.integer({ min: -20, max: 420 }),
    height: fc.integer({ min: 0, max: 120 }),
    fill: fc.constantFrom('#111111', '#222222'),
  });
  const boxes = fc
    .array(box, { maxLength: 6 })
    .map((list) => list.map((each, i) => rect(`${i}`, each.y, each.height, each.fill)));

  it('hold every row that looks different, whatever came, went or moved', () => {
    fc.assert(
      fc.property(boxes, boxes, fc.boolean(), (first, second, grouped) => {
        const wrap = (nodes: SceneNode[]) => scene(grouped ? [{ kind: 'group', id: 'g', children: nodes }] : nodes);
        const [before, now] = [wrap(first), wrap(second)];
        const rows = changedRows(before, now);
        const [a, b] = [rowsOf(before), rowsOf(now)];
        for (let row = 0; row < 400; row++)
          if (a[row] !== b[row]) {
            expect(rows).not.toBeNull();
            expect(rows?.from).toBeLessThanOrEqual(row);
            expect(rows?.to).toBeGreaterThanOrEqual(row + 1);
          }
      }),
    );
  });

  it('are none for a scene that says the same in other objects', () => {
    const make = () =>
      scene([rect('a', 10, 20), { kind: 'group', id: 'g', opacity: 0.5, children: [text('t', 90, 'x')] }]);
    expect(changedRows(make(), make())).toBeNull();
  });

  it('leave the title alone while a bar moves', () => {
    const rows = changedRows(
      scene([text('title', 40, 'A title'), rect('a', 200, 20)]),
      scene([text('title', 40, 'A title'), rect('a', 210, 20)]),
    );
    expect(rows).toEqual({ from: 198, to: 232 });
  });

  it('are all rows when the background changes, and those of a group when it fades', () => {
    expect(changedRows(scene([]), scene([], '#000000'))).toEqual({ from: 0, to: 400 });
    const group = (opacity: number): SceneNode => ({ kind: 'group', id: 'g', opacity, children: [rect('a', 100, 50)] });
    expect(changedRows(scene([group(1)]), scene([group(0.5)]))).toEqual({ from: 98, to: 152 });
  });

  it('know how far curves, corners and turned texts reach', () => {
    const sink = (dy: number) => {
      const made = new PathSink();
      made.moveTo(0, 100 + dy);
      made.bezierCurveTo(10, 20, 40, 20, 50, 100 + dy);
      return made.path();
    };
    const curve = (dy: number): SceneNode => ({ kind: 'path', id: 'p', path: sink(dy), fill: '#111111' });
    expect(changedRows(scene([curve(0)]), scene([curve(1)]))).toEqual({ from: 18, to: 103 });
    const turned = (words: string): SceneNode => ({ ...text('t', 200, words), turnRad: 1 }) as SceneNode;
    const rows = changedRows(scene([turned('abc')]), scene([turned('abd')]));
    expect(rows?.from).toBeLessThanOrEqual(200 - 3 * 20);
    expect(rows?.to).toBeGreaterThanOrEqual(200 + 3 * 20);
  });

  it('move with the group that holds them', () => {
    const group = (dy: number, fill: string): SceneNode => ({
      kind: 'group',
      id: 'g',
      shift: { dx: 0, dy },
      children: [rect('a', 0, 10, fill), rect('b', 50, 10)],
    });
    expect(changedRows(scene([group(100, '#111111')]), scene([group(100, '#222222')]))).toEqual({ from: 98, to: 112 });
    expect(changedRows(scene([group(100, '#111111')]), scene([group(120, '#111111')]))).toEqual({ from: 98, to: 182 });
    expect(changedRows(scene([group(100, '#111111')]), scene([group(100, '#111111')]))).toBeNull();
  });
});
