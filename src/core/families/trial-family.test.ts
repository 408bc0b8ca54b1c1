import { describe, expect, it } from 'vitest';
import { overviewOf } from '../film/overview';
import { prepareFilm } from '../film/prepare-film';
import { readoutAt } from '../film/readout';
import { sceneAt } from '../film/scene-at';
import { createFilmClock } from '../pace/film-clock';
import { defaultChart, defaultProject } from '../project/defaults';
import { documentPaths } from '../project/document-paths';
import { readProject } from '../project/read-project';
import { withSettings } from '../project/set-path';
import { cubeOf, measureBySize } from '../testing/films';
import { testFields, testTable } from '../testing/projects';
import { defineFamily, type Family } from './family';
import { families } from './registry';
import { inFamily } from './switch-family';

interface Own {
  readonly colour: string;
}

/** The whole of a family: a dot for each category, as large as its first value. */
const dots = defineFamily<Own, ReturnType<Family['courseOf']>, { fill: string; values: readonly number[] }>({
  id: 'trial-dots',
  name: 'Trial dots',
  marks: 'Dots',
  tells: 'who-leads',
  plays: ['built'],
  uses: new Set(),
  builds: { moving: ['fade'], still: ['fade'], order: 'place', stands: false },
  document: {
    version: 2,
    schema: ({ Joi, text }) => Joi.object({ colour: text('Colour of all dots') }),
    defaults: () => ({ colour: '#123456' }),
    migrations: { 1: ({ ink }) => ({ colour: ink }) },
  },
  courseOf: ({ cube, chart, framesPerSec }) => ({ clock: createFilmClock(cube.periods, chart.pace, framesPerSec) }),
  valueEnds: () => [0, 1],
  planOf: ({ chart, cube }) => ({ fill: chart.own.colour, values: Array.from(cube.values) }),
  pictureAt: ({ fill, values }) => ({
    nodes: values.map((r, i) => ({ kind: 'rect', id: `${i}`, x: 9 * i, y: 9, widthPx: r, heightPx: r, fill })),
    words: 1,
    marks: () => new Map(),
  }),
  buildOf: () => null,
  imageIds: () => [],
  readoutAt: ({ cube }) => ({
    period: 0,
    periodLabel: '',
    heading: 'Dots',
    rows: [],
    sentence: `${cube.categories.length} dots.`,
  }),
  tokenAt: () => null,
  mapOf: () => ({ places: 1, categories: [], slots: new Float32Array(0), sampleCount: 0, leads: [] }),
  momentsOf: () => [],
  numbers: { frameAt: () => ({ rows: [] }), events: () => [], order: () => 'largest' },
  controls: [],
});

describe('one folder, one line', () => {
  const list = [...families, dots];
  const cube = cubeOf([[3, 4, 5]]);
  const project = defaultProject({ id: 'p', name: 'Dots' }, testTable, defaultChart('c', 't1', testFields, dots));

  it('a family in the list is read, drawn, read out and listed', () => {
    expect(readProject(JSON.parse(JSON.stringify(project)), list)).toMatchObject({ ok: true, value: project });
    const film = prepareFilm(project, new Map([['c', cube]]), { measure: measureBySize, list });
    expect(JSON.stringify(sceneAt(film, 0).nodes)).toContain('#123456');
    expect(readoutAt(film, 0)).toMatchObject({ heading: 'Dots', sentence: '3 dots.' });
    expect(overviewOf(film)).toMatchObject({ pieceId: 'piece-1', moments: [] });
    expect(documentPaths(dots).filter(({ path }) => path.startsWith('own'))).toEqual([
      { path: 'own.colour', type: 'text', maxLength: 500, meaning: 'Colour of all dots' },
    ]);
    const changed = withSettings(project, [{ path: 'own.colour', value: '#654321' }], list);
    expect(changed.ok && changed.value.charts[0]?.own).toEqual({ colour: '#654321' });
  });

  it('one that is not in the list is refused by its path', () => {
    expect(readProject(project, families).issues.map(({ raw }) => raw)).toEqual(['charts.0.family']);
  });

  it('brings its older parts up to date, and refuses newer ones', () => {
    const [chart] = project.charts;
    const old = { ...project, charts: [{ ...chart, familyVersion: 1, own: { ink: '#aabbcc' } }] };
    const outcome = readProject(old, list);
    expect(outcome.ok && outcome.value.charts[0]).toMatchObject({ familyVersion: 2, own: { colour: '#aabbcc' } });
    const newer = { ...project, charts: [{ ...chart, familyVersion: 3 }] };
    expect(readProject(newer, list).issues[0]?.code).toBe('newer-version');
  });

  it('takes over a chart of another family, as it can move', () => {
    const race = defaultChart('c', 't1', testFields, families[0] as Family);
    expect(inFamily(race, dots, cube)).toMatchObject({
      family: 'trial-dots',
      familyVersion: 2,
      play: { kind: 'built', periodKey: '' },
      own: { colour: '#123456' },
      pace: race.pace,
    });
  });
});
