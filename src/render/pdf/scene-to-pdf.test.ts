import { beforeAll, describe, expect, it } from 'vitest';
import { families } from '@/core/families/registry';
import { sceneAt } from '@/core/film/scene-at';
import { looks } from '@/core/project/looks';
import type { Scene, SceneNode, TextNode } from '@/core/scene/scene';
import { filmOfFamily } from '@/core/testing/family-films';
import { cubeOf, measureBySize } from '@/core/testing/films';
import { caseFor, openTestSubsetter, readPdf } from '../testing/pdf-reader';
import { PdfBook } from './pdf-book';
import { sceneToPdf } from './scene-to-pdf';
import type { Subsetter } from './subsetter';
import type { TypeCase } from './type-case';

let fonts: TypeCase;
let subsetter: Subsetter;
beforeAll(async () => {
  const families = [...new Set(looks.flatMap(({ dress }) => Object.values(dress.texts).map(({ family }) => family)))];
  fonts = await caseFor('aШשλ', [...new Set([...families, 'Archivo'])]);
  subsetter = await openTestSubsetter();
});

const photo = { width: 2, height: 1 };
const glass = { width: 1, height: 2 };
const images = new Map([
  ['photo', photo],
  ['glass', glass],
]);

async function pdfOf(...scenes: Scene[]) {
  const book = await PdfBook.start('Ferries', {
    fonts,
    subsetter,
    pictureOf: async (image) =>
      image === photo
        ? { kind: 'jpeg', bytes: Uint8Array.of(255, 216, 255, 217) }
        : { kind: 'pixels', rgba: Uint8ClampedArray.of(1, 2, 3, 255, 4, 5, 6, 128) },
    paintLetters: (text, { sizePx }) => ({
      image: glass,
      advancePx: text.length * sizePx,
      box: { x: 0, y: -sizePx, widthPx: text.length * sizePx, heightPx: sizePx },
    }),
  });
  for (const scene of scenes) sceneToPdf(scene, book, { measure: measureBySize, images });
  return readPdf(await book.finish());
}

const sceneOf = (nodes: readonly SceneNode[], background: string | null = null): Scene => ({
  widthPx: 400,
  heightPx: 200,
  background,
  nodes,
});
const text = (words: string, more: Partial<TextNode> = {}): TextNode => ({
  kind: 'text',
  id: 't',
  x: 10,
  y: 30,
  text: words,
  font: { family: 'Archivo', weight: 600, sizePx: 20 },
  fill: '#112233',
  align: 'start',
  ...more,
});
const box = (more: object = {}): SceneNode =>
  ({ kind: 'rect', id: 'b', x: 10, y: 20, widthPx: 30, heightPx: 40, fill: '#ff0000', ...more }) as SceneNode;
const named = (page: { operators: readonly (readonly [string, readonly string[]])[] } | undefined, name: string) =>
  page?.operators.filter(([operator]) => operator === name).map(([, operands]) => operands.join(' ')) ?? [];

