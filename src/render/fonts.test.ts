import { beforeEach, describe, expect, it, vi } from 'vitest';
import { defaultCard } from '@/core/project/card';
import { freshPiece } from '@/core/project/defaults';
import type { Extra } from '@/core/project/film-parts';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { charactersOf, FontLoader, familiesOf, fontFilesFor } from './fonts';

const codes = (text: string) => new Set(Array.from(text, (letter) => letter.codePointAt(0) ?? 0));
const filesFor = (families: readonly string[], text: string) =>
  fontFilesFor(families, codes(text)).map(({ file }) => file);

describe('the fonts of a film', () => {
  it('are those of its texts, labels and written extras, each once', () => {
    const project = raceProject();
    const extra = { kind: 'text', fontFamily: 'Caveat', text: 'ž' } as Extra;
    const box = { kind: 'box', fontFamily: 'Rubik', text: '' } as Extra;
    const film = { ...project.film, pieces: project.film.pieces.map((piece) => ({ ...piece, extras: [extra, box] })) };
    const families = familiesOf({ ...project, film });
    expect(new Set(families).size).toBe(families.length);
    expect(families).toContain('Caveat');
    expect(families).not.toContain('Rubik');
  });

  it('come in the parts that its characters need; plain Latin always', () => {
    expect(filesFor(['Archivo'], 'abc')).toEqual(['archivo-latin-wght-normal.woff2']);
    expect(filesFor(['Archivo'], 'Łódź')).toContain('archivo-latin-ext-wght-normal.woff2');
    expect(filesFor(['Nobody'], 'abc')).toEqual([]);
  });

  it('are stood in for where a family lacks the letters', () => {
    const files = filesFor(['Archivo'], 'Ελλάδα');
    expect(files.some((file) => file.startsWith('noto-sans-greek'))).toBe(true);
  });
});

describe('cards and what lies over the film', () => {
  it('bring their families and their characters', () => {
    const project = raceProject();
    const base = defaultCard('closing');
    const dress = structuredClone(base.dress);
    Object.assign(dress.texts.title, { family: 'Fraunces' });
    const card = { ...base, dress, texts: { ...base.texts, credits: 'Ω' } };
    const overlay = { kind: 'text', fontFamily: 'Caveat', text: 'ж' } as Extra;
    const pieces = [...project.film.pieces, freshPiece('k', { kind: 'card', card })];
    const made = { ...project, film: { ...project.film, pieces, overlays: [overlay] } };
    expect(familiesOf(made)).toEqual(expect.arrayContaining(['Fraunces', 'Caveat']));
    const found = charactersOf(made, []);
    for (const letter of 'Ωж') expect(found.has(letter.codePointAt(0) ?? 0)).toBe(true);
  });
});

describe('the characters of a film', () => {
  it('are those of names, texts, captions and the months of its language', () => {
    const base = raceProject({ text: { title: '⚓', subtitle: '', source: '', total: '', leader: '' } });
    const project = {
      ...base,
      charts: base.charts.map((each) => ({ ...each, numbers: { ...each.numbers, suffix: '‰' } })),
    };
    const cube = { ...cubeOf([[1, 2]]), categories: ['Ωmega', '𝒳'] };
    const found = charactersOf(project, [cube]);
    for (const letter of ['⚓', '‰', 'Ω', '𝒳', 'y']) expect(found.has(letter.codePointAt(0) ?? 0), letter).toBe(true);
    // A pair of halves is one character.
    expect(found.has(0xd835)).toBe(false);
  });
});

describe('loading fonts', () => {
  const made: string[] = [];
  let broken = '';
  class FakeFace {
    constructor(
      readonly family: string,
      readonly source: string | ArrayBuffer,
    ) {
      made.push(typeof source === 'string' ? source : family);
    }
    async load() {
      if (broken !== '' && String(this.source).includes(broken)) throw new Error('network');
      return this;
    }
  }
  beforeEach(() => {
    made.length = 0;
    broken = '';
    vi.stubGlobal('FontFace', FakeFace);
  });
  const loaderOf = () => {
    const added: FakeFace[] = [];
    return { added, loader: new FontLoader({ add: (face: FakeFace) => added.push(face) } as never, 'http://app') };
  };

  it('asks for each file once, however often it is needed', async () => {
    const { loader, added } = loaderOf();
    await Promise.all([loader.ensure(['Archivo'], codes('a')), loader.ensure(['Archivo'], codes('b'))]);
    await loader.add([{ family: 'Mine', bytes: new ArrayBuffer(1) }]);
    await loader.add([{ family: 'Mine', bytes: new ArrayBuffer(1) }]);
    expect(made).toEqual(['url(http://app/fonts/archivo-latin-wght-normal.woff2)', 'Mine']);
    expect(added).toHaveLength(2);
  });

  it('names the file that does not come, and asks again the next time', async () => {
    const { loader, added } = loaderOf();
    broken = 'archivo';
    await expect(loader.ensure(['Archivo'], codes('a'))).rejects.toThrow(
      'archivo-latin-wght-normal.woff2 did not load',
    );
    broken = '';
    await loader.ensure(['Archivo'], codes('a'));
    expect(added).toHaveLength(1);
  });
});
