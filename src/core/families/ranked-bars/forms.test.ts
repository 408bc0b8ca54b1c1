import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import { tellFilm } from '../../film/tell-film';
import { placesAt } from '../../motion/race';
import { looks } from '../../project/looks';
import type { RectNode, SceneNode, TextNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { type CubeParts, sumOfParts } from '../../shaping/parts';
import { chartIn } from '../../testing/chart-in';
import { cubeOf, measureBySize } from '../../testing/films';
import { filmOf, type RaceChange, raceProject } from '../../testing/projects';
import { textFaults } from '../../testing/scene-boxes';
import { domainAt } from '../shared/domain';
import { partsAt } from '../shared/parts-at';
import type { RankedBarsPlan } from './bars-plan';
import type { RaceCourse, ToldRace } from './course';
import { raceNumbers } from './numbers';
import { MOST_PICTURES, pictureUnitOf } from './repeated';

/** A cube whose values are the sums of their parts. */
function divided(rows: readonly (readonly number[])[], partCount: number): Cube {
  const width = (rows[0]?.length ?? 0) / partCount;
  const parts: CubeParts = {
    names: Array.from({ length: partCount }, (_, i) => `Part ${i + 1}`),
    pairs: Array.from({ length: width * partCount }, (_, i) => [Math.floor(i / partCount), i % partCount] as const),
    values: Float64Array.from(rows.flat()),
  };
  const cube = cubeOf(rows.map(() => new Array<number>(width).fill(0)));
  return { ...cube, values: sumOfParts(parts, rows.length, width), parts };
}

const amounts = Array.from({ length: 5 }, (_, p) =>
  Array.from({ length: 12 }, (_, i) => 20 + ((i * 37 + p * 53) % 91)),
);
const cube = divided(amounts, 3);

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
const base = (looks[0] as (typeof looks)[number]).dress;

function film(change: RaceChange, direction: 'lying' | 'standing' = 'lying', values: Cube = cube) {
  const dress = { ...base, ...change.dress, bars: { ...base.bars, ...change.dress?.bars, direction } };
  return filmOf(raceProject({ ...change, dress, places: 4 }), values);
}

describe('the parts of a value', () => {
  it('lie on each other from 0 to it, between periods too, whatever the way of the value', () => {
    const amount = fc.double({ min: 0, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.array(amount, { minLength: 4, maxLength: 4 }), { minLength: 2, maxLength: 2 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 1, max: 1e6, noNaN: true }),
        (rows, s, value) => {
          const { parts } = divided(rows, 2);
          const found = partsAt(parts as CubeParts, 1, { step: 0, s, value });
          if (!found) return;
          expect(found[0]?.base).toBe(0);
          expect(found.at(-1)?.top).toBeCloseTo(value, 3);
          found.slice(1).forEach(({ base: foot }, i) => {
            expect(foot).toBe(found[i]?.top);
          });
          for (const { base: foot, top } of found) expect(top).toBeGreaterThanOrEqual(foot);
        },
      ),
    );
  });

  it('pile down where all are negative, and divide nothing where they have both signs or none is known', () => {
    const { parts } = divided([[-2, -6, 3, -1, 0, 0]], 2);
    const at = (category: number, value: number) => partsAt(parts as CubeParts, category, { step: 0, s: 0, value });
    expect(at(0, -8)).toEqual([
      { part: 0, base: 0, top: -2 },
      { part: 1, base: -2, top: -8 },
    ]);
    expect([at(1, 2), at(2, 0), at(7, 1)]).toEqual([null, null, null]);
  });
});

