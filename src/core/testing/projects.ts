import type { RankedBarsOwn } from '../families/ranked-bars/document';
import { firstFamily } from '../families/registry';
import { type PreparedFilm, prepareFilm } from '../film/prepare-film';
import type { Chart } from '../project/chart';
import { defaultChart, defaultProject } from '../project/defaults';
import type { Stage } from '../project/film';
import type { Caption } from '../project/film-parts';
import type { Project } from '../project/project';
import type { TableEntry } from '../project/table-entry';
import type { Cube } from '../shaping/cube';
import { fieldsOf } from '../shaping/fields';
import { noReadingChoice } from '../table/reader';
import { measureBySize } from './films';

/** The table of test projects; its bytes would be the asset `a1`. */
export const testTable: TableEntry = {
  id: 't1',
  name: 'x',
  source: { kind: 'file', fileName: 'x.csv', assetId: 'a1', reading: noReadingChoice },
  added: [],
  steps: [],
};

export const testFields = fieldsOf({ shape: 'long', period: 'Year', category: 'Name', value: 'Value' });

/** What of a race is other than usual: of the chart, or of its own part. */
export type RaceChange = Partial<Omit<Chart, 'own'>> & Partial<RankedBarsOwn>;

/** What around the chart is other than usual. */
export interface Around {
  readonly name?: string;
  readonly stage?: Partial<Stage>;
  readonly captions?: readonly Caption[];
}

const ownKeys = ['places', 'order', 'form', 'swapMode', 'passing', 'domain', 'momentWords'] as const;

/** A project with one race, `c1`, of the table `t1`. */
export function raceProject(change: RaceChange = {}, { name = 'Test', stage, captions = [] }: Around = {}): Project {
  const own: Record<string, unknown> = {};
  const others: Record<string, unknown> = { ...change };
  for (const key of ownKeys) {
    if (key in others) own[key] = others[key];
    delete others[key];
  }
  const base = defaultChart('c1', 't1', testFields, firstFamily);
  const chart: Chart = { ...base, ...others, own: { ...(base.own as RankedBarsOwn), ...own } };
  const { film, ...project } = defaultProject({ id: 'p1', name }, testTable, chart);
  return {
    ...project,
    film: {
      ...film,
      stage: { ...film.stage, ...stage },
      pieces: film.pieces.map((piece) => ({ ...piece, captions })),
    },
  };
}

/** A project's film, of the values of its only chart. */
export function filmOf(project: Project, cube: Cube): PreparedFilm {
  return prepareFilm(project, new Map(project.charts.map(({ id }) => [id, cube])), { measure: measureBySize });
}
