import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import { frameTimeSec } from '../pace/film-clock';
import { type Card, defaultCard } from '../project/card';
import type { Chart } from '../project/chart';
import { defaultChart, defaultProject, freshPiece } from '../project/defaults';
import type { FilmPiece } from '../project/film';
import type { Project } from '../project/project';
import { usualSound } from '../project/sound';
import { transitionKinds } from '../project/transition';
import type { Cube } from '../shaping/cube';
import { cubeOf, measureBySize, withFurther } from '../testing/films';
import { testFields, testTable } from '../testing/projects';
import { cutFilm } from './cut-film';
import { prepareFilm } from './prepare-film';
import { sceneAt } from './scene-at';
import { SpanContents, soundContent } from './span-content';
import { type Cubes, tellFilm } from './tell-film';

const rows = [
  [30, 20, 40, 5],
  [45, 25, 30, 8],
  [50, 60, 20, 11],
];
const cubeWith = (first: number): Cube => withFurther(cubeOf([[first, 20, 40, 5], ...rows.slice(1)]));

/** What a film of five pieces may differ in. */
interface Change {
  readonly titles: readonly string[];
  readonly secs: readonly number[];
  readonly firsts: readonly number[];
  readonly intos: readonly { readonly how: (typeof transitionKinds)[number]; readonly sec: number }[];
  readonly names: readonly string[];
  readonly overlay: string;
  readonly beat: boolean;
  readonly notes: boolean;
}

const familyIds = ['ranked-bars', 'donut', 'columns', 'ranked-bars'];

function made(change: Change): { project: Project; cubes: Cubes } {
  const charts = familyIds.map((id, i): Chart => {
    const family = families.find((each) => each.id === id) ?? families[0];
    if (!family) throw new Error('no family');
    const chart = defaultChart(`c${i}`, testTable.id, testFields, family);
    const sec = change.secs[i] ?? 3;
    return {
      ...chart,
      own: family.document.defaults(cubeWith(30)),
      text: { ...chart.text, title: change.titles[i] ?? '' },
      pace: { ...chart.pace, length: { by: 'whole', sec } },
    };
  });
  const base = defaultCard('opening');
  const card: Card = { ...base, sec: 3, texts: { ...base.texts, title: change.titles[4] ?? '' } };
  const shown = [freshPiece('card', { kind: 'card', card }), ...charts.map(({ id }, i) => freshPiece(`p${i}`, id))];
  const pieces = shown.map(
    (piece, i): FilmPiece => ({
      ...piece,
      name: change.names[i] ?? '',
      into: { ...piece.into, ...change.intos[i] },
      onBeat: change.beat && i === 2 ? 2 : null,
    }),
  );
  const project = defaultProject({ id: 'p', name: change.names[0] ?? '' }, testTable, charts[0] as Chart);
  const overlays = change.overlay === '' ? [] : [overlay(change.overlay)];
  return {
    project: {
      ...project,
      charts,
      film: { ...project.film, framesPerSec: 10, pieces, overlays, beat: { bpm: 100, firstSec: 0.3, perBar: 4 } },
    },
    cubes: new Map(charts.map(({ id }, i) => [id, cubeWith(change.firsts[i] ?? 30)])),
  };
}

const overlay = (text: string) => ({
  id: 'o',
  kind: 'text' as const,
  name: 'Mark',
  anchor: { kind: 'stage' as const, corner: 'top-right' as const, dx: 3, dy: 3 },
  width: 20,
  height: 4,
  opacity: 1,
  colour: '#C8401B',
  stroke: 0,
  pictureId: '',
  text,
  fontFamily: 'Archivo',
  fontWeight: 600,
  behind: false,
  from: null,
  to: null,
  fadeSec: 0,
});