describe('bars of parts', () => {
  it('are as long as their parts together, which touch, at every time', () => {
    const race = film({});
    for (let sec = 0; sec < race.lengthSec; sec += 0.37) {
      const nodes = flat(sceneAt(race, sec).nodes);
      for (const category of [0, 1, 2, 3]) {
        const pieces = nodes.filter((n): n is RectNode => n.kind === 'rect' && n.id.startsWith(`bar:${category}:`));
        expect(pieces).toHaveLength(3);
        pieces.slice(1).forEach((piece, i) => {
          const before = pieces[i] as RectNode;
          expect(piece.x).toBeCloseTo(before.x + before.widthPx, 6);
          expect(piece.fill).not.toBe(before.fill);
        });
      }
    }
  });

  it('name their parts in the legend, and have a row for each part in the numbers', () => {
    const race = film({});
    const legend = flat(sceneAt(race, 0).nodes).filter(
      (n): n is TextNode => n.kind === 'text' && n.subject?.part === 'legend',
    );
    expect(legend.map(({ text }) => text)).toEqual(['Part 1', 'Part 2', 'Part 3']);
    const [told] = tellFilm(raceProject({ places: 4 }), new Map([['c1', cube]])).pieces;
    const { rows } = raceNumbers.frameAt(
      (told.kind === 'chart' ? told.chart : null) as unknown as ToldRace & { course: RaceCourse },
      0,
    );
    expect(rows).toHaveLength(12);
    for (const { value, base: foot, top } of rows) expect(Number(top) - Number(foot)).toBeCloseTo(Number(value), 9);
    const sums = new Map<unknown, number>();
    for (const { category, value } of rows) sums.set(category, (sums.get(category) ?? 0) + Number(value));
    expect([...sums.values()].sort()).toEqual(Array.from(cube.values.slice(0, 4)).sort());
  });

  it('are drawn whole where parts have both signs', () => {
    const mixed = divided(
      [
        [5, -2, 4, 3],
        [6, -1, 5, 2],
      ],
      2,
    );
    const nodes = flat(sceneAt(film({}, 'lying', mixed), 0).nodes);
    expect(nodes.filter(({ id }) => id === 'bar:0')).toHaveLength(1);
    expect(nodes.filter(({ id }) => id?.startsWith('bar:1:'))).toHaveLength(2);
  });
});

describe('heads instead of bars', () => {
  const ways = [
    ['lollipop', 'lying'],
    ['lollipop', 'standing'],
    ['dot', 'lying'],
    ['dot', 'standing'],
  ] as const;
  it.each(ways)('stand at the value, within the stage, apart from texts: %s, %s', (form, direction) => {
    const { parts: _, ...plain } = cube;
    const bars = film({}, direction, plain);
    const heads = film({ form }, direction, plain);
    for (let sec = 0; sec < heads.lengthSec; sec += 0.4) {
      const scene = sceneAt(heads, sec);
      expect(textFaults(scene, measureBySize)).toEqual([]);
      const found = flat(scene.nodes).filter((n): n is RectNode => n.kind === 'rect' && /^bar:\d+$/.test(n.id ?? ''));
      expect(found).toHaveLength(4);
      for (const head of found) {
        expect(head.widthPx).toBeCloseTo(head.heightPx, 9);
        expect(head.x).toBeGreaterThanOrEqual(0);
        expect(head.x + head.widthPx).toBeLessThanOrEqual(scene.widthPx);
      }
      const stems = flat(scene.nodes).filter(({ id }) => id?.startsWith('stem:'));
      expect(stems).toHaveLength(form === 'dot' ? 0 : 4);
    }
    expect(sceneAt(bars, 0)).not.toEqual(sceneAt(heads, 0));
  });

  it('keep names beside and values outside, whatever the look says, and hold pictures', () => {
    const inside = { ...base, bars: { ...base.bars, names: 'inside' as const, values: 'inside' as const } };
    const dress = { ...inside, pictures: { ...base.pictures, shown: true, at: 'end' as const } };
    const crossing = cubeOf([
      [90, 60, 50, 20],
      [40, 70, 80, 60],
      [95, 50, 45, 99],
    ]);
    const names = crossing.categories.map((_, c) => `Harbour of the Lesser Skerries ${c}`);
    const passing = film({ form: 'lollipop', dress }, 'lying', { ...crossing, categories: names });
    let smallest = Number.POSITIVE_INFINITY;
    for (let i = 0; i <= 200; i++) {
      const at = sceneAt(passing, (passing.lengthSec * i) / 200);
      expect(textFaults(at, measureBySize)).toEqual([]);
      for (const node of flat(at.nodes))
        if (node.kind === 'text' && node.id?.startsWith('name:')) smallest = Math.min(smallest, node.font.sizePx);
    }
    // They pass, and step aside in the column of the names.
    expect(smallest).toBeLessThan(25);
    const scene = sceneAt(film({ form: 'lollipop', dress }), 1);
    expect(textFaults(scene, measureBySize)).toEqual([]);
    const nodes = flat(scene.nodes);
    for (const category of [0, 1, 2, 3]) {
      const head = nodes.find((n): n is RectNode => n.kind === 'rect' && n.id === `bar:${category}`);
      const picture = nodes.find((n): n is RectNode => n.kind === 'rect' && n.id === `picture:${category}`);
      if (!head || !picture) throw new Error('head, picture: must be there');
      expect(picture.x + picture.widthPx / 2).toBeCloseTo(head.x + head.widthPx / 2, 6);
      const name = nodes.find((n): n is TextNode => n.kind === 'text' && n.id === `name:${category}:0`);
      expect(name?.x ?? 1e9).toBeLessThan(head.x);
    }
  });
});

