import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sceneAt } from '../../film/scene-at';
import { looks } from '../../project/looks';
import type { RectNode, SceneNode, TextNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { cubeOf } from '../../testing/films';
import { filmOf, type RaceChange, raceProject } from '../../testing/projects';
import { slimWhilePassing } from '../shared/passing';
import { type AsideText, stepAside } from './step-aside';

/** How much of one stretch others leave uncovered, as a share of it. */
function uncovered([from, to]: readonly [number, number], over: readonly (readonly [number, number])[]): number {
  let [seen, at] = [0, from];
  for (const [start, end] of [...over].sort((a, b) => a[0] - b[0])) {
    seen += Math.max(0, Math.min(to, start) - at);
    at = Math.max(at, end);
  }
  return (seen + Math.max(0, to - at)) / Math.max(1e-12, to - from);
}

const stretchesOf = (across: readonly number[], thickPx: number) => {
  const shares = slimWhilePassing(across, thickPx);
  return across.map((middle, i): [number, number] => {
    const half = (thickPx * (shares[i] ?? 0)) / 2;
    return [middle - half, middle + half];
  });
};

const places = fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { minLength: 1, maxLength: 9 });

describe('bars that pass', () => {
  it('leave at least a quarter of every bar uncovered, however many meet', () => {
    fc.assert(
      fc.property(places, fc.double({ min: 0.1, max: 1, noNaN: true }), (across, thickPx) => {
        const stretches = stretchesOf(across, thickPx);
        stretches.forEach((own, i) => {
          expect(own[1] - own[0]).toBeGreaterThan(0);
          expect(uncovered(own, stretches.slice(i + 1))).toBeGreaterThan(0.25);
        });
      }),
      { numRuns: 500 },
    );
  });

  it('keep their thickness while they are apart, and slim to half where two are level', () => {
    expect([...slimWhilePassing([0, 1, 2.5], 0.8)]).toEqual([1, 1, 1]);
    expect([...slimWhilePassing([1.5, 1.5], 0.8)]).toEqual([1, 0.5]);
    expect(slimWhilePassing([], 0.8)).toHaveLength(0);
  });

  it('never jump: a small step of one bar changes thicknesses a little', () => {
    fc.assert(
      fc.property(places, fc.nat(8), (across, which) => {
        const moved = across.map((at, i) => (i === which % across.length ? at + 1e-6 : at));
        const [before, after] = [slimWhilePassing(across, 0.8), slimWhilePassing(moved, 0.8)];
        before.forEach((share, i) => {
          expect(Math.abs(share - (after[i] ?? 0))).toBeLessThan(2e-3);
        });
      }),
      { numRuns: 500 },
    );
  });
});

describe('texts that step aside', () => {
  const texts = fc.array(
    fc.record({
      at: fc.double({ min: 0, max: 300, noNaN: true }),
      sizePx: fc.double({ min: 1, max: 400, noNaN: true }),
    }),
    { minLength: 1, maxLength: 6 },
  );
  const row = (list: readonly { at: number; sizePx: number }[]) =>
    list.map((text, bar): AsideText => ({ bar, ...text }));

  it('stand one after the other within their room while bars are level', () => {
    fc.assert(
      fc.property(texts, (list) => {
        const stepped = stepAside(row(list), () => 1, 1000, 8);
        stepped.forEach(({ at, scale }, i) => {
          expect(scale).toBeGreaterThan(0);
          expect(scale).toBeLessThanOrEqual(1);
          expect(at + scale * (list[i]?.sizePx ?? 0)).toBeLessThanOrEqual(1000 + 1e-6);
          const next = stepped[i + 1];
          if (next) expect(at + scale * (list[i]?.sizePx ?? 0)).toBeLessThanOrEqual(next.at + 1e-6);
        });
      }),
    );
  });

  it('stay as they are while nothing passes, and come there without a jump', () => {
    fc.assert(
      fc.property(texts, fc.double({ min: 0, max: 1, noNaN: true }), (list, close) => {
        const still = stepAside(row(list), () => 0, 1000, 8);
        expect(still).toEqual(list.map(({ at }) => ({ at, scale: 1 })));
        const [a, b] = [close, Math.min(1, close + 1e-6)].map((near) => stepAside(row(list), () => near, 1000, 8));
        a?.forEach(({ at, scale }, i) => {
          expect(Math.abs(at - (b?.[i]?.at ?? 0))).toBeLessThan(0.1);
          expect(Math.abs(scale - (b?.[i]?.scale ?? 0))).toBeLessThan(0.01);
        });
      }),
    );
  });

  it('shares a narrow room evenly: two of one width become half as large', () => {
    const [first, second] = stepAside(
      row([
        { at: 0, sizePx: 100 },
        { at: 0, sizePx: 100 },
      ]),
      () => 1,
      108,
      8,
    );
    expect(first).toEqual({ at: 0, scale: 108 / 208 });
    expect(second?.at).toBeCloseTo((108 / 208) * 108, 9);
  });
});

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));