function contentsOf({ project, cubes }: { project: Project; cubes: Cubes }, spanSec: number) {
  const film = tellFilm(project, cubes);
  const names = {
    ofCube: (id: string) => Array.from(cubes.get(id)?.values ?? []).join(),
    ofAsset: (id: string) => id,
    ofData: (data: unknown) => JSON.stringify(data),
  };
  const contents = new SpanContents(project, film, names);
  return cutFilm(film, spanSec).map((span) => ({ ...span, content: JSON.stringify(contents.of(span)) }));
}

const scenesOf = ({ project, cubes }: { project: Project; cubes: Cubes }) => {
  const film = prepareFilm(project, cubes, { measure: measureBySize });
  return (frame: number, shiftSec = 0) => sceneAt(film, frameTimeSec(film, frame) + shiftSec);
};

/** Whether two scenes show the same: their numbers may differ by a hundredth, which nobody sees. */
function alike(one: unknown, other: unknown): boolean {
  if (typeof one === 'number' && typeof other === 'number')
    return Object.is(one, other) || Math.abs(one - other) < 0.01;
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return one === other;
  const [a, b] = [one as Record<string, unknown>, other as Record<string, unknown>];
  for (const key in a) if (!alike(a[key], b[key])) return false;
  for (const key in b) if (!(key in a) && b[key] !== undefined) return false;
  return true;
}

const titles = fc.array(fc.constantFrom('One', 'Another one'), { minLength: 5, maxLength: 5 });
const changes: fc.Arbitrary<Change> = fc.record({
  titles,
  secs: fc.array(fc.constantFrom(2, 3, 5), { minLength: 4, maxLength: 4 }),
  firsts: fc.array(fc.constantFrom(30, 31), { minLength: 4, maxLength: 4 }),
  intos: fc.array(fc.record({ how: fc.constantFrom(...transitionKinds), sec: fc.constantFrom(0.5, 1) }), {
    minLength: 5,
    maxLength: 5,
  }),
  names: titles,
  overlay: fc.constantFrom('', '', 'Over'),
  beat: fc.boolean(),
  notes: fc.boolean(),
});
/** A film, and the same with a single thing changed. */
const pairs = fc
  .tuple(changes, changes, fc.constantFrom<keyof Change>('titles', 'secs', 'firsts', 'intos', 'beat'), fc.nat(3))
  .map(([first, other, key, at]): [Change, Change] => {
    const now = first[key];
    const then = other[key];
    const value = Array.isArray(now) && Array.isArray(then) ? now.map((each, i) => (i === at ? then[i] : each)) : then;
    return [first, { ...first, [key]: value, names: other.names }];
  });

const plain: Change = {
  titles: ['A', 'B', 'C', 'D', 'Card'],
  secs: [4, 4, 4, 4],
  firsts: [30, 30, 30, 30],
  intos: [],
  names: [],
  overlay: '',
  beat: false,
  notes: false,
};

