import { describe, expect, it } from 'vitest';
import { type PreparedFilm, prepareFilm } from '../film/prepare-film';
import { readoutAt } from '../film/readout';
import { sceneAt } from '../film/scene-at';
import type { Chart } from '../project/chart';
import { defaultChart, defaultProject } from '../project/defaults';
import { putAt } from '../project/document-value';
import { looks } from '../project/looks';
import type { SceneNode } from '../scene/scene';
import type { Cube } from '../shaping/cube';
import { chartIn } from '../testing/chart-in';
import { cubeOf, measureBySize } from '../testing/films';
import { testFields, testTable } from '../testing/projects';
import { expectBelow } from '../testing/quick-expect';
import { textFaults } from '../testing/scene-boxes';
import { families, familyOf } from './registry';
import { suggestFamily } from './suggest';

const along = families.filter(({ plays }) => plays.includes('drawn')).map(({ id }) => id);

interface Change {
  readonly own?: object;
  readonly dress?: Chart['dress'];
  readonly paths?: readonly (readonly [string, unknown])[];
  readonly size?: readonly [number, number];
}

function filmOf(id: string, cube: Cube, { own, dress, paths = [], size = [1920, 1080] }: Change = {}): PreparedFilm {
  const family = familyOf(id);
  const base = defaultChart('c', 't1', testFields, family);
  const chart = structuredClone({
    ...base,
    ...(dress ? { dress } : {}),
    text: { ...base.text, title: 'A title that says what this is about' },
    own: { ...(family.document.defaults(cube) as object), ...own },
  });
  for (const [path, value] of paths) putAt(chart, path, value);
  const project = defaultProject({ id: 'p', name: 'Test' }, testTable, chart);
  const stage = { ...project.film.stage, widthPx: size[0], heightPx: size[1] };
  const film = { ...project, film: { ...project.film, stage } };
  return prepareFilm(film, new Map([['c', cube]]), { measure: measureBySize, list: families });
}

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
const textsOf = (film: PreparedFilm, timeSec: number) =>
  flat(sceneAt(film, timeSec).nodes).flatMap((node) => (node.kind === 'text' ? [node.text] : []));
const timesOf = ({ lengthSec }: PreparedFilm, count: number) =>
  Array.from({ length: count }, (_, i) => (lengthSec * i) / (count - 1));
const numbersAt = (film: PreparedFilm, timeSec: number) => {
  const chart = chartIn(film);
  return chart.family.numbers.frameAt(chart, timeSec);
};

/** Values that cross, of names of sixty letters, of the given size. */
function stress(periods: number, categories: number, size: number, signs: 'positive' | 'mixed' = 'positive'): Cube {
  const cube = cubeOf(
    Array.from({ length: periods }, (_, p) =>
      Array.from({ length: categories }, (_, c) => {
        const wave = Math.sin(p * 0.9 + c * 2.3) + Math.sin(p * 0.31 + c);
        return (signs === 'mixed' ? wave : 2.5 + wave) * size * (1 + c / categories);
      }),
    ),
  );
  const name = (c: number) => `${c} ${'Saltmere Old Harbour and the Lesser Skerries with lighthouses'.slice(0, 58)}`;
  return { ...cube, categories: cube.categories.map((_, c) => (c % 3 === 0 ? name(c) : `Isle ${c}`)) };
}

