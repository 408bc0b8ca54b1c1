import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { prepareFilm } from '../film/prepare-film';
import { readoutAt } from '../film/readout';
import { sceneAt } from '../film/scene-at';
import { type Card, cardDesigns, cardKinds, cardTexts, defaultCard, partMoves } from '../project/card';
import { freshPiece } from '../project/defaults';
import type { FilmPiece, Stage } from '../project/film';
import { cut, dissolve } from '../project/transition';
import { measureBySize } from '../testing/films';
import { raceProject } from '../testing/projects';
import { seenTexts } from '../testing/scene-boxes';

const words = {
  title: 'Isles at work',
  tagline: 'Who carried whom between the harbours',
  lines: 'Every passenger once a day.\n\nChildren are left out.',
  source: 'Source: Saltmere Office of Counts',
  address: 'saltmere.example',
  credits: '',
};

const sizes = [
  [1920, 1080],
  [1080, 1920],
  [1080, 1080],
  [320, 180],
] as const;

const logo = { id: 'logo', fileName: 'l.png', assetId: 'l', mime: 'image/png', widthPx: 300, heightPx: 200 } as const;

/** A film of one card. */
function filmOf(card: Card, stage: Partial<Stage> = {}, piece: Partial<FilmPiece> = {}) {
  const project = raceProject({}, { stage });
  const shown = { ...freshPiece('k', { kind: 'card', card }), ...piece };
  const made = { ...project, pictures: [logo], film: { ...project.film, framesPerSec: 30, pieces: [shown] } };
  return prepareFilm(made, new Map(), { measure: measureBySize });
}

/** When everything has come and nothing goes yet. */
const atRest = (card: Card): Card => ({ ...card, sec: 6, comeSec: 0.5, turnSec: 0.1, goSec: 0.5 });

