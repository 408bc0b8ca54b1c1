import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import type { Chart } from '../project/chart';
import { defaultChart, defaultProject, freshPiece } from '../project/defaults';
import type { FilmPiece } from '../project/film';
import type { Project } from '../project/project';
import { type Transition, transitionEases, transitionKinds, transitionSides } from '../project/transition';
import type { SceneNode } from '../scene/scene';
import { cubeOf, measureBySize, withFurther } from '../testing/films';
import { testFields, testTable } from '../testing/projects';
import { momentAt, pieceAt } from './piece-at';
import { prepareFilm } from './prepare-film';
import { sceneAt } from './scene-at';
import { tellFilm } from './tell-film';
import { eased } from './transition-nodes';

const cube = cubeOf([
  [30, 20, 40, 5],
  [45, 25, 30, 8],
  [50, 60, 20, 11],
]);
const cubes = new Map(['c0', 'c1', 'c2'].map((id) => [id, withFurther(cube)]));

/** A film of charts one after the other, each of so many seconds. */
function filmOf(
  charts: readonly (readonly [family: string, sec: number])[],
  into: readonly Partial<Transition>[],
): Project {
  const made = charts.map(([id, sec], i): Chart => {
    const family = families.find((each) => each.id === id) ?? families[0];
    if (!family) throw new Error('no family');
    const chart = defaultChart(`c${i}`, testTable.id, testFields, family);
    return { ...chart, own: family.document.defaults(cube), pace: { ...chart.pace, length: { by: 'whole', sec } } };
  });
  const [first] = made;
  if (!first) throw new Error('no chart');
  const project = defaultProject({ id: 'p', name: 'Test' }, testTable, first);
  const pieces = made.map((chart, i): FilmPiece => {
    const piece = freshPiece(`p${i}`, chart.id);
    return { ...piece, into: { ...piece.into, ...into[i - 1] } };
  });
  return { ...project, charts: made, film: { ...project.film, framesPerSec: 25, pieces } };
}

const prepared = (project: Project) => prepareFilm(project, cubes, { measure: measureBySize });
const transitions = fc.record({
  how: fc.constantFrom(...transitionKinds),
  sec: fc.double({ min: 0.1, max: 10, noNaN: true }),
  ease: fc.constantFrom(...transitionEases),
  side: fc.constantFrom(...transitionSides),
});

function leaves(nodes: readonly SceneNode[]): SceneNode[] {
  return nodes.flatMap((node) => (node.kind === 'group' ? leaves(node.children) : [node]));
}

