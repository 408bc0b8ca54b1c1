import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families } from '../../families/registry';
import type { Chart } from '../../project/chart';
import { type PaneStyle, usualPanes } from '../../project/panes';
import type { Cube } from '../../shaping/cube';
import { withPanes } from '../../shaping/panes';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize, withFurther } from '../../testing/films';
import { cubesOf, plainCubes } from '../film-data';
import { overviewOf } from '../overview';
import { pointAt } from '../point-at';
import { readoutAt } from '../readout';
import { sceneAt } from '../scene-at';
import { cornerOf, gridOf } from './layout';
import { totalsOfPanes } from './pane-order';

const group = (seed: number, names: readonly string[], scale = 1): Cube =>
  withFurther({
    ...cubeOf(
      Array.from({ length: 5 }, (_, p) =>
        names.map((_, c) => scale * (30 + 20 * Math.sin(p * 1.1 + c * 2 + seed) + c)),
      ),
    ),
    categories: names,
  });
const north = group(1, ['Oats', 'Barley', 'Kale']);
const south = group(2, ['Barley', 'Beet'], 3);
const west = group(5, ['Kale', 'Oats', 'Beet', 'Rye'], 0.5);
const groups = [
  { name: 'North', cube: north },
  { name: 'South', cube: south },
  { name: 'West', cube: west },
];
const all = withPanes(north, groups);

type Style = Partial<PaneStyle>;
const filmOf = (
  family: (typeof families)[number],
  style: Style = {},
  cube = all,
  more: (chart: Chart) => Partial<Chart> = () => ({}),
) =>
  filmOfFamily(family, cube, {
    chart: (chart) => ({ group: 'North', panes: { ...usualPanes, ...style }, ...more(chart) }),
  });
const bars = families[0] as (typeof families)[number];
const lines = families.find(({ id }) => id === 'lines') as (typeof families)[number];

describe.each(families.map((family) => [family.id, family] as const))('charts of %s side by side', (_, family) => {
  it('show in each pane what a film of that group alone shows', () => {
    const film = filmOf(family, { axes: 'own' });
    for (const share of [0, 0.37, 1]) {
      const rows = numbersAt(film, film.lengthSec * share);
      expect(new Set(rows.map((row) => row.group))).toEqual(new Set(['North', 'South', 'West']));
      for (const { name } of groups) {
        const pane = all.panes?.find((each) => each.name === name)?.cube as Cube;
        const own = (chartIn(film).course as unknown as { panes: { name: string; chart: Chart }[] }).panes.find(
          (each) => each.name === name,
        )?.chart;
        const alone = filmOfFamily(family, pane, { chart: () => ({ own: own?.own }) });
        const bare = rows.filter((row) => row.group === name).map(({ group: __, ...row }) => row);
        expect(bare).toEqual(numbersAt(alone, alone.lengthSec * share));
      }
    }
  });

  it('draw each pane within its place, under its name, alike whenever it is asked for', () => {
    const film = filmOf(family);
    const time = film.lengthSec * 0.6;
    const scene = sceneAt(film, time);
    expect(sceneAt(filmOf(family), time)).toEqual(scene);
    const names = scene.nodes.flatMap((node) => {
      const title = node.kind === 'group' ? node.children[0] : undefined;
      return title?.kind === 'text' && title.id.endsWith(':title') ? [title.text] : [];
    });
    expect(names.sort()).toEqual(['North', 'South', 'West']);
  });
});

describe('axes of charts side by side', () => {
  it('end where the farthest of all reaches, or where each of them does', () => {
    const greatest = (cube: Cube) => Math.max(...cube.values);
    const most = Math.max(...groups.map(({ cube }) => greatest(cube)));
    const [common] = [filmOf(bars)];
    const { domain } = chartIn(common).family.numbers.frameAt(chartIn(common), 0);
    expect(domain?.[1]).toBeCloseTo(most, 9);
    const own = filmOf(bars, { axes: 'own' });
    expect(chartIn(own).family.numbers.frameAt(chartIn(own), 0).domain).toBeUndefined();
  });

  it('stay where the person put them', () => {
    const film = filmOf(bars, {}, all, (chart) => ({
      own: { ...(chart.own as object), domain: { kind: 'given', min: 0, max: 777 } },
    }));
    expect(chartIn(film).family.numbers.frameAt(chartIn(film), 0).domain).toEqual([0, 777]);
  });
});

