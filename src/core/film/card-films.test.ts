import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CARD_PERIOD } from '../card/card-clock';
import { type Card, cardDesigns, cardKinds, defaultCard } from '../project/card';
import { freshPiece } from '../project/defaults';
import type { FilmPiece } from '../project/film';
import type { Extra } from '../project/film-parts';
import { type Transition, transitionKinds } from '../project/transition';
import type { SceneNode, TextNode } from '../scene/scene';
import { cubeOf, measureBySize } from '../testing/films';
import { raceProject } from '../testing/projects';
import { seenTexts } from '../testing/scene-boxes';
import { cubesOf, filmJson, plainCubes } from './film-data';
import { overviewOf } from './overview';
import { periodStops } from './period-stops';
import { placedChart } from './piece-at';
import { pointAt } from './point-at';
import { prepareFilm } from './prepare-film';
import { readoutAt } from './readout';
import { sceneAt } from './scene-at';
import { clockOf } from './tell-film';

const cube = cubeOf([
  [30, 20, 40],
  [45, 25, 30],
]);
const cubes = new Map([['c1', cube]]);

const extra = (change: Partial<Extra>): Extra => ({
  id: 'e1',
  kind: 'text',
  name: 'Mark',
  anchor: { kind: 'stage', corner: 'top-right', dx: 3, dy: 3 },
  width: 20,
  height: 4,
  opacity: 1,
  colour: '#C8401B',
  stroke: 0,
  pictureId: '',
  text: 'Saltmere',
  fontFamily: 'Archivo',
  fontWeight: 600,
  behind: false,
  from: null,
  to: null,
  fadeSec: 0,
  ...change,
});

const titled = (title: string, change: Partial<Card> = {}): Card => {
  const base = defaultCard('opening');
  return { ...base, sec: 4, ...change, texts: { ...base.texts, title } };
};

interface FilmChange {
  readonly card?: Card;
  readonly into?: Partial<Transition>;
  readonly piece?: Partial<FilmPiece>;
  readonly overlays?: readonly Extra[];
}

/** A card, and the race behind it. */
function filmOf({ card = titled('Isles at work'), into = {}, piece = {}, overlays = [] }: FilmChange = {}) {
  const base = raceProject({ text: { title: 'Boats', subtitle: '', source: '', total: '', leader: '' } });
  const [race] = base.film.pieces as [FilmPiece];
  const first = { ...freshPiece('k', { kind: 'card', card }), ...piece };
  const pieces = [first, { ...race, into: { ...race.into, ...into } }];
  const project = { ...base, film: { ...base.film, framesPerSec: 25, overlays, pieces } };
  return prepareFilm(project, cubes, { measure: measureBySize });
}

const leaves = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? leaves(node.children) : [node]));

