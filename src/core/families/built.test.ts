import { describe, expect, it } from 'vitest';
import { overviewOf } from '../film/overview';
import { periodStops } from '../film/period-stops';
import { type PreparedFilm, prepareFilm } from '../film/prepare-film';
import { readoutAt } from '../film/readout';
import { sceneAt } from '../film/scene-at';
import { type Build, noBuild, paceLimits } from '../pace/pace';
import { showingMoment, showingRun, withEvenSteps, withStep } from '../project/built';
import type { Chart } from '../project/chart';
import { defaultChart, defaultProject } from '../project/defaults';
import type { SceneNode } from '../scene/scene';
import type { Cube } from '../shaping/cube';
import { cubeOf, measureBySize, withFurther } from '../testing/films';
import { testFields, testTable } from '../testing/projects';
import { textFaults } from '../testing/scene-boxes';
import type { Family } from './family';
import { families } from './registry';

const cube: Cube = withFurther({
  ...cubeOf(
    Array.from({ length: 7 }, (_, p) =>
      Array.from({ length: 5 }, (_, c) => 30 + 20 * Math.sin(p * 1.3 + c * 2.1) + c * p),
    ),
  ),
  categories: ['Gullhaven', 'North Tern Rock', 'Øy', 'Saltmere', 'Kittle'],
});

function filmOf(family: Family, opening: Partial<Build> = {}, change: (chart: Chart) => Partial<Chart> = () => ({})) {
  const base = defaultChart('c', testTable.id, testFields, family);
  const pace = { ...base.pace, opening: { ...noBuild, how: 'none' as const } };
  // Of big numbers a first chart has fewer than the table.
  const own = { ...(family.document.defaults(cube) as object), ...(family.id === 'number' ? { places: 5 } : {}) };
  const built = showingMoment({ play: base.play, pace }, family, '');
  const chart = { ...base, own, ...built, pace: { ...built.pace, opening: { ...built.pace.opening, ...opening } } };
  const project = defaultProject({ id: 'p', name: 'Test' }, testTable, { ...chart, ...change(chart) });
  const film = { ...project, film: { ...project.film, framesPerSec: 20 } };
  return prepareFilm(film, new Map([['c', cube]]), { measure: measureBySize, list: families });
}

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));

/** Everything that is drawn, as text, without what makes no difference. */
const drawn = (film: PreparedFilm, timeSec: number) =>
  JSON.stringify(sceneAt(film, timeSec).nodes, (_, value) =>
    value instanceof Float64Array ? Array.from(value) : value,
  );
const marksOf = (film: PreparedFilm, timeSec: number) =>
  flat(sceneAt(film, timeSec).nodes).filter((n) => n.subject?.part === 'mark' && (n.opacity ?? 1) > 0);