describe('rows of pictures', () => {
  const { parts: _, ...plain } = cube;
  const rows = (race: ReturnType<typeof film>, sec: number) =>
    sceneAt(race, sec).nodes.flatMap(function find(node): Extract<SceneNode, { kind: 'group' }>[] {
      if (node.kind !== 'group') return [];
      return node.id?.startsWith('row:') ? [node] : node.children.flatMap(find);
    });

  it('have as many as the value has units, the last one cut where the value ends', () => {
    const race = film({ form: 'repeated', between: 'linear' }, 'lying', plain);
    const { course, plan } = chartIn(race);
    const unit = pictureUnitOf((course as RaceCourse).race);
    const greatest = Math.max(...cube.values);
    expect(greatest / unit).toBeLessThanOrEqual(MOST_PICTURES);
    expect([1, 2, 5]).toContain(Number((unit / 10 ** Math.floor(Math.log10(unit) + 1e-9)).toFixed(6)));
    for (let sec = 0; sec < race.lengthSec; sec += 0.7) {
      const { min, max } = domainAt((plan as RankedBarsPlan).domain, sec);
      const pxPerValue = (plan as RankedBarsPlan).field.widthPx / (max - min);
      for (const { id, clip, children } of rows(race, sec)) {
        const value =
          placesAt((course as RaceCourse).race, sec).find(({ category }) => id === `row:${category}`)?.value ?? 0;
        expect(children).toHaveLength(Math.ceil(value / unit - 1e-9));
        expect(clip?.widthPx).toBeCloseTo(value * pxPerValue, 6);
      }
    }
  });

  it.each(['lying', 'standing'] as const)('say what one of them stands for, and keep off texts: %s', (direction) => {
    const race = film({ form: 'repeated' }, direction, plain);
    for (let i = 0; i <= 12; i++)
      expect(textFaults(sceneAt(race, (race.lengthSec * i) / 12), measureBySize)).toEqual([]);
    const legend = flat(sceneAt(race, 0).nodes).filter(
      (n): n is TextNode => n.kind === 'text' && n.subject?.part === 'legend',
    );
    expect(legend.map(({ text }) => text).join(' ')).toMatch(/^one picture is \d+/);
    expect(readoutAt(race, 0).sentence).toContain('In the rows one picture is');
  });

  it('are drawn of negative values and of nothing too', () => {
    const low = film(
      { form: 'repeated' },
      'lying',
      cubeOf([
        [-5, -2, 0],
        [-1, -8, 0],
      ]),
    );
    expect(rows(low, 0).map(({ children }) => children.length > 0)).toContain(true);
    const none = film({ form: 'repeated' }, 'lying', cubeOf([[0, 0]]));
    expect(textFaults(sceneAt(none, 0), measureBySize)).toEqual([]);
  });
});