describe('films of cards and charts', () => {
  it('last as long as their pieces less what they overlap, and any frame alone is the same', () => {
    const change = fc.record({
      kind: fc.constantFrom(...cardKinds),
      design: fc.constantFrom(...cardDesigns),
      sec: fc.double({ min: 0.2, max: 9, noNaN: true }),
      how: fc.constantFrom(...transitionKinds),
      wanted: fc.double({ min: 0.1, max: 10, noNaN: true }),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(change, ({ kind, design, sec, how, wanted, share }) => {
        const made = () =>
          filmOf({ card: { ...titled('Isles at work', { kind, design }), sec }, into: { how, sec: wanted } });
        const film = made();
        const overlap = how === 'cut' ? 0 : Math.min(wanted, sec / 2, 10);
        expect(film.lengthSec).toBeCloseTo(sec + 20 - overlap, 9);
        expect(film.frameCount).toBe(Math.round(film.lengthSec * 25));
        const timeSec = share * film.lengthSec;
        const scene = JSON.stringify(sceneAt(film, timeSec));
        expect(scene).not.toMatch(/NaN|null/);
        expect(JSON.stringify(sceneAt(made(), timeSec))).toBe(scene);
      }),
      { numRuns: 60 },
    );
  });

  it('carry the words of a card over into those of the chart, without a jump', () => {
    const film = filmOf({ into: { how: 'carry-over', sec: 1.6, ease: 'even' } });
    const [, race] = film.pieces;
    const fromSec = race?.fromSec ?? 0;
    const titlesAt = (timeSec: number) =>
      leaves(sceneAt(film, timeSec).nodes).filter(
        (node): node is TextNode => node.kind === 'text' && node.subject?.part === 'title' && !node.shade,
      );
    const sizes: number[] = [];
    for (let i = 1; i < 40; i++) {
      const titles = titlesAt(fromSec + (1.6 * i) / 40);
      // One of them goes while the other one comes, at the same place.
      expect(new Set(titles.map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`)).size).toBe(1);
      sizes.push(titles[0]?.font.sizePx ?? 0);
    }
    for (const [i, size] of sizes.slice(1).entries()) {
      expect(size).toBeLessThanOrEqual(sizes[i] ?? 0);
      expect((sizes[i] ?? 0) - size).toBeLessThan(6);
    }
    expect(titlesAt(fromSec + 0.02).map(({ text }) => text)).toContain('Isles at work');
    expect(titlesAt(fromSec + 1.58).map(({ text }) => text)).toContain('Boats');
  });

  it('have things that lie over all of it, through transitions too', () => {
    for (const how of transitionKinds) {
      const film = filmOf({ into: { how, sec: 1 }, overlays: [extra({})] });
      for (let i = 0; i <= 20; i++) {
        const { nodes } = sceneAt(film, (film.lengthSec * i) / 20);
        const marks = leaves(nodes).filter((node) => node.kind === 'text' && node.text === 'Saltmere');
        expect(marks).toHaveLength(1);
        expect(nodes.at(-1)).toBe(marks[0]);
      }
    }
    expect(filmOf({ overlays: [extra({ opacity: 0 })] }).overlays).toEqual([]);
  });

  it('ask for every picture that they are drawn with', () => {
    const card = titled('x', {
      logo: { pictureId: 'logo', size: 10 },
      back: { kind: 'picture', colour: '#000000', pictureId: 'back', fit: 'fill', dim: 0, blur: 0 },
    });
    const mark = extra({ kind: 'picture', pictureId: 'mark' });
    const film = filmOf({ card, overlays: [mark], piece: { extras: [extra({ kind: 'picture', pictureId: 'note' })] } });
    expect([...overviewOf(film).imageIds].sort()).toEqual(['back', 'logo', 'mark', 'note']);
  });

  it('tell of a card what there is to tell: its times, its words, and no values', () => {
    const film = filmOf();
    const overview = overviewOf(film, 'k');
    expect(overview).toMatchObject({ pieceId: 'k', lengthSec: 4, periodKeys: [CARD_PERIOD.key], lines: [], places: 0 });
    expect(overview.blocks.map(({ id, lookSec }) => [id, lookSec > 0])).toEqual([
      ['k', true],
      ['piece-1', true],
    ]);
    expect(readoutAt(film, 2)).toMatchObject({ pieceId: 'k', rows: [], sentence: 'Opening card: Isles at work' });
    const scene = sceneAt(film, 2);
    const [title] = seenTexts(scene, measureBySize);
    const at = { x: ((title?.left ?? 0) + (title?.right ?? 0)) / 2, y: ((title?.top ?? 0) + (title?.bottom ?? 0)) / 2 };
    const pointed = pointAt({ film, scene, timeSec: 2, ...at, measure: measureBySize });
    expect(pointed).toEqual({ subject: { part: 'title' }, told: null });
    // Keys go from a card to the periods of the chart.
    expect(periodStops(film).slice(0, 3)).toEqual([0, expect.any(Number), expect.any(Number)]);
    expect(placedChart(film, 'k').piece.id).toBe('piece-1');
    expect(film.pieces.map((piece) => clockOf(piece).lengthSec)).toEqual([4, 20]);
  });

  it('have captions and extras on cards, at their times', () => {
    const moment = (share: number) => ({ periodKey: CARD_PERIOD.key, share });
    const captions = [{ id: 'c', text: 'A caption', from: moment(0.25), to: moment(0.75) }];
    const note = extra({ id: 'n', text: 'A note', from: moment(0.5), to: null });
    const film = filmOf({ piece: { captions, extras: [note] } });
    const saidAt = (timeSec: number) => seenTexts(sceneAt(film, timeSec), measureBySize).map(({ node }) => node.text);
    expect([0.5, 2, 3.5].map((timeSec) => saidAt(timeSec).includes('A caption'))).toEqual([false, true, false]);
    expect([1.5, 2.5].map((timeSec) => saidAt(timeSec).includes('A note'))).toEqual([false, true]);
    // The words of the card make room for its captions.
    const title = (made: ReturnType<typeof filmOf>) =>
      seenTexts(sceneAt(made, 2), measureBySize).find(({ node }) => node.text === 'Isles at work');
    expect(title(film)?.bottom).toBeLessThan(title(filmOf())?.bottom ?? 0);
  });

  it('travel in a web page as they are', () => {
    const film = filmOf({ overlays: [extra({})] });
    const data = JSON.parse(filmJson(film.project, cubes, new Map()));
    const again = prepareFilm(data.project, cubesOf(plainCubes(cubes)), { measure: measureBySize });
    for (const timeSec of [1, 3.9, 12]) expect(sceneAt(again, timeSec)).toEqual(sceneAt(film, timeSec));
  });
});