describe.each(along)('%s', (id) => {
  it.each([
    ['usual', stress(12, 8, 100), {}],
    ['huge values', stress(6, 5, 1e15), {}],
    ['one category', stress(9, 1, 40), {}],
    ['one period', stress(1, 6, 40), {}],
    ['two periods', stress(2, 6, 40), {}],
    ['fifty', stress(8, 50, 12), { most: 50, places: 50 }],
    ['2,000 categories', stress(4, 2000, 7), {}],
    ['mixed signs', stress(10, 6, 300, 'mixed'), {}],
    ['a window that grows', stress(30, 5, 30), { window: 'growing' }],
    ['a window that slides', stress(30, 5, 30), { window: 'sliding', windowPeriods: 6 }],
  ] as const)('keeps texts apart and on stage: %s', (_, cube, change) => {
    for (const size of [
      [1920, 1080],
      [1080, 1920],
      [1080, 1080],
    ] as const) {
      const own = { ...(familyOf(id).document.defaults(cube) as object), ...change };
      const known = familyOf(id).document.defaults(cube) as Record<string, unknown>;
      const film = filmOf(id, cube, {
        own: Object.fromEntries(Object.entries(own).filter(([key]) => key in known)),
        size,
      });
      for (const time of timesOf(film, 29))
        expect(textFaults(sceneAt(film, time), measureBySize).slice(0, 2), `${size.join(' x ')} at ${time}`).toEqual(
          [],
        );
    }
  });

  it.each(looks.map((look) => [look.name, look] as const))('suits the look %s', (_, look) => {
    const film = filmOf(id, stress(9, 7, 1234.5), { dress: look.dress });
    for (const time of timesOf(film, 13)) {
      const scene = sceneAt(film, time);
      expect(textFaults(scene, measureBySize).slice(0, 2)).toEqual([]);
      // Before anything has passed there may be nothing but names.
      if (time > film.lengthSec / 4) expect(flat(scene.nodes).some((node) => node.subject?.part === 'mark')).toBe(true);
    }
  });

  it('draws 5,000 periods of 8 names with no more points than can be seen', () => {
    const film = filmOf(id, stress(5000, 8, 10), { own: { ...(familyOf(id).document.defaults(null) as object) } });
    const scene = sceneAt(film, film.lengthSec * 0.9);
    for (const node of flat(scene.nodes))
      if (node.kind === 'path' && node.subject?.part === 'mark')
        expect(node.path.verbs.length).toBeLessThan(3 * 1920 * 2);
    expect(textFaults(scene, measureBySize)).toEqual([]);
  });

  it('says in words what is not drawn', () => {
    const film = filmOf(id, stress(4, 60, 7));
    const { sentence, rows } = readoutAt(film, 0);
    expect(rows.length).toBeLessThan(60);
    if (id !== 'rank-lines') expect(sentence).toContain('more are not drawn.');
  });

  it('changes no share, place or point when all values are multiplied', () => {
    const cube = stress(7, 5, 10);
    const larger = { ...cube, values: cube.values.map((value) => value * 8) };
    for (const share of [0.2, 0.5, 0.77]) {
      const [one, other] = [cube, larger].map((each) => filmOf(id, each, { own: { fromZero: true } }));
      if (!one || !other) return;
      const texts = (film: PreparedFilm) =>
        flat(sceneAt(film, film.lengthSec * share).nodes).flatMap((node) =>
          node.kind === 'path' && node.id.startsWith('line:')
            ? Array.from(node.path.points, Math.round).filter((_, i) => i % 2 === 1)
            : [],
        );
      expect(texts(other)).toEqual(texts(one));
    }
  });
});

describe('lines', () => {
  it('give the value at the playhead, and how many periods lie behind it', () => {
    const cube = cubeOf([
      [0, 10],
      [10, 20],
      [30, null],
    ]);
    const film = filmOf('lines', cube, {
      paths: [
        ['pace.ease', 'even'],
        ['pace.holdStartSec', 0],
        ['pace.holdEndSec', 0],
        ['between', 'linear'],
        ['pace.restShare', 0],
      ],
    });
    const rows = numbersAt(film, film.lengthSec / 4).rows;
    expect(rows.map(({ head, points }) => [head, points])).toEqual([
      [5, 1],
      [15, 1],
    ]);
    expect(numbersAt(film, film.lengthSec).rows.map(({ head, points }) => [head, points])).toEqual([[30, 3]]);
  });

  it('say on stage and in words where the axis does not begin at 0', () => {
    const cube = cubeOf([[97], [98], [99]]);
    const film = filmOf('lines', cube);
    const broken = (each: PreparedFilm) =>
      flat(sceneAt(each, each.lengthSec / 2).nodes).some(({ id }) => id === 'axis:break');
    expect(broken(film)).toBe(true);
    expect(readoutAt(film, 1).sentence).toContain('does not begin at 0');
    expect(broken(filmOf('lines', cube, { own: { fromZero: true } }))).toBe(false);
  });
});

