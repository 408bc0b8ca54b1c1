import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type PreparedFilm, prepareFilm } from '../../film/prepare-film';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { Chart } from '../../project/chart';
import { defaultChart, defaultProject } from '../../project/defaults';
import { logTicks } from '../../scale/ticks';
import type { PathNode, RectNode, SceneNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { chartIn } from '../../testing/chart-in';
import { cubeOf, measureBySize } from '../../testing/films';
import { testFields, testTable } from '../../testing/projects';
import { textFaults } from '../../testing/scene-boxes';
import { domainAt, extremesOf, placeInDomain } from '../shared/domain';
import { lines } from '.';
import type { LinesOwn } from './document';
import type { LinesPlan } from './plan';

function filmOf(cube: Cube, own: Partial<LinesOwn> = {}, between: Chart['between'] = 'linear'): PreparedFilm {
  const base = defaultChart('c', testTable.id, testFields, lines);
  const chart: Chart = {
    ...base,
    between,
    own: { ...(lines.document.defaults(cube) as LinesOwn), scale: 'log', ...own },
  };
  const project = defaultProject({ id: 'p', name: 'Test' }, testTable, chart);
  return prepareFilm(project, new Map([['c', cube]]), { measure: measureBySize });
}

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
const planOf = (film: PreparedFilm) => chartIn(film).plan as LinesPlan;
const wide = cubeOf([
  [0.02, 3, 1200],
  [0.3, 9, 1800],
  [4, 31, 25_000],
  [18, 55, 80_000],
]);

describe('ticks of a logarithmic axis', () => {
  const ends = fc.tuple(fc.double({ min: -12, max: 12, noNaN: true }), fc.double({ min: 0.01, max: 20, noNaN: true }));

  it('are round, in order, within the range, and few', () => {
    fc.assert(
      fc.property(ends, fc.integer({ min: 2, max: 8 }), ([power, decades], parts) => {
        const [min, max] = [10 ** power, 10 ** (power + decades)];
        const ticks = logTicks(min, max, parts);
        expect(ticks.length).toBeLessThanOrEqual(4 * parts + 6);
        ticks.forEach(({ value, opacity, labelOpacity }, i) => {
          expect(value).toBeGreaterThanOrEqual(min * (1 - 1e-6));
          expect(value).toBeLessThanOrEqual(max * (1 + 1e-6));
          expect(opacity).toBeGreaterThan(0);
          expect(labelOpacity).toBeLessThanOrEqual(1);
          if (i > 0) expect(value).toBeGreaterThan(ticks[i - 1]?.value ?? 0);
        });
      }),
    );
  });

  it('are powers of ten over many of them, and 2 and 5 times them over few', () => {
    expect(logTicks(1, 1e5, 6).map(({ value }) => value)).toEqual([1, 10, 100, 1000, 10_000, 100_000]);
    expect(logTicks(1, 100, 6).map(({ value }) => value)).toEqual([1, 2, 5, 10, 20, 50, 100]);
    expect(logTicks(3, 3, 6)).toHaveLength(1);
  });

  it('come and go without a jump as the range grows', () => {
    fc.assert(
      fc.property(ends, ([power, decades]) => {
        const at = (more: number) =>
          new Map(logTicks(10 ** power, 10 ** (power + decades + more), 6).map((tick) => [tick.value, tick.opacity]));
        const [before, after] = [at(0), at(1e-6)];
        // Every so many powers of ten is a matter of counting, which may change at one point; all else is smooth.
        if (Math.ceil(decades / 6) !== Math.ceil((decades + 1e-6) / 6)) return;
        for (const [value, opacity] of after)
          if (before.has(value)) expect(Math.abs(opacity - (before.get(value) ?? 0))).toBeLessThan(1e-3);
      }),
    );
  });
});

describe('lines on a logarithmic axis', () => {
  it('rise by the same height for the same multiple', () => {
    const film = filmOf(
      cubeOf([
        [1, 100],
        [10, 1000],
        [100, 10_000],
      ]),
    );
    const plan = planOf(film);
    const domain = domainAt(plan.domain, film.lengthSec);
    expect(domain.log).toBe(true);
    const step = placeInDomain(domain, 10) - placeInDomain(domain, 1);
    expect(placeInDomain(domain, 10_000) - placeInDomain(domain, 1000)).toBeCloseTo(step, 9);
    const dots = flat(sceneAt(film, film.lengthSec).nodes).filter(
      (n): n is RectNode => n.kind === 'rect' && /^head:/.test(n.id ?? ''),
    );
    const [low, high] = dots.map(({ y }) => y);
    expect((low ?? 0) - (high ?? 0)).toBeCloseTo(2 * step * plan.area.heightPx, 6);
    expect(extremesOf(plan.domain)[0]).toBeGreaterThan(0);
    expect(readoutAt(film, 1).sentence).toContain('The axis is logarithmic.');
  });

  it.each(['linear', 'monotone', 'step'] as const)(
    'hold what is in view at every time, with labels clear: %s',
    (between) => {
      for (const own of [{}, { window: 'sliding', windowPeriods: 2 }, { domain: { kind: 'fixed' } }] as const) {
        const film = filmOf(wide, own, between);
        for (let i = 0; i <= 20; i++) {
          const timeSec = (film.lengthSec * i) / 20;
          const scene = sceneAt(film, timeSec);
          expect(textFaults(scene, measureBySize)).toEqual([]);
          const { min, max } = domainAt(planOf(film).domain, timeSec);
          for (const { value } of readoutAt(film, timeSec).rows) {
            expect(value).toBeGreaterThanOrEqual(min * (1 - 1e-9));
            expect(value).toBeLessThanOrEqual(max * (1 + 1e-9));
          }
          for (const node of flat(scene.nodes))
            if (node.kind === 'path')
              for (const point of (node as PathNode).path.points) expect(Number.isFinite(point)).toBe(true);
        }
      }
    },
  );

  it('take the ends that are given, as far as they are above 0', () => {
    const ends = (min: number, max: number) =>
      extremesOf(planOf(filmOf(wide, { domain: { kind: 'given', min, max } })).domain);
    expect(ends(1, 1000).map((end) => Math.round(end * 1e6) / 1e6)).toEqual([1, 1000]);
    const [low, high] = ends(0, 1000);
    expect([low > 0, Math.round(high)]).toEqual([true, 1000]);
  });

  it('are refused where values are 0 or less, on stage and in words, with who has them', () => {
    const film = filmOf({
      ...cubeOf([
        [1, 0, 5],
        [2, 3, -5],
      ]),
      categories: ['Oyle', 'Pell', 'Kittle'],
    });
    const words = flat(sceneAt(film, 1).nodes)
      .flatMap((n) => (n.kind === 'text' ? [n.text] : []))
      .join(' ');
    expect(words).toContain('A logarithmic axis needs values above 0, and Pell, Kittle have others.');
    expect(readoutAt(film, 1).sentence).toContain('An axis with equal steps can show them.');
    expect(flat(sceneAt(film, 1).nodes).filter(({ id }) => /^line:/.test(id ?? ''))).toEqual([]);
  });

  it('manage with one period, one value and equal values', () => {
    for (const cube of [
      cubeOf([[5]]),
      cubeOf([
        [5, 5],
        [5, 5],
      ]),
      cubeOf([
        [null, 3],
        [null, null],
      ]),
      // The same but for rounding.
      cubeOf([[0.3], [0.1 + 0.2]]),
    ]) {
      const film = filmOf(cube);
      expect(textFaults(sceneAt(film, film.lengthSec / 2), measureBySize)).toEqual([]);
    }
  });
});