describe('pages', () => {
  it('are as large as the stage, in points, and one for each scene', async () => {
    const { pages, title, pictures } = await pdfOf(sceneOf([box()], '#00ff00'), sceneOf([]));
    expect(title).toBe('Ferries');
    expect(pages.map(({ widthPt, heightPt }) => [widthPt, heightPt])).toEqual([
      [300, 150],
      [300, 150],
    ]);
    expect(named(pages[0], 'cm')).toEqual(['0.75 0 0 -0.75 0 150']);
    expect(named(pages[0], 're')).toEqual(['0 0 400 200', '10 20 30 40']);
    expect(named(pages[0], 'rg')).toEqual(['0 1 0', '1 0 0']);
    expect(pictures).toEqual([]);
  });

  it('hold text as text, in fonts that are inside and cut down', async () => {
    const { pages, fonts: inside } = await pdfOf(sceneOf([text('Oyle AV'), text('Ж', { y: 60 })]));
    expect(pages[0]?.text).toBe('Oyle AVЖ');
    expect([...inside.keys()].map((name) => name.replace(/^\/[A-Z]{6}\+/, ''))).toEqual([
      'Archivo-600',
      'NotoSans-600',
    ]);
    for (const file of inside.values()) expect(file.length).toBeLessThan(10_000);
  });

  it('say digits of even width as one word, and lay found text over letters that no font has', async () => {
    const { pages, pictures } = await pdfOf(sceneOf([text('2001', { tabular: true }), text('東京 b', { y: 90 })]));
    expect(named(pages[0], 'BDC')[0]).toContain('<FEFF0032003000300031>');
    expect(pages[0]?.text).toBe('2001東京 b');
    expect(pictures).toHaveLength(2);
  });

  it('turn and slant text, and keep letters apart', async () => {
    const slanted = { family: 'Archivo', weight: 400, sizePx: 20, italic: true, spacing: 0.5 };
    const { pages } = await pdfOf(sceneOf([text('ab', { turnRad: Math.PI / 2, font: slanted })]));
    expect(named(pages[0], 'cm').slice(1)).toEqual(['1 0 0 1 10 30', '0 1 -1 0 0 0']);
    expect(named(pages[0], 'Tm')).toEqual(['1 0 0.25 -1 0 0']);
    expect(named(pages[0], 'TJ')[0]).toMatch(/^\[<[0-9A-F]{4}>-\d+(\.\d+)?<[0-9A-F]{4}>\]$/);
  });

  it('run colours into each other where the canvas does', async () => {
    const run = { kind: 'linear', x0: 0, y0: 0, x1: 10, y1: 0, from: '#000000', to: '#ffffff' };
    const ring = { kind: 'radial', x: 5, y: 5, radiusPx: 9, from: '#000000', to: '#ffffff' };
    const moved: SceneNode = { kind: 'group', id: 'g', shift: { dx: 40, dy: 8 }, children: [box({ fill: ring })] };
    const { pages } = await pdfOf(sceneOf([box({ fill: run, stroke: '#0000ff', strokeWidthPx: 3 }), moved]));
    expect(named(pages[0], 'scn')).toHaveLength(2);
    expect(named(pages[0], 'w')).toEqual(['3']);
    expect(named(pages[0], 'RG')).toEqual(['0 0 1']);
  });

  it('let groups show through as a whole, cut where they are cut', async () => {
    const clip = { x: 0, y: 0, widthPx: 20, heightPx: 20 };
    const group: SceneNode = { kind: 'group', id: 'g', opacity: 0.5, clip, children: [box(), box({ x: 15 })] };
    const hidden: SceneNode = { kind: 'group', id: 'h', opacity: 0, children: [text('never')] };
    const { pages } = await pdfOf(sceneOf([group, hidden]));
    const names = pages[0]?.operators.map(([name]) => name) ?? [];
    expect(names.indexOf('W')).toBeLessThan(names.indexOf('Do'));
    expect(named(pages[0], 'f')).toHaveLength(2);
    expect(pages[0]?.text).toBe('');
  });

  it('hold a picture once, however often it is shown, as photograph or with its opacity', async () => {
    const picture = (imageId: string, more: object = {}): SceneNode =>
      ({ kind: 'image', id: imageId, x: 0, y: 0, widthPx: 40, heightPx: 20, imageId, ...more }) as SceneNode;
    const { pages, pictures } = await pdfOf(
      sceneOf([
        picture('photo'),
        picture('photo', { crop: { x: 0.5, y: 0, width: 0.5, height: 1 } }),
        picture('glass', { radiusPx: 9 }),
        picture('missing'),
      ]),
    );
    expect(named(pages[0], 'Do')).toHaveLength(3);
    expect(pictures.map(({ filter }) => filter).sort()).toEqual(['/DCTDecode', '/FlateDecode', '/FlateDecode']);
    // Half of the photograph fills the box: the whole is twice as wide, and starts further left.
    expect(named(pages[0], 'cm')).toContain('80 0 0 -20 -40 20');
  });

  it('leave out what has no place', async () => {
    const path = { verbs: Uint8Array.of(0, 1, 2), points: Float64Array.of(0, 0, Number.NaN, 5, 1, 1, 2, 2) };
    const { pages } = await pdfOf(sceneOf([{ kind: 'path', id: 'p', path, stroke: '#000000' }]));
    expect(JSON.stringify(pages[0]?.operators)).not.toContain('NaN');
    expect(named(pages[0], 'c')).toEqual(['0.6667 0.6667 1.3333 1.3333 2 2']);
  });
});

describe('every family', () => {
  const cube = cubeOf([
    [120, 80, 200, 40],
    [60, 140, 90, 30],
    [20, 40, 160, 70],
  ]);
  const wordsOf = (nodes: readonly SceneNode[]): string[] =>
    nodes.flatMap((node) =>
      node.opacity === 0
        ? []
        : node.kind === 'group'
          ? wordsOf(node.children)
          : node.kind === 'text'
            ? [node.text]
            : [],
    );

  it.each(families.map((family) => [family.id, family] as const))(
    '%s makes pages with all of its words',
    async (_, family) => {
      const film = filmOfFamily(family, cube);
      const scenes = [0, 0.4, 1].map((share) => sceneAt(film, share * (film.frameCount / film.framesPerSec)));
      const { pages, pictures } = await pdfOf(...scenes);
      // Triangles are in none of the fonts that ship.
      if (!/[▲▼]/.test(scenes.flatMap(({ nodes }) => wordsOf(nodes)).join(''))) expect(pictures).toEqual([]);
      const letters = (words: string) => [...words.replace(/\s/g, '')].sort().join('');
      for (const [i, scene] of scenes.entries()) {
        expect(letters(pages[i]?.text ?? '')).toBe(letters(wordsOf(scene.nodes).join('')));
        expect(JSON.stringify(pages[i]?.operators)).not.toMatch(/NaN|Infinity|undefined/);
      }
    },
  );
});