describe('what decides the pictures of a span', () => {
  it('is the same only for spans that show the same, frame by frame', () => {
    let [shared, compared] = [0, 0];
    fc.assert(
      fc.property(pairs, fc.constantFrom(1.5, 3), ([one, two], spanSec) => {
        const [before, after] = [made(one), made(two)];
        const known = new Map(contentsOf(before, spanSec).map((span) => [span.content, span]));
        const [sceneBefore, sceneAfter] = [scenesOf(before), scenesOf(after)];
        for (const { from, to, content } of contentsOf(after, spanSec)) {
          compared++;
          const same = known.get(content);
          if (!same) continue;
          shared++;
          for (let frame = 0; frame < to - from; frame++) {
            if (alike(sceneAfter(from + frame), sceneBefore(same.from + frame))) continue;
            // On the very instant at which something changes at once the last digits of sums of seconds decide what is shown. Just
            // before and just after it the two show the same.
            for (const shiftSec of [-1e-11, 1e-11]) {
              const now = sceneAfter(from + frame, shiftSec);
              const then = sceneBefore(same.from + frame, shiftSec);
              if (!alike(now, then)) expect(now).toEqual(then);
            }
          }
        }
      }),
      { numRuns: 25 },
    );
    // Most of a film stays as it is when one thing is changed: otherwise the law would hold of nothing.
    expect(shared / compared).toBeGreaterThan(0.3);
  });

  const changedSpans = (change: Partial<Change>) => {
    const before = new Set(contentsOf(made(plain), 2).map(({ content }) => content));
    const after = contentsOf(made({ ...plain, ...change }), 2);
    return {
      changed: after.filter(({ content }) => !before.has(content)).map(({ from }) => from / 10),
      all: after.length,
    };
  };

  it('leaves other pieces alone when a title changes', () => {
    // The second chart lies between 7 and 11 s; a span that ends there looks a frame into it.
    const { changed, all } = changedSpans({ titles: ['A', 'Other', 'C', 'D', 'Card'] });
    expect(all).toBeGreaterThan(8);
    expect(changed.length).toBeGreaterThan(0);
    for (const sec of changed) expect(sec).toBeGreaterThanOrEqual(5);
    for (const sec of changed) expect(sec).toBeLessThanOrEqual(11);
  });

  it('leaves the pieces behind one alone that becomes longer', () => {
    const { changed, all } = changedSpans({ secs: [4, 5, 4, 4] });
    expect(changed.length).toBeGreaterThan(0);
    expect(changed.length).toBeLessThan(all / 2);
  });

  it('does not hang on names that nobody sees, and hangs on what lies over the whole film', () => {
    expect(changedSpans({ names: ['x', 'y', 'z', 'u', 'v'] }).changed).toEqual([]);
    const { changed, all } = changedSpans({ overlay: 'Over' });
    expect(changed).toHaveLength(all);
  });
});

describe('what decides the sound of a film', () => {
  const names = {
    ofCube: () => '',
    ofAsset: (id: string) => `bytes of ${id}`,
    ofData: (data: unknown) => JSON.stringify(data),
  };
  const sound = {
    ...usualSound,
    id: 's',
    kind: 'music',
    name: 's',
    fileName: 's.wav',
    assetId: 'a',
    fileSec: 9,
  } as const;
  const heardIn = (change: Partial<Change>, on: boolean, size = 1920) => {
    const { project, cubes } = made({ ...plain, ...change });
    const { film } = project;
    const heard = {
      ...project,
      film: { ...film, sounds: [{ ...sound, on }], stage: { ...film.stage, widthPx: size } },
    };
    return JSON.stringify(soundContent(heard, tellFilm(heard, cubes), names));
  };

  it('is nothing where none is on', () => {
    expect(heardIn({}, false)).toBe('null');
    expect(heardIn({}, true)).toContain('bytes of a');
  });

  it('does not hang on words and sizes, and hangs on the length', () => {
    expect(heardIn({ titles: ['x', 'y', 'z', 'u', 'v'] }, true)).toBe(heardIn({}, true));
    expect(heardIn({}, true, 640)).toBe(heardIn({}, true));
    expect(heardIn({ secs: [4, 5, 4, 4] }, true)).not.toBe(heardIn({}, true));
  });
});

describe('cutting a film', () => {
  it('goes from the first frame to the last without gaps, and no span is longer than asked', () => {
    fc.assert(
      fc.property(changes, fc.double({ min: 0.05, max: 40, noNaN: true }), (change, spanSec) => {
        const { project, cubes } = made(change);
        const film = tellFilm(project, cubes);
        const spans = cutFilm(film, spanSec);
        let at = 0;
        for (const { from, to } of spans) {
          expect(from).toBe(at);
          expect(to).toBeGreaterThan(from);
          expect(to - from).toBeLessThanOrEqual(Math.max(1, Math.round(spanSec * 10)));
          at = to;
        }
        expect(at).toBe(film.frameCount);
      }),
      { numRuns: 40 },
    );
    const { project, cubes } = made({
      titles: [],
      secs: [],
      firsts: [],
      intos: [],
      names: [],
      overlay: '',
      beat: false,
      notes: false,
    });
    expect(() => cutFilm(tellFilm(project, cubes), 0)).toThrow(RangeError);
  });
});
