import { readFileSync } from 'node:fs';
import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type PreparedFilm, prepareFilm } from '../film/prepare-film';
import { readoutAt } from '../film/readout';
import { sceneAt } from '../film/scene-at';
import { showingMoment } from '../project/built';
import type { Chart } from '../project/chart';
import { defaultChart, defaultProject } from '../project/defaults';
import { documentPaths } from '../project/document-paths';
import { putAt, valueAt } from '../project/document-value';
import type { Project } from '../project/project';
import { readProject } from '../project/read-project';
import { chartSchema } from '../project/schema/chart-schema';
import { primitiveOf } from '../scene/primitives';
import type { SceneNode } from '../scene/scene';
import { SvgWriter } from '../scene/svg-writer';
import type { Cube } from '../shaping/cube';
import type { CubeParts } from '../shaping/parts';
import { chartIn } from '../testing/chart-in';
import { demoCube } from '../testing/demo-cube';
import { cubeOf, gappyCubes, measureBySize, withFurther } from '../testing/films';
import { testFields, testTable } from '../testing/projects';
import { expectBelow, expectWithin } from '../testing/quick-expect';
import { recordingSurface } from '../testing/recording-surface';
import { textFaults } from '../testing/scene-boxes';
import type { Family } from './family';
import { families } from './registry';
import { inFamily } from './switch-family';

/** Values that cross and change sign seldom enough for any family. */
const lively = cubeOf(
  Array.from({ length: 6 }, (_, p) =>
    Array.from({ length: 7 }, (_, c) => 40 + 30 * Math.sin(p * 1.3 + c * 2.1) + c * 3),
  ),
);

function projectOf(family: Family, cube: Cube, change: (chart: Chart) => Chart = (chart) => chart): Project {
  const chart = defaultChart('c1', 't1', testFields, family);
  const suited = { ...chart, own: family.document.defaults(cube), text: { ...chart.text, title: 'A title' } };
  return defaultProject({ id: 'p1', name: 'Test' }, testTable, change(suited));
}

const filmOf = (project: Project, cube: Cube) =>
  prepareFilm(project, new Map([['c1', withFurther(cube)]]), { measure: measureBySize, list: families });

const times = ({ lengthSec }: PreparedFilm, count: number) =>
  Array.from({ length: count }, (_, i) => (lengthSec * i) / (count - 1));

const marksOf = (nodes: readonly SceneNode[]): Exclude<SceneNode, { kind: 'group' }>[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? marksOf(node.children) : [node]));

/** Whether all numbers of a plain object are finite. */
function allFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (ArrayBuffer.isView(value)) return (value as Float64Array).every(Number.isFinite);
  if (typeof value !== 'object' || value === null) return true;
  for (const key in value) if (!allFinite((value as Record<string, unknown>)[key])) return false;
  return true;
}

