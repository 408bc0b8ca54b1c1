import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Memory } from '../families/memory';
import type { RankedBarsPlan } from '../families/ranked-bars/bars-plan';
import type { RaceCourse } from '../families/ranked-bars/course';
import { domainAt } from '../families/shared/domain';
import { positionAt } from '../pace/film-clock';
import { defaultNumbers } from '../scale/number-format';
import { hitTest } from '../scene/hit-test';
import { lineWidth } from '../scene/layout-text';
import type { RectNode, Scene, SceneNode, TextNode } from '../scene/scene';
import type { Cube } from '../shaping/cube';
import { chartIn } from '../testing/chart-in';
import { cubeOf, gappyCubes, measureBySize } from '../testing/films';
import { filmOf as filmOfProject, type RaceChange, raceProject } from '../testing/projects';
import { overviewOf } from './overview';
import { type PreparedFilm, prepareFilm } from './prepare-film';
import { readoutAt } from './readout';
import { sceneAt } from './scene-at';

const filmOf = (cube: Cube, change: RaceChange = {}, stage?: { widthPx: number; heightPx: number }) =>
  filmOfProject(raceProject(change, stage ? { stage } : {}), cube);

/** The only chart of a film, and the clock of its race. */
const chartOf = (film: PreparedFilm) => chartIn(film);
const domainOf = (film: PreparedFilm) => (chartOf(film).plan as RankedBarsPlan).domain;

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
const texts = (scene: Scene) => flat(scene.nodes).filter((node): node is TextNode => node.kind === 'text');
const bars = (scene: Scene) => flat(scene.nodes).filter((node): node is RectNode => node.kind === 'rect');
const times = (lengthSec: number, count = 31) => Array.from({ length: count }, (_, i) => (lengthSec * i) / (count - 1));

describe('the axis', () => {
  it('reaches every value that is drawn, at every time', () => {
    const rules = fc.constantFrom('following' as const, 'fixed' as const);
    const orders = fc.constantFrom('largest' as const, 'smallest' as const);
    const gaps = fc.constantFrom('bridge' as const, 'absent' as const);
    fc.assert(
      fc.property(
        gappyCubes,
        rules,
        orders,
        gaps,
        fc.integer({ min: 1, max: 6 }),
        (cube, kind, order, rule, places) => {
          const film = filmOf(cube, { domain: { kind }, order, gaps: rule, places });
          const wrong: unknown[] = [];
          for (const time of times(film.lengthSec, 83)) {
            const { min, max } = domainAt(domainOf(film), time);
            for (const { value } of readoutAt(film, time).rows)
              if (value > max + 1e-9 || value < min - 1e-9) wrong.push({ time, value, min, max });
          }
          expect(wrong).toEqual([]);
        },
      ),
    );
  });

  it('grows smoothly: its end moves by a small part from frame to frame', () => {
    const film = filmOf(cubeOf([[1], [1], [900], [900]]), { between: 'step', places: 1 });
    let before = domainAt(domainOf(film), 0).max;
    for (let frame = 1; frame < film.frameCount; frame++) {
      const { max } = domainAt(domainOf(film), frame / film.framesPerSec);
      expect(Math.abs(max - before)).toBeLessThan(900 / 20);
      before = max;
    }
  });
});