describe('the length of a film', () => {
  it('is the sum of its pieces less what transitions overlap, none of which takes more than half of a piece', () => {
    const lengths = fc.array(fc.double({ min: 0.5, max: 9, noNaN: true }), { minLength: 3, maxLength: 3 });
    fc.assert(
      fc.property(lengths, fc.array(transitions, { minLength: 2, maxLength: 2 }), (secs, into) => {
        const film = tellFilm(
          filmOf(
            secs.map((sec) => ['ranked-bars', sec] as const),
            into,
          ),
          cubes,
        );
        const sum = film.pieces.reduce((all, { lengthSec }) => all + lengthSec, 0);
        const overlaps = film.pieces.map(({ arrival }) => arrival?.sec ?? 0);
        expect(film.lengthSec).toBeCloseTo(sum - overlaps.reduce((all, each) => all + each, 0), 9);
        expect(film.frameCount).toBe(Math.max(1, Math.round(film.lengthSec * 25)));
        film.pieces.forEach(({ fromSec, lengthSec, arrival }, i) => {
          const ahead = film.pieces[i - 1];
          if (!ahead) return;
          expect(fromSec + (arrival?.sec ?? 0)).toBeCloseTo(ahead.fromSec + ahead.lengthSec, 9);
          expect(arrival === null).toBe(into[i - 1]?.how === 'cut');
          if (!arrival) return;
          expect(arrival.sec).toBeLessThanOrEqual(Math.min(ahead.lengthSec, lengthSec) / 2 + 1e-9);
          expect(arrival.wantedSec).toBe(into[i - 1]?.sec);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('of four pieces with two transitions is exact in frames', () => {
    const project = filmOf(
      [
        ['ranked-bars', 3],
        ['ranked-bars', 12],
        ['pie', 4],
      ],
      [{}, { how: 'carry-over', sec: 1 }],
    );
    expect(tellFilm(project, cubes)).toMatchObject({ lengthSec: 18, frameCount: 450 });
  });
});

describe('a transition', () => {
  it('begins with the one picture and ends with the other, whatever it is', () => {
    fc.assert(
      fc.property(transitions, (into) => {
        const film = prepared(
          filmOf(
            [
              ['ranked-bars', 6],
              ['columns', 6],
            ],
            [into],
          ),
        );
        const [first, second] = film.pieces;
        if (!second?.arrival) return;
        const alone = prepared({ ...film.project, film: { ...film.project.film, pieces: [second.piece] } });
        const endSec = second.fromSec + second.arrival.sec;
        expect(momentAt(film, endSec)).not.toHaveProperty('coming');
        expect(sceneAt(film, endSec)).toEqual(sceneAt(alone, endSec - second.fromSec));
        expect(momentAt(film, second.fromSec)).toMatchObject({ progress: 0, leaving: { piece: first } });
      }),
      { numRuns: 20 },
    );
  });

  it('shows the piece that is more there, and both at every time of it', () => {
    const film = prepared(
      filmOf(
        [
          ['ranked-bars', 6],
          ['columns', 6],
        ],
        [{ how: 'dissolve', sec: 2 }],
      ),
    );
    expect(film.pieces[1]?.fromSec).toBe(4);
    expect([4.9, 5.1].map((sec) => pieceAt(film, sec).piece.piece.id)).toEqual(['p0', 'p1']);
    expect([4.9, 5.1].map((sec) => pieceAt(film, sec).pieceSec)).toEqual([4.9, expect.closeTo(1.1, 9)]);
    const groups = sceneAt(film, 5).nodes.filter(({ id }) => id === 'leaving' || id === 'coming');
    expect(groups.map(({ opacity }) => opacity)).toEqual([0.5, 0.5]);
  });

  it('that slides moves both by the same way, and one that wipes uncovers as much as it covers', () => {
    for (const side of transitionSides) {
      const at = (how: Transition['how']) => {
        const film = prepared(
          filmOf(
            [
              ['ranked-bars', 6],
              ['columns', 6],
            ],
            [{ how, sec: 2, side, ease: 'even' }],
          ),
        );
        return sceneAt(film, 4.5).nodes.filter(({ id }) => id === 'leaving' || id === 'coming');
      };
      const [gone, come] = at('slide').map((node) => (node.kind === 'group' ? node.shift : undefined));
      const whole = side === 'left' || side === 'right' ? 1920 : 1080;
      expect(Math.hypot(gone?.dx ?? 0, gone?.dy ?? 0)).toBeCloseTo(whole / 4, 9);
      expect(Math.hypot((come?.dx ?? 0) - (gone?.dx ?? 0), (come?.dy ?? 0) - (gone?.dy ?? 0))).toBeCloseTo(whole, 9);
      const [left, right] = at('wipe').map((node) => (node.kind === 'group' ? node.clip : undefined));
      const area = (box: typeof left) => (box?.widthPx ?? 0) * (box?.heightPx ?? 0);
      expect(area(left) + area(right)).toBeCloseTo(1920 * 1080, 3);
      expect(area(right)).toBeCloseTo((1920 * 1080) / 4, 3);
    }
  });

  it('goes from 0 to 1 without ever going back', () => {
    for (const ease of transitionEases) {
      const values = Array.from({ length: 101 }, (_, i) => eased(ease, i / 100));
      expect([values[0], values[100]]).toEqual([0, 1]);
      expect(values.every((value, i) => i === 0 || value >= (values[i - 1] ?? 0))).toBe(true);
    }
  });
});

describe('carried over', () => {
  // These have no one shape for a name, or are like others here.
  const apart = ['number', 'table'];
  const ids = families.map(({ id }) => id).filter((id) => !apart.includes(id));
  const pairs = ids.flatMap((a) => ids.map((b) => [a, b] as const));

  it.each(pairs)('marks from %s to %s travel without a jump, and none is lost', (a, b) => {
    const film = prepared(
      filmOf(
        [
          [a, 6],
          [b, 6],
        ],
        [{ how: 'carry-over', sec: 2, ease: 'even' }],
      ),
    );
    const fromSec = film.pieces[1]?.fromSec ?? 0;
    let before = new Map<string, Float64Array>();
    const frames = 24;
    // Faults are gathered: a claim about each of a hundred thousand numbers would take minutes.
    const faults: string[] = [];
    for (let i = 1; i < frames; i++) {
      const nodes = leaves(sceneAt(film, fromSec + (2 * i) / frames).nodes);
      for (const node of nodes) {
        const numbers =
          node.kind === 'path' ? node.path.points : node.kind === 'rect' ? [node.x, node.y, node.widthPx] : [];
        if (!numbers.every(Number.isFinite) || (node.opacity ?? 1) < 0) faults.push(`${node.id} at ${i} has no place`);
      }
      const carried = new Map(
        nodes.flatMap((node) =>
          node.kind === 'path' && /^carry:[^:]+$/.test(node.id) ? [[node.id, node.path.points] as const] : [],
        ),
      );
      if (i > 1 && [...carried.keys()].sort().join() !== [...before.keys()].sort().join())
        faults.push(`others at ${i}`);
      for (const [id, points] of carried) {
        const last = before.get(id);
        if (last && last.length !== points.length) faults.push(`${id} has other corners at ${i}`);
        else if (last && far(last, points) > 1920 * 0.25) faults.push(`${id} jumps at ${i}`);
      }
      before = carried;
    }
    expect(faults).toEqual([]);
    const carriedTexts = leaves(sceneAt(film, fromSec + 1).nodes).filter(({ id }) => id.startsWith('carry:name'));
    expect(before.size + carriedTexts.length).toBeGreaterThan(0);
  });

  it('words that both have go along, and others fade where they are', () => {
    const film = prepared(
      filmOf(
        [
          ['ranked-bars', 6],
          ['columns', 6],
        ],
        [{ how: 'carry-over', sec: 2, ease: 'even' }],
      ),
    );
    const texts = (sec: number) =>
      leaves(sceneAt(film, sec).nodes).filter((node) => node.kind === 'text' && node.id.startsWith('carry:title'));
    expect(texts(4.5).length).toBeLessThanOrEqual(2);
    const first = sceneAt(film, 4.02).nodes.map(({ id, opacity }) => [id, opacity]);
    expect(first.find(([id]) => id === 'leaving-under')?.[1]).toBeGreaterThan(0.9);
    expect(first.find(([id]) => id === 'coming-under')).toBeUndefined();
  });

  it('with nothing in common it is a fade, one after the other', () => {
    const project = filmOf(
      [
        ['ranked-bars', 6],
        ['columns', 6],
      ],
      [{ how: 'carry-over', sec: 2, ease: 'even' }],
    );
    const others = { ...cube, categories: cube.categories.map((name) => `Other ${name}`) };
    const film = prepareFilm(
      project,
      new Map([
        ['c0', cube],
        ['c1', others],
      ]),
      { measure: measureBySize },
    );
    const ids = leaves(sceneAt(film, 5).nodes)
      .map(({ id }) => id)
      .filter((id) => id.startsWith('carry:') && !/title|stamp/.test(id));
    expect(ids).toEqual([]);
  });
});

/** How far the point that moves furthest has moved. */
const far = (a: Float64Array, b: Float64Array) => {
  let most = 0;
  for (let i = 0; i < a.length; i += 2)
    most = Math.max(most, Math.hypot((a[i] ?? 0) - (b[i] ?? 0), (a[i + 1] ?? 0) - (b[i + 1] ?? 0)));
  return most;
};