/** Where the texts of names stand, by their ids, as far as they can be seen. */
const namesAt = (film: PreparedFilm, timeSec: number) =>
  new Map(
    flat(sceneAt(film, timeSec).nodes).flatMap((node) =>
      node.kind === 'text' && node.id.startsWith('name:') ? [[node.id, { y: node.y, opacity: node.opacity ?? 1 }]] : [],
    ),
  );

describe('names at the heads', () => {
  it.each(along)('of %s move and fade without a jump, also while values cross', (id) => {
    const cube = stress(8, 7, 50);
    const film = filmOf(id, cube, { own: { heads: 'name', most: 7 } });
    const { heightPx } = film.stage;
    let before = namesAt(film, 0);
    for (let frame = 1; frame < film.frameCount; frame++) {
      const now = namesAt(film, frame / film.framesPerSec);
      for (const [name, { y, opacity }] of now) {
        const last = before.get(name);
        // A name steps back within a tenth of a second: in a few frames, never in one.
        if (!last) expectBelow(opacity, 0.85);
        else {
          expectBelow(Math.abs(y - last.y), heightPx * 0.03, `${name} in frame ${frame}`);
          expectBelow(Math.abs(opacity - last.opacity), 0.85, `${name} in frame ${frame}`);
        }
      }
      before = now;
    }
  });

  it('stand in the order of the values, from the greatest down', () => {
    const cube = stress(8, 7, 50);
    const film = filmOf('lines', cube, { own: { heads: 'name' }, paths: [['pace.swapSec', 0]] });
    for (const time of timesOf(film, 23)) {
      const places = namesAt(film, time);
      const rows = readoutAt(film, time).rows;
      const ys = rows
        .map(({ category }) => places.get(`name:${category}`)?.y ?? Number.NaN)
        .filter((y) => !Number.isNaN(y));
      expect(ys).toEqual([...ys].sort((a, b) => a - b));
    }
  });
});

describe('lines of places', () => {
  it('cross exactly where the values cross', () => {
    const cube = cubeOf([
      [10, 20],
      [20, 10],
    ]);
    const film = filmOf('rank-lines', cube, {
      paths: [
        ['pace.ease', 'even'],
        ['between', 'linear'],
        ['pace.holdStartSec', 0],
        ['pace.holdEndSec', 0],
        ['pace.restShare', 0],
      ],
    });
    const [first, second] = numbersAt(film, film.lengthSec / 2).rows;
    expect(first?.slot).toBeCloseTo(0.5);
    expect(second?.slot).toBeCloseTo(0.5);
    expect(first?.value).toBeCloseTo(15);
  });
});

describe('shares', () => {
  it.each([
    ['areas', { stack: 'share' }],
    ['areas', { stack: 'centred' }],
    ['columns', { grouping: 'share' }],
  ] as const)('of %s refuse negative values by name, on stage and in words', (id, own) => {
    const cube = cubeOf([
      [3, -4],
      [5, 6],
    ]);
    const film = filmOf(id, cube, { own });
    const said = textsOf(film, 1).join(' ');
    expect(said).toContain(`and ${cube.categories[1]} has less`);
    expect(readoutAt(film, 1).sentence).toContain('Shares need values of 0 and above');
  });

  it('of areas and columns sum to one at every time', () => {
    const cube = stress(6, 5, 20);
    for (const [id, own] of [
      ['areas', { stack: 'share' }],
      ['columns', { grouping: 'share' }],
    ] as const) {
      const film = filmOf(id, cube, { own });
      for (const time of timesOf(film, 17)) {
        const rows = numbersAt(film, time).rows.slice(-5);
        const sum = rows.reduce((total, { base, top }) => total + Number(top) - Number(base), 0);
        expect(sum).toBeCloseTo(1, 9);
      }
    }
  });
});