describe('the scene', () => {
  const demo = cubeOf([
    [10, 200, 30, 45.5],
    [60, 150, 30, null],
    [300, 20, 31, 80],
  ]);

  it('is a pure function of the time', () => {
    const film = filmOf(demo);
    const forwards = times(film.lengthSec).map((time) => sceneAt(film, time));
    const again = filmOf(demo);
    const backwards = times(again.lengthSec)
      .reverse()
      .map((time) => sceneAt(again, time));
    expect(backwards.reverse()).toEqual(forwards);
  });

  it('keeps every bar and text on the stage, at every ratio, for small and for huge values', () => {
    const stages = [
      { widthPx: 1920, heightPx: 1080 },
      { widthPx: 1080, heightPx: 1920 },
      { widthPx: 1080, heightPx: 1080 },
    ];
    const long = 'A harbour with a very long name that no gutter can ever hold in full';
    const cubes = [
      demo,
      cubeOf([
        [-5, -20],
        [-9, -1],
      ]),
      cubeOf([
        [0, 0],
        [0, 0],
      ]),
      cubeOf([
        [1e308, -1e308],
        [-1e308, 1e308],
      ]),
      cubeOf([
        [4, 4],
        [4, 4],
      ]),
      cubeOf([[1e-9, 2e-9]]),
    ];
    for (const stage of stages) {
      for (const cube of cubes) {
        const named = { ...cube, categories: cube.categories.map((name, i) => (i === 0 ? long : name)) };
        const text = { title: `${long} ${long} ${long}`, subtitle: long, source: long, total: '', leader: '' };
        const film = filmOf(
          named,
          { text, numbers: { ...defaultNumbers, decimals: 2, prefix: '€', suffix: ' million' } },
          stage,
        );
        for (const time of times(film.lengthSec, 13)) {
          const scene = sceneAt(film, time);
          for (const node of texts(scene)) {
            const widthPx = lineWidth(node.text, node.font, node.tabular ?? false, measureBySize);
            const left = node.x - (node.align === 'end' ? widthPx : node.align === 'middle' ? widthPx / 2 : 0);
            const place = `${node.id} "${node.text}" at ${time}`;
            expect(left, place).toBeGreaterThanOrEqual(-0.5);
            expect(left + widthPx, place).toBeLessThanOrEqual(stage.widthPx + 0.5);
            expect(Number.isFinite(node.x) && Number.isFinite(node.y), place).toBe(true);
          }
          for (const { x, y, widthPx, heightPx } of bars(scene)) {
            expect([x, y, widthPx, heightPx].every(Number.isFinite)).toBe(true);
            expect(x).toBeGreaterThanOrEqual(0);
            expect(x + widthPx).toBeLessThanOrEqual(stage.widthPx);
          }
        }
      }
    }
  });

  it('lets negative bars grow to the left of the zero line', () => {
    const film = filmOf(cubeOf([[5, -3]]), { places: 2 });
    const [up, down] = bars(sceneAt(film, 0));
    expect((up?.x ?? 0) - ((down?.x ?? 0) + (down?.widthPx ?? 0))).toBeCloseTo(0, 6);
  });

  it('shows the period that has been reached', () => {
    const film = filmOf(demo);
    for (const time of times(film.lengthSec, 50)) {
      const { position } = positionAt(chartOf(film).course.clock, time);
      const stamp = texts(sceneAt(film, time)).find(({ id }) => id === 'stamp:0');
      expect(stamp?.text).toBe(chartOf(film).periodLabels[Math.floor(position)]);
    }
  });

  it('draws digits of counting values in cells of one width', () => {
    const film = filmOf(demo);
    const widths = new Set<number>();
    for (const time of times(film.lengthSec)) {
      for (const node of texts(sceneAt(film, time)).filter(({ id }) => id.startsWith('value'))) {
        expect(node.tabular).toBe(true);
        if (/^\d\d\.\d$/.test(node.text))
          widths.add(
            lineWidth(node.text, node.font, true, (text, font) => (text === '1' ? 3 : measureBySize(text, font))),
          );
      }
    }
    expect(widths.size).toBeLessThanOrEqual(1);
  });

  it('is found under the pointer, part by part', () => {
    const film = filmOf(demo, { text: { title: 'Hello', subtitle: '', source: '', total: '', leader: '' } });
    const scene = sceneAt(film, 0);
    const bar = bars(scene)[0] as RectNode;
    const subject = hitTest(scene, bar.x + bar.widthPx / 2, bar.y + bar.heightPx / 2, measureBySize);
    expect(subject).toEqual({ part: 'mark', category: 0 });
    const title = texts(scene).find(({ id }) => id === 'title:0') as TextNode;
    expect(hitTest(scene, title.x + 3, title.y - 3, measureBySize)).toEqual({ part: 'title' });
    expect(hitTest(scene, 2, 2, measureBySize)).toEqual({ part: 'background' });
    expect(hitTest(scene, -1, 5, measureBySize)).toBeNull();
  });

  it('gives categories the palette by their place and the person’s own colours first', () => {
    const film = filmOf(demo, { colours: [{ category: 'Category 2', colour: '#123456' }] });
    expect(chartOf(film).colours.ofCategory[2]).toBe('#123456');
    expect(chartOf(film).colours.ofCategory[0]).toBe('#c8401b');
  });
});

describe('the ranking at the playhead', () => {
  const threeBars = cubeOf([
    [10, 20, 30],
    [40, 20, 30],
  ]);

  it('counts from one and tells the places climbed since the last period', () => {
    const film = filmOf(threeBars, { places: 2 });
    const start = readoutAt(film, 0);
    expect(start.rows.map(({ category, rank, climb }) => [category, rank, climb])).toEqual([
      [2, 1, 0],
      [1, 2, 0],
    ]);
    const end = readoutAt(film, film.lengthSec);
    expect(end.rows.map(({ category, rank, climb }) => [category, rank, climb])).toEqual([
      [0, 1, null],
      [2, 2, -1],
    ]);
  });

  it('comes with a map of ranks that agrees with the scene at both ends', () => {
    const film = filmOf(threeBars, { places: 3 });
    const overview = overviewOf(film);
    const row = (category: number) =>
      overview.lines.findIndex((line) => line.category === category) * overview.sampleCount;
    expect(overview.slots[row(0)]).toBe(2);
    expect(overview.slots[row(0) + overview.sampleCount - 1]).toBe(0);
    expect(overview.leads.map(({ category }) => category)).toEqual([0]);
  });

  it('ranks only once for edits that change no place', () => {
    const memory = new Memory();
    const cube = cubeOf([
      [1, 2],
      [3, 1],
    ]);
    const raceOf = (change: RaceChange) => {
      const cubes = new Map([['c1', cube]]);
      const film = prepareFilm(raceProject(change), cubes, { measure: measureBySize, memory });
      return (chartOf(film).course as RaceCourse).race;
    };
    const first = raceOf({});
    expect(raceOf({ datePattern: 'yyyy' })).toBe(first);
    expect(raceOf({ places: 1 })).not.toBe(first);
    expect(raceOf({})).toBe(first);
  });
});
