import { configure, render } from '@testing-library/react';
import type { ReactElement } from 'react';
import { overviewOf } from '@/core/film/overview';
import { type PreparedFilm, prepareFilm } from '@/core/film/prepare-film';
import { readoutAt } from '@/core/film/readout';
import type { Project } from '@/core/project/project';
import { noFields } from '@/core/shaping/fields';
import { cubeOf, measureBySize } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { documentStore } from '@/state/document';
import { setReadout } from '@/state/playhead';
import { sessionStore, setSession } from '@/state/session';
import { type Services, ServicesContext } from '../services';

// Only what stands still ends by it, however busy the machine is.
configure({ asyncUtilTimeout: 30_000 });

/** A call of a service: its name, and what it was given. */
export interface Asked {
  readonly name: string;
  readonly given: readonly unknown[];
}

/** Services that answer with something. */
export type Answers = Readonly<Record<string, (...given: never[]) => unknown>>;

/** Everything that the interface can have done: each service answers with nothing unless told, and is written down. */
export function fakeServices(answers: Answers = {}) {
  const asked: string[] = [];
  const calls: Asked[] = [];
  const answer = (path: string): unknown =>
    new Proxy(() => undefined, {
      get: (_, name) => (typeof name === 'string' ? answer(`${path}${path === '' ? '' : '.'}${name}`) : undefined),
      apply: (_, __, given: unknown[]) => {
        asked.push(path);
        calls.push({ name: path, given });
        const own = answers[path];
        if (own) return own(...(given as never[]));
        if (path === 'piecePictures') return Promise.resolve(new Map());
        return Promise.resolve(
          path.endsWith('thumbnails') || path.endsWith('familyPictures') || path.endsWith('Looks') || path === 'formats'
            ? []
            : null,
        );
      },
    });
  return { services: answer('') as Services, asked, calls };
}

const cube = cubeOf([
  [10, 20, 30],
  [40, 20, 30],
  [50, 25, 35],
]);

const grid = { columns: [], rowCount: 3 };

/** Puts a race of three periods on stage, as the workers would, and the playhead at its start. */
export function stageRace(project: Project = raceProject()): PreparedFilm {
  const film = prepareFilm(project, new Map(project.charts.map(({ id }) => [id, cube])), { measure: measureBySize });
  documentStore.setState({ project, past: [], future: [], gesture: null });
  setSession({
    ...sessionStore.getInitialState(),
    status: 'ready',
    staged: project,
    cube,
    overview: overviewOf(film),
    table: {
      ...grid,
      readAs: '',
      issues: [],
      guesses: [{ fields: noFields, score: 1, why: '' }] as never,
      safeSteps: [],
      sheets: [],
      samples: [],
      sheet: '',
      encoding: '',
      delimiter: '',
      headerRow: 0,
    },
    prepared: {
      grid,
      prepared: grid,
      reports: [],
      suggestions: [],
      groups: [],
      guesses: [],
      further: [],
      periodWhy: '',
      filled: { filled: 0, shown: 0 },
      account: { cells: 0, used: 0, parts: [] },
    },
  });
  setReadout(readoutAt(film, 0));
  return film;
}

/** Draws a part of the interface, with services that answer with nothing unless told. */
export function draw(element: ReactElement, answers: Answers = {}) {
  const { services, asked, calls } = fakeServices(answers);
  const drawn = render(<ServicesContext value={services}>{element}</ServicesContext>);
  return { ...drawn, asked, calls };
}