describe('a name that is switched off', () => {
  it.each(['lines', 'areas', 'columns'])(
    'is not drawn, keeps its colour for when it comes back, and is counted in words: %s',
    (id) => {
      const cube = stress(5, 4, 6);
      const [first = '', second = ''] = cube.categories;
      const colourOf = (film: PreparedFilm, category: number) => chartIn(film).colours.ofCategory[category];
      const all = filmOf(id, cube);
      const some = filmOf(id, cube, { own: { hidden: [first] } });
      const named = (film: PreparedFilm) => readoutAt(film, film.lengthSec / 2).rows.map(({ name }) => name);
      expect(named(all)).toContain(first);
      expect(named(some)).not.toContain(first);
      expect(named(some)).toContain(second);
      expect(readoutAt(some, 1).sentence).toContain('1 more are not drawn.');
      expect([0, 1, 2].map((c) => colourOf(some, c))).toEqual([0, 1, 2].map((c) => colourOf(all, c)));
      // With all of them off, all are shown.
      expect(named(filmOf(id, cube, { own: { hidden: [...cube.categories] } }))).toHaveLength(named(all).length);
    },
  );
});

describe('the suggestion', () => {
  it('is lines for one name, and for a few whose lead seldom changes', () => {
    expect(suggestFamily(stress(9, 1, 4))).toMatchObject({ id: 'lines' });
    const calm = cubeOf(Array.from({ length: 20 }, (_, p) => [100 + p, 50 + p, 10 + p]));
    expect(suggestFamily(calm)).toMatchObject({ id: 'lines' });
    expect(suggestFamily(calm)?.why).toContain('3 names over 20 periods');
  });

  it('is slices for the parts of a whole that stays the same, and rings for values from 0 to 1', () => {
    const whole = cubeOf(Array.from({ length: 9 }, (_, p) => [20 + p, 50 - p, 30]));
    expect(suggestFamily(whole)).toMatchObject({ id: 'pie' });
    expect(
      suggestFamily(
        cubeOf([
          [20, 80],
          [30, 71],
        ]),
      )?.id,
    ).not.toBe('pie');
    expect(
      suggestFamily(
        cubeOf([
          [20, 80],
          [Number.NaN, 100],
        ]),
      )?.id,
    ).not.toBe('pie');
    expect(
      suggestFamily(
        cubeOf([
          [0.2, 0.9],
          [0.4, 0.3],
          [0.5, 1],
        ]),
      ),
    ).toMatchObject({ id: 'progress' });
    // Signs of yes and no are not shares.
    expect(
      suggestFamily(
        cubeOf([
          [0, 1],
          [1, 1],
          [0, 1],
        ]),
      )?.id,
    ).not.toBe('progress');
  });

  it('is ranked bars where many compete, or the lead changes often; none where nothing speaks for one', () => {
    expect(suggestFamily(stress(9, 30, 4))).toMatchObject({ id: 'ranked-bars' });
    const restless = cubeOf(Array.from({ length: 20 }, (_, p) => (p % 2 === 0 ? [3, 1] : [1, 2])));
    expect(suggestFamily(restless)?.why).toContain('the lead changes often');
    expect(suggestFamily(cubeOf([[1, 2]]))).toBeNull();
    expect(
      suggestFamily(
        cubeOf([
          [1, 2],
          [3, 4],
        ]),
      ),
    ).toMatchObject({ id: 'compared' });
    expect(suggestFamily(cubeOf([[1], [3]]))).toMatchObject({ id: 'lines' });
    expect(suggestFamily(stress(9, 1, 4), [])).toBeNull();
    expect(suggestFamily(stress(9, 30, 4), undefined, ['Depth', 'Crew', 'Age'])).toEqual({
      id: 'bubbles',
      why: 'The table holds “Depth” and “Crew” too: bubbles tell what goes with what.',
    });
    expect(suggestFamily(cubeOf([[1], [3]]), undefined, ['Depth'])).toMatchObject({ id: 'lines' });
  });
});