describe.each(families.map((family) => [family.id, family] as const))('%s of one moment', (_, family) => {
  it('has nothing on stage at first, everything after the opening, and then stands still', () => {
    const film = filmOf(family);
    expect(film.lengthSec).toBe(8);
    const { steps, openingSec, periodKeys, moments } = overviewOf(film);
    expect(openingSec).toBe(4);
    expect(steps.length).toBe(family.builds.order === 'stands' && family.plays.includes('drawn') ? 7 : 5);
    expect(periodKeys).toEqual(['2006']);
    expect(moments).toEqual([]);
    expect(periodStops(film)).toEqual([0]);
    expect(marksOf(film, 0).filter((n) => n.kind === 'rect' && n.widthPx * n.heightPx > 1)).toEqual([]);
    expect(marksOf(film, 4).length).toBeGreaterThanOrEqual(5);
    expect(drawn(film, 4.5)).toBe(drawn(film, 7.9));
    expect(drawn(film, 1.5)).not.toBe(drawn(film, 2.5));
    expect(drawn(film, 1.5)).toBe(drawn(filmOf(family), 1.5));
  });

  it('shows the values of its moment', () => {
    const values = (film: PreparedFilm) =>
      readoutAt(film, 6)
        .rows.map(({ name, value }) => [name, value])
        .sort();
    const at = (p: number) => cube.categories.map((name, c) => [name, cube.values[p * 5 + c]]).sort();
    expect(values(filmOf(family))).toEqual(at(6));
    const third = filmOf(family, {}, (chart) => ({ play: showingMoment(chart, family, '2002').play }));
    expect(values(third)).toEqual(at(2));
    expect(readoutAt(third, 0).periodLabel).toBe('2002');
    const gone = filmOf(family, {}, (chart) => ({ play: showingMoment(chart, family, '1850').play }));
    expect(values(gone)).toEqual(at(6));
  });

  const orders = ['place', 'name', 'value', 'random', ...(family.builds.stands ? (['stands'] as const) : [])] as const;
  // Each way with each order, and each of both with every share of overlap.
  const staggers = [0, 0.4, 1];
  const cases = family.builds.still.flatMap((how, h) =>
    orders.map((order, o) => [how, order, staggers[(h + o) % 3] ?? 0] as const),
  );
  it.each(cases)('comes without a jump and with no text on another: %s, %s, %s', (how, order, stagger) => {
    const film = filmOf(family, { how, order, stagger }, ({ pace }) => ({
      pace: { ...pace, closing: { ...noBuild, how: 'backwards', sec: 2 } },
    }));
    for (let frame = 0; frame < film.frameCount; frame += 3) {
      const faults = textFaults(sceneAt(film, frame / 20), measureBySize);
      expect(faults.slice(0, 2), `${frame / 20} s`).toEqual([]);
    }
    // The closing is the opening backwards, in half its time.
    for (const sec of [0.37, 1.03, 1.71]) expect(marksOf(film, 8 - sec).length).toBe(marksOf(film, 2 * sec).length);
  });

  it('rests between steps that have times of their own', () => {
    const film = filmOf(family, { stagger: 1 }, (chart) => {
      const [first, second] = overviewOf(filmOf(family)).steps;
      if (!first || !second) throw new Error('steps: none');
      const later = withStep(chart, second.key, 3, second.takesSec);
      return { play: later.play, pace: { ...later.pace, opening: { ...later.pace.opening, sec: 6 } } };
    });
    const { steps } = overviewOf(film);
    expect(steps[1]?.atSec).toBe(3);
    expect(steps[0]?.takesSec).toBeLessThanOrEqual((steps[2]?.atSec ?? 0) + 1e-9);
  });
});

describe('switching between the run and a moment', () => {
  const [race] = families as readonly [Family];
  const run = defaultChart('c', 't', testFields, race);

  it('gives a chart without an opening one, and keeps one that it had', () => {
    expect(showingMoment(run, race, '').pace.opening).toMatchObject({ how: 'grow', sec: 4 });
    const faded = { ...run, pace: { ...run.pace, opening: { ...noBuild, how: 'fade' as const, sec: 2 } } };
    expect(showingMoment(faded, race, '').pace.opening).toEqual(faded.pace.opening);
    expect(showingRun(showingMoment(faded, race, '2001'), race)).toEqual({
      play: { kind: 'through-time' },
      pace: faded.pace,
    });
    expect(showingRun(run, race)).toEqual({ play: run.play, pace: run.pace });
  });

  it('takes an opening that only a moment can have for the nearest one', () => {
    const lines = families.find(({ id }) => id === 'lines') as Family;
    const still = showingMoment(defaultChart('c', 't', testFields, lines), lines, '');
    expect(still.pace.opening.how).toBe('draw');
    expect(showingRun(still, lines).pace.opening.how).toBe('fade');
  });

  it('lengthens opening and film for a step that begins late, and spaces steps evenly again', () => {
    const still = { ...run, ...showingMoment(run, race, '') };
    const late = withStep(still, 'Øy', 9.5, 0.5);
    expect(late.pace.opening.sec).toBe(10);
    expect(late.play).toMatchObject({ lengthSec: 10, steps: [{ key: 'Øy', atSec: 9.5 }] });
    expect(withStep(late, 'Øy', -3, 0.5).play).toMatchObject({ steps: [{ key: 'Øy', atSec: 0 }] });
    expect(withStep(late, 'Øy', 900, 0.5).pace.opening.sec).toBe(paceLimits.buildSec[1]);
    expect(withEvenSteps(late).play).toMatchObject({ steps: [] });
    expect(withStep(run, 'Øy', 1, 1)).toBe(run);
  });
});