/** Eight harbours that pass one another all the time, several at once. */
const lively: Cube = cubeOf(
  Array.from({ length: 6 }, (_, p) =>
    Array.from({ length: 8 }, (_, c) => 40 + 30 * Math.sin(p * 2.1 + c * 2.6) + (p % 2 === 0 ? c : 8 - c)),
  ),
);

function filmWith(change: RaceChange, direction: 'lying' | 'standing') {
  const base = (looks[0] as (typeof looks)[number]).dress;
  const dress = { ...base, bars: { ...base.bars, ...change.dress?.bars, direction } };
  return filmOf(raceProject({ ...change, dress, places: 8 }), lively);
}

describe('a lively film', () => {
  const ways = [
    ['lying', {}],
    ['standing', {}],
    ['lying', { swapMode: 'over-period' }],
    ['lying', { passing: 'fade' }],
  ] as const;
  it.each(ways)('shows every bar and names it: %s %o', (direction, change) => {
    const film = filmWith(change, direction);
    for (let frame = 0; frame < film.frameCount; frame += 3) {
      const nodes = flat(sceneAt(film, frame / film.framesPerSec).nodes);
      const bars = nodes.filter((n): n is RectNode => n.kind === 'rect' && n.id.startsWith('bar:') && n.opacity === 1);
      const stretch = (n: RectNode): [number, number] =>
        direction === 'lying' ? [n.y, n.y + n.heightPx] : [n.x, n.x + n.widthPx];
      bars.forEach((bar, i) => {
        expect(uncovered(stretch(bar), bars.slice(i + 1).map(stretch)), `${frame} ${bar.id}`).toBeGreaterThan(0.25);
      });
      if ('passing' in change) continue;
      for (const part of ['name', 'value']) {
        const texts = nodes.filter((n): n is TextNode => n.kind === 'text' && n.id.startsWith(`${part}:`) && !n.shade);
        expect(new Set(texts.map(({ id }) => id.split(':')[1])).size, `${frame} ${part}`).toBe(8);
        for (const { opacity, font } of texts) {
          expect(opacity).toBe(1);
          expect(font.sizePx).toBeGreaterThan(3);
        }
      }
    }
  });

  it('lets the labels of a covered bar fade where that is wished', () => {
    const film = filmWith({ passing: 'fade' }, 'lying');
    let [least, sizes] = [1, new Set<number>()];
    for (let frame = 0; frame < film.frameCount; frame++)
      for (const node of flat(sceneAt(film, frame / film.framesPerSec).nodes)) {
        if (node.kind !== 'text' || !node.id.startsWith('name:')) continue;
        least = Math.min(least, node.opacity ?? 1);
        sizes = sizes.add(node.font.sizePx);
      }
    expect(least).toBeLessThan(0.2);
    expect(sizes.size).toBe(1);
  });
});
