import { describe, expect, it } from 'vitest';
import { overviewOf } from '../../../film/overview';
import { prepareFilm } from '../../../film/prepare-film';
import { sceneAt } from '../../../film/scene-at';
import type { Chart } from '../../../project/chart';
import { defaultChart, defaultProject } from '../../../project/defaults';
import type { ImageNode, RectNode, SceneNode, TextNode } from '../../../scene/scene';
import type { Cube } from '../../../shaping/cube';
import { cubeOf, measureBySize } from '../../../testing/films';
import { testFields, testTable } from '../../../testing/projects';
import { textFaults } from '../../../testing/scene-boxes';
import type { Family } from '../../family';
import { families } from '../../registry';

const cube: Cube = {
  ...cubeOf(
    Array.from({ length: 6 }, (_, p) => Array.from({ length: 5 }, (_, c) => 30 + 20 * Math.sin(p * 1.3 + c * 2.1) + c)),
  ),
  categories: ['Gull', 'Tern Rock', 'Øy', 'Kittle Bay', 'Pell'],
};
const picture = { id: 'p1', fileName: 'gull.png', mime: 'image/png', assetId: 'a9', widthPx: 300, heightPx: 200 };

function filmOf(family: Family, pictures: Partial<Chart['dress']['pictures']>, own: object = {}) {
  const base = defaultChart('c', testTable.id, testFields, family);
  const dress = { ...base.dress, pictures: { ...base.dress.pictures, shown: true, monograms: false, ...pictures } };
  const given = [{ category: 'Gull', pictureId: 'p1' }];
  const chart: Chart = {
    ...base,
    dress,
    pictures: given,
    own: { ...(family.document.defaults(cube) as object), ...own },
  };
  const project = { ...defaultProject({ id: 'p', name: 'Test' }, testTable, chart), pictures: [picture] };
  return prepareFilm(project as Parameters<typeof prepareFilm>[0], new Map([['c', cube]]), {
    measure: measureBySize,
    list: families,
  });
}

const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
const along = families.filter(({ id }) => ['lines', 'rank-lines', 'areas', 'columns'].includes(id));

describe.each(along.map((family) => [family.id, family] as const))('pictures at the heads of %s', (_, family) => {
  it('stand before the names of those that have one, and are loaded', () => {
    const film = filmOf(family, {});
    const nodes = flat(sceneAt(film, film.lengthSec).nodes);
    const images = nodes.filter((n): n is ImageNode => n.kind === 'image');
    expect(images.map(({ imageId }) => imageId)).toEqual(['p1']);
    expect(overviewOf(film).imageIds).toEqual(['p1']);
    const name = nodes.find((n): n is TextNode => n.kind === 'text' && n.id === 'name:0');
    if (name) expect(name.x).toBeGreaterThan((images[0]?.x ?? 0) + (images[0]?.widthPx ?? 0));
    // Round ones are cut to a square, plain ones keep their width.
    expect(images[0]?.widthPx).toBeCloseTo(images[0]?.heightPx ?? 0, 9);
    const plain = flat(sceneAt(filmOf(family, { shape: 'plain' }), 20).nodes).find(
      (n): n is ImageNode => n.kind === 'image',
    );
    expect((plain?.widthPx ?? 0) / (plain?.heightPx ?? 1)).toBeCloseTo(1.5, 6);
  });

  it('are letters where that is wished, with all texts clear and on stage', () => {
    const film = filmOf(family, { monograms: true, size: 1 });
    for (let i = 0; i <= 15; i++)
      expect(textFaults(sceneAt(film, (film.lengthSec * i) / 15), measureBySize)).toEqual([]);
    const discs = flat(sceneAt(film, film.lengthSec).nodes).filter(
      (n): n is RectNode => n.kind === 'rect' && /^picture:/.test(n.id ?? ''),
    );
    expect(discs.length).toBeGreaterThanOrEqual(3);
    for (const { x, widthPx } of discs) expect(x + widthPx).toBeLessThan(film.stage.widthPx);
  });

  it('are none without heads, and none where pictures are off', () => {
    for (const film of [filmOf(family, {}, { heads: 'none' }), filmOf(family, { shown: false })])
      expect(flat(sceneAt(film, 5).nodes).filter(({ kind }) => kind === 'image')).toEqual([]);
  });
});
