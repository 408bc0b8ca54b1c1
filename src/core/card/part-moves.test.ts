import { describe, expect, it } from 'vitest';
import { partMoves } from '../project/card';
import type { SceneNode } from '../scene/scene';
import { measureBySize } from '../testing/films';
import type { PlacedPart } from './card-plan';
import { movedPart, type SettledMove } from './part-moves';

const line = (text: string, y: number, align: 'start' | 'middle' | 'end' = 'middle'): SceneNode => ({
  kind: 'text',
  id: `title:${y}`,
  text,
  x: 500,
  y,
  font: { family: 'Archivo', weight: 600, sizePx: 40 },
  fill: '#000000',
  align,
});
const part: PlacedPart = {
  part: 'title',
  nodes: [line('Isles at', 100), line('work 👩‍🚀!', 148)],
  box: { x: 400, y: 60, widthPx: 200, heightPx: 100 },
  linePx: 40,
};
const moves = partMoves.filter((move): move is SettledMove => move !== 'design');
const moved = (move: SettledMove, shown: number, leaving = false) =>
  movedPart(part, move, shown, leaving, measureBySize);
const texts = (nodes: readonly SceneNode[]): string[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? texts(node.children) : node.kind === 'text' ? [node.text] : []));

describe('a part of a card', () => {
  it.each(moves)('stands as it is once it has come, and is gone in the end: %s', (move) => {
    expect(moved(move, 1)).toEqual(part.nodes);
    expect(moved(move, 1, true)).toEqual(part.nodes);
    expect(moved(move, 0, true)).toEqual([]);
  });

  it('rises from below and goes on upwards, and sinks the other way', () => {
    const shift = (move: SettledMove, leaving: boolean) => {
      const [group] = moved(move, 0.5, leaving);
      return group?.kind === 'group' ? (group.shift?.dy ?? 0) : 0;
    };
    expect(shift('rise', false)).toBeGreaterThan(0);
    expect(shift('rise', true)).toBe(-shift('rise', false));
    expect(shift('sink', false)).toBe(-shift('rise', false));
  });

  it('is written letter by letter, whole characters as a reader sees them, where they stay', () => {
    const whole = 8 + 7;
    for (let i = 1; i < whole; i++) {
      const nodes = moved('letters', i / whole);
      expect(texts(nodes).join('').length).toBeGreaterThan(0);
      const first = nodes[0];
      // What is there already stands where it will stand.
      if (first?.kind === 'text')
        expect([first.x, first.align]).toEqual([
          500 - measureBySize('Isles at', { family: 'Archivo', weight: 600, sizePx: 40 }) / 2,
          'start',
        ]);
      for (const text of texts(nodes)) expect(text).not.toMatch(/\u200d$|[\ud800-\udbff]$/);
    }
    expect(texts(moved('letters', 8 / whole))).toEqual(['Isles at']);
  });

  it('is uncovered from its start, and covered again from there', () => {
    const clip = (shown: number, leaving: boolean) => {
      const [group] = moved('unveil', shown, leaving);
      return group?.kind === 'group' ? group.clip : undefined;
    };
    expect(clip(0.5, false)?.x).toBeLessThan(400);
    expect((clip(0.25, true)?.x ?? 0) + (clip(0.25, true)?.widthPx ?? 0)).toBeCloseTo(
      (clip(0.9, false)?.x ?? 0) + (clip(1 - 1e-9, false)?.widthPx ?? 0),
      3,
    );
  });
});