describe('panes', () => {
  it('stand in the order of the table, of names, or of their sums', () => {
    const named = withPanes(north, [groups[2], groups[0], groups[1]] as typeof groups);
    const order = (style: Style) => {
      const film = filmOf(bars, style, named);
      return sceneAt(film, 0)
        .nodes.flatMap((node) => {
          const title = node.kind === 'group' ? node.children[0] : undefined;
          return node.kind === 'group' && title?.kind === 'text' && title.id.endsWith(':title')
            ? [{ text: title.text, ...node.shift }]
            : [];
        })
        .sort((a, b) => (a.dy ?? 0) - (b.dy ?? 0) || (a.dx ?? 0) - (b.dx ?? 0))
        .map(({ text }) => text);
    };
    expect(order({ order: 'table' })).toEqual(['West', 'North', 'South']);
    expect(order({ order: 'name' })).toEqual(['North', 'South', 'West']);
    expect(order({ order: 'value' })).toEqual(['South', 'North', 'West']);
    expect(order({ order: 'name', most: 2 })).toEqual(['North', 'West']);
  });

  it('move to their places without a jump', () => {
    const crossing = withPanes(cubeOf([[10], [90]]), [
      { name: 'A', cube: cubeOf([[10], [90]]) },
      { name: 'B', cube: cubeOf([[50], [50]]) },
      { name: 'C', cube: cubeOf([[90], [10]]) },
    ]);
    const film = filmOf(lines, { order: 'moving' }, crossing);
    let last: { dx: number; dy: number } | null = null;
    const seen = new Set<number>();
    for (let frame = 0; frame < film.frameCount; frame++) {
      const pane = sceneAt(film, frame / film.framesPerSec).nodes.find(({ id }) => id === 'pane:0');
      const shift = (pane?.kind === 'group' ? pane.shift : null) ?? { dx: 0, dy: 0 };
      if (last) expect(Math.hypot(shift.dx - last.dx, shift.dy - last.dy)).toBeLessThan(160);
      seen.add(Math.round(shift.dx + shift.dy));
      last = shift;
    }
    expect(seen.size).toBeGreaterThan(5);
  });

  it('tell all groups in words, and keep to the chosen one in panel and map', () => {
    const film = filmOf(bars);
    const { sentence, heading, rows } = readoutAt(film, 0);
    expect(heading).toBe('North, 2000');
    expect(sentence).toMatch(/^2000\. North: 1\. .* South: 1\. .* West: 1\. /);
    expect(rows.map(({ name }) => name)).toEqual(expect.arrayContaining(['Oats', 'Barley', 'Kale']));
    expect(overviewOf(film).lines.length).toBeGreaterThan(0);
    expect(textsAt(film, 0, 'stamp').join('')).toContain('2000');
  });

  it('are pointed at where they stand', () => {
    const film = filmOf(bars, { order: 'name' });
    const timeSec = film.lengthSec / 2;
    const scene = sceneAt(film, timeSec);
    const chart = chartIn(film);
    for (const [category, { outline }] of chart.family.pictureAt(chart.plan, timeSec).marks()) {
      const [x, y] = [outline.x + outline.widthPx * 0.45, outline.y + outline.heightPx / 2];
      const found = pointAt({ film, scene, timeSec, x, y, measure: measureBySize });
      expect(found?.subject.category).toBe(category);
    }
  });

  it('tell what passed where they are pointed at, and name in the legend what any of them shows', () => {
    const film = filmOf(lines);
    const chart = chartIn(film);
    const panes = (chart.plan as { panes: { name: string }[] }).panes.map(({ name }) => name);
    expect(panes).toEqual(['North', 'South', 'West']);
    const timeSec = film.lengthSec;
    const at = (x: number, y: number) => chart.family.periodAt?.(chart.plan, timeSec, { x, y }) ?? null;
    const { plot } = chart.frame;
    expect(at(plot.x + plot.widthPx * 0.1, plot.y + plot.heightPx * 0.3)).not.toBeNull();
    expect(at(-50, -50)).toBeNull();
    const hundred = families.find(({ id }) => id === 'hundred') as (typeof families)[number];
    const named = filmOf(hundred, {}, all, (each) => ({ own: { ...(each.own as object), labels: 'legend' } }));
    expect(textsAt(named, 0, 'legend')).toEqual(expect.arrayContaining(['Oats', 'Beet', 'Rye']));
    expect([...chart.family.numbers.events(chart)].every((event) => typeof event.group === 'string')).toBe(true);
  });

  it('come through the JSON of a web page', () => {
    expect(cubesOf(JSON.parse(JSON.stringify(plainCubes(new Map([['c', all]]))))).get('c')).toEqual(all);
  });
});

describe('the grid', () => {
  it('holds all panes within the box, none over another, with few empty places', () => {
    const size = fc.integer({ min: 100, max: 3000 });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 36 }), size, size, (count, widthPx, heightPx) => {
        const box = { x: 10, y: 20, widthPx, heightPx };
        const grid = gridOf(count, box, 6);
        expect(grid.columns * grid.rows).toBeGreaterThanOrEqual(count);
        expect(grid.columns * (grid.rows - 1)).toBeLessThan(count);
        const corners = Array.from({ length: count }, (_, i) => cornerOf(grid, box, i));
        corners.forEach((a, i) => {
          expect(a.x + grid.widthPx).toBeLessThanOrEqual(box.x + Math.max(widthPx, grid.columns * 7) + 1e-6);
          for (let j = 0; j < i; j++) {
            const b = corners[j] as typeof a;
            const apart = Math.max(Math.abs(a.x - b.x) - grid.widthPx, Math.abs(a.y - b.y) - grid.heightPx);
            expect(apart).toBeGreaterThan(-1e-6);
          }
        });
      }),
    );
    expect(gridOf(4, { widthPx: 1700, heightPx: 780 }, 20)).toMatchObject({ columns: 2, rows: 2 });
  });
});

describe('groups in one layout', () => {
  it('have the periods and names of all, and nothing where they have none', () => {
    const late = { ...cubeOf([[1, 2]], [7]), categories: ['A', 'B'] };
    const early = { ...cubeOf([[3], [4]], [5, 7]), categories: ['B'] };
    const both = withPanes(late, [
      { name: 'late', cube: late },
      { name: 'early', cube: early },
    ]);
    expect(both.periods.map(({ key }) => key)).toEqual(['2005', '2007']);
    expect(both.categories).toEqual(['A', 'B']);
    expect([...both.values]).toEqual([Number.NaN, Number.NaN, 1, 2]);
    expect(both.panes?.map(({ cube }) => [...cube.values])[1]).toEqual([Number.NaN, 3, Number.NaN, 4]);
    expect([...totalsOfPanes(both.panes ?? [])]).toEqual([Number.NaN, 3, 3, 4]);
  });
});