/** Another value that a path may have; undefined where it has no other. */
function another(paths: ReturnType<typeof documentPaths>, path: string, now: unknown): unknown {
  if (path === 'own.seed') return 7;
  const known = paths.find((each) => each.path === path);
  if (typeof now === 'boolean') return !now;
  // The last choice of which names stand is none of them.
  if (known?.choices)
    return (path === 'own.labels' ? known.choices.toReversed() : known.choices).find((c) => c !== now);
  if (typeof now === 'number') {
    const [low, high] = known?.range ?? [null, null];
    const wanted = now > 1 ? Math.floor(now / 2) : now + 0.4;
    return Math.min(high ?? wanted, Math.max(low ?? wanted, wanted));
  }
  if (path.endsWith('olour') || /^#/.test(String(now))) return '#123456';
  if (typeof now === 'string') return `${now} more`;
  if (path === 'own.hidden') return [`${lively.categories[0]} with a name that is far too long`];
  if (path === 'own.labelled')
    return [{ name: `${lively.categories[0]} with a name that is far too long`, period: lively.periods[1]?.key }];
  if (path === 'own.follow') return [`${lively.categories[2]} with a name that is far too long`];
  if (path === 'own.pulled') return [`${lively.categories[0]} with a name that is far too long`];
  if (path === 'own.marked') return [lively.periods[1]?.key];
  if (path === 'own.periods') return [lively.periods[1]?.key, lively.periods[3]?.key];
  if (/^own\.(d|\w+D)omain$/.test(path)) return { kind: 'given', min: -50, max: 500 };
  if (typeof now === 'object' && now !== null)
    return Object.fromEntries(Object.entries(now).map(([key, each]) => [key, `${each} more`]));
  return undefined;
}

/** A cube's values, a third of each and the rest. */
function thirds({ categories, values }: Cube): CubeParts {
  const pairs = categories.flatMap((_, c) => [[c, 0] as const, [c, 1] as const]);
  return {
    names: ['A third', 'The rest'],
    pairs,
    values: Float64Array.from([...values].flatMap((v) => [v / 3, (2 * v) / 3])),
  };
}

/** Whether a person can tell two films apart: by their length, words of moments, or any of many pictures. */
function differ(one: PreparedFilm, other: PreparedFilm): boolean {
  const moments = (film: PreparedFilm) =>
    film.pieces.map((_, i) => chartIn(film, i).family.momentsOf(chartIn(film, i)));
  if (one.lengthSec !== other.lengthSec || !isDeepStrictEqual(moments(one), moments(other))) return true;
  return times(one, 41).some((time) => !isDeepStrictEqual(sceneAt(one, time).nodes, sceneAt(other, time).nodes));
}

describe.each(families.map((family) => [family.id, family] as const))('the family %s', (_, family) => {
  it('starts with a document that its schema takes, through JSON', () => {
    for (const cube of [lively, cubeOf([[1]]), demoCube()]) {
      const project = projectOf(family, cube);
      const outcome = readProject(JSON.parse(JSON.stringify(project)), families);
      expect(outcome.issues).toEqual([]);
      expect(outcome.ok && outcome.value).toEqual(project);
    }
    expect(() => family.document.defaults(null)).not.toThrow();
  });

  it('has a pure picture: alone, forwards and backwards are the same', () => {
    for (const cube of [lively, demoCube()]) {
      const film = filmOf(projectOf(family, cube), cube);
      const forwards = times(film, 17).map((time) => sceneAt(film, time));
      const again = filmOf(projectOf(family, cube), cube);
      const backwards = times(again, 17)
        .reverse()
        .map((time) => sceneAt(again, time));
      expect(isDeepStrictEqual(backwards.reverse(), forwards)).toBe(true);
      const alone = sceneAt(filmOf(projectOf(family, cube), cube), film.lengthSec / 3);
      expect(isDeepStrictEqual(alone, sceneAt(film, film.lengthSec / 3))).toBe(true);
    }
  });

  it('draws finite numbers only, and marks that stay on stage, of any table', () => {
    fc.assert(
      fc.property(gappyCubes, (cube) => {
        const film = filmOf(projectOf(family, cube), cube);
        for (const time of times(film, 9)) {
          const scene = sceneAt(film, time);
          expect(allFinite(scene.nodes)).toBe(true);
          for (const node of marksOf(scene.nodes)) {
            if (node.subject?.part !== 'mark') continue;
            const { left, right } = primitiveOf(node).bounds(node, measureBySize);
            expectWithin(left, -0.5, right, node.id);
            expectWithin(right, left, scene.widthPx + 0.5, node.id);
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  it('moves without a jump: from picture to picture marks go a small way', () => {
    const cube = { ...lively, periods: lively.periods.slice(0, 4), values: lively.values.slice(0, 28) };
    const film = filmOf(projectOf(family, cube), cube);
    const { widthPx, heightPx } = film.stage;
    let before = new Map<number, { x: number; y: number; opacity: number }>();
    for (let frame = 0; frame < film.frameCount; frame++) {
      const chart = chartIn(film);
      const marks = chart.family.pictureAt(chart.plan, frame / film.framesPerSec).marks();
      for (const [category, { x, y, opacity }] of marks) {
        const last = before.get(category);
        if (!last || opacity < 0.05) continue;
        expectBelow(Math.abs(x - last.x), widthPx * 0.06);
        expectBelow(Math.abs(y - last.y), heightPx * 0.06);
        expectBelow(Math.abs(opacity - last.opacity), 0.2);
      }
      before = new Map(marks);
    }
  });

  it('puts no text on another and none off the stage', () => {
    for (const cube of [lively, demoCube()]) {
      const film = filmOf(projectOf(family, cube), cube);
      for (const time of times(film, 31)) expect(textFaults(sceneAt(film, time), measureBySize)).toEqual([]);
    }
  });

  it('reads out what the table holds, at each period', () => {
    const cube = demoCube();
    const film = filmOf(projectOf(family, cube), cube);
    const chart = chartIn(film);
    const { spanStartSec } = chart.course.clock;
    for (let p = 0; p < cube.periods.length; p++) {
      const { rows, period, sentence, heading } = readoutAt(film, spanStartSec[2 * p] ?? 0);
      expect(period).toBe(p);
      expect(heading).not.toBe('');
      expect(rows.length).toBeGreaterThan(0);
      for (const { category, value, name } of rows) {
        expect(value).toBeCloseTo(cube.values[p * cube.categories.length + category] ?? Number.NaN, 6);
        expect(sentence).toContain(name);
      }
    }
  });

  it('gives numbers of each frame that agree with the readout', () => {
    const film = filmOf(projectOf(family, lively), lively);
    const chart = chartIn(film);
    for (const time of times(film, 23)) {
      const { rows } = chart.family.numbers.frameAt(chart, time);
      // What stands for a period that has passed says nothing of the present.
      const present = rows.filter(({ period }) => period === undefined || family.id === 'compared');
      const byName = new Map(present.map((row) => [row.category, row.value]));
      for (const { category, value } of readoutAt(film, time).rows)
        if (present.length > 0) expect(byName.get(lively.categories[category] ?? '')).toBeCloseTo(value, 9);
    }
  });

  it('has a control for each field of its own, and each changes what is seen', () => {
    const base = projectOf(family, lively);
    const [chart] = base.charts as [Chart];
    const paths = documentPaths(family);
    for (const { path } of paths.filter((each) => each.path.startsWith('own.'))) {
      const held = family.controls.some((spec) => path === spec.path || path.startsWith(`${spec.path}.`));
      expect(held, `${path} has a control`).toBe(true);
    }
    for (const { path, id, when = [] } of family.controls) {
      const ready = structuredClone(chart) as Chart;
      for (const condition of when) putAt(ready, condition.path, condition.is[0]);
      // Some settings show only together with others: outlines with a width, ranks where there are many.
      putAt(ready, 'dress.bars.outline', 0.4);
      if (/depthAngle|light/.test(path)) putAt(ready, 'dress.bars.depth', 0.5);
      putAt(ready, 'dress.bars.longNames', 'cut');
      if (valueAt(ready, 'own.windowPeriods') !== undefined) putAt(ready, 'own.windowPeriods', 4);
      // Somebody has to come and go.
      if (/^(pace.swapSec|own.long)$/.test(path) && valueAt(ready, 'own.places') !== undefined)
        putAt(ready, 'own.places', 4);
      // Words stand in a hole.
      if (path === 'own.middle') putAt(ready, 'own.hole', 0.5);
      // A rest is gathered where there are more than have a share of their own.
      if (valueAt(ready, 'own.rest') !== undefined) putAt(ready, 'own.places', 4);
      // What comes first is seen while a moment is built.
      if (path === 'own.comes') Object.assign(ready, showingMoment(ready, family, ''));
      // Of a whole that is larger than all there is, less is another share.
      if (path === 'own.wholeValue') putAt(ready, path, 5000);
      // A path is seen behind those that the eye follows.
      if (path.startsWith('own.trail'))
        putAt(ready, 'own.follow', [`${lively.categories[1]} with a name that is far too long`]);
      // Ends that are given begin as those that the values have by themselves.
      if (valueAt(ready, 'own.ends') !== undefined && path === 'own.ends') putAt(ready, 'own.to', 137);
      const long = {
        ...lively,
        categories: lively.categories.map((name) => `${name} with a name that is far too long`),
        // Not as far apart in the calendar as in the table.
        periods: lively.periods.map((period, p) => ({ ...period, spacing: period.spacing + (p > 2 ? 3 : 0) })),
        ...(family.uses.has('past') ? { parts: thirds(lively) } : {}),
      };
      const changed = structuredClone(ready);
      const next = another(paths, path, valueAt(ready, path) ?? null);
      expect(next, `${id} has another value`).toBeDefined();
      putAt(changed, path, next);
      const [before, after] = [ready, changed].map((each) =>
        filmOf({ ...base, charts: [each] }, { ...long, values: lively.values }),
      ) as [PreparedFilm, PreparedFilm];
      expect(differ(before, after), `${id} changes something`).toBe(true);
    }
  });

  it('is drawn by both painters', () => {
    const film = filmOf(projectOf(family, lively), lively);
    for (const time of times(film, 7)) {
      for (const node of marksOf(sceneAt(film, time).nodes)) {
        const { surface, calls } = recordingSurface();
        primitiveOf(node).draw(surface, node, { measure: measureBySize, images: new Map() });
        if (node.kind !== 'image') expect(calls.length).toBeGreaterThan(0);
        if (node.kind !== 'image')
          expect(primitiveOf(node).svg(node, new SvgWriter(measureBySize, new Map()))).toContain('<');
      }
    }
  });

  it('keeps words, look and pace when another family takes over, and back again', () => {
    const chart = projectOf(family, lively).charts[0] as Chart;
    for (const other of families) {
      const back = inFamily(inFamily(chart, other, lively), family, lively);
      const { own: _, ...shared } = back;
      const { own: __, ...before } = chart;
      expect(shared).toEqual(before);
      expect(chartSchema(family).validate(back).error).toBeUndefined();
    }
  });
});

describe('the registry', () => {
  it('names each family once, and gives each its folder and its index', () => {
    const ids = families.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const id of ids) expect(readFileSync(`src/core/families/${id}/index.ts`, 'utf8')).toContain('defineFamily');
  });
});