describe('cards', () => {
  it.each(cardKinds.flatMap((kind) => cardDesigns.map((design) => [kind, design] as const)))(
    'show all of their words apart from each other, on every stage: %s, %s',
    (kind, design) => {
      for (const [widthPx, heightPx] of sizes) {
        for (const pictureId of ['', 'logo']) {
          const base = defaultCard(kind);
          const card = atRest({ ...base, design, texts: words, logo: { ...base.logo, pictureId } });
          const scene = sceneAt(filmOf(card, { widthPx, heightPx }), 3);
          const texts = seenTexts(scene, measureBySize);
          const said = texts.map(({ node }) => node.text).join(' ');
          for (const word of cardTexts.flatMap((part) => words[part].split(/\s+/))) expect(said).toContain(word);
          for (const { left, right, top, bottom, opacity } of texts) {
            expect(opacity).toBe(1);
            expect(Math.min(left, top)).toBeGreaterThanOrEqual(0);
            expect(right).toBeLessThanOrEqual(widthPx);
            expect(bottom).toBeLessThanOrEqual(heightPx);
          }
          texts.forEach((a, i) => {
            for (const b of texts.slice(i + 1))
              expect(
                a.bottom <= b.top + 1e-6 || b.bottom <= a.top + 1e-6 || a.right <= b.left || b.right <= a.left,
              ).toBe(true);
          });
        }
      }
    },
  );

  it('come from nothing and go into nothing, each part in its turn', () => {
    for (const design of cardDesigns) {
      const card = atRest({ ...defaultCard('opening'), design, texts: words });
      const film = filmOf(card);
      const seenAt = (timeSec: number) => seenTexts(sceneAt(film, timeSec), measureBySize);
      expect([seenAt(0), seenAt(6)]).toEqual([[], []]);
      const parts = new Set(seenAt(0.25).map(({ node }) => node.subject?.part));
      expect(parts).toContain('title');
      expect(parts).not.toContain('address');
    }
  });

  it('do not go where the next piece takes their place, and are there at once where nothing moves', () => {
    const still = { come: 'none', go: 'none' } as const;
    const card = { ...atRest({ ...defaultCard('text'), texts: words }), comeSec: 0 };
    const titles = (film: ReturnType<typeof filmOf>, timeSec: number) =>
      seenTexts(sceneAt(film, timeSec), measureBySize).filter(({ node }) => node.subject?.part === 'title');
    expect(titles(filmOf(card), 0)).toHaveLength(1);
    const kept = filmOf({ ...card, comeSec: 1, motions: { ...card.motions, title: still } });
    expect([titles(kept, 0).length, titles(kept, 5.8).length]).toEqual([1, 1]);
    // Two cards, one giving way to the other.
    for (const [into, left] of [
      [dissolve, 1],
      [cut, 0.5],
    ] as const) {
      const project = raceProject();
      const pieces = ['a', 'b'].map((id) => ({ ...freshPiece(id, { kind: 'card' as const, card }), into }));
      const film = prepareFilm({ ...project, film: { ...project.film, pieces } }, new Map(), {
        measure: measureBySize,
      });
      const [title] = titles(film, 6 - (into.how === 'cut' ? 0.25 : into.sec) - 1e-6);
      expect(title?.opacity).toBeCloseTo(left, 2);
    }
  });

  it('get smaller for long words, and say all of a long credit in their time', () => {
    const long = 'An uncommonly lengthy heading that nobody would put on a card but somebody did '.repeat(3);
    const names = Array.from({ length: 80 }, (_, i) => `Name number ${i}`).join('\n');
    const card = atRest({ ...defaultCard('closing'), texts: { ...words, title: long, credits: names } });
    const film = filmOf(card);
    const seen = new Set<string>();
    for (let frame = 0; frame < film.frameCount; frame++)
      for (const { node, top, bottom } of seenTexts(sceneAt(film, frame / 30), measureBySize)) {
        seen.add(node.text);
        expect(top).toBeGreaterThanOrEqual(0);
        expect(bottom).toBeLessThanOrEqual(1080);
      }
    for (let i = 0; i < 80; i++) expect(seen).toContain(`Name number ${i}`);
    const all = seenTexts(sceneAt(filmOf({ ...card, roll: false, sec: 30 }), 15), measureBySize);
    expect(all.filter(({ node }) => node.text.startsWith('Name number'))).toHaveLength(80);
  });

  it('are a pure function of the time, with numbers that are numbers, and never jump', () => {
    const anyCard = fc.record({
      kind: fc.constantFrom(...cardKinds),
      design: fc.constantFrom(...cardDesigns),
      come: fc.constantFrom(...partMoves),
      go: fc.constantFrom(...partMoves),
      comeSec: fc.double({ min: 0.3, max: 3, noNaN: true }),
      turnSec: fc.double({ min: 0, max: 1, noNaN: true }),
      // What goes at once does jump, as wished; what goes in some time must not.
      goSec: fc.oneof(fc.constant(0), fc.double({ min: 0.3, max: 2, noNaN: true })),
      texts: fc.record({
        title: fc.string({ maxLength: 60 }),
        tagline: fc.string({ maxLength: 60 }),
        lines: fc.string({ maxLength: 90 }),
        source: fc.string({ maxLength: 30 }),
        address: fc.string({ maxLength: 30 }),
        credits: fc.string({ maxLength: 90 }),
      }),
    });
    fc.assert(
      fc.property(anyCard, fc.double({ min: 0, max: 4, noNaN: true }), ({ come, go, kind, ...card }, timeSec) => {
        const base = defaultCard(kind);
        const motions = Object.fromEntries(
          Object.keys(base.motions).map((part) => [part, { come, go }]),
        ) as Card['motions'];
        const made = { ...base, ...card, motions, sec: 4 };
        const [a, b] = [sceneAt(filmOf(made), timeSec), sceneAt(filmOf(made), timeSec)];
        expect(b).toEqual(a);
        expect(JSON.stringify(a)).not.toMatch(/null|NaN/);
        if (come === 'none' || go === 'none') return;
        // A hundredth of a second moves nothing further than a fiftieth of the stage.
        const placesAt = (at: number) =>
          new Map(seenTexts(sceneAt(filmOf(made), at), measureBySize).map((t) => [t.node.id, t]));
        const later = placesAt(timeSec + 0.001);
        for (const [id, text] of placesAt(timeSec)) {
          const next = later.get(id);
          if (next) expect(Math.hypot(next.top - text.top, next.node.x - text.node.x)).toBeLessThan(1920 / 50);
        }
      }),
      { numRuns: 150 },
    );
  });

  it('are told in words', () => {
    const told = (card: Card) => readoutAt(filmOf(card), 1);
    expect(told({ ...defaultCard('opening'), texts: words })).toMatchObject({
      heading: 'Opening card',
      rows: [],
      sentence: expect.stringContaining('Opening card: Isles at work. Who carried whom'),
    });
    expect(told(defaultCard('quote')).sentence).toBe('Quote: without words');
    expect(seenTexts(sceneAt(filmOf(defaultCard('text')), 1), measureBySize)).toEqual([]);
  });

  it('lie over a background of their own, and the film’s shows where that is clear', () => {
    const base = { ...defaultCard('text'), texts: words };
    const first = (back: Card['back']) => sceneAt(filmOf({ ...base, back }), 2).nodes.map(({ id }) => id);
    expect(first({ kind: 'plain', colour: '#112233' })).toContain('card:ground');
    expect(first({ kind: 'clear', colour: '#112233' })).not.toContain('card:ground');
    expect(first({ kind: 'linear', colour: '#112233', to: '#445566', angleDeg: 0 }).slice(0, 2)).toEqual([
      'card:ground',
      'background',
    ]);
    // Words are light on dark.
    const fill = (colour: string) =>
      seenTexts(sceneAt(filmOf({ ...base, back: { kind: 'plain', colour } }), 2), measureBySize)[0]?.node.fill;
    expect(fill('#000000')).not.toBe(fill('#FFFFFF'));
  });
});
