import type { Family } from '../families/family';
import { families } from '../families/registry';
import { type PreparedFilm, prepareFilm } from '../film/prepare-film';
import { sceneAt } from '../film/scene-at';
import type { Chart } from '../project/chart';
import { defaultChart, defaultProject } from '../project/defaults';
import type { SceneNode } from '../scene/scene';
import type { Cube } from '../shaping/cube';
import { chartIn } from './chart-in';
import { measureBySize } from './films';
import { testFields, testTable } from './projects';

/** What a test changes of a family's first chart. */
export interface FamilyChange {
  readonly own?: Readonly<Record<string, unknown>>;
  readonly chart?: (chart: Chart) => Partial<Chart>;
  readonly size?: readonly [widthPx: number, heightPx: number];
}

/** A film of one chart of a family over a cube, at 1920 by 1080 unless said otherwise. */
export function filmOfFamily(
  family: Family,
  cube: Cube,
  { own = {}, chart: change = () => ({}), size = [1920, 1080] }: FamilyChange = {},
): PreparedFilm {
  const base = defaultChart('c', testTable.id, testFields, family);
  const chart: Chart = {
    ...base,
    between: 'linear',
    own: { ...(family.document.defaults(cube) as object), ...own },
  };
  const project = defaultProject({ id: 'p', name: 'Test' }, testTable, { ...chart, ...change(chart) });
  const stage = { ...project.film.stage, widthPx: size[0], heightPx: size[1] };
  return prepareFilm({ ...project, film: { ...project.film, stage } }, new Map([['c', cube]]), {
    measure: measureBySize,
    list: families,
  });
}

/** What the first piece of a film draws at a moment, as numbers. */
export function numbersAt(film: PreparedFilm, timeSec: number) {
  const chart = chartIn(film);
  return chart.family.numbers.frameAt(chart, timeSec).rows;
}

/** The leaves of a moment's scene. */
export function leavesAt(film: PreparedFilm, timeSec: number): SceneNode[] {
  const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
    nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
  return flat(sceneAt(film, timeSec).nodes);
}

/** The texts of a part of the picture at a moment. */
export function textsAt(film: PreparedFilm, timeSec: number, part: string): string[] {
  return leavesAt(film, timeSec).flatMap((node) =>
    node.kind === 'text' && node.subject?.part === part ? [node.text] : [],
  );
}
